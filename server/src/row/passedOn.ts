/** What is taken out of a pay to be passed on: one due for each whom the pay elements name. */
import { type Decimal, zero } from "@zesty/core/quantity/decimal";
import { toCents } from "@zesty/core/quantity/units";
import type { DueEntry } from "./prepared.ts";
import type { LoadedRun } from "./runRows.ts";

interface Taken {
  code: string | undefined;
  amount: Decimal;
}

/** By whom the element names; what nobody is named for stands under "". */
export function byPayee({ elementRows }: LoadedRun, taken: readonly Taken[]): Map<string, Decimal> {
  const names = new Map(elementRows.map((each) => [each.code, each.paidTo ?? ""]));
  const sums = new Map<string, Decimal>();
  for (const { code, amount } of taken) {
    const payee = names.get(code ?? "") ?? "";
    sums.set(payee, (sums.get(payee) ?? zero).plus(amount));
  }
  return sums;
}

/** Deductions for somebody by name; one that names nobody stays with the business. */
export function passedOn(loaded: LoadedRun, personId: number, due: string, taken: readonly Taken[]): DueEntry[] {
  return [...byPayee(loaded, taken)]
    .filter(([payee]) => payee !== "")
    .map(([payee, amount]) => ({ kind: "deduction", personId, fundId: null, payee, cents: toCents(amount), due }));
}
