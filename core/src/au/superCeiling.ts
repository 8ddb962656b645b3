/**
 * How much of a year's qualifying earnings super is owed on, from 1 July 2026 by the year and not by the quarter.
 * Set by: Superannuation Guarantee (Administration) Act 1992, maximum contribution base, from memory: the concessional cap
 * over the rate, to the nearest ten dollars.
 * Example: cap 32,500 at 12 %: 270,833.33, so 270,830; 268,000 so far and 5,000 now count 2,830, super 339.60.
 */
import { atLeastZero, type Decimal, decimal, hundred, least } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";

export interface CeilingCase {
  /** concessional contributions cap of the year, dollars */
  cap: string;
  /** per cent of earnings */
  rate: string;
  /** qualifying earnings of the year before this payday, dollars */
  soFar: string;
  /** and of this payday */
  now: string;
}

export interface Ceiling {
  ceiling: Decimal;
  counted: Decimal;
  super: Decimal;
}

export function superCeiling({ cap, rate, soFar, now }: CeilingCase): Ceiling {
  const ceiling = decimal(cap).times(hundred).div(rate).div(10).toDecimalPlaces(0).times(10);
  const counted = least(atLeastZero(decimal(now)), atLeastZero(ceiling.minus(soFar)));
  return { ceiling, counted, super: halfUpToCent(counted.times(rate).div(hundred)) };
}
