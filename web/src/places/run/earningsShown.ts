/** Earnings as the account shows them: what is paid alike is one line, and lines of one pay element stand together. */
import type { RowFigures } from "@zesty/core/pay/snapshot";
import { decimal } from "@zesty/core/quantity/decimal";

type Line = RowFigures["lines"][number];

const isBeside = (a: Line, b: Line): boolean => a.code === b.code && a.name === b.name && a.costCentre === b.costCentre;
const sameAs = (a: Line, b: Line): boolean => isBeside(a, b) && a.corrects === b.corrects;

/** What an hour came to, to the nearest cent: parts of a period are rounded each for itself. */
const rateOf = ({ hours, amount }: Line): number => Math.round((Number(amount) / Number(hours)) * 100);

const isHours = (line: Line): boolean => line.units === undefined && Number(line.hours ?? 0) > 0;

export function earningsShown(lines: readonly Line[]): Line[] {
  const shown: Line[] = [];
  for (const line of lines) {
    const alike = shown.findIndex(
      (each) => isHours(line) && isHours(each) && sameAs(each, line) && rateOf(each) === rateOf(line),
    );
    const before = shown[alike];
    const last = shown.findLastIndex((each) => isBeside(each, line));
    if (before)
      shown[alike] = {
        ...before,
        hours: decimal(before.hours ?? "0")
          .plus(line.hours ?? "0")
          .toFixed(4),
        amount: decimal(before.amount).plus(line.amount).toFixed(2),
      };
    else shown.splice(last === -1 ? shown.length : last + 1, 0, line);
  }
  return shown;
}
