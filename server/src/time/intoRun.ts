/**
 * Approved time into the rows of an open run. Lines that came from the record of time are made anew whenever it changes;
 * what somebody typed over stays, and keeps beside it what the record says.
 */
import type { OpenTime, SheetLine } from "@zesty/core/pay/row";
import { and, eq } from "drizzle-orm";
import type { Context } from "../context.ts";
import { notFound } from "../http/problem.ts";
import { findRun, type Run } from "../runs/runRows.ts";
import { refreshRows } from "../runs/workRun.ts";
import { pay, payCycle, payRun } from "../store/schema.ts";
import { beyondOuterLimits, shortOfAgreement } from "./agreementFloor.ts";
import { elementFinder, elementsOf, namingFinder } from "./elementsOfTime.ts";
import { advanceQuery, aheadOf, daysInAdvance, paidBefore, together } from "./inAdvance.ts";
import { merged, withLoading, withRecordedLeave } from "./mergeTime.ts";
import { lateDays, peopleWithTime } from "./paidDays.ts";
import { datesOf, periodHolding } from "./periods.ts";
import { type KnownPerson, personTimes, recordsOf } from "./personTimes.ts";
import type { KnownDay } from "./readDays.ts";
import { addedUp, atRateOf, type Finder, type TimeLines, timeLines } from "./timeLines.ts";

/** A person with the days that can be paid: approved ones, and those paid before as their context. */
const withPayable = (person: KnownPerson): KnownPerson => ({
  ...person,
  time: {
    ...person.time,
    days: recordsOf(person.known, (day) => day.state === "approved" || day.state === "locked"),
  },
});

/**
 * What a run pays a person by hours: the days of its period, and late ones, each with the agreement, level and rates of
 * its own period.
 */
function hoursOf(
  context: Context,
  run: Run,
  cycle: typeof payCycle.$inferSelect,
  person: KnownPerson,
  find: Finder,
  ahead: TimeLines | null,
): TimeLines {
  const before = paidElsewhere(person, run);
  const dates = datesOf(run.periodStart, run.periodEnd).filter((date) => !before.includes(date));
  const parts = byVersion(person, dates).map((part) => timeLines(withPayable(part.person), part.dates, find));
  const [only] = parts;
  const own = only && parts.length === 1 ? only : addedUp(parts, person.agreedRate);
  const byPeriod = new Map<string, { end: string; dates: string[] }>();
  for (const { date } of lateDays(person.known, run, cycle.firstPeriodStart)) {
    const { start, end } = periodHolding(cycle, date);
    const period = byPeriod.get(start) ?? { end, dates: [] };
    period.dates.push(date);
    byPeriod.set(start, period);
  }
  const late = [...byPeriod].flatMap(([start, { end, dates }]) =>
    personTimes(context, run.businessId, [person.who.id], start, end).map((then) =>
      atRateOf(then, person.agreedRate, timeLines(withPayable(then), dates, find)),
    ),
  );
  const others = ahead ? [...late, ahead] : late;
  return others.length === 0 ? own : addedUp([own, ...others], person.agreedRate);
}

/**
 * The days of a period by the version of the agreement that prices them: one that starts on a date takes over on it, the
 * others with the first full pay period (reference, section 5.1).
 */
function byVersion(person: KnownPerson, dates: readonly string[]): { person: KnownPerson; dates: string[] }[] {
  const later = person.versions.filter((each) => each.validFrom > (dates[0] ?? ""));
  if (later.length === 0) return [{ person, dates: [...dates] }];
  const parts = new Map<string, string[]>();
  for (const date of dates) {
    const from = later.findLast((each) => each.validFrom <= date)?.validFrom ?? "";
    parts.set(from, [...(parts.get(from) ?? []), date]);
  }
  return [...parts].map(([from, own]) => {
    const rules = later.find((each) => each.validFrom === from) ?? person.time.rules;
    return { person: { ...person, time: { ...person.time, rules } }, dates: own };
  });
}

/** Days of the period that an earlier pay has paid, in advance. */
const paidElsewhere = (person: KnownPerson, run: Run): string[] =>
  person.known
    .filter((day) => day.kind === "worked" && day.state === "locked")
    .filter((day) => day.date >= run.periodStart && day.date <= run.periodEnd)
    .map((day) => day.date);

/**
 * Only leave, with the loading that is agreed with the person, and public holidays that somebody answered for: nothing
 * else of the record is paid to who has a usual pay, and no pay element is made for it.
 */
function leaveLines(person: KnownPerson, wanted: readonly string[], find: Finder): SheetLine[] {
  const { find: name } = namingFinder();
  const known = withPayable(person);
  const dates = wanted.filter((date) => known.time.days[date]);
  return timeLines(known, dates, (each) =>
    each.kind === "leave" ||
    (each.kind === "loading" && person.loadingPercent !== null) ||
    (each.kind === "holiday" && each.element !== "daysWorked")
      ? find(each)
      : name(each),
  ).lines.filter((line) => line.elementId > 0);
}

/** The leave of later days that this run pays for a person, at the rate of those days. */
function linesAhead(
  context: Context,
  run: Run,
  person: KnownPerson,
  days: readonly KnownDay[],
  find: Finder,
): TimeLines {
  const [first, last] = [days[0]?.date ?? "", days.at(-1)?.date ?? ""];
  const [then] = personTimes(context, run.businessId, [person.who.id], first, last);
  const dates = days.map((day) => day.date);
  const found = { lines: then ? leaveLines(then, dates, find) : [], faults: [], queries: [advanceQuery(days)] };
  return then ? atRateOf(then, person.agreedRate, found) : found;
}

/** What the record still asks of a row. */
function openOf(
  person: KnownPerson,
  run: Run,
  { faults, queries }: Pick<TimeLines, "faults" | "queries">,
): OpenTime | null {
  const unapproved = person.known
    .filter(
      (day) =>
        day.kind === "worked" &&
        day.record !== null &&
        (day.state === "open" || day.state === "changed") &&
        day.date >= run.periodStart &&
        day.date <= run.periodEnd,
    )
    .map((day) => day.date);
  return unapproved.length + faults.length + queries.length === 0 ? null : { unapproved, faults, queries };
}

/**
 * Puts the record of time into rows of an open run.
 * @param personIds only these people; everybody in the run when left out
 * @param opening the rows were just made from usual pay
 * @returns the pays that changed
 */
export function putTimeIntoRun(
  context: Context,
  runId: number,
  { personIds, opening = false }: { personIds?: readonly number[]; opening?: boolean } = {},
): number[] {
  const { db } = context.store;
  const run = findRun(context, runId);
  if (run.state !== "open" || run.kind !== "cycle") return [];
  const cycle = db.select().from(payCycle).where(eq(payCycle.id, run.cycleId)).get();
  if (!cycle) throw notFound("pay cycle");
  const only = personIds && new Set(personIds);
  const all = db.select().from(pay).where(eq(pay.runId, runId)).all();
  const rows = new Map(all.filter((row) => !only || only.has(row.personId)).map((row) => [row.personId, row]));
  const people = peopleWithTime(context, [...rows.keys()], run);
  if (people.size === 0) return [];
  const elements = elementsOf(context, run.businessId);
  const find = elementFinder(context, run.businessId, elements);
  const dates = datesOf(run.periodStart, run.periodEnd);
  const inAdvance = daysInAdvance(context, run, cycle, [...people]);
  const changed: number[] = [];
  const write = context.store.prepared<[string, string | null, number]>(
    "UPDATE pay SET lines = ?, open_time = ? WHERE id = ?",
  );
  for (const person of personTimes(context, run.businessId, [...people], run.periodStart, run.periodEnd)) {
    const row = rows.get(person.who.id);
    if (!row) continue;
    const days = inAdvance.get(person.who.id);
    const ahead = days ? linesAhead(context, run, person, days, find) : null;
    let lines = row.lines;
    let asks: Pick<TimeLines, "faults" | "queries"> = { faults: [], queries: [] };
    if (person.terms !== null && !person.salaried) {
      const found = hoursOf(context, run, cycle, person, find, ahead);
      lines = merged(row.lines, found.lines, elements, opening);
      asks = found;
    } else {
      const before = paidElsewhere(person, run);
      const known = withPayable(person);
      const isLoading = (line: SheetLine) => elements.get(line.elementId)?.element === "leaveLoading";
      const own = leaveLines(
        person,
        dates.filter((date) => !before.includes(date)),
        find,
      );
      const later = ahead?.lines ?? [];
      const leave = together([
        ...own,
        ...leaveLines(person, before, find).map(paidBefore),
        ...later.map(aheadOf),
      ]).filter((line) => !isLoading(line));
      lines = withRecordedLeave(row.lines, leave, [...elements.values()], person.agreedRate);
      lines = withLoading(lines, [...own, ...later].filter(isLoading), elements);
      const short = shortOfAgreement(known, dates, lines, elements);
      const beyond = beyondOuterLimits(known, dates);
      asks = { faults: [], queries: [...(ahead?.queries ?? []), ...(short ? [short] : []), ...beyond] };
    }
    const open = openOf(person, run, asks);
    if (JSON.stringify([lines, open]) === JSON.stringify([row.lines, row.openTime ?? null])) continue;
    write.run(JSON.stringify(lines), open && JSON.stringify(open), row.id);
    changed.push(row.id);
  }
  return changed;
}

/** After days, approvals or terms of people changed: the open runs of the business take them up. */
export function refreshTimeInRuns(context: Context, businessId: number, personIds: readonly number[]): void {
  const open = context.store.db
    .select({ id: payRun.id })
    .from(payRun)
    .where(and(eq(payRun.businessId, businessId), eq(payRun.state, "open"), eq(payRun.kind, "cycle")))
    .all();
  for (const { id } of open) {
    const changed = putTimeIntoRun(context, id, { personIds });
    if (changed.length === 0) continue;
    refreshRows(context, id, changed);
    context.announce(id);
  }
}

/** After what holds of an agreement changed: everybody in an open run is priced anew. */
export function refreshBusinessTime(context: Context, businessId: number): void {
  const people = context.store
    .prepared<[number], { id: number }>("SELECT id FROM person WHERE business_id = ?")
    .all(businessId);
  context.store.transaction(() =>
    refreshTimeInRuns(
      context,
      businessId,
      people.map((each) => each.id),
    ),
  );
}
