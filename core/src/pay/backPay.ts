/**
 * What a pay would have been at another rate: the hours, per cents and everything else as they were, the rate or the
 * salary new. Common practice, no source; what of it counts for super and leave follows from the pay's own lines.
 * Example: 38 h at $30.00, then $31.50 from the same day: 1,140.00 becomes 1,197.00.
 */

import type { PayInput, PayLine } from "../au/pay/input.ts";
import { paysPerYear } from "../calendar/payPeriods.ts";
import type { PayInputNz, PayLineNz } from "../nz/pay/input.ts";
import { type Decimal, decimal, sum, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";

export interface RateThen {
  hourlyRate: string | null;
  /** a year */
  salary: string | null;
}

/** Days of a pay that were paid at one rate and are due another, or the same; weighed by their working hours. */
export interface RateMoved {
  was: RateThen;
  is: RateThen;
  weight: Decimal;
}

/** What a pay's own rate and salary become over all its days. */
interface Moves {
  /** by what an hour at a rate rises on average */
  stepOf(rate: string): Decimal | null;
  /** what the salary of the days is due, and was paid; null where none were paid by one */
  salary: { was: Decimal; is: Decimal } | null;
}

function movesOf(moved: readonly RateMoved[]): Moves {
  const byRate = new Map<string, { weight: Decimal; worth: Decimal }>();
  for (const { was, is, weight } of moved) {
    if (was.hourlyRate === null || is.hourlyRate === null) continue;
    const key = decimal(was.hourlyRate).toString();
    const before = byRate.get(key) ?? { weight: zero, worth: zero };
    const step = decimal(is.hourlyRate).minus(was.hourlyRate);
    byRate.set(key, { weight: before.weight.plus(weight), worth: before.worth.plus(step.times(weight)) });
  }
  const bySalary = moved.filter(({ was, is }) => was.salary && is.salary);
  const all = (of: "was" | "is") => sum(bySalary.map((each) => decimal(each[of].salary ?? "0").times(each.weight)));
  return {
    stepOf: (rate) => {
      const found = byRate.get(decimal(rate).toString());
      return !found || found.weight.isZero() ? null : found.worth.div(found.weight);
    },
    salary: all("was").gt(0) ? { was: all("was"), is: all("is") } : null,
  };
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

/** A line that is paid at the person's own rate, at the new one of its days; a salary's part likewise. */
function atMoves<Line extends PayLine | PayLineNz>(
  line: Line,
  moved: readonly RateMoved[],
  { stepOf, salary }: Moves,
  ofAmounts: Decimal,
): Line {
  if (line.hours !== undefined && line.amount === undefined && line.rate !== undefined) {
    const { rate } = line;
    const own = moved.find(({ was }) => was.hourlyRate !== null && isWorthOfAll(rate, was.hourlyRate, ofAmounts));
    const step = stepOf(rate) ?? (own?.was.hourlyRate ? stepOf(own.was.hourlyRate) : null);
    return step === null ? line : { ...line, rate: decimal(rate).plus(step).toDecimalPlaces(8).toString() };
  }
  if (!isAmount(line) || !salary || line.corrects !== undefined) return line;
  const amount = decimal(line.amount ?? "0");
  const step = amount.times(salary.is).div(salary.was).minus(amount).times(ofAmounts);
  return { ...line, amount: halfUpToCent(amount.plus(step)).toFixed(2) };
}

/** @param moved all days of the pay, each once */
export function atNewRates<Input extends PayInput | PayInputNz>(input: Input, moved: readonly RateMoved[]): Input {
  const ofAmounts = salaryShare(input, moved.findLast(({ was }) => was.salary)?.was.salary ?? null);
  const moves = movesOf(moved);
  const lines = (input.lines as readonly (PayLine | PayLineNz)[])
    .filter((line) => line.corrects === undefined)
    .map((line) => atMoves(line, moved, moves, ofAmounts));
  const holidays = "holidays" in input && input.holidays;
  const rates = new Set(moved.map(({ is }) => is.hourlyRate));
  const [rate] = rates;
  return {
    ...input,
    lines,
    // Holidays and leave by weeks and days go by the rate of the days.
    ...(holidays && rate != null && rates.size === 1 ? { holidays: { ...holidays, hourlyRate: rate } } : {}),
  } as Input;
}

/** What an hour that was paid at a rate comes to on average, once its days are paid at the new one. */
export function rateAfter(rate: string, moved: readonly RateMoved[]): string {
  const step = movesOf(moved).stepOf(rate);
  return step === null || step.isZero() ? rate : decimal(rate).plus(step).toDecimalPlaces(4).toString();
}

/** The pay as it was, without what it corrected of earlier ones. */
export const asItWas = <Input extends PayInput | PayInputNz>(input: Input): Input =>
  ({
    ...input,
    lines: (input.lines as readonly (PayLine | PayLineNz)[]).filter((line) => line.corrects === undefined),
  }) as Input;
