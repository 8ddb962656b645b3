/** A person's departure as recorded, and its undoing. */
import type { DepartureView } from "@zesty/contract/departures";
import { cessationReasons } from "@zesty/core/au/documents/payEvent";
import { addDays } from "@zesty/core/calendar/dates";
import type { SheetLine } from "@zesty/core/pay/row";
import { and, desc, eq, isNull, lte, ne } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { conflict } from "../http/problem.ts";
import { refreshRun } from "../runs/workRun.ts";
import { record } from "../store/audit.ts";
import { datedRecords } from "../store/dated.ts";
import { departure, outbox, pay, payRun, person, usualPay } from "../store/schema.ts";
import { openRunOf } from "./finalRun.ts";

export const openDeparture = (context: Context, personId: number) =>
  context.store.db
    .select()
    .from(departure)
    .where(and(eq(departure.personId, personId), isNull(departure.undoneAt)))
    .get();

export function readDeparture(context: Context, personId: number): DepartureView | null {
  const found = openDeparture(context, personId);
  if (!found) return null;
  const run = runOf(context, found.runId);
  const reason = found.reason as DepartureView["reason"];
  return {
    id: found.id,
    lastDay: found.lastDay,
    reason,
    words: cessationReasons[reason],
    runId: found.runId,
    payId: found.payId,
    payday: run?.payday ?? null,
    undo: run === undefined || run.state === "open" ? "whole" : "recordOnly",
  };
}

const runOf = (context: Context, runId: number | null) =>
  runId === null ? undefined : context.store.db.select().from(payRun).where(eq(payRun.id, runId)).get();

/**
 * Undoes a departure. While its run is open, the final lines go and a run of its own is closed unused. Signed off and
 * not sent, the run has to be taken back first. Once sent, only the record is undone: the person is employed again, and
 * the money is corrected like any other pay.
 */
export function undoDeparture(context: Context, actor: Actor, personId: number): void {
  const { db } = context.store;
  const touched = context.store.transaction(() => {
    const found = openDeparture(context, personId);
    if (!found) throw conflict("not-left", "No departure is recorded. Nothing was changed.");
    const run = runOf(context, found.runId);
    if (run && run.state === "signedOff" && !anythingSent(context, run.id))
      throw conflict(
        "take-back-first",
        "The final pay is signed off but not sent. Take that run back first, then undo the departure.",
        `/run/${run.id}`,
      );
    const who = db.select().from(person).where(eq(person.id, personId)).get();
    const changed = run?.state === "open" ? takeOutLines(context, run, found) : [];
    db.update(person).set({ endDate: null }).where(eq(person.id, personId)).run();
    reopenUsualPay(context, personId, found.lastDay);
    db.update(departure).set({ undoneAt: context.clock.now() }).where(eq(departure.id, found.id)).run();
    for (const runId of changed) refreshRun(context, runId);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: who?.businessId ?? null,
      what: `undid a departure, last day ${found.lastDay}`,
      about: `${who?.givenName} ${who?.familyName}`,
    });
    return changed;
  });
  for (const runId of touched) context.announce(runId);
}

const anythingSent = (context: Context, runId: number): boolean =>
  context.store.db
    .select({ id: outbox.id })
    .from(outbox)
    .where(and(eq(outbox.runId, runId), ne(outbox.state, "prepared")))
    .get() !== undefined;

const same = (a: SheetLine, b: SheetLine) =>
  a.elementId === b.elementId && JSON.stringify(a.detail ?? null) === JSON.stringify(b.detail ?? null);

/** @returns the runs that changed */
function takeOutLines(
  context: Context,
  run: typeof payRun.$inferSelect,
  found: typeof departure.$inferSelect,
): number[] {
  const { db } = context.store;
  const row = found.payId === null ? undefined : db.select().from(pay).where(eq(pay.id, found.payId)).get();
  const others = (row?.lines ?? []).filter((line) => !found.lines.some((added) => same(added, line)));
  // A row that held the final lines alone gets the usual pay back.
  const lines =
    others.length > 0
      ? others
      : (datedRecords(db, [found.personId], found.lastDay).usual.get(found.personId)?.lines ?? []);
  if (row) db.update(pay).set({ lines }).where(eq(pay.id, row.id)).run();
  db.update(payRun)
    .set({ version: run.version + 1 })
    .where(eq(payRun.id, run.id))
    .run();
  if (run.kind !== "departure") return [run.id];
  db.update(payRun).set({ state: "takenBack" }).where(eq(payRun.id, run.id)).run();
  const open = openRunOf(context, run.cycleId);
  if (!open || !row) return [];
  db.update(pay)
    .set({ included: true, lines })
    .where(and(eq(pay.runId, open.id), eq(pay.personId, found.personId)))
    .run();
  return [open.id];
}

/** The usual pay before the last day counts again from the day after it. */
function reopenUsualPay(context: Context, personId: number, lastDay: string): void {
  const { db } = context.store;
  const before = db
    .select()
    .from(usualPay)
    .where(and(eq(usualPay.personId, personId), lte(usualPay.from, lastDay)))
    .orderBy(desc(usualPay.from), desc(usualPay.id))
    .limit(1)
    .get();
  db.insert(usualPay)
    .values({ personId, from: addDays(lastDay, 1), lines: before?.lines ?? [] })
    .run();
}
