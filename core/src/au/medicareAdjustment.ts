/**
 * Medicare levy adjustment for a family (Medicare levy variation declaration, NAT 0929), by week.
 * Set by: Schedule 1. It gives back the levy that a scale takes below the family's threshold.
 * Example: scale 2, spouse and two children, x = 800.99: 800.99 × 2 % = 16.
 */
import { atLeastZero, type Decimal, decimal, least, zero } from "../quantity/decimal.ts";
import { dropCents, halfUpToCent, halfUpToDollar } from "../quantity/rounding.ts";
import type { WithholdingScales } from "../rulebook/au/withholdingScales.ts";

export function medicareAdjustment(
  x: Decimal,
  scale: "2" | "6",
  dependants: number,
  { medicare }: WithholdingScales,
): Decimal {
  const figures = scale === "6" ? medicare.half : medicare.full;
  const start = decimal(figures.start);
  const endOfShadeIn = decimal(figures.endOfShadeIn);
  // The shade-in rate is five times the levy.
  const levy = decimal(figures.levy);
  const shadeIn = levy.times(5);
  const threshold = halfUpToCent(decimal(medicare.family).plus(decimal(medicare.eachChild).times(dependants)).div(52));
  if (x.lt(start) || x.gte(dropCents(threshold.times(shadeIn).div(shadeIn.minus(levy))))) return zero;
  // What the scale takes, less what the family owes: the branches of the schedule in one line (reference, 2.7).
  const taken = x.lt(endOfShadeIn) ? x.minus(start).times(shadeIn) : x.times(levy);
  const owed = x.lte(threshold) ? zero : least(x.times(levy), x.minus(threshold).times(shadeIn));
  return halfUpToDollar(atLeastZero(taken.minus(owed)));
}
