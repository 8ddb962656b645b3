/**
 * A raise of a rate or a salary. Common practice, no source: a rate and a salary go to the cent, half up; a salary's
 * dollars an hour are those of the agreed hours in 52 weeks.
 * Examples: 30.00 by 3.5 % is 31.05; $78,000.00 of 38 h by $1.00 an hour is $79,976.00.
 */
import { type Decimal, decimal } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import type { RateThen } from "./backPay.ts";

/** By per cent of what is paid, or by dollars an hour. */
export interface Raise {
  by: "percent" | "hourly";
  value: string;
}

export interface Raised {
  /** the terms from then on: a salary stays a salary */
  is: RateThen;
  /** dollars more for 52 weeks of the agreed hours; null where no hours are agreed */
  yearly: Decimal | null;
}

const weeksOfYear = 52;

/** @returns null where there is nothing to raise */
export function raised(was: RateThen, weeklyHours: string, { by, value }: Raise): Raised | null {
  const rise = (of: string, hours: Decimal): Decimal =>
    halfUpToCent(
      by === "percent"
        ? decimal(of).times(decimal(value).plus(100)).div(100)
        : decimal(of).plus(decimal(value).times(hours)),
    );
  const hoursOfYear = decimal(weeklyHours).times(weeksOfYear);
  if (was.salary !== null) {
    const salary = rise(was.salary, hoursOfYear);
    return { is: { hourlyRate: null, salary: salary.toFixed(2) }, yearly: salary.minus(was.salary) };
  }
  if (was.hourlyRate === null) return null;
  const rate = rise(was.hourlyRate, decimal(1));
  return {
    is: { hourlyRate: rate.toFixed(2), salary: null },
    yearly: hoursOfYear.isZero() ? null : halfUpToCent(rate.minus(was.hourlyRate).times(hoursOfYear)),
  };
}
