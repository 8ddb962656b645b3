/** Opens the next run of a cycle: the period after the last one, with who is paid in it. */

import { dateWords, isDate } from "@zesty/core/calendar/dates";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import { nextPeriod } from "@zesty/core/calendar/payPeriods";
import type { SheetLine } from "@zesty/core/pay/row";
import { and, eq, sql } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { peopleOfCycle } from "../hours/cycleDays.ts";
import { copyLast } from "../row/copyLast.ts";
import { applyWaiting } from "../row/finalLines.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { departuresPaid, waitingAfterLastDay } from "../row/missing.ts";
import { takeWaitingActs } from "../row/waitingActs.ts";
import { lastRunOf, nextPeriodOf } from "../setup/nextPeriod.ts";
import { pay, payCycle, payElement, payRun, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { demandPayday } from "./demandPayday.ts";

export interface Wanted {
  cycleId: number;
  from: "usual" | "last";
  payday?: string | undefined;
}

/** Paydays up to a day for which no run was ever opened, of periods with somebody's days in them. */
export function neverOpened(context: Context, businessId: number, from: string, to: string): string[] {
  const { db } = context.store;
  const people = db.select().from(person).where(eq(person.businessId, businessId)).all();
  const days = new Set<string>();
  for (const cycle of db
    .select()
    .from(payCycle)
    .where(and(eq(payCycle.businessId, businessId), eq(payCycle.retired, false)))
    .all())
    for (let period = nextPeriodOf(context, cycle); period.payday <= to; ) {
      const { start, end } = period;
      const here = people.filter((each) => each.startDate <= end && (each.endDate === null || each.endDate >= start));
      const within = { businessId, cycleId: cycle.id, periodStart: start, periodEnd: end };
      if (period.payday >= from && peopleOfCycle(context, within, here).inCycle.length > 0) days.add(period.payday);
      period = nextPeriod(cycle.cycle as Cycle, end, cycle.paydayOffset);
    }
  return [...days].sort();
}

export function openRun(context: Context, actor: Actor, businessId: number, wanted: Wanted): number {
  const { db } = context.store;
  return context.store.transaction(() => {
    const cycle = db.select().from(payCycle).where(eq(payCycle.id, wanted.cycleId)).get();
    if (cycle?.businessId !== businessId) throw notFound("pay cycle");
    const last = lastRunOf(context, cycle.id);
    if (last?.state === "open")
      throw conflict(
        "run-open",
        `The run for payday ${dateWords(last.payday)} is still open. Sign it off first.`,
        `/run/${last.id}`,
      );
    const period = nextPeriodOf(context, cycle);
    const payday = wanted.payday ?? period.payday;
    if (!isDate(payday))
      throw cannot("payday", `“${payday}” is not a date. Write the payday as 2026-07-02.`, {
        errors: [{ path: "payday", text: "Write the payday as 2026-07-02." }],
      });
    demandPayday(
      context,
      { cycleId: cycle.id, kind: "cycle", periodStart: period.start, periodEnd: period.end },
      payday,
    );
    const run = insertRun(context, { businessId, cycleId: cycle.id, start: period.start, end: period.end, payday });
    const people = db
      .select()
      .from(person)
      .where(eq(person.businessId, businessId))
      .all()
      .filter((each) => each.startDate <= period.end && (each.endDate === null || each.endDate >= period.start));
    const days = { businessId, cycleId: cycle.id, periodStart: period.start, periodEnd: period.end };
    const { inCycle } = peopleOfCycle(context, days, people);
    const paidOut = departuresPaid(
      context,
      people.map((each) => each.id),
    );
    const here = inCycle.flatMap(({ id }) => (paidOut.has(id) ? [] : [id]));
    for (const personId of [...here, ...waitingAfterLastDay(context, days)])
      db.insert(pay).values({ runId: run.id, personId, included: true, periods: 1, lines: [], typed: [] }).run();
    applyWaiting(context, run.id);
    takeWaitingActs(context, run.id);
    if (wanted.from === "last" && last) copyLast(context, run.id, last.id);
    composeAndCount(context, run.id);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "opened run",
      about: `${run.number}, payday ${payday}`,
    });
    return run.id;
  });
}

export const elementsOf = (context: Context, businessId: number): Map<number, typeof payElement.$inferSelect> =>
  new Map(
    context.store.db
      .select()
      .from(payElement)
      .where(eq(payElement.businessId, businessId))
      .all()
      .map((each) => [each.id, each]),
  );

export function insertRun(
  context: Context,
  wanted: {
    businessId: number;
    cycleId: number;
    start: string;
    end: string;
    payday: string;
    kind?: "departure" | "correction" | "outsideCycle" | undefined;
    reason?: string | undefined;
  },
): { id: number; number: number } {
  const { db } = context.store;
  const newest = db
    .select({ number: sql<number>`coalesce(max(${payRun.number}), 0)` })
    .from(payRun)
    .where(eq(payRun.businessId, wanted.businessId))
    .get();
  return db
    .insert(payRun)
    .values({
      businessId: wanted.businessId,
      cycleId: wanted.cycleId,
      number: (newest?.number ?? 0) + 1,
      kind: wanted.kind ?? "cycle",
      reason: wanted.reason ?? null,
      periodStart: wanted.start,
      periodEnd: wanted.end,
      payday: wanted.payday,
      accountingDate: wanted.payday,
      state: "open",
      version: 1,
      summary: { people: 0, withoutHours: 0, stops: 0, openQueries: 0 },
      totals: {},
    })
    .returning({ id: payRun.id, number: payRun.number })
    .get();
}

export const linesOfRun = ({ store }: Context, runId: number): Map<number, SheetLine[]> =>
  new Map(
    store
      .prepared<[number], { personId: number; lines: string }>(
        "SELECT person_id AS personId, lines FROM pay WHERE run_id = ?",
      )
      .all(runId)
      .map(({ personId, lines }) => [personId, JSON.parse(lines) as SheetLine[]]),
  );
