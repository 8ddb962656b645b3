/**
 * A closedown put into an open run (Holidays Act 2003, ss 32 to 35): who is entitled takes annual holidays, who is not
 * yet gets 8 % of the earnings so far and a new anniversary. The plan is the same work, taken back.
 */

import type { ClosedownPlan, NewClosedown } from "@zesty/contract/nz/closedowns";
import { dateWords } from "@zesty/core/calendar/dates";
import { type LeaveDayNz, leaveSpanNz } from "@zesty/core/nz/leaveDays";
import type { RowContextNz } from "@zesty/core/nz/pay/row";
import type { SheetLine } from "@zesty/core/pay/row";
import type { Laid, Taken } from "@zesty/core/pay/strands";
import { decimal, least, sum } from "@zesty/core/quantity/decimal";
import { counted } from "@zesty/core/quantity/units";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { type Begun, begunOn } from "../hours/holidayBegun.ts";
import { swapsOf } from "../hours/swappedHolidays.ts";
import type { AfterStep } from "../row/afterStep.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { demandOpen } from "../row/runInHand.ts";
import { type LoadedRun, loadRun } from "../row/runRows.ts";
import { workRows } from "../row/workRun.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { dryRun } from "../store/dryRun.ts";
import { closedown, payRun } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { record } from "../store/trail.ts";
import { closedownsOwed } from "./closedownsOwed.ts";

export const planClosedown = (context: Context, runId: number, wanted: NewClosedown): ClosedownPlan =>
  dryRun(context.store, () => settle(context, runId, wanted));

export function recordClosedown(context: Context, actor: Actor, runId: number, wanted: NewClosedown): void {
  context.store.transaction(() => {
    settle(context, runId, wanted);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: findRun(context, runId).businessId,
      what: `recorded the closedown ${wanted.from} to ${wanted.to}`,
      about: `run ${findRun(context, runId).number}`,
    });
  });
  context.announce(runId);
}

function settle(context: Context, runId: number, wanted: NewClosedown): ClosedownPlan {
  const run = demandOpen(findRun(context, runId));
  const loaded = loadRun(context, runId);
  if (wanted.to < run.periodStart || wanted.from > run.periodEnd)
    throw cannot(
      "closedown-elsewhere",
      `The closedown does not touch this run's period, ${dateWords(run.periodStart)} to ${dateWords(run.periodEnd)}.`,
      { errors: [{ path: "from", text: "Choose days of this run's period." }] },
    );
  const people = loaded.rows.flatMap((row) => {
    if (!row.included || row.context.country !== "NZ") return [];
    const part = partFor(context, loaded, row.context, wanted, begunBefore(context, run, row.person.id, wanted));
    if (!part) return [];
    context.store.db
      .delete(closedown)
      .where(and(eq(closedown.runId, runId), eq(closedown.personId, row.person.id)))
      .run();
    context.store.db
      .insert(closedown)
      .values({
        businessId: run.businessId,
        personId: row.person.id,
        runId,
        from: wanted.from,
        to: wanted.to,
        anniversaryOn: part.anniversaryOn,
        recordedAt: context.clock.now(),
      })
      .run();
    return [{ row, ...part }];
  });
  context.store.db
    .update(payRun)
    .set({ version: run.version + 1 })
    .where(eq(payRun.id, runId))
    .run();
  composeAndCount(context, runId);
  const worked = new Map(workRows(context, loadRun(context, runId)).map((each) => [each.row.payId, each.figures]));
  return {
    people: people.map(({ row, anniversaryOn, note, codes }) => ({
      name: row.context.facts.name,
      anniversaryOn,
      note,
      lines: (worked.get(row.payId)?.lines ?? [])
        .filter((line) => codes.includes(line.code))
        .map((line) => ({
          name: line.name,
          quantity: line.units === undefined ? "" : counted(line.units, line.unit ?? "", line.name),
          amount: line.amount,
        })),
    })),
  };
}

/** The 8 % of a closedown that runs over two pays is paid once: with the run that it began in, or the first that pays anybody after. */
const begunBefore = (context: Context, run: Run, personId: number, { from, to }: NewClosedown): boolean => {
  const owed = closedownsOwed(context, run);
  return rowsOf(
    context.store.sqlite,
    closedown,
    'WHERE t.person_id = ? AND t.undone_at IS NULL AND t.run_id <> ? AND t."from" <= ? AND t."to" >= ?',
    ...[personId, run.id, to, from],
  ).some((each) => !owed.some(({ id }) => id === each.id));
};

/** Entitled weeks of a closedown that goes on in a period keep the rate of its first day (s 21(2)). */
export function closedownsBegun(context: Context, run: Pick<Run, "businessId" | "periodStart">): Map<number, Begun> {
  const rows = rowsOf(
    context.store.sqlite,
    closedown,
    'WHERE t.business_id = ? AND t.undone_at IS NULL AND t."from" < ? AND t."to" >= ? AND t.anniversary_on IS NULL',
    ...[run.businessId, run.periodStart, run.periodStart],
  );
  return new Map(rows.map(({ personId, from }) => [personId, begunOn(context, personId, from)]));
}

/**
 * Closedowns that touch the period of a run: its days are leave, or unpaid, and not usual pay. Of one before it that no pay
 * has paid, as its row was left out, the 8 % alone.
 */
export function closedownsIn(context: Context, run: Run): Map<number, AfterStep[]> {
  if (run.kind !== "cycle") return new Map();
  const found = new Map<number, AfterStep[]>();
  const late = closedownsOwed(context, run).filter((each) => each.to < run.periodStart);
  const rows = rowsOf(
    context.store.sqlite,
    closedown,
    'WHERE t.business_id = ? AND t.undone_at IS NULL AND t."from" <= ? AND t."to" >= ? ORDER BY t.run_id = ?, t.id',
    ...[run.businessId, run.periodEnd, run.periodStart, run.id],
  );
  for (const { personId, from, to } of [...late, ...rows])
    found.set(personId, [
      (loaded, worked, laid) => {
        const known = worked.row.context;
        if (known.country !== "NZ") return { strands: [] };
        if (to < run.periodStart) {
          const elementId = ensureElement(context, run.businessId, standardElements.closedown);
          return { strands: [{ act: 0, source: "closedown", line: { elementId } }] };
        }
        const part = partFor(context, loaded, known, { from, to }, begunBefore(context, run, personId, { from, to }));
        return {
          strands: (part?.parts ?? []).map(({ line, days }) => ({
            ...{ act: 0, source: "closedown" as const, line },
            ...(days.length > 0 ? { takes: takenBySpan(laid, days) } : {}),
          })),
        };
      },
    ]);
  return found;
}

/** Hours of days, by the span that each lies in. */
function takenBySpan({ spans }: Laid, days: readonly LeaveDayNz[]): Taken[] {
  return spans.flatMap(({ from, to }, span) => {
    const own = days.filter((day) => day.date >= from && day.date <= to);
    return own.length === 0 ? [] : [{ span, hours: sum(own.map((day) => day.hours)).toString() }];
  });
}

interface Part {
  /** lines, with the days that each takes from usual time; one of nothing only takes */
  parts: { line: SheetLine; days: readonly LeaveDayNz[] }[];
  codes: string[];
  anniversaryOn: string | null;
  note: string | null;
}

/** The days of the closedown in this period: annual holidays or 8 %, and public holidays among them. */
function partFor(
  context: Context,
  { run, elementRows }: LoadedRun,
  known: RowContextNz,
  wanted: NewClosedown,
  begun: boolean,
): Part | null {
  const first = wanted.from > run.periodStart ? wanted.from : run.periodStart;
  const last = wanted.to < run.periodEnd ? wanted.to : run.periodEnd;
  const span = leaveSpanNz(
    ...([first, last, known.holidays, known.facts.province] as const),
    swapsOf(context, [known.facts.id]).get(known.facts.id),
  );
  if (span.days.length === 0 || known.person.holidayPayWithPay === true) return null;
  const elementOf = (element: string, leave: string | null) => {
    const found = elementRows.find((each) => each.element === element && each.leave === leave);
    if (!found)
      throw cannot("no-element", `The business has no pay element for ${leave ?? element}. Add it in Set-up.`);
    return found;
  };
  const parts: Part["parts"] = [];
  const codes: string[] = [];
  const leaveDays = span.days.filter((day) => day.holiday === null);
  if (span.holidays.length > 0) {
    const holiday = elementOf("publicHoliday", null);
    const hours = sum(span.holidays.map((day) => day.hours)).toString();
    parts.push({ line: { elementId: holiday.id, hours, units: String(span.holidays.length) }, days: span.holidays });
    codes.push(holiday.code);
  }
  const entitled = decimal(known.balances.annual ?? "0");
  const annual = elementOf("leaveTaken", "annual");
  if (entitled.gt(0)) {
    const weeks = least(span.weeks, entitled);
    parts.push({
      line: {
        ...{ elementId: annual.id, hours: span.leaveHours.toString(), units: weeks.toString() },
        explained: `Closedown from ${dateWords(wanted.from)} to ${dateWords(wanted.to)}`,
      },
      days: leaveDays,
    });
    codes.push(annual.code);
    const short = span.weeks.minus(weeks);
    return {
      ...{ parts, codes, anniversaryOn: null },
      note: short.gt(0)
        ? `${counted(short.toString(), "weeks")} of it ${short.eq(1) ? "is" : "are"} not covered by the entitlement: agree leave in advance, or leave without pay.`
        : null,
    };
  }
  // Not yet entitled: the days are not paid by themselves, 8 % of what was earned is.
  parts.push({ line: { elementId: annual.id, hours: "0", units: "0" }, days: leaveDays });
  if (begun)
    return {
      ...{ parts, codes, anniversaryOn: null },
      note: "The 8 % was paid when the closedown began: these days are without pay, but for their public holidays.",
    };
  parts.push({ line: { elementId: ensureElement(context, run.businessId, standardElements.closedown) }, days: [] });
  return {
    ...{ parts, codes: [...codes, standardElements.closedown.code] },
    anniversaryOn: wanted.from,
    note: `Not yet entitled: the next twelve months run from ${dateWords(wanted.from)}.`,
  };
}
