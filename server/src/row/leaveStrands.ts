/** Strands of leave in a row: recorded days, what was taken ahead, and the terms of their own day. */

import { timeRulesIn } from "@zesty/core/countries/time";
import { hasWork } from "@zesty/core/hours/dayText";
import { holidayOn, patternMinutes, personHours } from "@zesty/core/hours/personHours";
import { regularExtras } from "@zesty/core/nz/pay/holidaySources";
import type { AsOf } from "@zesty/core/pay/input";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import { Decimal, least, zero } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { namingFinder } from "../hours/elementsOfTime.ts";
import { type KnownPerson, recordsOf } from "../hours/personTimes.ts";
import type { Finder } from "../hours/timeLineParts.ts";
import { timeLines } from "../hours/timeLines.ts";
import type { payCycle } from "../store/schema.ts";
import type { PersonSpan } from "./spans.ts";

/**
 * Only leave, with the loading that is agreed with the person, and public holidays that somebody answered for: nothing
 * else of the record is paid to who has a usual pay, and no pay element is made for it.
 */
export function leaveLines(person: KnownPerson, wanted: readonly string[], find: Finder): SheetLine[] {
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
export const hoursOf = (minutes: number): Decimal => Decimal.fraction(minutes, 60);
/** What the days take from usual time, by what takes it: leave of a kind, a holiday not worked, one worked. */
export function takenOn(person: KnownPerson, dates: readonly string[]): Map<string, Decimal> {
  const { time } = withPayable(person);
  const found = new Map<string, Decimal>();
  const add = (what: string, hours: Decimal) => found.set(what, (found.get(what) ?? zero).plus(hours));
  const { holidaysByDay } = timeRulesIn(time.country);
  const own = dates.filter((date) => time.days[date]);
  const hours = personHours(time, own);
  const usualOf = (date: string) => hoursOf(patternMinutes(time, date));
  const left = new Map(own.map((date) => [date, usualOf(date)]));
  for (const { date, kind, hours: wanted } of hours.leave) {
    const usual = usualOf(date);
    const room = left.get(date) ?? zero;
    const taken = usual.isZero() ? wanted : least(wanted, room);
    left.set(date, room.minus(taken));
    add(`leave ${kind}`, taken);
  }
  if (!holidaysByDay) return found;
  for (const date of own) {
    const record = time.days[date];
    if (!record || !holidayOn(time, date)) continue;
    const isWorked = hasWork(record);
    const expected = record.otherwise ? record.otherwise.works : usualOf(date).gt(0) && time.person.basis !== "casual";
    // "Yes" takes what that day would have had, "no" takes nothing, whatever was worked.
    if (expected && !hours.leave.some((each) => each.date === date && each.hours.gt(0)))
      add(isWorked ? "holidayWorked" : "holiday", usualOf(date));
  }
  return found;
}
/** What of the takings a line carries. */
export function carriedBy(
  line: SheetLine,
  taken: Map<string, Decimal>,
  elements: ReadonlyMap<number, PayElement>,
): Decimal {
  const element = elements.get(line.elementId);
  const key =
    element?.element === "leaveTaken"
      ? `leave ${element.leave}`
      : element?.element === "alternativeHoliday"
        ? "leave alternative"
        : element?.element === "publicHoliday"
          ? "holiday"
          : element?.element === "publicHolidayWorked"
            ? "holidayWorked"
            : "";
  const hours = taken.get(key) ?? zero;
  taken.delete(key);
  return hours;
}
/** What a day is worth by terms that are not those of the period's last day. */
export function asOfSpan(span: PersonSpan, { run: _run, cycle, elements }: Work): AsOf {
  return {
    hourlyRate: span.rate,
    weeklyHours: span.weeklyHours,
    pattern: span.workPattern === null ? null : [...span.workPattern],
    regularExtras: regularExtras(span.lines, elements, cycle.cycle as Parameters<typeof regularExtras>[2], span.rate),
  };
}
/** A line of an earlier span that is paid by days or weeks says by which terms. */
export const datedBack = (lines: readonly SheetLine[], asOf: AsOf | null): SheetLine[] =>
  lines.map((line) => (asOf && line.units !== undefined && line.amount === undefined ? { ...line, asOf } : line));

/** Hours of days on which somebody had another basis, or other leave by the year, accrue by that. */
export function accruingThen(
  lines: readonly SheetLine[],
  { basis, entitlements }: KnownPerson,
  now: KnownPerson,
  elements: ReadonlyMap<number, PayElement>,
): SheetLine[] {
  const other = entitlements !== null && JSON.stringify(entitlements) !== JSON.stringify(now.entitlements);
  if (basis === null || (basis === now.basis && !other)) return [...lines];
  const accruesBy = { basis, ...(other ? { leave: entitlements } : {}) };
  return lines.map((line) =>
    ["ordinary", "leaveTaken"].includes(elements.get(line.elementId)?.element ?? "") ? { ...line, accruesBy } : line,
  );
}

export interface Work {
  context: Context;
  run: Run;
  cycle: typeof payCycle.$inferSelect;
  elements: ReadonlyMap<number, PayElement>;
  find: Finder;
}

/** A person with the days that can be paid: approved ones, and those paid before as their context. */
export const withPayable = (person: KnownPerson): KnownPerson => ({
  ...person,
  time: {
    ...person.time,
    days: recordsOf(person.known, (day) => day.state === "approved" || day.state === "locked"),
  },
});
