/** The addresses about leave: who is away, what is asked for, balances, what it is worth. */
import type {
  AdjustLeave,
  AnswerLeave,
  AskLeave,
  CashOutLeave,
  LeaveEntryView,
  LeavePaper,
  LeaveView,
  LeaveWorthView,
  SwapHoliday,
} from "@zesty/contract/leave";
import type { LeaveBroughtGiven, LeaveBroughtShown } from "@zesty/contract/leaveBrought";
import { api, ifSeen } from "./api.ts";

export const leaveApi = api.enhanceEndpoints({ addTagTypes: ["Leave", "LeaveWorth"] }).injectEndpoints({
  endpoints: (build) => ({
    leave: build.query<LeaveView, { business: number; from: string; to: string }>({
      query: ({ business, from, to }) => ({ url: `/businesses/${business}/leave`, params: { from, to } }),
      providesTags: ["Leave"],
    }),
    askLeave: build.mutation<{ id: number }, { business: number } & AskLeave>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/leave`, method: "POST", body }),
      invalidatesTags: ["Leave", "Week", "Run", "Runs", "Desk"],
    }),
    answerLeave: build.mutation<{ note: string | null }, { business: number; request: number } & AnswerLeave>({
      query: ({ business, request, ...body }) => ({
        url: `/businesses/${business}/leave/${request}`,
        method: "POST",
        body,
      }),
      invalidatesTags: ["Leave", "Week", "Run", "Runs", "Desk"],
    }),
    bringBalances: build.mutation<LeaveBroughtShown, { business: number } & LeaveBroughtGiven>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/leave-balances`, method: "POST", body }),
      invalidatesTags: (_answer, _error, { apply }) =>
        apply ? ["Leave", "LeaveWorth", "Person", "People", "Run", "Desk"] : [],
    }),
    putOnFile: build.mutation<unknown, { business: number; request: number } & LeavePaper>({
      query: ({ business, request, ...body }) => ({
        url: `/businesses/${business}/leave/${request}/papers`,
        method: "POST",
        body,
      }),
      invalidatesTags: ["Leave"],
    }),
    swapHoliday: build.mutation<unknown, { business: number } & SwapHoliday>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/holiday-swaps`, method: "POST", body }),
      invalidatesTags: ["Leave", "Week", "Run", "Runs", "Desk"],
    }),
    undoSwap: build.mutation<unknown, { business: number; swap: number }>({
      query: ({ business, swap }) => ({ url: `/businesses/${business}/holiday-swaps/${swap}`, method: "DELETE" }),
      invalidatesTags: ["Leave", "Week", "Run", "Runs", "Desk"],
    }),
    leaveHistory: build.query<LeaveEntryView[], number>({
      query: (person) => `/people/${person}/leave`,
      providesTags: ["Leave"],
    }),
    adjustLeave: build.mutation<unknown, { person: number; seen: string } & AdjustLeave>({
      query: ({ person, seen, ...body }) => ({
        url: `/people/${person}/leave-adjustments`,
        ...{ method: "POST", body, ...ifSeen(seen) },
      }),
      invalidatesTags: ["Leave", "LeaveWorth", "Person", "Run"],
    }),
    cashOut: build.mutation<{ runId: number }, { person: number } & CashOutLeave>({
      query: ({ person, ...body }) => ({ url: `/people/${person}/leave-cash-outs`, method: "POST", body }),
      invalidatesTags: ["Run", "Runs", "Desk"],
    }),
    leaveWorth: build.query<LeaveWorthView, { business: number; from: string; to: string }>({
      query: ({ business, from, to }) => ({ url: `/businesses/${business}/leave-worth`, params: { from, to } }),
      providesTags: ["LeaveWorth"],
    }),
    postLeaveWorth: build.mutation<{ id: number }, { business: number; on: string }>({
      query: ({ business, on }) => ({ url: `/businesses/${business}/leave-worth`, method: "POST", body: { on } }),
      invalidatesTags: ["LeaveWorth", "Books"],
    }),
    makeFeed: build.mutation<{ path: string }, number>({
      query: (business) => ({ url: `/businesses/${business}/calendar`, method: "POST" }),
      invalidatesTags: ["Leave"],
    }),
    endFeed: build.mutation<unknown, number>({
      query: (business) => ({ url: `/businesses/${business}/calendar`, method: "DELETE" }),
      invalidatesTags: ["Leave"],
    }),
  }),
});
