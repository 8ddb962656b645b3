/** Discards a run that is open: nothing of it was signed off, so no fact is lost; the trail keeps that it was there. */
import { eq, inArray } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { conflict } from "../http/problem.ts";
import { record } from "../store/audit.ts";
import { backPay, closedown, departure, pay, payRun, tick } from "../store/schema.ts";
import { demandOpen } from "./runInHand.ts";
import { findRun } from "./runRows.ts";

export function discardRun(context: Context, actor: Actor, runId: number): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    const leaving = db.select().from(departure).where(eq(departure.runId, runId)).all();
    if (leaving.some((each) => each.undoneAt === null))
      throw conflict(
        "holds-departure",
        "A final pay stands in this run. Undo the departure on the person's page first; then the run can be discarded.",
      );
    if (
      db
        .select()
        .from(closedown)
        .where(eq(closedown.runId, runId))
        .all()
        .some((each) => each.undoneAt === null)
    )
      throw conflict(
        "holds-closedown",
        "A closedown was recorded in this run. Sign it off, or take the days out first.",
      );
    // Told before it is gone: whoever listens looks up whose run it is.
    context.announce(runId);
    // What was undone before stays on record, without the run.
    db.update(departure).set({ runId: null, payId: null }).where(eq(departure.runId, runId)).run();
    const rows = db.select().from(pay).where(eq(pay.runId, runId)).all();
    const ids = rows.map((row) => row.id);
    for (let at = 0; at < ids.length; at += 500)
      db.delete(tick)
        .where(inArray(tick.payId, ids.slice(at, at + 500)))
        .run();
    // A raise that was to be paid back with this run is paid back by nothing now.
    for (let at = 0; at < ids.length; at += 500)
      db.delete(backPay)
        .where(inArray(backPay.payId, ids.slice(at, at + 500)))
        .run();
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
  });
}
