/** The addresses about a payroll year. */

import type { Contractors, ContractorsGiven, ContractorsShown } from "@zesty/contract/au/contractors";
import type { MoveReported, ReportedMoved } from "@zesty/contract/au/reportMoved";
import type { JobView } from "@zesty/contract/jobs";
import type { EsctRates } from "@zesty/contract/nz/esct";
import type { OpeningEarningsGiven, OpeningEarningsShown } from "@zesty/contract/nz/openingEarnings";
import type { Outside, OutsideGiven, OutsideShown } from "@zesty/contract/outside";
import type {
  ElementSheet,
  FringeGiven,
  FringeShown,
  OpeningGiven,
  OpeningShown,
  ProofPay,
  SummaryMail,
  YearAndEnding,
  YearDeclared,
} from "@zesty/contract/year";
import { api } from "./api.ts";
import { jobTold, throughJob } from "./jobs.ts";

type Of<Body> = { business: number } & Body;

export const yearApi = api.injectEndpoints({
  endpoints: (build) => {
    const change = <Body extends object>(path: string) =>
      build.mutation<object, Of<Body>>({
        query: ({ business, ...body }) => ({ url: `/businesses/${business}/year/${path}`, method: "POST", body }),
        invalidatesTags: ["Books", "Desk"],
      });
    return {
      year: build.query<YearAndEnding, { business: number; from: string | null }>({
        query: ({ business, from }) => `/businesses/${business}/year${from ? `?from=${from}` : ""}`,
        providesTags: ["Books"],
      }),
      proofPays: build.query<ProofPay[], { person: number; from: string }>({
        query: ({ person, from }) => `/people/${person}/year/${from}`,
        providesTags: ["Books"],
      }),
      yearElements: build.query<ElementSheet, { business: number; from: string | null }>({
        query: ({ business, from }) => `/businesses/${business}/year/elements${from ? `?from=${from}` : ""}`,
        providesTags: ["Books", "Business"],
      }),
      esctRates: build.query<EsctRates, { business: number; from: string | null }>({
        query: ({ business, from }) => `/businesses/${business}/esct-rates${from ? `?from=${from}` : ""}`,
        providesTags: ["Books", "Person"],
      }),
      acceptEsct: build.mutation<EsctRates, Of<{ from: string; people: number[] }>>({
        query: ({ business, ...body }) => ({ url: `/businesses/${business}/esct-rates`, method: "POST", body }),
        invalidatesTags: ["Books", "Person", "Run"],
      }),
      declareYear: build.mutation<JobView, Of<YearDeclared & { declared: boolean }>>({
        queryFn: ({ business, ...body }, { dispatch }, _options, fetch) =>
          throughJob({ url: `/businesses/${business}/year/declared`, method: "POST", body }, fetch, (job) =>
            dispatch(jobTold(job)),
          ),
        invalidatesTags: ["Books", "Desk"],
      }),
      putFringeIn: build.mutation<FringeShown, Of<FringeGiven>>({
        query: ({ business, ...body }) => ({
          url: `/businesses/${business}/year/fringe-benefits`,
          method: "POST",
          body,
        }),
        invalidatesTags: (_answer, _error, { apply }) => (apply ? ["Books", "Person"] : []),
      }),
      putOpeningIn: build.mutation<OpeningShown, Of<OpeningGiven>>({
        query: ({ business, ...body }) => ({ url: `/businesses/${business}/opening-figures`, method: "POST", body }),
        invalidatesTags: (_answer, _error, { apply }) => (apply ? ["Books", "Person", "Run"] : []),
      }),
      contractors: build.query<Contractors, { business: number; from: string }>({
        query: ({ business, from }) => `/businesses/${business}/year/contractors?from=${from}`,
        providesTags: ["Books"],
      }),
      putContractorsIn: build.mutation<ContractorsShown, Of<ContractorsGiven>>({
        query: ({ business, ...body }) => ({ url: `/businesses/${business}/year/contractors`, method: "POST", body }),
        invalidatesTags: (_answer, _error, { apply }) => (apply ? ["Books"] : []),
      }),
      outside: build.query<Outside, { business: number; from: string }>({
        query: ({ business, from }) => `/businesses/${business}/year/outside?from=${from}`,
        providesTags: ["Books"],
      }),
      putOutsideIn: build.mutation<OutsideShown, Of<OutsideGiven>>({
        query: ({ business, ...body }) => ({ url: `/businesses/${business}/year/outside`, method: "POST", body }),
        invalidatesTags: (_answer, _error, { apply }) => (apply ? ["Books"] : []),
      }),
      moveReported: build.mutation<ReportedMoved, Of<MoveReported & { element: number }>>({
        query: ({ business, element, ...body }) => ({
          url: `/businesses/${business}/elements/${element}/reported-as`,
          method: "POST",
          body,
        }),
        invalidatesTags: (_answer, _error, { apply }) => (apply ? ["Books", "Business", "Run", "Desk"] : []),
      }),
      putEarningsIn: build.mutation<OpeningEarningsShown, Of<OpeningEarningsGiven>>({
        query: ({ business, ...body }) => ({ url: `/businesses/${business}/opening-earnings`, method: "POST", body }),
        invalidatesTags: (_answer, _error, { apply }) => (apply ? ["Books", "Person", "Run"] : []),
      }),
      leaveOutOfYear: change<{ from: string; person: number; reason: string | null }>("left-out"),
      tickYearLine: change<{ from: string; item: string; ticked: boolean }>("ticked"),
      summaryMail: build.query<SummaryMail, { business: number; from: string }>({
        query: ({ business, from }) => `/businesses/${business}/year/summary-mail?from=${from}`,
        providesTags: ["Books", "Person"],
      }),
      mailSummaries: build.mutation<SummaryMail, Of<{ from: string; people: number[] }>>({
        query: ({ business, ...body }) => ({ url: `/businesses/${business}/year/summary-mail`, method: "POST", body }),
        invalidatesTags: ["Books"],
      }),
      closeYear: change<{ from: string; closed: boolean; reason: string | null }>("closed"),
    };
  },
});
