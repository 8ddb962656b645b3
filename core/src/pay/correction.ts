/**
 * What a correction adds to or takes from an earlier pay: line by line the difference between what should have stood
 * there and what stood there. Hours keep being hours, so that super and leave follow.
 * Example: 38 h should have been 35 h: the difference is −3 h of the same pay element at the same rate.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { decimal, decimalOrZero } from "../quantity/decimal.ts";
import type { SheetLine } from "./payContext.ts";

/** Lines that are the same thing: one element at one rate in one cost centre, with the same detail. */
const keyOf = (line: SheetLine, rate: string | null) =>
  JSON.stringify([
    line.elementId,
    line.hours === undefined ? null : decimal(line.rate ?? rate ?? "0").toString(),
    line.costCentre ?? null,
    line.detail ?? null,
  ]);

/**
 * @param was lines of the pay that was signed off
 * @param should lines as they should have been
 * @param rate the person's hourly rate then; kept with each line of hours, so that a later raise does not change it
 * @param payday of the pay that is corrected
 */
export function correctionLines(
  was: readonly SheetLine[],
  should: readonly SheetLine[],
  rate: string | null,
  payday: IsoDate,
): SheetLine[] {
  const all = new Map<string, { line: SheetLine; hours: string; amount: string }>();
  const add = (lines: readonly SheetLine[], sign: 1 | -1) => {
    for (const line of lines) {
      const key = keyOf(line, rate);
      const found = all.get(key) ?? { line, hours: "0", amount: "0" };
      const plus = (value: string, more: string | undefined) =>
        decimal(value).plus(decimalOrZero(more).times(sign)).toString();
      all.set(key, { line, hours: plus(found.hours, line.hours), amount: plus(found.amount, line.amount) });
    }
  };
  add(should, 1);
  add(was, -1);
  return [...all.values()].flatMap(({ line, hours, amount }): SheetLine[] => {
    const { terms: _terms, hours: _hours, amount: _amount, explained: _explained, ...rest } = line;
    if (line.hours !== undefined)
      return decimal(hours).isZero()
        ? []
        : [
            {
              ...rest,
              hours,
              ...(rate === null && line.rate === undefined ? {} : { rate: line.rate ?? rate ?? "0" }),
              corrects: payday,
            },
          ];
    return decimal(amount).isZero() ? [] : [{ ...rest, amount: decimal(amount).toFixed(2), corrects: payday }];
  });
}
