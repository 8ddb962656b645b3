/** The addresses about a person's staff pages, as the practice uses them. */
import type { AnsweredChange, StaffAccess, StaffWay } from "@zesty/contract/staff";
import { api } from "./api.ts";

export const staffApi = api.injectEndpoints({
  endpoints: (build) => ({
    staffPages: build.query<StaffAccess, number>({
      query: (person) => `/people/${person}/staff-pages`,
      providesTags: ["Person"],
    }),
    inviteStaff: build.mutation<{ link: string; to: string }, { person: number; by: StaffWay }>({
      query: ({ person, ...body }) => ({ url: `/people/${person}/staff-pages`, method: "POST", body }),
      invalidatesTags: ["Person"],
    }),
    endStaff: build.mutation<StaffAccess, number>({
      query: (person) => ({ url: `/people/${person}/staff-pages`, method: "DELETE" }),
      invalidatesTags: ["Person"],
    }),
    answerChange: build.mutation<AnsweredChange, { person: number; change: number; take: boolean }>({
      query: ({ person, change, take }) => ({
        url: `/people/${person}/staff-changes/${change}`,
        method: "PUT",
        body: { take },
      }),
      invalidatesTags: ["Person", "People", "Run", "Desk"],
    }),
  }),
});
