/** A departure is undone: who left is employed again. */
import { addDays } from "@zesty/core/calendar/dates";
import { and, desc, eq, lte, ne } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { conflict } from "../ground/problem.ts";
import { finalRunOf, openDeparture } from "../people/readDeparture.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { departure, outbox, payRun, person, usualPay } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { includeLeftOut } from "./leftOutRow.ts";

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
    const run = finalRunOf(context, found);
    if (run && run.state === "signedOff" && !anythingSent(context, run.id))
      throw conflict(
        "take-back-first",
        "The final pay is signed off but not sent. Take that run back first, then undo the departure.",
        `/run/${run.id}`,
      );
    const who = db.select().from(person).where(eq(person.id, personId)).get();
    db.update(person).set({ endDate: null }).where(eq(person.id, personId)).run();
    reopenUsualPay(context, personId, found.lastDay);
    db.update(departure).set({ undoneAt: context.clock.now() }).where(eq(departure.id, found.id)).run();
    const changed = run?.state === "open" ? takenOut(context, run, found) : includeLeftOut(context, found, true);
    for (const runId of changed) composeAndCount(context, runId);
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

/** A run of its own is closed unused, and the row that was left out for it is back. @returns the runs that changed */
function takenOut(context: Context, run: typeof payRun.$inferSelect, found: typeof departure.$inferSelect): number[] {
  const { db } = context.store;
  db.update(payRun)
    .set({ version: run.version + 1 })
    .where(eq(payRun.id, run.id))
    .run();
  if (run.kind !== "departure") return [run.id];
  db.update(payRun).set({ state: "takenBack" }).where(eq(payRun.id, run.id)).run();
  return includeLeftOut(context, found, true);
}

/** An earlier version ended usual pay with the last day: what it was counts again. */
function reopenUsualPay({ store: { db } }: Context, personId: number, lastDay: string): void {
  const closed = addDays(lastDay, 1);
  const rows = db
    .select()
    .from(usualPay)
    .where(and(eq(usualPay.personId, personId), lte(usualPay.from, closed)))
    .orderBy(desc(usualPay.from), desc(usualPay.id))
    .all();
  const [last] = rows;
  const before = rows.find((row) => row.from <= lastDay);
  if (last?.from === closed && last.lines.length === 0 && before && before.lines.length > 0)
    db.insert(usualPay).values({ personId, from: closed, lines: before.lines }).run();
}
