/**
 * From a pay to the weekly x of Schedule 1, and from a weekly amount back to the pay's cycle.
 * Set by: Schedule 1 (NAT 1004). Half-monthly has no remembered formula: it goes by 6 ÷ 13, derived.
 */
import type { Cycle } from "../calendar/payPeriods.ts";
import { Decimal, decimal } from "../quantity/decimal.ts";
import { dropCents, halfUpToDollar } from "../quantity/rounding.ts";
import type { Coefficient } from "../rulebook/au/withholdingScales.ts";

const ninetyNineCents = decimal("0.99");
const thirtyThreeCents = decimal("0.33");
const oneCent = decimal("0.01");

/** x: whole dollars of the weekly equivalent plus 99 cents. */
export function weeklyEarnings(earnings: Decimal, cycle: Cycle): Decimal {
  return dropCents(weeklyEquivalent(earnings, cycle)).plus(ninetyNineCents);
}

function weeklyEquivalent(earnings: Decimal, cycle: Cycle): Decimal {
  switch (cycle) {
    case "weekly":
      return earnings;
    case "fortnightly":
      return earnings.div(2);
    case "four-weekly":
      return earnings.div(4);
    case "quarterly":
      return earnings.div(13);
    case "half-monthly":
      return earnings.times(6).div(13);
    case "monthly": {
      // An amount that ends in exactly 33 cents is a third of a dollar cut short: one cent is added first.
      const endsIn33 = earnings.mod(1).eq(thirtyThreeCents);
      return (endsIn33 ? earnings.plus(oneCent) : earnings).times(3).div(13);
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
  return y.isNegative() ? new Decimal(0) : y;
}
