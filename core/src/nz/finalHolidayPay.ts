/**
 * Holiday pay at the end of an employment, and at a closedown for someone not yet entitled.
 * Set by: Holidays Act 2003, ss 23 to 26, 34, 40, 60.
 * Example: 1.5 weeks left, ordinary weekly pay 1,150, average 1,200, gross since the anniversary 31,000:
 * 1,800.00 for the weeks, then 8 % × (31,000 + 1,800) = 2,624.00.
 */
import { addDays, type IsoDate, weekday } from "../calendar/dates.ts";
import { holidaysBetweenNz, type ObservedHoliday } from "../calendar/holidaysNz.ts";
import { type Decimal, decimal, decimalOrZero, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { type Figure, figure } from "../working/figure.ts";
import type { HolidayFacts } from "./holidayFacts.ts";
import { daysAWeek } from "./relevantDailyPay.ts";

/** Weekdays that a person works, from the pattern; Monday to Friday where none is known. */
export const worksOn = ({ pattern }: { pattern: readonly string[] | null }): Set<number> =>
  new Set(pattern === null ? [1, 2, 3, 4, 5] : pattern.flatMap((hours, at) => (Number(hours) > 0 ? [at + 1] : [])));

/**
 * Public holidays that fall into the entitled weeks left, laid from the day after the last one (s 40): working days are
 * used up, a public holiday among them is not.
 */
export function holidaysAfter(
  lastDay: IsoDate,
  weeksLeft: string,
  province: string,
  facts: HolidayFacts,
): ObservedHoliday[] {
  const works = worksOn(facts);
  let days = decimalOrZero(weeksLeft).times(daysAWeek(facts));
  const found: ObservedHoliday[] = [];
  for (let date = addDays(lastDay, 1); days.gt(0); date = addDays(date, 1)) {
    if (!works.has(weekday(date))) continue;
    const [holiday] = holidaysBetweenNz(date, date, province, works);
    if (holiday) found.push(holiday);
    else days = days.minus(1);
  }
  return found;
}

/** What the 8 % at the end is of: earned before this pay, in it, and with the entitled weeks that it pays out. */
export function earnedSince(thisPay: Decimal, weeks: Decimal, facts: HolidayFacts) {
  const { gross, withPay } = facts.history.sinceAnniversary;
  const before = decimal(gross).minus(decimalOrZero(withPay ?? (facts.withPay ? gross : "0")));
  const { days, of } = facts.daysSince ?? { days: 1, of: 1 };
  // With 8 % in each pay this one carries its own; what was earned before the anniversary has its weeks.
  const now = facts.withPay ? zero : halfUpToCent(thisPay.times(days).div(of));
  return { before, now, base: before.plus(now).plus(weeks) };
}

/**
 * 8 % of gross earnings since the last entitlement arose (s 25), or since the start (s 23): this pay's earnings and the
 * entitled weeks paid out with it count, annual holidays paid in advance come off. Earnings on which 8 % was paid with
 * the pay have had theirs, so who changed between the two is owed the rest. Where the anniversary falls into this very
 * pay, its earnings are shared by calendar days (reading H4).
 * @param thisPay gross earnings of this pay; @param weeks entitled weeks paid out with it (s 24)
 */
export function finalPercent(
  label: string,
  thisPay: Figure,
  weeks: Figure,
  facts: HolidayFacts,
  percent: string,
): Figure {
  const { from, withPay } = facts.history.sinceAnniversary;
  const { days, of } = facts.daysSince ?? { days: 1, of: 1 };
  const { before, now, base } = earnedSince(thisPay.value, weeks.value, facts);
  const advance = decimalOrZero(facts.advancePaid);
  const share = base.times(percent).div(100).minus(advance);
  const value = share.isNegative() ? zero : halfUpToCent(share);
  return figure(label, value, "money", () => ({
    rule: base.isZero()
      ? `${percent} % was paid with each pay, so nothing more is owed (s 23)`
      : `${percent} % of gross earnings since ${from}${decimalOrZero(withPay).isZero() ? "" : ` without $${withPay} that had it with the pay`}, ${days === of ? "this pay" : `${days} of the ${of} days of this pay`} and the entitled weeks paid out among them, less annual holidays paid in advance (ss 23, 25)`,
    formula: `(${before.toFixed(2)} + ${now.toFixed(2)} + ${weeks.value.toFixed(2)}) × ${percent} % − ${advance.toFixed(2)}`,
    parts: [thisPay, weeks],
  }));
}

/**
 * A regular closedown before the first or next entitlement (s 34): 8 % of gross so far, less what was paid in advance. This
 * pay's earnings are among them, unless the closedown began before its period.
 */
export function closedownPay(label: string, thisPay: Figure, facts: HolidayFacts, percent: string): Figure {
  const { closedBefore } = facts;
  const before = decimal(facts.history.sinceAnniversary.gross).minus(decimalOrZero(closedBefore));
  const now = closedBefore === undefined ? thisPay.value : zero;
  const advance = decimalOrZero(facts.advancePaid);
  const share = before.plus(now).times(percent).div(100).minus(advance);
  return figure(label, share.isNegative() ? zero : halfUpToCent(share), "money", () => ({
    rule: `Not yet entitled when the closedown begins: ${percent} % of gross earnings since ${facts.history.sinceAnniversary.from}${closedBefore === undefined ? "" : ", before it began"}, less annual holidays paid in advance (s 34)`,
    formula: `(${before.toFixed(2)} + ${now.toFixed(2)}) × ${percent} % − ${advance.toFixed(2)}`,
    parts: [thisPay],
  }));
}

/** 8 % at the end with the pay of a closedown, which has that of all earnings before: the rest is left to have theirs. */
export function percentBesideClosedown(
  label: string,
  thisPay: Figure,
  weeks: Figure,
  { closedBefore }: HolidayFacts,
  percent: string,
): Figure {
  const isBefore = closedBefore !== undefined;
  const now = isBefore ? thisPay.value.plus(closedBefore) : zero;
  return figure(label, halfUpToCent(now.plus(weeks.value).times(percent).div(100)), "money", () => ({
    rule: `${percent} % of ${isBefore ? "earnings since the closedown began and " : ""}the entitled weeks paid out; all else had it with the closedown in this pay (s 34)`,
    formula: `(${now.toFixed(2)} + ${weeks.value.toFixed(2)}) × ${percent} %`,
    parts: [thisPay, weeks],
  }));
}
