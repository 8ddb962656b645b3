/** The addresses about notices of Inland Revenue. */
import type { NoticeView, TypedNotice } from "@zesty/contract/nz/notices";
import { api } from "./api.ts";

export const noticesApi = api.injectEndpoints({
  endpoints: (build) => ({
    notices: build.query<NoticeView[], number>({
      query: (business) => `/businesses/${business}/notices`,
      providesTags: ["Person", "Runs"],
    }),
    askForNotices: build.mutation<NoticeView[], number>({
      query: (business) => ({ url: `/businesses/${business}/notices/asked`, method: "POST" }),
      invalidatesTags: ["Person", "Desk"],
    }),
    typeNotice: build.mutation<NoticeView[], { business: number } & TypedNotice>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/notices`, method: "POST", body }),
      invalidatesTags: ["Person", "Desk"],
    }),
    answerNotice: build.mutation<
      NoticeView[],
      { business: number; notice: number; applied: boolean; reason: string | null }
    >({
      query: ({ business, notice, ...body }) => ({
        url: `/businesses/${business}/notices/${notice}`,
        method: "PUT",
        body,
      }),
      invalidatesTags: ["Person", "People", "Run", "Runs", "Desk"],
    }),
  }),
});
