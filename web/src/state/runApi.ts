/** The addresses of pay runs: opened, typed, planned, signed off, taken back, read. */

import type { HoursSheetFile, HoursSheetPreview } from "@zesty/contract/hoursSheet";
import type { JobView } from "@zesty/contract/jobs";
import type { ClosedownPlan, NewClosedown } from "@zesty/contract/nz/closedowns";
import type { NewOutsideCycle, RunSummary, RunView, SavedRows, SaveRows } from "@zesty/contract/runs";
import type { SignOffPlan } from "@zesty/contract/signOff";
import type { Payslip } from "@zesty/core/au/documents/payslip";
import type { PayslipNz } from "@zesty/core/nz/documents/payslip";
import type { Working } from "@zesty/core/working/figure";
import { api } from "./api.ts";
import { jobTold, throughJob } from "./jobs.ts";

/** A list of a business, newest first: as much as is usual, or so much of it. */
type Listed = number | { business: number; most: number };
const pathOf = (listed: Listed, list: string) =>
  typeof listed === "number"
    ? `/businesses/${listed}/${list}`
    : `/businesses/${listed.business}/${list}?most=${listed.most}`;

export const runApi = api.injectEndpoints({
  endpoints: (build) => ({
    runs: build.query<RunSummary[], Listed>({
      query: (listed) => pathOf(listed, "runs"),
      providesTags: ["Runs"],
    }),
    run: build.query<RunView, number>({ query: (run) => `/runs/${run}`, providesTags: ["Run"] }),
    openRun: build.mutation<
      { id: number },
      { business: number; cycleId: number; from: "usual" | "last"; payday?: string }
    >({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/runs`, method: "POST", body }),
      invalidatesTags: ["Runs", "Desk"],
    }),
    openOutsideCycle: build.mutation<{ id: number }, { business: number } & NewOutsideCycle>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/outside-cycle`, method: "POST", body }),
      invalidatesTags: ["Runs", "Desk"],
    }),
    saveRows: build.mutation<SavedRows, { run: number } & SaveRows>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/rows`, method: "PUT", body }),
      extraOptions: { keepsTyping: true },
      invalidatesTags: ["Desk", "Runs", "Plan"],
    }),
    setTick: build.mutation<SavedRows, { run: number; payId: number; key: string; on: boolean }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/ticks`, method: "PUT", body }),
      invalidatesTags: ["Desk", "Runs", "Plan"],
    }),
    addPeople: build.mutation<RunView, { run: number; personIds: number[]; paid?: boolean }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/people`, method: "POST", body }),
      invalidatesTags: ["Run"],
    }),
    /** a run of its own that held nothing else goes with it */
    undoAct: build.mutation<RunView | { gone: true }, { run: number; act: number }>({
      query: ({ run, act }) => ({ url: `/runs/${run}/acts/${act}/undo`, method: "POST" }),
      invalidatesTags: ["Run", "Runs", "Desk"],
    }),
    plan: build.query<SignOffPlan, number>({ query: (run) => `/runs/${run}/plan`, providesTags: ["Run", "Plan"] }),
    signOff: build.mutation<JobView, { run: number; version: number; final: number[] }>({
      queryFn: ({ run, ...body }, { dispatch }, _options, fetch) =>
        throughJob({ url: `/runs/${run}/sign-off`, method: "POST", body: { ...body, declared: true } }, fetch, (job) =>
          dispatch(jobTold(job)),
        ),
      invalidatesTags: ["Run", "Runs", "Desk", "Send", "Books", "Dues", "Person"],
    }),
    takeBack: build.mutation<{ id: number }, { run: number; reason: string }>({
      query: ({ run, reason }) => ({ url: `/runs/${run}/take-back`, method: "POST", body: { reason } }),
      invalidatesTags: ["Run", "Runs", "Desk", "Send", "Books", "Dues", "Person"],
    }),
    payslip: build.query<Payslip | PayslipNz, { run: number; payId: number }>({
      query: ({ run, payId }) => `/runs/${run}/pays/${payId}/payslip`,
      providesTags: ["Run"],
    }),
    keptWorking: build.query<Working, { run: number; payId: number; figure: string }>({
      query: ({ run, payId, figure }) => `/runs/${run}/pays/${payId}/working?figure=${encodeURIComponent(figure)}`,
    }),
    discardRun: build.mutation<unknown, number>({
      query: (run) => ({ url: `/runs/${run}`, method: "DELETE" }),
      invalidatesTags: ["Runs", "Desk", "Business"],
    }),
    planClosedown: build.mutation<ClosedownPlan, { run: number } & NewClosedown>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/closedown/plan`, method: "POST", body }),
    }),
    recordClosedown: build.mutation<RunView, { run: number } & NewClosedown>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/closedown`, method: "POST", body }),
      invalidatesTags: ["Run", "Runs", "Desk", "Person"],
    }),
    finalReturn: build.mutation<RunView, { run: number; final: boolean }>({
      query: ({ run, final }) => ({ url: `/runs/${run}/final-return`, method: "PUT", body: { final } }),
      invalidatesTags: ["Run"],
    }),
    movePayday: build.mutation<RunView, { run: number; payday: string; version: number }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/payday`, method: "PUT", body }),
      invalidatesTags: ["Run", "Runs", "Desk"],
    }),
    hoursSheet: build.mutation<HoursSheetPreview, { run: number } & HoursSheetFile>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/hours-sheet`, method: "POST", body }),
    }),
  }),
});
