/**
 * Alternative holidays one by one: each arose on a public holiday that was worked, stays until it is taken, exchanged or
 * paid at the end, and changes what may be asked for as it grows old. The oldest goes first.
 * Set by: Holidays Act 2003, ss 56 to 61 (from memory).
 * Example: earned on 6 February and 3 April 2026, one day taken since: that of 3 April is left, to be exchanged from
 * 3 April 2027.
 */
import { addMonths, type IsoDate } from "../calendar/dates.ts";
import { type Decimal, zero } from "../quantity/decimal.ts";
import type { AlternativeHolidayRules } from "../rulebook/nz/alternativeHolidayRules.ts";

/** An entry of the ledger of alternative holidays, in days. */
export interface AlternativeEntry {
  date: IsoDate;
  days: Decimal;
  why: string;
  reason: string | null;
}

export interface AlternativeHoliday {
  /** the day on which it arose: the public holiday that was worked, where that is known */
  on: IsoDate;
  /** what is left of it, in days */
  left: Decimal;
  why: string;
  reason: string | null;
  /** from this day on the employee may ask for money in its place, and the employer may fix the day */
  exchangeFrom: IsoDate;
  /** days of notice of a day that the employer fixes */
  noticeDays: number;
}

/**
 * What is left of each, the oldest first.
 * @param entries of one person, in the order of their days; a taken-back entry takes away, or gives back, its own
 */
export function alternativeHolidays(
  entries: readonly AlternativeEntry[],
  rules: AlternativeHolidayRules,
): AlternativeHoliday[] {
  const lots: AlternativeHoliday[] = [];
  let used = zero;
  for (const { date, days, why, reason } of entries) {
    const own = why === "reversed" ? lots.find((lot) => lot.on === date && lot.left.gte(days.negated())) : undefined;
    if (own && days.lt(0)) own.left = own.left.plus(days);
    else if (days.gt(0) && why !== "reversed")
      lots.push({
        ...{ on: date, left: days, why, reason, noticeDays: rules.noticeDays },
        exchangeFrom: addMonths(date, rules.months),
      });
    else used = used.minus(days);
  }
  // What was used beyond what had arisen by then comes off what arose later.
  return lots
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0))
    .map((lot) => {
      const gone = used.lt(lot.left) ? used : lot.left;
      if (gone.gt(0)) used = used.minus(gone);
      return gone.gt(0) ? { ...lot, left: lot.left.minus(gone) } : lot;
    })
    .filter((lot) => lot.left.gt(0));
}

/**
 * On which days the alternative holidays of a pay arose: as the record of time says; for those that somebody typed, the
 * public holidays of the period that would have been worked, where they are just as many. Null where nobody knows.
 */
export function daysOfEarned(
  units: Decimal,
  recorded: readonly IsoDate[],
  holidays: readonly { date: IsoDate; works: boolean; unknown?: boolean }[],
): IsoDate[] | null {
  if (recorded.length > 0 && units.eq(recorded.length)) return [...recorded];
  const expected = holidays.filter((each) => each.works || each.unknown).map((each) => each.date);
  return expected.length > 0 && units.eq(expected.length) ? expected : null;
}

/** Days that may be exchanged for money on a day: those that arose the law's twelve months before. */
export const exchangeable = (lots: readonly AlternativeHoliday[], on: IsoDate): Decimal =>
  lots.filter((lot) => lot.exchangeFrom <= on).reduce((total, lot) => total.plus(lot.left), zero);
