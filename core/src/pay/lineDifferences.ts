/**
 * Two workings of one pay, line by line: what comes out differently, in words. Common practice, no source.
 * Example: Sunday was paid 7.6 h at ordinary time, and is due at 175 %: two lines, each with hours and money.
 */
import { type Decimal, decimal, decimalOrZero, zero } from "../quantity/decimal.ts";
import { dollars } from "../quantity/units.ts";
import type { RowFigures } from "./snapshot.ts";

type Line = RowFigures["lines"][number];
interface Sum {
  name: string;
  hours: Decimal;
  amount: Decimal;
}

/** Lines of one code are one thing, whatever rates they were split into; what is taken off is no part of gross. */
function byCode(lines: readonly Line[]): Map<string, Sum> {
  const found = new Map<string, Sum>();
  for (const { code, name, hours, amount } of lines) {
    const sum = found.get(code) ?? { name, hours: zero, amount: zero };
    found.set(code, {
      name,
      hours: sum.hours.plus(decimalOrZero(hours ?? undefined)),
      amount: sum.amount.plus(decimal(amount)),
    });
  }
  return found;
}

const shown = ({ hours, amount }: Sum): string =>
  hours.isZero() ? dollars(amount) : `${hours.toDecimalPlaces(2).toString()} h, ${dollars(amount)}`;

/** Groups of lines that make gross pay. */
const grossGroups = new Set(["earnings", "extra"]);

/** @returns one sentence a line that differs in money, the greatest difference first */
export function lineDifferences(paid: readonly Line[], due: readonly Line[]): string[] {
  const [before, now] = [paid, due].map((lines) => byCode(lines.filter((line) => grossGroups.has(line.group))));
  const nothing = { name: "", hours: zero, amount: zero };
  return [...new Set([...(now?.keys() ?? []), ...(before?.keys() ?? [])])]
    .map((code) => ({ was: before?.get(code) ?? nothing, is: now?.get(code) ?? nothing }))
    .filter(({ was, is }) => !was.amount.eq(is.amount))
    .sort((a, b) => b.is.amount.minus(b.was.amount).abs().comparedTo(a.is.amount.minus(a.was.amount).abs()))
    .map(({ was, is }) => {
      const name = is.name || was.name;
      if (was.amount.isZero() && was.hours.isZero()) return `${name}: ${shown(is)} due, none paid.`;
      if (is.amount.isZero() && is.hours.isZero()) return `${name}: ${shown(was)} paid, none due.`;
      if (was.hours.eq(is.hours) && !is.hours.isZero())
        return `${name}, ${is.hours.toDecimalPlaces(2).toString()} h: ${dollars(is.amount)} due, ${dollars(was.amount)} paid.`;
      return `${name}: ${shown(is)} due, ${shown(was)} paid.`;
    });
}
