/**
 * Which of the weeks left arose during parental leave or in the twelve months after: they are paid at average weekly
 * earnings whenever they are taken, the others at the greater rate. The oldest weeks are used first.
 * Set by: Parental Leave and Employment Protection Act 1987, s 42 (from memory).
 */
import type { IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";

const smaller = (a: Decimal, b: Decimal) => (a.lt(b) ? a : b);

/**
 * @param left weeks in the balance; @param grants annual holidays that arose, with their day
 * @param from first day of the parental leave; @param until a year after its last day
 * @returns weeks; null when none are left: what is taken in advance has not arisen yet
 */
export function weeksAroundParentalLeave(
  left: Decimal,
  grants: readonly { date: IsoDate; weeks: Decimal }[],
  from: IsoDate,
  until: IsoDate,
): { earlier: string; weeks: string } | null {
  if (left.lte(0)) return null;
  const arisen = (wanted: (date: IsoDate) => boolean) =>
    grants.reduce((total, each) => (wanted(each.date) ? total.plus(each.weeks) : total), zero);
  const after = smaller(
    left,
    arisen((date) => date > until),
  );
  const around = smaller(
    left.minus(after),
    arisen((date) => date >= from && date <= until),
  );
  return { earlier: decimal(left).minus(after).minus(around).toString(), weeks: around.toString() };
}
