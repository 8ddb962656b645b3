/**
 * What a pay would have been at another rate: the hours, per cents and everything else as they were, the rate or the
 * salary new. Common practice, no source; what of it counts for super and leave follows from the pay's own lines.
 * Example: 38 h at $30.00, then $31.50 from the same day: 1,140.00 becomes 1,197.00.
 */

import type { PayInput, PayLine } from "../au/pay/input.ts";
import type { PayInputNz, PayLineNz } from "../nz/pay/input.ts";
import { type Decimal, decimal } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";

export interface RateThen {
  hourlyRate: string | null;
  /** a year */
  salary: string | null;
}

/** The share of a pay that the new rate counts for: one, or the days of the period from the raise on. */
export interface RateMoved {
  was: RateThen;
  is: RateThen;
  share: Decimal;
}

/** A line that is paid at the person's own rate, at the new one for its share; a salary's part likewise. */
function moved<Line extends PayLine | PayLineNz>(line: Line, { was, is, share }: RateMoved): Line {
  const atOwnRate =
    line.hours !== undefined &&
    line.amount === undefined &&
    line.rate !== undefined &&
    was.hourlyRate !== null &&
    decimal(line.rate).eq(was.hourlyRate);
  if (atOwnRate && is.hourlyRate !== null) {
    const step = decimal(is.hourlyRate)
      .minus(was.hourlyRate ?? "0")
      .times(share);
    return {
      ...line,
      rate: decimal(line.rate ?? "0")
        .plus(step)
        .toDecimalPlaces(8)
        .toString(),
    };
  }
  const ofSalary =
    line.element === "ordinary" && line.hours === undefined && line.amount !== undefined && was.salary && is.salary;
  if (!ofSalary || line.corrects !== undefined) return line;
  const whole = decimal(line.amount ?? "0")
    .times(is.salary ?? "0")
    .div(was.salary ?? "1");
  const step = whole.minus(line.amount ?? "0").times(share);
  return { ...line, amount: halfUpToCent(decimal(line.amount ?? "0").plus(step)).toFixed(2) };
}

export function atNewRate<Input extends PayInput | PayInputNz>(input: Input, by: RateMoved): Input {
  const lines = (input.lines as readonly (PayLine | PayLineNz)[])
    .filter((line) => line.corrects === undefined)
    .map((line) => moved(line, by));
  const holidays = "holidays" in input && input.holidays;
  return {
    ...input,
    lines,
    // Holidays and leave by weeks and days go by the rate of the days.
    ...(holidays && by.is.hourlyRate !== null && by.share.eq(1)
      ? { holidays: { ...holidays, hourlyRate: by.is.hourlyRate } }
      : {}),
  } as Input;
}

/** The pay as it was, without what it corrected of earlier ones. */
export const asItWas = <Input extends PayInput | PayInputNz>(input: Input): Input =>
  ({
    ...input,
    lines: (input.lines as readonly (PayLine | PayLineNz)[]).filter((line) => line.corrects === undefined),
  }) as Input;
