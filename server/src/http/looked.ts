/** Who looked at, or took away, a document that shows what people are paid: on the trail, as every change is. */
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { record } from "../store/trail.ts";

export const looked = (context: Context, actor: Actor, businessId: number, about: string): void =>
  record(context.store, { at: context.clock.now(), userId: actor.userId, businessId, what: "looked at", about });

export function lookedAtRun(context: Context, actor: Actor, runId: number, what: string): void {
  const run = findRun(context, runId);
  looked(context, actor, run.businessId, `${what} of run ${run.number}`);
}
