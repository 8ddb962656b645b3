/** Long work at the server, followed to its end: started with `Prefer: respond-async`, told of step by step. */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { FetchArgs, FetchBaseQueryError } from "@reduxjs/toolkit/query/react";
import type { JobView } from "@zesty/contract/jobs";

/** How far the work in hand has come; null when there is none. */
export const jobSlice = createSlice({
  name: "job",
  initialState: null as JobView | null,
  reducers: { jobTold: (_before, { payload }: PayloadAction<JobView | null>) => payload },
});
export const { jobTold } = jobSlice.actions;

type Answer = { data?: unknown; error?: FetchBaseQueryError | undefined };
type Fetch = (args: FetchArgs) => Answer | PromiseLike<Answer>;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** @returns the job when it is done; the problem that it was refused with else */
export async function throughJob(
  request: FetchArgs,
  fetch: Fetch,
  tell: (job: JobView | null) => void,
): Promise<{ data: JobView } | { error: FetchBaseQueryError }> {
  const started = await fetch({ ...request, headers: { Prefer: "respond-async" } });
  if (started.error) return { error: started.error };
  const { id } = started.data as { id: string };
  try {
    for (let seen = -1; ; ) {
      const { data, error } = await fetch({ url: `/jobs/${id}`, params: { seen } });
      // The line may drop while the work goes on.
      if (error?.status === "FETCH_ERROR") await pause(1000);
      else if (error) return { error };
      else {
        const job = data as JobView;
        if (job.problem) return { error: { status: job.problem.status, data: job.problem } };
        if (job.state === "done") return { data: job };
        tell(job);
        seen = job.change;
      }
    }
  } finally {
    tell(null);
  }
}
