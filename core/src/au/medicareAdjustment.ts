/**
 * Medicare levy adjustment for a family (Medicare levy variation declaration, NAT 0929), by week.
 * Set by: Schedule 1. It gives back the levy that a scale takes below the family's threshold.
 * Example: scale 2, spouse and two children, x = 800.99: 800.99 × 2 % = 16.
 */
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";
import { dropCents, halfUpToCent, halfUpToDollar } from "../quantity/rounding.ts";
import type { WithholdingScales } from "../rulebook/au/withholdingScales.ts";

export function medicareAdjustment(
  x: Decimal,
  scale: "2" | "6",
  dependants: number,
  { medicare }: WithholdingScales,
): Decimal {
  const half = scale === "6";
  const start = decimal(half ? medicare.half.start : medicare.full.start);
  const endOfShadeIn = decimal(half ? medicare.half.endOfShadeIn : medicare.full.endOfShadeIn);
  // The shade-in rate is five times the levy; the shade-out gives back the difference of the two.
  const levy = decimal(half ? "0.01" : "0.02");
  const shadeIn = levy.times(5);
  const shadeOut = shadeIn.minus(levy);
  const threshold = halfUpToCent(decimal(medicare.family).plus(decimal(medicare.eachChild).times(dependants)).div(52));
  const shadedOut = dropCents(threshold.times(shadeIn).div(shadeOut));
  if (x.lt(start) || x.gte(shadedOut)) return zero;
  if (x.lt(endOfShadeIn)) return halfUpToDollar(x.minus(start).times(shadeIn));
  if (x.lt(threshold)) return halfUpToDollar(x.times(levy));
  const left = halfUpToDollar(threshold.times(levy).minus(x.minus(threshold).times(shadeOut)));
  return left.isNegative() ? zero : left;
}
