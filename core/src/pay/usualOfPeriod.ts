import { type Cycle, paysPerYear } from "../calendar/payPeriods.ts";
import { decimal } from "../quantity/decimal.ts";
import { halfUpToCent, halfUpToHourE4 } from "../quantity/rounding.ts";

/**
 * The usual pay of a new person for one pay of the cycle: a salary a year in equal parts, or the hours of 52 weeks in
 * equal parts. Common practice, no source.
 * @returns dollars and cents, or hours to four places; null where neither is given
 */
export function usualOfPeriod(
  { salary, weeklyHours }: { salary: string; weeklyHours: string },
  cycle: Cycle,
): { amount: string } | { hours: string } | null {
  if (salary !== "") return { amount: halfUpToCent(decimal(salary).div(paysPerYear[cycle])).toFixed(2) };
  if (weeklyHours === "" || decimal(weeklyHours).isZero()) return null;
  return { hours: halfUpToHourE4(decimal(weeklyHours).times(52).div(paysPerYear[cycle])).toString() };
}
