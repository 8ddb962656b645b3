/** A person's fringe benefits: as recorded, and what of them is reported. */
import type { FringeBenefitView } from "@zesty/contract/au/fringeBenefits";
import type { CodedAmount } from "@zesty/core/au/documents/payEvent";
import { fringeYearEnd, reportableFringeBenefits } from "@zesty/core/au/fringeBenefits";
import { centsText } from "@zesty/core/quantity/units";
import { asc, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { fringeBenefit } from "../store/schema.ts";

/** One entry a year, newest year first; a later row of a year takes the place of an earlier one. */
export function readFringeBenefits(context: Context, personId: number): FringeBenefitView[] {
  const byYear = new Map(
    context.store.db
      .select()
      .from(fringeBenefit)
      .where(eq(fringeBenefit.personId, personId))
      .orderBy(asc(fringeBenefit.id))
      .all()
      .map((row) => [row.yearEnd, row]),
  );
  return [...byYear.values()]
    .sort((a, b) => b.yearEnd.localeCompare(a.yearEnd))
    .map((row) => {
      const [taxable, exempt] = [centsText(row.taxableCents), centsText(row.exemptCents)];
      return {
        yearEnd: row.yearEnd,
        taxable,
        exempt,
        reported: reportableFringeBenefits({ T: taxable, X: exempt }, row.yearEnd, context.rules).map((each) => ({
          code: each.code,
          amount: each.amount.toFixed(2),
        })),
      };
    });
}

/**
 * What a pay event of a payday reports, by person: the fringe benefits year that ended in its payroll year. What an
 * earlier row of the year made reportable and the newest does not is reported as nothing: an absent amount would stand.
 */
export function fringeBenefitsOn(context: Context, payday: string): (personId: number) => CodedAmount[] {
  const yearEnd = fringeYearEnd(payday);
  const rows = context.store.db
    .select()
    .from(fringeBenefit)
    .where(eq(fringeBenefit.yearEnd, yearEnd))
    .orderBy(asc(fringeBenefit.id))
    .all();
  const found = new Map<number, Map<string, string>>();
  for (const row of rows) {
    const amounts = new Map([...(found.get(row.personId) ?? [])].map(([code]) => [code, "0.00"]));
    const values = { T: centsText(row.taxableCents), X: centsText(row.exemptCents) };
    for (const { code, amount } of reportableFringeBenefits(values, yearEnd, context.rules))
      amounts.set(code, amount.toFixed(2));
    found.set(row.personId, amounts);
  }
  return (personId) => [...(found.get(personId) ?? [])].sort().map(([type, amount]) => ({ type, amount }));
}
