/**
 * Leave of somebody whose week changes: each day goes by the week that holds on it.
 * Example: five days of 7.6 hours until Sunday 12 July 2026, from then on three of 6: leave from Thursday 9 to Tuesday 14
 * July is 7.6 + 7.6 + 6 + 6 = 27.2 hours.
 */
import { addDays, type IsoDate } from "../calendar/dates.ts";
import type { HolidayWindow } from "../calendar/holidayWindows.ts";
import { type Decimal, sum } from "../quantity/decimal.ts";
import {
  type LeaveAsked,
  type LeaveDay,
  type LeaveUnit,
  leaveAmount,
  leaveDays,
  type WorkPattern,
} from "./leaveDays.ts";

/** What holds of a person's week from a day on. */
export interface WeekFrom {
  from: IsoDate;
  /** ordinary hours of each weekday, Monday first; null where nobody has said */
  pattern: WorkPattern | null;
  basis: string;
  hourlyRate: string | null;
}

export interface DayOfWeek extends LeaveDay {
  week: WeekFrom;
}

/** @param weeks in order, at least one; the first one counts before its day too */
export const weekOn = (weeks: readonly WeekFrom[], date: IsoDate): WeekFrom | undefined =>
  weeks.findLast((each) => each.from <= date) ?? weeks[0];

/** Days with ordinary hours between both dates, each by its own week. */
export function daysInWeeks(
  { first, last, hoursADay }: LeaveAsked,
  weeks: readonly WeekFrom[],
  holidays: readonly HolidayWindow[],
): DayOfWeek[] {
  const starts = weeks.map((each) => each.from).filter((from) => from > first && from <= last);
  const parts = [first, ...new Set(starts)];
  return parts.flatMap((from, at) => {
    const week = weekOn(weeks, from);
    const next = parts[at + 1];
    const asked = { first: from, last: next ? addDays(next, -1) : last, hoursADay };
    return week ? leaveDays(asked, week.pattern, holidays).days.map((day) => ({ ...day, week })) : [];
  });
}

/** Days of leave in the unit that their kind is kept in, unrounded. */
export const amountInWeeks = (days: readonly DayOfWeek[], unit: LeaveUnit): Decimal =>
  sum(days.map((day) => leaveAmount([day], unit, day.week.pattern)));
