/** The last filing of an employer: nobody is paid after its payday, and Inland Revenue waits for no more. */
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { demandOpen } from "../row/runInHand.ts";
import { payRun } from "../store/schema.ts";
import { record } from "../store/trail.ts";

export function setFinalReturn(context: Context, actor: Actor, runId: number, final: boolean): void {
  context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    context.store.db.update(payRun).set({ finalReturn: final }).where(eq(payRun.id, runId)).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: final ? "said that a filing is the last" : "said that a filing is not the last",
      about: `${run.number}, payday ${run.payday}`,
    });
  });
  context.announce(runId);
}
