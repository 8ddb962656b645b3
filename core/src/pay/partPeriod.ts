/**
 * The part of a pay period that somebody was employed for, by the working week: who starts or leaves within a period is
 * paid for their own days. Common practice, no source; the working week is the person's pattern, Monday to Friday
 * where none is recorded.
 * Example: a fortnight from Monday 15 June, started Wednesday 24 June, 8 hours Monday to Friday: 24 of 80 hours.
 */
import { addDays, type IsoDate, weekday } from "../calendar/dates.ts";
import { type RosterWeeks, weekOfRoster } from "../calendar/rosterWeeks.ts";
import { type Decimal, decimalOrZero, zero } from "../quantity/decimal.ts";

export interface Employed {
  startDate: IsoDate;
  endDate: IsoDate | null;
  /** ordinary hours of each weekday, Monday first */
  workPattern: readonly string[] | null;
  /** a roster of several weeks, in place of the one week */
  roster?: RosterWeeks | null | undefined;
  /** of who changed to another cycle within the period: the days that this one pays */
  days?: readonly { from: IsoDate; to: IsoDate }[] | undefined;
}

export interface PartOfPeriod {
  /** hours of the working week within the employment, and in the whole period */
  own: Decimal;
  whole: Decimal;
  days: number;
  ofDays: number;
}

const usualWeek = ["1", "1", "1", "1", "1", "0", "0"];

/** @returns null for who is employed, and paid by its cycle, for the whole period */
export function partOfPeriod(
  { startDate, endDate, workPattern, roster, days }: Employed,
  periodStart: IsoDate,
  periodEnd: IsoDate,
): PartOfPeriod | null {
  if (!days && startDate <= periodStart && (endDate === null || endDate >= periodEnd)) return null;
  const pattern = workPattern?.some((hours) => Number(hours) > 0) ? workPattern : usualWeek;
  const found = { own: zero, whole: zero, days: 0, ofDays: 0 };
  for (let date = periodStart; date <= periodEnd; date = addDays(date, 1)) {
    const hours = decimalOrZero((roster ? weekOfRoster(roster, date) : pattern)[weekday(date) - 1]);
    if (!hours.gt(0)) continue;
    found.whole = found.whole.plus(hours);
    found.ofDays += 1;
    if (date < startDate || (endDate !== null && date > endDate)) continue;
    if (days && !days.some(({ from, to }) => from <= date && date <= to)) continue;
    found.own = found.own.plus(hours);
    found.days += 1;
  }
  return found;
}
