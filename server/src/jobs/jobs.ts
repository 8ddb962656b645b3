/**
 * Long work, one after the other, each in slices: no request waits on it. A job is kept in memory only. What it does to
 * the store is one transaction at its end, so a job that dies with the server has done nothing.
 */
import { randomUUID } from "node:crypto";
import { EventEmitter, once } from "node:events";
import type { JobView } from "@zesty/contract/jobs";
import type { Problem } from "@zesty/contract/problem";
import { conflict } from "../ground/problem.ts";
import { inSlices, type Steps } from "../store/steps.ts";

/** How long the end of a job is told of. */
const keptMs = 10 * 60_000;
/** Tells of what it has come to at least so often: a page that left is not waited for. */
const longestWaitMs = 10_000;

interface Job {
  view: JobView;
  userId: number;
  about: string;
  ended: Promise<unknown>;
}

export class Jobs {
  private readonly known = new Map<string, Job>();
  private readonly changes = new EventEmitter().setMaxListeners(0);
  private last: Promise<unknown> = Promise.resolve();
  private readonly problemOf: (error: unknown) => Problem;

  constructor(problemOf: (error: unknown) => Problem) {
    this.problemOf = problemOf;
  }

  /**
   * @param about what it works on: of one thing there is one job at a time
   * @param userId who started it, and alone is told of it
   */
  start<T>(about: string, userId: number, steps: () => Steps<T>): { id: string; ended: Promise<T> } {
    for (const { about: other, view } of this.known.values())
      if (other === about && (view.state === "waiting" || view.state === "running"))
        throw conflict("at-work", "This is being done already. Wait until it has ended, then look again.");
    const id = randomUUID();
    const view: JobView = { id, state: "waiting", part: "", done: 0, of: 0, change: 0, problem: null, answer: null };
    const ended = this.last.then(() => this.run(view, steps));
    this.last = ended.catch(() => undefined);
    this.known.set(id, { view, userId, about, ended });
    return { id, ended };
  }

  /** What has come of a job; when `seen` is what it has come to already, as soon as there is more. */
  async view(id: string, userId: number, seen?: number): Promise<JobView | undefined> {
    const job = this.known.get(id);
    if (job?.userId !== userId) return undefined;
    if (seen === job.view.change && (job.view.state === "waiting" || job.view.state === "running"))
      await once(this.changes, id, { signal: AbortSignal.timeout(longestWaitMs) }).catch(() => undefined);
    return job.view;
  }

  /** Waits for what is under way: before the store is closed. */
  async stop(): Promise<void> {
    await this.last;
  }

  private async run<T>(view: JobView, steps: () => Steps<T>): Promise<T> {
    const tell = (facts: Partial<JobView>) => {
      Object.assign(view, facts, { change: view.change + 1 });
      this.changes.emit(view.id);
    };
    try {
      tell({ state: "running" });
      const answer = await inSlices(steps(), tell);
      tell({ state: "done", answer: answer ?? null });
      return answer;
    } catch (error) {
      tell({ state: "refused", problem: this.problemOf(error) });
      throw error;
    } finally {
      setTimeout(() => this.known.delete(view.id), keptMs).unref();
    }
  }
}
