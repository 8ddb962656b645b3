/**
 * Takes back the latest run while nothing of it was sent: every fact is reversed by a new one, and a fresh open run
 * of the same period takes its place with the same rows.
 */
import { and, eq, gt, inArray, ne } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { conflict } from "../ground/problem.ts";
import { demandYearOpen } from "../ground/yearClosed.ts";
import { untellDaysOf } from "../hours/daysTold.ts";
import { unlockDays } from "../hours/paidDays.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { insertRun } from "../runs/openRun.ts";
import { factWriter } from "../store/factWriter.ts";
import {
  act,
  backPay,
  closedown,
  departure,
  due,
  journal,
  journalLine,
  leaveEntry,
  outbox,
  pay,
  payFact,
  payRun,
  signedPay,
  tick,
} from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { reliedOn } from "./reliedOn.ts";

/** @returns the id of the fresh open run */
export function takeBack(context: Context, actor: Actor, runId: number, reason: string): number {
  const freshId = context.store.transaction(() => {
    const run = findRun(context, runId);
    demandUnsent(context, run);
    demandYearOpen(context, run.businessId, run.payday);
    reverseFacts(context, run);
    unlockDays(context, runId);
    untellDaysOf(context, runId, { userId: actor.userId, at: context.clock.now() });
    context.store.db.update(outbox).set({ state: "cancelled" }).where(eq(outbox.runId, runId)).run();
    context.store.db.update(payRun).set({ state: "takenBack" }).where(eq(payRun.id, runId)).run();
    context.country(findBusiness(context, run.businessId).country).lodging.takenBack(context, run);
    const fresh = insertRun(context, {
      businessId: run.businessId,
      cycleId: run.cycleId,
      start: run.periodStart,
      end: run.periodEnd,
      payday: run.payday,
      kind: run.kind === "cycle" ? undefined : run.kind,
      reason: run.reason ?? undefined,
    });
    for (const row of context.store.db.select().from(pay).where(eq(pay.runId, runId)).all()) {
      const { id: payId } = context.store.db
        .insert(pay)
        .values({
          runId: fresh.id,
          personId: row.personId,
          included: row.included,
          periods: row.periods,
          lines: row.lines,
          typed: row.typed,
          note: row.note,
          overrides: row.overrides,
          corrects: row.corrects,
          openTime: row.openTime,
        })
        .returning({ id: pay.id })
        .get();
      // What was paid back with it goes out with the new run.
      context.store.db.update(backPay).set({ payId }).where(eq(backPay.payId, row.id)).run();
      // What was looked at stays looked at, as long as its facts are the same.
      for (const ticked of context.store.db.select().from(tick).where(eq(tick.payId, row.id)).all())
        context.store.db
          .insert(tick)
          .values({ ...ticked, payId })
          .run();
    }
    followActs(context, runId, fresh.id);
    composeAndCount(context, fresh.id);
    // Days that this run had paid may be those of another cycle's open run now, or of a final pay.
    for (const { id } of otherOpenRuns(context, fresh.id, run.businessId)) composeAndCount(context, id);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: `took back run, opened run ${fresh.number} in its place`,
      about: `${run.number}, payday ${run.payday}: ${reason}`,
    });
    return fresh.id;
  });
  context.announce(runId);
  return freshId;
}

const otherOpenRuns = ({ store: { db } }: Context, runId: number, businessId: number) =>
  db
    .select({ id: payRun.id })
    .from(payRun)
    .where(
      and(
        ...[eq(payRun.businessId, businessId), eq(payRun.state, "open"), ne(payRun.id, runId)],
        inArray(payRun.kind, ["cycle", "departure"]),
      ),
    )
    .all();

/** What acts put into the run stands in the fresh one now: corrections, back pay, a closedown, a final pay. */
function followActs(context: Context, fromRun: number, toRun: number): void {
  const { db } = context.store;
  db.update(act).set({ runId: toRun }).where(eq(act.runId, fromRun)).run();
  db.update(closedown).set({ runId: toRun }).where(eq(closedown.runId, fromRun)).run();
  for (const each of db.select().from(departure).where(eq(departure.runId, fromRun)).all()) {
    const row = db
      .select({ id: pay.id })
      .from(pay)
      .where(and(eq(pay.runId, toRun), eq(pay.personId, each.personId)))
      .get();
    db.update(departure)
      .set({ runId: toRun, payId: row?.id ?? null })
      .where(eq(departure.id, each.id))
      .run();
  }
}

function demandUnsent(context: Context, run: Run): void {
  const { db } = context.store;
  if (run.state !== "signedOff")
    throw conflict("not-signed-off", `Run ${run.number} is not signed off, so there is nothing to take back.`);
  const gone = db
    .select({ id: outbox.id })
    .from(outbox)
    .where(and(eq(outbox.runId, run.id), ne(outbox.state, "prepared")))
    .get();
  if (gone)
    throw conflict(
      "already-sent",
      "Something of this run is on its way or has arrived. Correct it in the next run instead.",
    );
  const later = db
    .select({ number: payRun.number })
    .from(payRun)
    .where(
      and(
        eq(payRun.cycleId, run.cycleId),
        eq(payRun.kind, "cycle"),
        gt(payRun.periodStart, run.periodStart),
        ne(payRun.state, "takenBack"),
      ),
    )
    .get();
  if (later && run.kind === "cycle")
    throw conflict("not-the-latest", `Run ${later.number} is newer. Only the latest run of a cycle can be taken back.`);
  const corrected = correctedByDays(context, run.id);
  if (corrected)
    throw conflict(
      "corrected-by-days",
      `Run ${corrected.number} corrects a pay of this one by its days, and the record says them. Take that correction back or undo it first.`,
      `/run/${corrected.id}`,
    );
  const name = reliedOn(context, run);
  if (name)
    throw conflict(
      "paid-since",
      `${name} is in another cycle by now, and a signed-off run of it leaves out the days that this one paid. Take that run back first, or correct this pay.`,
    );
}

/** The run in which a pay of this one is corrected by its days: with the record as it says them it would be corrected twice. */
const correctedByDays = ({ store }: Context, runId: number): { id: number; number: number } | undefined =>
  store
    .prepared<[number], { id: number; number: number }>(
      `SELECT r.id AS id, r.number AS number FROM pay p
         JOIN act a ON a.person_id = p.person_id AND a.corrects_pay_id = p.id JOIN pay_run r ON r.id = a.run_id
       WHERE p.run_id = ? AND a.days IS NOT NULL AND a.undone_at IS NULL LIMIT 1`,
    )
    .get(runId);

function reverseFacts(context: Context, run: Run): void {
  const { db } = context.store;
  const signedAt = context.clock.now();
  const writeFacts = factWriter(context.store, findBusiness(context, run.businessId).country);
  for (const fact of db.select().from(signedPay).where(eq(signedPay.runId, run.id)).all()) {
    const { id: reversalId } = db
      .insert(signedPay)
      .values({ ...fact, id: undefined, kind: "reversal", reversesId: fact.id, signedAt })
      .returning({ id: signedPay.id })
      .get();
    const facts = db.select().from(payFact).where(eq(payFact.signedPayId, fact.id)).all();
    writeFacts(
      { signedPayId: reversalId, personId: fact.personId, payday: fact.payday },
      facts.map(({ code, cents }) => ({ code, cents: -cents })),
    );
    for (const each of db.select().from(leaveEntry).where(eq(leaveEntry.signedPayId, fact.id)).all())
      db.insert(leaveEntry)
        .values({ ...each, id: undefined, signedPayId: reversalId, amountE4: -each.amountE4, why: "reversed" })
        .run();
  }
  for (const each of db.select().from(due).where(eq(due.runId, run.id)).all())
    db.insert(due)
      .values({ ...each, id: undefined, amountCents: -each.amountCents })
      .run();
  const posted = db
    .select()
    .from(journal)
    .where(and(eq(journal.runId, run.id), eq(journal.kind, "run")))
    .get();
  if (!posted) return;
  const { id: reversal } = db
    .insert(journal)
    .values({
      ...posted,
      id: undefined,
      kind: "reversal",
      reference: `${posted.reference}R`,
      description: `Reversal of ${posted.reference}`,
    })
    .returning({ id: journal.id })
    .get();
  // A reversal swaps sides; there are no negative amounts.
  for (const line of db.select().from(journalLine).where(eq(journalLine.journalId, posted.id)).all())
    db.insert(journalLine)
      .values({
        ...line,
        id: undefined,
        journalId: reversal,
        debitCents: line.creditCents,
        creditCents: line.debitCents,
      })
      .run();
}
