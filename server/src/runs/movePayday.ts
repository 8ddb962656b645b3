import { and, desc, eq, lt, ne } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { demandOpen, demandVersion } from "../row/runInHand.ts";
import { payRun } from "../store/schema.ts";
import { record } from "../store/trail.ts";

/** Moves the payday of an open run; the whole run is worked out again by the rates of the new day. */
export function movePayday(
  context: Context,
  actor: Actor,
  runId: number,
  wanted: { payday: string; version: number },
): void {
  context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    demandVersion(run, wanted.version);
    const { db } = context.store;
    const last = db
      .select({ payday: payRun.payday })
      .from(payRun)
      .where(and(eq(payRun.cycleId, run.cycleId), ne(payRun.state, "takenBack"), lt(payRun.periodEnd, run.periodStart)))
      .orderBy(desc(payRun.payday))
      .limit(1)
      .get();
    if (last && wanted.payday < last.payday) {
      const text = `Payday ${wanted.payday} is before the last one, ${last.payday}. Choose ${last.payday} or later.`;
      throw cannot("payday-before-last", text, { errors: [{ path: "payday", text }] });
    }
    db.update(payRun)
      .set({ payday: wanted.payday, accountingDate: wanted.payday, version: run.version + 1 })
      .where(eq(payRun.id, runId))
      .run();
    composeAndCount(context, runId);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: `moved the payday from ${run.payday}`,
      about: `${run.number}, payday ${wanted.payday}`,
    });
  });
  context.announce(runId);
}
