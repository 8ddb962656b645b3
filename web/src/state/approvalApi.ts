/** The addresses about a yes before sign-off. */
import type { Approval, ApproverLetter } from "@zesty/contract/approval";
import { api } from "./api.ts";

export const approvalApi = api.enhanceEndpoints({ addTagTypes: ["Approval", "Plan"] }).injectEndpoints({
  endpoints: (build) => ({
    approval: build.query<Approval, number>({
      query: (run) => `/runs/${run}/approval`,
      providesTags: ["Approval", "Run"],
    }),
    letter: build.query<ApproverLetter, number>({
      query: (run) => `/runs/${run}/letter`,
      providesTags: ["Approval", "Run"],
    }),
    askApproval: build.mutation<unknown, { run: number; userId: number }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/approval`, method: "POST", body }),
      invalidatesTags: ["Approval", "Plan"],
    }),
    withdrawApproval: build.mutation<unknown, number>({
      query: (run) => ({ url: `/runs/${run}/approval`, method: "DELETE" }),
      invalidatesTags: ["Approval", "Plan"],
    }),
    answerApproval: build.mutation<unknown, { run: number; question: number; text: string }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/approval/answer`, method: "POST", body }),
      invalidatesTags: ["Approval", "Plan"],
    }),
    sayYes: build.mutation<unknown, { run: number; seen: string }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/letter/yes`, method: "POST", body }),
      invalidatesTags: ["Approval", "Plan"],
    }),
    askAboutRun: build.mutation<unknown, { run: number; payId: number | null; text: string }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/letter/question`, method: "POST", body }),
      invalidatesTags: ["Approval", "Plan"],
    }),
  }),
});
