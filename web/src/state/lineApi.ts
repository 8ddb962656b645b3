/** The addresses about a person's line of time and back pay. */
import type { BackPayPlan, LineOfTime } from "@zesty/contract/lineOfTime";
import { api, ifSeen } from "./api.ts";

interface OfTerms {
  person: number;
  section: "employment" | "time";
  terms: object;
}

export const lineApi = api.injectEndpoints({
  endpoints: (build) => ({
    line: build.query<LineOfTime, number>({ query: (person) => `/people/${person}/line`, providesTags: ["Person"] }),
    undoChange: build.mutation<LineOfTime, { person: number; section: string; notch: number }>({
      query: ({ person, ...body }) => ({ url: `/people/${person}/line/undo`, method: "POST", body }),
      invalidatesTags: ["Person", "People", "Run", "Runs", "Desk"],
    }),
    planBackPay: build.mutation<BackPayPlan, OfTerms>({
      query: ({ person, section, terms }) => ({
        url: `/people/${person}/back-pay/${section}/plan`,
        method: "POST",
        body: terms,
      }),
    }),
    payBack: build.mutation<{ runId: number }, OfTerms & { seen: string | undefined }>({
      query: ({ person, section, terms, seen }) => ({
        url: `/people/${person}/back-pay/${section}`,
        ...{ method: "POST", body: terms, ...ifSeen(seen) },
      }),
      invalidatesTags: ["Person", "People", "Run", "Runs", "Desk"],
    }),
  }),
});
