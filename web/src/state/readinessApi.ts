/** What is missing: of a business, and of the practice; asked anew whenever it is shown. */
import type { AskedPeople, Readiness, ReadinessLine } from "@zesty/contract/readiness";
import { api } from "./api.ts";

export const readinessApi = api.injectEndpoints({
  endpoints: (build) => ({
    readiness: build.query<Readiness, number>({
      query: (business) => `/businesses/${business}/readiness`,
      providesTags: ["Person", "People", "Business", "Runs"],
    }),
    askPeople: build.mutation<AskedPeople, { business: number; again: boolean }>({
      query: ({ business, again }) => ({
        ...{ url: `/businesses/${business}/readiness/ask`, method: "POST", body: { again } },
      }),
    }),
    practiceReadiness: build.query<ReadinessLine[], void>({
      query: () => "/readiness",
      providesTags: ["Person", "People", "Business", "Runs"],
    }),
  }),
});
