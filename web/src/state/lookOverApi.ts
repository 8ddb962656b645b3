/** The addresses about past pays that are looked over: long work, followed to its end. */
import type { LookOverView, LookOverWanted } from "@zesty/contract/lookOver";
import { api } from "./api.ts";
import { jobTold, throughJob } from "./jobs.ts";

type Wanted = { business: number } & LookOverWanted;

export const lookOverApi = api.injectEndpoints({
  endpoints: (build) => ({
    lookOver: build.mutation<LookOverView, Wanted>({
      queryFn: async ({ business, ...body }, { dispatch }, _options, fetch) => {
        const done = await throughJob(
          { url: `/businesses/${business}/look-over`, method: "POST", body },
          fetch,
          (job) => dispatch(jobTold(job)),
        );
        return "error" in done ? done : { data: done.data.answer as LookOverView };
      },
    }),
    payLookedOver: build.mutation<{ runIds: number[]; total: string }, Wanted>({
      queryFn: async ({ business, ...body }, { dispatch }, _options, fetch) => {
        const done = await throughJob(
          { url: `/businesses/${business}/look-over/pay`, method: "POST", body },
          fetch,
          (job) => dispatch(jobTold(job)),
        );
        return "error" in done ? done : { data: done.data.answer as { runIds: number[]; total: string } };
      },
      invalidatesTags: ["Run", "Runs", "Desk"],
    }),
  }),
});
