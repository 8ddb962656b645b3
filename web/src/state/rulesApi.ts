/** The addresses of the rule book. */
import type { ConfirmRules, RuleLoadPlan, RuleTableView, TablesChange } from "@zesty/contract/books";
import { api } from "./api.ts";

interface RuleFile {
  table?: string;
  format: "json" | "csv";
  text: string;
}

export const rulesApi = api.injectEndpoints({
  endpoints: (build) => ({
    rules: build.query<RuleTableView[], void>({ query: () => "/rules", providesTags: ["Rules"] }),
    planRules: build.mutation<RuleLoadPlan, RuleFile>({
      query: (body) => ({ url: "/rules/plan", method: "POST", body }),
    }),
    loadRules: build.mutation<RuleTableView[], RuleFile>({
      query: (body) => ({ url: "/rules", method: "POST", body }),
      invalidatesTags: ["Rules", "Run", "Runs", "Desk"],
    }),
    confirmRules: build.mutation<RuleTableView[], ConfirmRules>({
      query: (body) => ({ url: "/rules/confirm", method: "POST", body }),
      invalidatesTags: ["Rules", "Run", "Runs", "Desk"],
    }),
    withdrawRules: build.mutation<RuleTableView[], number>({
      query: (row) => ({ url: `/rules/${row}`, method: "DELETE" }),
      invalidatesTags: ["Rules", "Run", "Runs", "Desk"],
    }),
    /** one of the lists of the set-up: costs, top-ups, people of a top-up, cost centres, accounts */
    tablesChange: build.query<TablesChange, { business: number; on: string | null }>({
      query: ({ business, on }) => `/businesses/${business}/tables-change${on ? `?on=${on}` : ""}`,
      providesTags: ["Rules", "Run"],
    }),
  }),
});
