/** The addresses about a payroll year. */
import type { ProofPay, YearProof } from "@zesty/contract/year";
import { api } from "./api.ts";

export const yearApi = api.injectEndpoints({
  endpoints: (build) => ({
    yearProof: build.query<YearProof, { business: number; from: string | null }>({
      query: ({ business, from }) => `/businesses/${business}/year${from ? `?from=${from}` : ""}`,
      providesTags: ["Books"],
    }),
    proofPays: build.query<ProofPay[], { person: number; from: string }>({
      query: ({ person, from }) => `/people/${person}/year/${from}`,
      providesTags: ["Books"],
    }),
  }),
});
