/** Brings people into an open run who were left out: they joined later, or sit in another cycle. */
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { applyWaiting } from "../row/finalLines.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { demandOpen } from "../row/runInHand.ts";
import { takeWaitingActs } from "../row/waitingActs.ts";
import { pay, payRun, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";

export function addToRun(
  context: Context,
  actor: Actor,
  runId: number,
  personIds: readonly number[],
  paid = true,
): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    const inRun = new Set(
      db
        .select({ personId: pay.personId })
        .from(pay)
        .where(eq(pay.runId, runId))
        .all()
        .map((row) => row.personId),
    );
    for (const personId of personIds) {
      const who = db.select().from(person).where(eq(person.id, personId)).get();
      if (who?.businessId !== run.businessId)
        throw cannot("unknown-person", "This person does not belong to the business. Nothing was changed.");
      if (!inRun.has(personId))
        db.insert(pay).values({ runId, personId, included: paid, periods: 1, lines: [], typed: [] }).run();
    }
    db.update(payRun)
      .set({ version: run.version + 1 })
      .where(eq(payRun.id, runId))
      .run();
    applyWaiting(context, runId);
    takeWaitingActs(context, runId);
    composeAndCount(context, runId);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: paid ? "added people to a run" : "left people out of a run",
      about: `run ${run.number}: ${personIds.map((each) => `person ${each}`).join(", ")}`,
    });
  });
}
