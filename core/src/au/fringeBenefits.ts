/**
 * Reportable fringe benefits of a person: the taxable values of a fringe benefits year, grossed up, if together they
 * are above the limit. Set by: Fringe Benefits Tax Assessment Act 1986, ss 5E and 135P.
 * Example: $4,000.00 of taxable value is reported as 4,000 × 1.8868 = $7,547.20; $2,000.00 is not reported.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { payrollYearAu } from "../calendar/payrollYear.ts";
import { type Decimal, decimal } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { fringeBenefitRules } from "../rulebook/au/fringeBenefitRules.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";

/** T: of an employer who pays the tax; X: exempt under section 57A. */
export type FringeBenefitCode = "T" | "X";

/** The last day of the fringe benefits year that a payroll year reports: the 31 March in it. */
export const fringeYearEnd = (payday: IsoDate): IsoDate => `${payrollYearAu(payday).to.slice(0, 4)}-03-31`;

/** @returns grossed-up amounts in dollars and cents, nothing where the limit is not passed */
export function reportableFringeBenefits(
  values: Partial<Record<FringeBenefitCode, string>>,
  yearEnd: IsoDate,
  rules: RuleBook,
): { code: FringeBenefitCode; amount: Decimal }[] {
  const { above, grossUp } = rules.row(fringeBenefitRules, yearEnd).figures;
  const given = (["T", "X"] as const).map((code) => ({ code, value: decimal(values[code] ?? "0") }));
  const total = given.reduce((sum, each) => sum.plus(each.value), decimal("0"));
  if (total.lte(above)) return [];
  return given
    .filter((each) => each.value.gt(0))
    .map(({ code, value }) => ({ code, amount: halfUpToCent(value.times(grossUp)) }));
}
