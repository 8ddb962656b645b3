/** The run that a final pay goes into: one of its own now, or the cycle's run of the last day. */
import type { NewDeparture } from "@zesty/contract/departures";
import { dateWords } from "@zesty/core/calendar/dates";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { demandPayday } from "../runs/demandPayday.ts";
import { insertRun, openRun } from "../runs/openRun.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { datedRecords } from "../store/dated.ts";
import { pay, payCycle, payRun, type person } from "../store/schema.ts";

export interface FinalRun {
  runId: number | null;
  payId: number | null;
  /** the row of the cycle's run that is left out for a run of its own */
  leftOutPayId: number | null;
  payday: string;
  words: string;
  /** other runs whose rows changed */
  touched: number[];
  elsewhere: string[];
}

const checkHours = "The usual hours are those of the days up to the last one: check that they are what was worked.";

type Who = typeof person.$inferSelect;
type Cycle = typeof payCycle.$inferSelect;

export function finalRun(context: Context, actor: Actor, who: Who, wanted: NewDeparture): FinalRun {
  const { db } = context.store;
  const terms = datedRecords(db, [who.id], wanted.lastDay).terms.get(who.id);
  const cycle = terms && db.select().from(payCycle).where(eq(payCycle.id, terms.cycleId)).get();
  if (!cycle) throw cannot("no-cycle", "This person has no pay cycle on the last day.");
  return wanted.pay === "now" ? ownRun(context, who, wanted, cycle) : nextRun(context, actor, who, wanted, cycle);
}

/** A run of its own, from the first day not yet paid to the last day worked. The row of an open run is left out for it. */
function ownRun(context: Context, who: Who, wanted: NewDeparture, cycle: Cycle): FinalRun {
  const { db } = context.store;
  const open = openRunOf(context, cycle.id);
  const start = open?.periodStart ?? nextPeriodOf(context, cycle).start;
  const payday = wanted.payday ?? todayAt(context, who.businessId);
  const days = { start: start <= wanted.lastDay ? start : wanted.lastDay, end: wanted.lastDay };
  // Of who left long ago it may be paid today, whenever that was.
  if (payday > todayAt(context, who.businessId))
    demandPayday(
      context,
      { cycleId: cycle.id, kind: "departure", periodStart: days.start, periodEnd: days.end },
      payday,
    );
  const run = insertRun(context, {
    ...{ businessId: who.businessId, cycleId: cycle.id, payday, kind: "departure" as const },
    ...days,
  });
  const row = open && rowOf(context, open.id, who.id);
  if (row) db.update(pay).set({ included: false }).where(eq(pay.id, row.id)).run();
  // Paid up to the last day already: only what is owed at the end is left, no usual hours.
  const paidUp = wanted.lastDay < start;
  const { id } = db
    .insert(pay)
    .values({
      ...{ runId: run.id, personId: who.id, included: true, periods: 1, lines: [] },
      // What somebody typed is theirs and goes along.
      typed: paidUp ? [] : (row?.typed ?? []),
    })
    .returning({ id: pay.id })
    .get();
  return {
    runId: run.id,
    payId: id,
    leftOutPayId: row?.included ? row.id : null,
    payday,
    words: `A run of its own, payday ${dateWords(payday)}`,
    touched: row ? [open.id] : [],
    elsewhere: row
      ? [
          `The row in the open run of ${dateWords(open.payday)} is left out${paidUp ? "." : "; what was typed goes along."}`,
        ]
      : [],
  };
}

function nextRun(context: Context, actor: Actor, who: Who, wanted: NewDeparture, cycle: Cycle): FinalRun {
  const { db } = context.store;
  const open = openRunOf(context, cycle.id);
  const period = nextPeriodOf(context, cycle);
  const next = open ?? { id: null, periodStart: period.start, periodEnd: period.end, payday: period.payday };
  if (next.periodEnd < wanted.lastDay)
    return {
      ...{ runId: null, payId: null, leftOutPayId: null },
      payday: wanted.lastDay,
      words: `Added when the run of the period with ${dateWords(wanted.lastDay)} is opened`,
      touched: [],
      elsewhere: [],
    };
  const runId = next.id ?? openRun(context, actor, who.businessId, { cycleId: cycle.id, from: "usual" });
  const found = rowOf(context, runId, who.id);
  const payId =
    found?.id ??
    db
      .insert(pay)
      .values({ runId, personId: who.id, included: true, periods: 1, lines: [], typed: [] })
      .returning({ id: pay.id })
      .get().id;
  if (found && !found.included) db.update(pay).set({ included: true }).where(eq(pay.id, payId)).run();
  return {
    ...{ runId, payId, leftOutPayId: null },
    payday: next.payday,
    words: `With the run of ${dateWords(next.payday)}`,
    touched: [],
    elsewhere: [],
  };
}

/** Said of the row once it is composed: the usual hours of a part of the period are worth a look. */
export function hoursToCheck(context: Context, { payId }: FinalRun, lastDay: string): string[] {
  if (payId === null) return [];
  const row = context.store.db
    .select({ lines: pay.lines, end: payRun.periodEnd, kind: payRun.kind })
    .from(pay)
    .innerJoin(payRun, eq(pay.runId, payRun.id))
    .where(eq(pay.id, payId))
    .get();
  const usual = row?.lines.some((line) => line.explained === undefined && line.detail === undefined && line.hours);
  return usual && (row?.kind === "departure" || lastDay < (row?.end ?? "")) ? [checkHours] : [];
}

export const openRunOf = (context: Context, cycleId: number) =>
  context.store.db
    .select()
    .from(payRun)
    .where(and(eq(payRun.cycleId, cycleId), eq(payRun.kind, "cycle"), eq(payRun.state, "open")))
    .get();

const rowOf = (context: Context, runId: number, personId: number) =>
  context.store.db
    .select()
    .from(pay)
    .where(and(eq(pay.runId, runId), eq(pay.personId, personId)))
    .get();
