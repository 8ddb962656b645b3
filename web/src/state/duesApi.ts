/** The addresses of dues and of what is paid over. */

import type { StatementGiven, StatementPeriod } from "@zesty/contract/au/statements";
import type {
  DuePerson,
  DuePick,
  DuesView,
  DueView,
  HeardOf,
  OwnContribution,
  PaidByHand,
  PayeeView,
  PaymentPlan,
  PreparePayment,
} from "@zesty/contract/dues";
import type { FiledMonth } from "@zesty/contract/nz/filedMonths";
import type { BusinessDues, PaidSeveral, PlanOf, PlanOfBusiness, PrepareOf } from "@zesty/contract/payOver";
import { api, ifSeen } from "./api.ts";

type Of<T> = T & { business: number };
const changed: ("Dues" | "Desk" | "Books")[] = ["Dues", "Desk", "Books"];
const split = <T extends { business: number }>({ business, ...body }: T) => ({ at: `/businesses/${business}`, body });

export const duesApi = api.injectEndpoints({
  endpoints: (build) => ({
    filedMonths: build.query<FiledMonth[], number>({
      query: (business) => `/businesses/${business}/filed-months`,
      providesTags: ["Dues"],
    }),
    statements: build.query<StatementPeriod[], number>({
      query: (business) => `/businesses/${business}/statements`,
      providesTags: ["Dues"],
    }),
    writeStatement: build.mutation<StatementPeriod[], StatementGiven & { business: number }>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/statements/by-hand`, method: "POST", body }),
      invalidatesTags: ["Dues"],
    }),
    dues: build.query<DuesView, Of<{ most: number }>>({
      query: ({ business, most }) => `/businesses/${business}/dues?most=${most}`,
      providesTags: ["Dues"],
    }),
    duePeople: build.query<DuePerson[], Of<{ due: Pick<DueView, "dueDate" | "kind" | "fundId" | "payee"> }>>({
      query: ({ business, due }) =>
        `/businesses/${business}/dues/people?${new URLSearchParams({ dueDate: due.dueDate, kind: due.kind, fundId: String(due.fundId ?? 0), payee: due.payee }).toString()}`,
      providesTags: ["Dues"],
    }),
    contributions: build.query<OwnContribution[], number>({
      query: (person) => `/people/${person}/contributions`,
      providesTags: ["Dues"],
    }),
    planDues: build.query<PaymentPlan, Of<{ picks: DuePick[]; date?: string }>>({
      query: (given) => {
        const { at, body } = split(given);
        return { url: `${at}/due-payments/plan`, method: "POST", body };
      },
      providesTags: ["Dues"],
    }),
    payDues: build.mutation<{ id: number }, Of<PreparePayment>>({
      query: (given) => {
        const { at, body } = split(given);
        return { url: `${at}/due-payments`, method: "POST", body };
      },
      invalidatesTags: changed,
    }),
    practiceDues: build.query<BusinessDues[], void>({ query: () => "/due-payments/open", providesTags: ["Dues"] }),
    planSeveralDues: build.query<PlanOfBusiness[], PlanOf[]>({
      query: (payments) => ({ url: "/due-payments/plan", method: "POST", body: { payments } }),
      providesTags: ["Dues"],
    }),
    paySeveralDues: build.mutation<PaidSeveral, PrepareOf[]>({
      query: (payments) => ({ url: "/due-payments", method: "POST", body: { payments } }),
      invalidatesTags: changed,
    }),
    duesByHand: build.mutation<{ id: number }, Of<PaidByHand>>({
      query: (given) => {
        const { at, body } = split(given);
        return { url: `${at}/due-payments/by-hand`, method: "POST", body };
      },
      invalidatesTags: changed,
    }),
    /** release, let go, take back */
    actOnDuePayment: build.mutation<
      unknown,
      Of<{ payment: number; act: "release" | "let-go" | "take-back"; reason?: string }>
    >({
      query: ({ business, payment, act, reason }) => ({
        ...{ url: `/businesses/${business}/due-payments/${payment}/${act}`, method: "POST" },
        body: act === "release" ? {} : { reason },
      }),
      invalidatesTags: changed,
    }),
    heardOfDues: build.mutation<unknown, Of<{ payment: number; remittance: number; heard: HeardOf }>>({
      query: ({ business, payment, remittance, heard }) => ({
        ...{ url: `/businesses/${business}/due-payments/${payment}/remittances/${remittance}/heard`, method: "POST" },
        body: heard,
      }),
      invalidatesTags: changed,
    }),
    remindOfDues: build.mutation<unknown, { days: number | null }>({
      query: (body) => ({ url: "/reminders-of-dues", method: "PUT", body }),
      invalidatesTags: ["Dues"],
    }),
    savePayee: build.mutation<DuesView["payees"], Of<PayeeView> & { seen: string }>({
      query: ({ seen, ...given }) => {
        const { at, body } = split(given);
        return { url: `${at}/payees`, method: "POST", body, ...ifSeen(seen) };
      },
      invalidatesTags: ["Dues"],
    }),
  }),
});
