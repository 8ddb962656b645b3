/**
 * What a pay would have been at another rate: the hours, per cents and everything else as they were, the rate or the
 * salary new. Common practice, no source; what of it counts for super and leave follows from the pay's own lines.
 * Example: 38 h at $30.00, then $31.50 from the same day: 1,140.00 becomes 1,197.00.
 */

import type { PayInput, PayLine } from "../au/pay/input.ts";
import { paysPerYear } from "../calendar/payPeriods.ts";
import type { PayInputNz, PayLineNz } from "../nz/pay/input.ts";
import { type Decimal, decimal, sum } from "../quantity/decimal.ts";
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

/** An amount for the ordinary hours. */
const isAmount = ({ element, hours, amount }: PayLine | PayLineNz): boolean =>
  element === "ordinary" && hours === undefined && amount !== undefined;

/** Rounding of amounts and of leave at an hour's worth: two hundredths of a salary's pay. */
const near = "1.02";

/**
 * How much of what is paid in amounts is the salary: less than one where another amount stands beside it, a duty manager's
 * for example. Leave that was taken came out of all of them alike.
 */
function salaryShare(input: PayInput | PayInputNz, salary: string | null): Decimal {
  const lines = (input.lines as readonly (PayLine | PayLineNz)[]).filter((line) => line.corrects === undefined);
  const due = decimal(salary ?? "0")
    .times(input.periods ?? 1)
    .div(paysPerYear[input.cycle]);
  const away = lines.filter(
    ({ element, hours, rate }) =>
      element !== "ordinary" && element !== "overtime" && hours !== undefined && rate !== undefined,
  );
  const all = sum([
    ...lines.filter(isAmount).map(({ amount }) => decimal(amount ?? "0")),
    ...away.map(({ hours, rate }) => decimal(hours ?? "0").times(rate ?? "0")),
  ]);
  return due.gt(0) && all.gt(due.times(near)) ? due.div(all) : decimal("1");
}

/** Leave at what an hour is worth by all amounts together: the salary's hour is its share of it. */
const isWorthOfAll = (rate: string, own: string, ofAmounts: Decimal): boolean =>
  ofAmounts.lt(1) && decimal(rate).times(ofAmounts).div(own).minus(1).abs().lt("0.02");

/** A line that is paid at the person's own rate, at the new one for its share; a salary's part likewise. */
function moved<Line extends PayLine | PayLineNz>(line: Line, { was, is, share }: RateMoved, ofAmounts: Decimal): Line {
  const atOwnRate =
    line.hours !== undefined &&
    line.amount === undefined &&
    line.rate !== undefined &&
    was.hourlyRate !== null &&
    (decimal(line.rate).eq(was.hourlyRate) || isWorthOfAll(line.rate, was.hourlyRate, ofAmounts));
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
  if (!isAmount(line) || !was.salary || !is.salary || line.corrects !== undefined) return line;
  const whole = decimal(line.amount ?? "0")
    .times(is.salary ?? "0")
    .div(was.salary ?? "1");
  const step = whole
    .minus(line.amount ?? "0")
    .times(share)
    .times(ofAmounts);
  return { ...line, amount: halfUpToCent(decimal(line.amount ?? "0").plus(step)).toFixed(2) };
}

export function atNewRate<Input extends PayInput | PayInputNz>(input: Input, by: RateMoved): Input {
  const ofAmounts = salaryShare(input, by.was.salary);
  const lines = (input.lines as readonly (PayLine | PayLineNz)[])
    .filter((line) => line.corrects === undefined)
    .map((line) => moved(line, by, ofAmounts));
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
