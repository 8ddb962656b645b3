/**
 * What leave not taken is worth on a day: what would be paid for it if the employment ended. Without on-costs, and
 * undiscounted (AASB 119 and NZ IAS 19 ask for both of who reports under them).
 * Set by: Fair Work Act 2009, s 90(2); loading where the terms give it on leave paid out.
 * Example: 76 h of annual leave at $30 with 17.5 % loading: 76 × 30 × 1.175 = 2,679.00.
 */
import { type Decimal, decimal, decimalOrZero } from "../quantity/decimal.ts";
import { halfUpToCent, halfUpToDollar } from "../quantity/rounding.ts";
import { type Figure, figure } from "../working/figure.ts";

/** @param hours may be below nought: leave taken in advance is owed by the person */
export function leaveWorth(hours: Decimal, rate: Decimal, loadingPercent: string | null): Figure {
  const loading = decimalOrZero(loadingPercent);
  const percent = decimal(100).plus(loading);
  const value = halfUpToCent(hours.times(rate).times(percent).div(100));
  return figure("Leave not taken", value, "money", () => ({
    rule: "What is paid for it when the employment ends (Fair Work Act 2009, s 90)",
    formula: `${hours.toString()} h × $${rate.toString()}${loading.isZero() ? "" : ` × ${percent.toString()} %`}`,
    setting: { place: "person", section: "leave" },
  }));
}

/**
 * Cents over cost centres by their per cents, to the cent; the last one takes what rounding leaves.
 * Example: 100.01 at 50 % and 50 %: 50.01 and 50.00.
 */
export function overCentres(
  cents: number,
  centres: readonly { code: string | null; percent: string }[],
): { code: string | null; cents: number }[] {
  let left = cents;
  return centres.map(({ code, percent }, at) => {
    const share = at === centres.length - 1 ? left : halfUpToDollar(decimal(cents).times(percent).div(100)).toNumber();
    left -= share;
    return { code, cents: share };
  });
}
