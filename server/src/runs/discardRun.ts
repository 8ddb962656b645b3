/** Discards a run that is open: nothing of it was signed off, so no fact is lost; the trail keeps that it was there. */
import { and, eq, inArray, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { applyWaiting } from "../row/finalLines.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { demandOpen } from "../row/runInHand.ts";
import {
  act,
  approval,
  approvalWord,
  backPay,
  closedown,
  departure,
  earlierRegister,
  earlierTick,
  pay,
  payRun,
  tick,
} from "../store/schema.ts";
import { record } from "../store/trail.ts";

export function discardRun(context: Context, actor: Actor, runId: number): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    // Told before it is gone: whoever listens looks up whose run it is.
    context.announce(runId);
    const rows = db.select().from(pay).where(eq(pay.runId, runId)).all();
    const back = leaveActs(context, runId);
    const ids = rows.map((row) => row.id);
    for (let at = 0; at < ids.length; at += 500) {
      const some = ids.slice(at, at + 500);
      db.delete(tick).where(inArray(tick.payId, some)).run();
      db.delete(backPay).where(inArray(backPay.payId, some)).run();
      db.update(departure).set({ leftOutPayId: null }).where(inArray(departure.leftOutPayId, some)).run();
    }
    const asked = db.select({ id: approval.id }).from(approval).where(eq(approval.runId, runId));
    db.delete(approvalWord).where(inArray(approvalWord.approvalId, asked)).run();
    db.delete(approval).where(eq(approval.runId, runId)).run();
    db.delete(earlierRegister).where(eq(earlierRegister.runId, runId)).run();
    db.delete(earlierTick).where(eq(earlierTick.runId, runId)).run();
    db.delete(pay).where(eq(pay.runId, runId)).run();
    db.delete(payRun).where(eq(payRun.id, runId)).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: "discarded open run",
      about: `${run.number}, payday ${run.payday}`,
      change: { before: rows.map(({ personId, included, lines }) => ({ personId, included, lines })), after: null },
    });
    for (const other of back) composeAndCount(context, other);
  });
}

/**
 * Acts that are at home in the run go with it: a correction and a closedown are undone, back pay is owed again. A
 * departure waits for its period's run; a row that it left out elsewhere is back. @returns runs whose rows came back
 */
function leaveActs(context: Context, runId: number): number[] {
  const { db } = context.store;
  const at = context.clock.now();
  db.update(act)
    .set({ undoneAt: at })
    .where(and(eq(act.runId, runId), isNull(act.undoneAt)))
    .run();
  db.update(act).set({ runId: null }).where(eq(act.runId, runId)).run();
  db.delete(closedown).where(eq(closedown.runId, runId)).run();
  const leaving = db.select().from(departure).where(eq(departure.runId, runId)).all();
  db.update(departure).set({ runId: null, payId: null, leftOutPayId: null }).where(eq(departure.runId, runId)).run();
  return leaving.flatMap(({ leftOutPayId, undoneAt }) => {
    if (leftOutPayId === null || undoneAt !== null) return [];
    const row = db.select({ runId: pay.runId }).from(pay).where(eq(pay.id, leftOutPayId)).get();
    if (!row || findRun(context, row.runId).state !== "open") return [];
    db.update(pay).set({ included: true }).where(eq(pay.id, leftOutPayId)).run();
    applyWaiting(context, row.runId);
    return [row.runId];
  });
}
