/** The addresses of recorded time and of agreements. */
import type { ShiftSheetFile, ShiftSheetPreview } from "@zesty/contract/hoursSheet";
import type {
  AgreementView,
  AnnualWage,
  AnswerHolidays,
  ApproveDays,
  RateMove,
  SaveAgreementFacts,
  SaveDays,
  WeekView,
} from "@zesty/contract/time";
import { api, ifSeen } from "./api.ts";

export const timeApi = api.injectEndpoints({
  endpoints: (build) => ({
    answerHolidays: build.mutation<unknown, { business: number } & AnswerHolidays>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/holiday-answers`, method: "POST", body }),
      invalidatesTags: ["Week", "Run", "Runs", "Desk"],
    }),
    shiftSheet: build.mutation<ShiftSheetPreview, { business: number } & ShiftSheetFile>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/shift-sheet`, method: "POST", body }),
    }),
    week: build.query<WeekView, { business: number; cycle?: number | undefined; day?: string | undefined }>({
      query: ({ business, cycle, day }) => ({ url: `/businesses/${business}/week`, params: { cycle, day } }),
      providesTags: ["Week"],
    }),
    saveDays: build.mutation<unknown, { business: number } & SaveDays>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/days`, method: "PUT", body }),
      extraOptions: { keepsTyping: true },
      invalidatesTags: ["Run", "Runs", "Desk"],
    }),
    approveDays: build.mutation<unknown, { business: number } & ApproveDays>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/approvals`, method: "POST", body }),
      invalidatesTags: ["Week", "Run", "Runs", "Desk"],
    }),
    annualWages: build.query<AnnualWage[], { business: number; from: string; to: string }>({
      query: ({ business, from, to }) => ({ url: `/businesses/${business}/annual-wages`, params: { from, to } }),
      providesTags: ["Agreements", "Run"],
    }),
    agreements: build.query<AgreementView[], number>({
      query: (business) => `/businesses/${business}/agreements`,
      providesTags: ["Agreements"],
    }),
    agreementsOn: build.query<AgreementView[], { business: number; on: string }>({
      query: ({ business, on }) => `/businesses/${business}/agreements?on=${on}`,
      keepUnusedDataFor: 0,
    }),
    planAgreement: build.mutation<RateMove[], { business: number; rules: unknown }>({
      query: ({ business, rules }) => ({ url: `/businesses/${business}/agreements/plan`, method: "POST", body: rules }),
    }),
    planAgreementFacts: build.mutation<RateMove[], { business: number; agreement: string; values: SaveAgreementFacts }>(
      {
        query: ({ business, agreement, values }) => ({
          url: `/businesses/${business}/agreements/${encodeURIComponent(agreement)}/plan`,
          method: "POST",
          body: values,
        }),
      },
    ),
    loadAgreement: build.mutation<AgreementView[], { business: number; rules: unknown }>({
      query: ({ business, rules }) => ({ url: `/businesses/${business}/agreements`, method: "POST", body: rules }),
      invalidatesTags: ["Agreements", "Week", "Run"],
    }),
    saveAgreement: build.mutation<
      AgreementView[],
      { business: number; agreement: string; values: SaveAgreementFacts; seen: string }
    >({
      query: ({ business, agreement, values, seen }) => ({
        url: `/businesses/${business}/agreements/${encodeURIComponent(agreement)}`,
        ...{ method: "PUT", body: values, ...ifSeen(seen) },
      }),
      invalidatesTags: ["Agreements", "Week", "Run"],
    }),
  }),
});
