/**
 * Leave from one day to another, as hours of each day. A public holiday inside leave is not leave: it is paid as the
 * holiday (Fair Work Act 2009, s 89 and s 98; Holidays Act 2003, s 40), and days that the person does not work are
 * neither.
 * Example: Thursday 2 to Tuesday 7 April 2026 in Victoria, five days of 7.6 hours: Good Friday and Easter Monday fall
 * out, so 15.2 hours of leave and 15.2 hours of public holiday.
 */
import { addDays, type IsoDate, weekday } from "../calendar/dates.ts";
import { type HolidayWindow, isWholeDay } from "../calendar/holidayWindows.ts";
import { type Decimal, decimal, sum } from "../quantity/decimal.ts";

/** Ordinary hours of each weekday, Monday first, decimal text. */
export type WorkPattern = readonly string[];

/** Five equal days, where nobody has said which days are worked. */
export const evenPattern = (weeklyHours: Decimal): WorkPattern => {
  const day = weeklyHours.div(5).toDecimalPlaces(4).toString();
  return [day, day, day, day, day, "0", "0"];
};

export interface LeaveAsked {
  first: IsoDate;
  last: IsoDate;
  /** hours of leave on each day; null: the ordinary hours of the day */
  hoursADay: string | null;
}

export interface LeaveDay {
  date: IsoDate;
  hours: Decimal;
  /** the ordinary hours of the day; nought where nobody has said which days are worked */
  usual: Decimal;
  /** name of the public holiday that takes the place of leave */
  holiday: string | null;
}

export interface LeaveDays {
  days: LeaveDay[];
  leave: Decimal;
  holidays: Decimal;
}

/**
 * @param pattern null: nobody has said which days are worked, and each day between counts
 * @returns days with ordinary hours between both dates (both included), and their sums
 */
export function leaveDays(
  { first, last, hoursADay }: LeaveAsked,
  pattern: WorkPattern | null,
  holidays: readonly HolidayWindow[],
): LeaveDays {
  const days: LeaveDay[] = [];
  for (let date = first; date <= last; date = addDays(date, 1)) {
    const usual = decimal(pattern?.[weekday(date) - 1] ?? "0");
    if (pattern !== null && usual.isZero()) continue;
    const holiday = pattern === null ? undefined : holidays.find((each) => each.date === date && isWholeDay(each));
    const hours = holiday || hoursADay === null ? usual : decimal(hoursADay);
    days.push({ date, hours, usual, holiday: holiday ? (holiday.name ?? "Public holiday") : null });
  }
  const total = (ofHoliday: boolean) =>
    sum(days.filter((day) => (day.holiday !== null) === ofHoliday).map((day) => day.hours));
  return { days, leave: total(false), holidays: total(true) };
}

/**
 * Days of leave as stretches: days that are not worked between two of them do not part them.
 * @param days in order of date
 * @param joins whether a day belongs to the stretch that ends with another
 */
export function stretches<Day extends { date: IsoDate }>(
  days: readonly Day[],
  patternOn: (date: IsoDate) => WorkPattern | null,
  holidays: readonly HolidayWindow[],
  joins: (last: Day, next: Day) => boolean,
): { first: Day; last: Day }[] {
  const isFree = (date: IsoDate) =>
    Number(patternOn(date)?.[weekday(date) - 1] ?? 1) === 0 ||
    holidays.some((each) => each.date === date && isWholeDay(each));
  const found: { first: Day; last: Day }[] = [];
  for (const day of days) {
    const open = found.at(-1);
    let next = open ? addDays(open.last.date, 1) : day.date;
    while (open && next < day.date && isFree(next)) next = addDays(next, 1);
    if (open && next === day.date && joins(open.last, day)) open.last = day;
    else found.push({ first: day, last: day });
  }
  return found;
}

/** What leave is kept in: hours in Australia, days or weeks of the person's own week in New Zealand. */
export type LeaveUnit = "hours" | "days" | "weeks";

/**
 * Days of leave in the unit that their kind is kept in. A day counts by the share of its ordinary hours, at most whole, and
 * a day off of a known week for nothing, unless hours were said for it;
 * a week is divided by the days of the person's week.
 * @returns unrounded hours, or days and weeks unrounded: the caller rounds once
 */
export function leaveAmount(
  taken: readonly { hours: Decimal; usual: Decimal }[],
  unit: LeaveUnit,
  pattern: WorkPattern | null,
): Decimal {
  if (unit === "hours") return sum(taken.map((each) => each.hours));
  const isKnownWeek = pattern?.some((each) => Number(each) > 0) ?? false;
  const days = sum(
    taken.map(({ hours, usual }) => {
      if (usual.isZero()) return decimal(hours.isZero() && isKnownWeek ? 0 : 1);
      const part = hours.div(usual);
      return part.gt(1) ? decimal(1) : part;
    }),
  );
  return unit === "days" ? days : days.div(daysAWeekOf(pattern));
}

/** Days of the person's week; five where nobody has said. */
const daysAWeekOf = (pattern: WorkPattern | null): number => pattern?.filter((hours) => Number(hours) > 0).length || 5;

/** Leave of consecutive days, in ten-thousandths of its unit. */
export interface DatedLeave {
  first: IsoDate;
  last: IsoDate;
  e4: number;
}

/**
 * Leave that a pay takes, by the days on which it was taken. What the record does not hold (typed in the sheet, or more
 * than was recorded) stands at the end of the period; where less was paid than recorded, the earlier days count.
 * @param takenE4 what the pay takes in all; of a correction it can be below nought
 * @returns amounts that sum to `takenE4`
 */
export function datedLeave(takenE4: number, recorded: readonly DatedLeave[], periodEnd: IsoDate): DatedLeave[] {
  const found: DatedLeave[] = [];
  let left = takenE4;
  for (const part of recorded) {
    const e4 = Math.min(part.e4, left);
    if (e4 <= 0) continue;
    found.push({ ...part, e4 });
    left -= e4;
  }
  const last = found.at(-1);
  // Days are rounded one by one, their sum once: a few ten-thousandths belong to the last stretch.
  if (last && left !== 0 && Math.abs(left) <= 20) last.e4 += left;
  else if (left !== 0) found.push({ first: periodEnd, last: periodEnd, e4: left });
  return found;
}
