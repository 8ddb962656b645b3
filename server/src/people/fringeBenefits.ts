/** A person's fringe benefits: as recorded, and what of them is reported. */
import type { FringeBenefitView } from "@zesty/contract/people";
import { fringeYearEnd, reportableFringeBenefits } from "@zesty/core/au/fringeBenefits";
import type { CodedAmount } from "@zesty/core/lodgement/payEvent";
import { centsText } from "@zesty/core/quantity/units";
import { asc, eq } from "drizzle-orm";
import type { Context } from "../context.ts";
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

/** What a pay event of a payday reports, by person: the fringe benefits year that ended in its payroll year. */
export function fringeBenefitsOn(context: Context, payday: string): (personId: number) => CodedAmount[] {
  const yearEnd = fringeYearEnd(payday);
  const rows = context.store.db
    .select({ personId: fringeBenefit.personId })
    .from(fringeBenefit)
    .where(eq(fringeBenefit.yearEnd, yearEnd))
    .all();
  const some = new Set(rows.map((row) => row.personId));
  return (personId) =>
    some.has(personId)
      ? readFringeBenefits(context, personId)
          .filter((each) => each.yearEnd === yearEnd)
          .flatMap((each) => each.reported.map(({ code, amount }) => ({ type: code, amount })))
      : [];
}
