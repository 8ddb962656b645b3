/**
 * Leave from one day to another, as hours of a pay period. A public holiday inside leave is not leave: it is paid as the
 * holiday (Fair Work Act 2009, s 89 and s 98), and days that the person does not work are neither.
 * Example: Thursday 2 to Tuesday 7 April 2026 in Victoria, five days of 7.6 hours: Good Friday and Easter Monday fall
 * out, so 15.2 hours of leave and 15.2 hours of public holiday.
 */
import { holidaysOn, type StateAu } from "../calendar/businessDays.ts";
import { addDays, type IsoDate, weekday } from "../calendar/dates.ts";
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";

/** Ordinary hours of each weekday, Monday first, decimal text. */
export type WorkPattern = readonly string[];

/** Five equal days, where nobody has said which days are worked. */
export const evenPattern = (weeklyHours: Decimal): WorkPattern => {
  const day = weeklyHours.div(5).toDecimalPlaces(4).toString();
  return [day, day, day, day, day, "0", "0"];
};

export interface LeaveDay {
  date: IsoDate;
  hours: Decimal;
  /** name of the public holiday that takes the place of leave */
  holiday: string | null;
}

export interface LeaveDays {
  days: LeaveDay[];
  leave: Decimal;
  holidays: Decimal;
}

/** @returns days with ordinary hours between both dates (both included), and their sums */
export function leaveDays(first: IsoDate, last: IsoDate, pattern: WorkPattern, state: StateAu): LeaveDays {
  const days: LeaveDay[] = [];
  for (let date = first; date <= last; date = addDays(date, 1)) {
    const hours = decimal(pattern[weekday(date) - 1] ?? "0");
    if (hours.isZero()) continue;
    days.push({ date, hours, holiday: holidaysOn(date, state)[0]?.name ?? null });
  }
  const total = (ofHoliday: boolean) =>
    days.filter((day) => (day.holiday !== null) === ofHoliday).reduce((all, day) => all.plus(day.hours), zero);
  return { days, leave: total(false), holidays: total(true) };
}
