/**
 * What a correction adds to or takes from an earlier pay: line by line the difference between what should have stood
 * there and what stood there. Hours keep being hours, weeks and days of leave keep being weeks and days, so that super
 * and leave follow.
 * Example: 38 h should have been 35 h: the difference is −3 h of the same pay element at the same rate.
 * Example: 1 week of holidays was paid with 1,250.00 and should have been 0.4: −0.6 weeks and −750.00.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal, decimalOrZero, sum, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import type { Accrual, AccruesBy, AccruingHours } from "./input.ts";
import type { SheetLine } from "./row.ts";

/** What the lines of an element came to in the pay that is corrected. */
export interface PaidLine {
  elementId: number;
  costCentre?: string | undefined;
  amount: string;
  hours: string | null;
}

const isOfUnits = (line: SheetLine): boolean => line.units !== undefined && line.units !== "";

/** Lines that are the same thing: one element at one rate in one cost centre, with the same detail. @param by by what it accrues */
const keyOf = (line: SheetLine, rate: string | null, by: string | null) =>
  JSON.stringify([
    line.elementId,
    isOfUnits(line) ? "units" : line.hours === undefined ? null : decimal(line.rate ?? rate ?? "0").toString(),
    line.costCentre ?? null,
    line.detail ?? null,
    by,
  ]);

/** A correction names the leave of its pay as well, which makes its lines no other thing, unless a part of the pay had it. */
function accrualIn(lines: readonly SheetLine[]): (line: SheetLine) => string | null {
  const said = ({ accruesBy }: SheetLine) => (accruesBy ? JSON.stringify(accruesBy) : null);
  const own = new Set(lines.filter((line) => line.corrects === undefined).map(said));
  return (line) => (own.has(said(line)) ? said(line) : null);
}

interface Sums {
  line: SheetLine;
  was: { hours: Decimal; units: Decimal; amount: Decimal; typedHours: boolean };
  should: { hours: Decimal; units: Decimal; amount: Decimal; typedAmount: boolean; typedHours: boolean };
}

const nothing = () => ({ hours: zero, units: zero, amount: zero, typedAmount: false, typedHours: false });

/**
 * @param was lines of the pay that was signed off
 * @param should lines as they should have been
 * @param rate the person's hourly rate then; kept with each line of hours, so that a later raise does not change it
 * @param payday of the pay that is corrected
 * @param paid what was paid for lines of weeks and days: their rate was found from what had been earned by then
 */
export function correctionLines(
  was: readonly SheetLine[],
  should: readonly SheetLine[],
  rate: string | null,
  payday: IsoDate,
  paid: readonly PaidLine[] = [],
): SheetLine[] {
  const all = new Map<string, Sums>();
  const accrualOf = accrualIn([...was, ...should]);
  const add = (lines: readonly SheetLine[], side: "was" | "should") => {
    for (const line of lines) {
      const key = keyOf(line, rate, accrualOf(line));
      const found = all.get(key) ?? { line, was: nothing(), should: nothing() };
      const sums = found[side];
      sums.hours = sums.hours.plus(decimalOrZero(line.hours));
      sums.units = sums.units.plus(decimalOrZero(line.units));
      sums.amount = sums.amount.plus(decimalOrZero(line.amount));
      sums.typedHours ||= line.hours !== undefined;
      found.should.typedAmount ||= side === "should" && line.amount !== undefined;
      all.set(key, found);
    }
  };
  add(should, "should");
  add(was, "was");
  return [...all.values()].flatMap((sums): SheetLine[] => {
    const { line } = sums;
    const { terms: _terms, hours: _h, amount: _a, units: _u, explained: _explained, ...rest } = line;
    if (isOfUnits(line)) return unitsDifference(sums, rest, payday, paid);
    if (line.hours !== undefined) {
      const hours = sums.should.hours.minus(sums.was.hours);
      if (hours.isZero()) return [];
      const own = rate === null && line.rate === undefined ? {} : { rate: line.rate ?? rate ?? "0" };
      return [{ ...rest, hours: hours.toString(), ...own, corrects: payday }];
    }
    const amount = sums.should.amount.minus(sums.was.amount);
    return amount.isZero() ? [] : [{ ...rest, amount: amount.toFixed(2), corrects: payday }];
  });
}

/**
 * The lines of a correction, saying what it changes in the hours that leave accrues on: for each basis and leave of the
 * pay the first line of it, the first of all for what no line is of.
 * @param now @param before the hours of the pay as it should have been, and as it was
 * @param own the basis and the leave at the end of the pay that is corrected: the person's may be others since
 */
export function withAccrual(
  lines: readonly SheetLine[],
  now: readonly AccruingHours[],
  before: readonly AccruingHours[],
  own: Accrual,
): SheetLine[] {
  const keyOf = (by: AccruesBy | undefined) => JSON.stringify([by?.basis ?? own.basis, by?.leave ?? own.leave]);
  const changes = new Map<string, Decimal>();
  const add = (key: string, hours: Decimal) => changes.set(key, (changes.get(key) ?? zero).plus(hours));
  for (const { by, hours } of now) add(keyOf(by), hours);
  for (const { by, hours } of before) add(keyOf(by), hours.negated());
  const taken = lines.map((line) => {
    const key = keyOf(line.accruesBy);
    const hours = changes.get(key) ?? zero;
    changes.delete(key);
    return hours;
  });
  const rest = sum([...changes.values()]);
  return lines.map((line, at) => {
    const hours = (taken[at] ?? zero).plus(at === 0 ? rest : zero);
    const accrues = hours.toDecimalPlaces(4).toString();
    return at === 0 || !hours.isZero() ? { accruesBy: own, ...line, accrues } : { ...line, accrues };
  });
}

/** Weeks or days of leave: the difference in units, in hours, and in what was paid for them. */
function unitsDifference(
  { line, was, should }: Sums,
  rest: Omit<SheetLine, "hours" | "amount" | "units">,
  payday: IsoDate,
  paid: readonly PaidLine[],
): SheetLine[] {
  const units = should.units.minus(was.units);
  const common = { ...rest, units: units.toString(), corrects: payday };
  // Nothing of it stood there before: it is worked out like any new line.
  if (was.units.isZero())
    return units.isZero()
      ? []
      : [
          {
            ...common,
            ...(should.typedHours ? { hours: should.hours.toString() } : {}),
            ...(should.typedAmount ? { amount: should.amount.toFixed(2) } : {}),
          },
        ];
  const kept = paid.filter(
    (each) => each.elementId === line.elementId && (each.costCentre ?? null) === (line.costCentre ?? null),
  );
  const wasAmount = kept.reduce((total, each) => total.plus(each.amount), zero);
  const wasHours = kept.reduce((total, each) => total.plus(each.hours ?? "0"), zero);
  // Days are paid by their hours where both are typed; else by weeks or days.
  const byHours = was.typedHours && should.typedHours && was.hours.gt(0);
  const [now, before] = byHours ? [should.hours, was.hours] : [should.units, was.units];
  if (units.isZero() && now.eq(before) && !should.typedAmount) return [];
  const share = (whole: Decimal) => whole.times(now.minus(before)).div(before);
  const amount = should.typedAmount ? should.amount.minus(wasAmount) : halfUpToCent(share(wasAmount));
  const hours = byHours ? now.minus(before) : share(wasHours).toDecimalPlaces(4);
  if (units.isZero() && amount.isZero() && hours.isZero()) return [];
  return [{ ...common, hours: hours.toString(), amount: amount.toFixed(2) }];
}
