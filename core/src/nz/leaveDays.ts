/**
 * Leave from one day to another in New Zealand: working days of the person's week, public holidays left out (s 40), as
 * days, hours and the fraction of a week that annual holidays are kept in.
 */
import { addDays, type IsoDate, weekday } from "../calendar/dates.ts";
import { holidaysBetweenNz } from "../calendar/holidaysNz.ts";
import { type HolidaySwap, withSwaps } from "../calendar/swappedHolidays.ts";
import { type Decimal, decimal, sum } from "../quantity/decimal.ts";
import { worksOn } from "./finalHolidayPay.ts";
import type { HolidayFacts } from "./holidayFacts.ts";
import { daysAWeek, hoursADay } from "./relevantDailyPay.ts";

export interface LeaveDayNz {
  date: IsoDate;
  hours: Decimal;
  /** name of the public holiday that takes the place of leave */
  holiday: string | null;
}

export interface LeaveSpanNz {
  days: LeaveDayNz[];
  leaveDays: Decimal;
  leaveHours: Decimal;
  /** of the person's week, by its days */
  weeks: Decimal;
  holidays: LeaveDayNz[];
}

/** @param swaps holidays that the person keeps on another day */
export function leaveSpanNz(
  first: IsoDate,
  last: IsoDate,
  facts: HolidayFacts,
  province: string,
  swaps: readonly HolidaySwap[] = [],
): LeaveSpanNz {
  const works = worksOn(facts);
  const holidays = new Map(
    withSwaps(holidaysBetweenNz(first, last, province, works), swaps, first, last).map((each) => [
      each.date,
      each.name,
    ]),
  );
  const days: LeaveDayNz[] = [];
  for (let date = first; date <= last; date = addDays(date, 1)) {
    const day = weekday(date);
    if (!works.has(day)) continue;
    const hours = facts.pattern ? decimal(facts.pattern[day - 1] ?? "0") : hoursADay(facts);
    days.push({ date, hours, holiday: holidays.get(date) ?? null });
  }
  const leave = days.filter((day) => day.holiday === null);
  return {
    days,
    leaveDays: decimal(leave.length),
    leaveHours: sum(leave.map((day) => day.hours)),
    weeks: decimal(leave.length).div(daysAWeek(facts)).toDecimalPlaces(4),
    holidays: days.filter((day) => day.holiday !== null),
  };
}
