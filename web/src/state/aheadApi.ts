/** The addresses about the year ahead: long work, followed to its end. */
import type { AheadAdopted, AheadChange, AheadView, AheadWanted, KeepAhead, KeptAhead } from "@zesty/contract/ahead";
import { api } from "./api.ts";
import { jobTold, throughJob } from "./jobs.ts";

interface Of {
  business: number;
}

export const aheadApi = api.enhanceEndpoints({ addTagTypes: ["KeptAhead"] }).injectEndpoints({
  endpoints: (build) => ({
    ahead: build.mutation<AheadView, Of & AheadWanted>({
      queryFn: async ({ business, ...body }, { dispatch }, _options, fetch) => {
        const done = await throughJob({ url: `/businesses/${business}/ahead`, method: "POST", body }, fetch, (job) =>
          dispatch(jobTold(job)),
        );
        return "error" in done ? done : { data: done.data.answer as AheadView };
      },
    }),
    keptAhead: build.query<KeptAhead[], number>({
      query: (business) => `/businesses/${business}/ahead/kept`,
      providesTags: ["KeptAhead"],
    }),
    keepAhead: build.mutation<{ id: number }, Of & KeepAhead>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/ahead/kept`, method: "POST", body }),
      invalidatesTags: ["KeptAhead"],
    }),
    dropAhead: build.mutation<unknown, Of & { id: number }>({
      query: ({ business, id }) => ({ url: `/businesses/${business}/ahead/kept/${id}`, method: "DELETE" }),
      invalidatesTags: ["KeptAhead"],
    }),
    adoptAhead: build.mutation<AheadAdopted, Of & { changes: AheadChange[] }>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/ahead/adopt`, method: "POST", body }),
      invalidatesTags: ["People", "Person", "Run", "Runs", "Desk"],
    }),
    aheadSheet: build.mutation<string, Of & AheadWanted>({
      query: ({ business, ...body }) => ({
        url: `/businesses/${business}/ahead.csv`,
        method: "POST",
        body,
        responseHandler: "text",
      }),
    }),
  }),
});
