/** Ticks: the bookkeeper's "I have looked at this". A tick is bound to a finding and its facts. */
import type { SavedRows } from "@zesty/contract/runs";
import type { MarkCode } from "@zesty/core/checks/mark";
import { standingCodes } from "@zesty/core/countries/marks";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { answerWith, demandOpen, notePreparer } from "../row/runInHand.ts";
import { pay, standingTick, tick } from "../store/schema.ts";
import { record } from "../store/trail.ts";

export function setTick(
  context: Context,
  actor: Actor,
  runId: number,
  wanted: { payId: number; key: string; on: boolean },
): SavedRows {
  return context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    const { db } = context.store;
    const row = db.select({ runId: pay.runId, personId: pay.personId }).from(pay).where(eq(pay.id, wanted.payId)).get();
    if (row?.runId !== runId) throw cannot("unknown-person", "This row belongs to nobody in this run.");
    db.delete(tick)
      .where(and(eq(tick.payId, wanted.payId), eq(tick.key, wanted.key)))
      .run();
    if (wanted.on)
      db.insert(tick)
        .values({ payId: wanted.payId, key: wanted.key, userId: actor.userId, at: context.clock.now() })
        .run();
    if (standingCodes.includes(wanted.key.split("|")[0] as MarkCode)) {
      db.delete(standingTick)
        .where(and(eq(standingTick.personId, row.personId), eq(standingTick.key, wanted.key)))
        .run();
      if (wanted.on)
        db.insert(standingTick)
          .values({ personId: row.personId, key: wanted.key, userId: actor.userId, at: context.clock.now() })
          .run();
    }
    notePreparer(context, actor, run);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: wanted.on ? "ticked" : "took away the tick",
      about: `run ${run.number}, pay ${wanted.payId}: ${wanted.key.slice(0, 200)}`,
    });
    return answerWith(context, run, new Set([wanted.payId]), false);
  });
}
