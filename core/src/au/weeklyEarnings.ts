/**
 * From a pay to the weekly x of Schedule 1, and from a weekly amount back to the pay's cycle.
 * Set by: Schedule 1 (NAT 1004). Half-monthly has no remembered formula: it goes by 6 ÷ 13, derived.
 */
import type { Cycle } from "../calendar/payPeriods.ts";
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";
import { dropCents, halfUpToDollar } from "../quantity/rounding.ts";
import type { Coefficient } from "../rulebook/au/withholdingScales.ts";

const ninetyNineCents = decimal("0.99");
const thirtyThreeCents = decimal("0.33");
const oneCent = decimal("0.01");

/**
 * x: whole dollars of the weekly equivalent plus 99 cents.
 * @param earnings of the whole payment; @param periods equal pays that it covers. Everything is multiplied first and
 * divided once: a third of a third is no whole number of dollars any more.
 */
export function weeklyEarnings(earnings: Decimal, cycle: Cycle, periods = 1): Decimal {
  return dropCents(weeklyEquivalent(earnings, cycle, periods)).plus(ninetyNineCents);
}

function weeklyEquivalent(earnings: Decimal, cycle: Cycle, periods: number): Decimal {
  switch (cycle) {
    case "weekly":
      return periods === 1 ? earnings : earnings.div(periods);
    case "fortnightly":
      return earnings.div(2 * periods);
    case "four-weekly":
      return earnings.div(4 * periods);
    case "quarterly":
      return earnings.div(13 * periods);
    case "half-monthly":
      return earnings.times(6).div(13 * periods);
    case "monthly": {
      // An amount that ends in exactly 33 cents is a third of a dollar cut short: one cent is added first.
      const endsIn33 = earnings.div(periods).minus(thirtyThreeCents).isInteger();
      return (endsIn33 ? earnings.plus(oneCent.times(periods)) : earnings).times(3).div(13 * periods);
    }
  }
}

/** A whole-dollar weekly amount in the pay's cycle, to the dollar. */
export function fromWeekly(weekly: Decimal, cycle: Cycle): Decimal {
  switch (cycle) {
    case "weekly":
      return weekly;
    case "fortnightly":
      return weekly.times(2);
    case "four-weekly":
      return weekly.times(4);
    case "quarterly":
      return weekly.times(13);
    case "half-monthly":
      return halfUpToDollar(weekly.times(13).div(6));
    case "monthly":
      return halfUpToDollar(weekly.times(13).div(3));
  }
}

interface ReadCoefficient {
  below: Decimal | null;
  a: Decimal;
  b: Decimal;
}

const read = new WeakMap<readonly Coefficient[], ReadCoefficient[]>();

/** The first row whose limit x is below; coefficients are read from their text once. */
export function coefficientFor(rows: readonly Coefficient[], x: Decimal): ReadCoefficient {
  let ready = read.get(rows);
  if (!ready) {
    ready = rows.map((row) => ({
      below: row.below === null ? null : decimal(row.below),
      a: decimal(row.a),
      b: decimal(row.b),
    }));
    read.set(rows, ready);
  }
  const found = ready.find((row) => row.below === null || x.lt(row.below));
  if (!found) throw new RangeError(`No coefficient row takes x = ${x.toString()}`);
  return found;
}

/** y = a·x − b, to the dollar, never negative. */
export function weeklyByCoefficients(rows: readonly Coefficient[], x: Decimal): Decimal {
  const { a, b } = coefficientFor(rows, x);
  const y = halfUpToDollar(a.times(x).minus(b));
  return y.isNegative() ? zero : y;
}
