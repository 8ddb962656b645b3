/** The addresses about what leaves the house for a run. */
import type { MailOwnerPage, MailRule } from "@zesty/contract/ownerPage";
import type { ReportPage } from "@zesty/contract/readReport";
import type { ByHand, Channel, SendView, SentSeveral, WaitingRun } from "@zesty/contract/sending";
import { api } from "./api.ts";

export const sendApi = api.enhanceEndpoints({ addTagTypes: ["MailRules"] }).injectEndpoints({
  endpoints: (build) => ({
    send: build.query<SendView, number>({ query: (run) => `/runs/${run}/send`, providesTags: ["Send"] }),
    sendRun: build.mutation<SendView, { run: number; channels: Channel[] }>({
      query: ({ run, channels }) => ({ url: `/runs/${run}/send`, method: "POST", body: { channels } }),
      invalidatesTags: ["Send", "Desk", "Runs"],
    }),
    report: build.query<ReportPage, number>({ query: (document) => `/documents/${document}/read` }),
    waitingRuns: build.query<WaitingRun[], readonly number[]>({
      query: (also) => `/waiting-runs?also=${also.join()}`,
      providesTags: ["Send"],
    }),
    sendSeveral: build.mutation<SentSeveral, number[]>({
      query: (runs) => ({ url: "/waiting-runs/send", method: "POST", body: { runs } }),
      invalidatesTags: ["Send", "Desk", "Runs"],
    }),
    takenByHand: build.mutation<SendView, { run: number; message: number; said: ByHand }>({
      query: ({ run, message, said }) => ({
        url: `/runs/${run}/messages/${message}/by-hand`,
        method: "POST",
        body: said,
      }),
      invalidatesTags: ["Send", "Desk", "Runs", "Books"],
    }),
    sendAgain: build.mutation<SendView, { run: number; channel: Channel }>({
      query: ({ run, channel }) => ({ url: `/runs/${run}/send-again`, method: "POST", body: { channel } }),
      invalidatesTags: ["Send", "Desk", "Runs"],
    }),
    mailOwnerPage: build.mutation<unknown, { run: number } & MailOwnerPage>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/owner-page`, method: "POST", body }),
      invalidatesTags: ["MailRules"],
    }),
    mailRules: build.query<MailRule[], number>({
      query: (business) => `/businesses/${business}/mail-rules`,
      providesTags: ["MailRules"],
    }),
    endMailRule: build.mutation<unknown, { business: number; id: number }>({
      query: ({ business, id }) => ({ url: `/businesses/${business}/mail-rules/${id}`, method: "DELETE" }),
      invalidatesTags: ["MailRules"],
    }),
    tryNow: build.mutation<SendView, number>({
      query: (run) => ({ url: `/runs/${run}/try-now`, method: "POST" }),
      invalidatesTags: ["Send"],
    }),
    replaceEvent: build.mutation<SendView, { run: number; reason: string; declared: boolean }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/replace-event`, method: "POST", body }),
      invalidatesTags: ["Send", "Desk", "Runs", "Books"],
    }),
  }),
});
