/** Long work that is asked for by a request, and how far it has come. */
import type { Request, Response, Router } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { ProblemError } from "../ground/problem.ts";
import { signedIn } from "../http/handler.ts";
import type { Steps } from "../store/steps.ts";
import type { Jobs } from "./jobs.ts";

/**
 * Starts a job. Whoever prefers it (`Prefer: respond-async`, RFC 7240) is told at once where to ask for it; else the
 * answer comes when it has ended.
 */
export async function asJob<T>(
  jobs: Jobs,
  { actor, request, response }: { actor: Actor; request: Request; response: Response },
  about: string,
  steps: () => Steps<T>,
): Promise<T | undefined> {
  const { id, ended } = jobs.start(about, actor.userId, steps);
  if (!/\brespond-async\b/.test(request.header("Prefer") ?? "")) return ended;
  // Its end is told by the job; nobody waits here.
  ended.catch(() => undefined);
  response.status(202).setHeader("Location", `/api/jobs/${id}`).json({ id });
  return undefined;
}

export function jobRoutes(context: Context, jobs: Jobs, router: Router): void {
  router.get(
    "/jobs/:job",
    signedIn(context, async (actor, { params, query }) => {
      const seen = typeof query.seen === "string" ? Number(query.seen) : undefined;
      const view = await jobs.view(String(params.job), actor.userId, seen);
      if (!view)
        throw new ProblemError(
          404,
          "job-gone",
          "The server was started anew while this was under way. Load the page: either all of it was done, or nothing.",
        );
      return view;
    }),
  );
}
