/**
 * Student loan deductions, standard, ordered and chosen.
 * Set by: Student Loan Scheme Act 2011. Cents are cut by house convention C3.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { type Cycle, paysPerYear } from "../calendar/payPeriods.ts";
import { atLeastZero, type Decimal, decimal, zero } from "../quantity/decimal.ts";
import { cutToCent } from "../quantity/rounding.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import type { TaxCode } from "./taxCode.ts";

interface Terms {
  payday: IsoDate;
  rules: RuleBook;
}

/**
 * Student loan deduction. Example: $600.00 a week: (600 − 464) × 12 % = $16.32.
 * @param earnings gross of the pay with extra pays
 */
export function studentLoan(
  earnings: Figure,
  code: TaxCode,
  cycle: Cycle,
  periods: number,
  terms: Terms & { percent?: Decimal | undefined },
): Figure {
  const row = terms.rules.row(deductionRatesNz, terms.payday);
  const { yearlyThreshold, ...law } = row.figures.studentLoan;
  // A special deduction rate, as its certificate has it (Student Loan Scheme Act 2011, s 39).
  const percent = terms.percent?.toString() ?? law.percent;
  const n = paysPerYear[cycle];
  const threshold = code.main ? decimal(yearlyThreshold).times(periods).div(n) : zero;
  // Divided once: a twelfth of the threshold is no whole number of cents.
  const above = atLeastZero(earnings.value.times(n).minus(code.main ? decimal(yearlyThreshold).times(periods) : zero));
  const owed = code.studentLoan ? cutToCent(above.times(percent).div(100 * n)) : zero;
  return figure("Student loan", owed, "money", () => ({
    rule: code.main
      ? `${percent} % of earnings above the threshold of this pay`
      : `${percent} % of every dollar of a second job`,
    formula: `(${earnings.value.toFixed(2)} − ${threshold.toDecimalPlaces(2).toString()}) × ${percent} %, cut to cents`,
    source: sourceNote(deductionRatesNz, row),
    parts: [earnings],
  }));
}

/** What Inland Revenue orders (SLCIR) or the borrower chooses (SLBOR) on top: a per cent of the same base, or an amount. */
export interface ExtraLoan {
  percent?: string | undefined;
  amount?: string | undefined;
}

export function extraStudentLoan(
  label: string,
  extra: ExtraLoan | undefined,
  earnings: Figure,
  code: TaxCode,
  cycle: Cycle,
  periods: number,
  terms: Terms,
): Figure {
  if (!extra || !code.studentLoan) return figure(label, zero, "money");
  const row = terms.rules.row(deductionRatesNz, terms.payday);
  const threshold = code.main
    ? decimal(row.figures.studentLoan.yearlyThreshold).times(periods).div(paysPerYear[cycle])
    : zero;
  const base = atLeastZero(earnings.value.minus(threshold));
  const { percent } = extra;
  const owed = percent === undefined ? decimal(extra.amount ?? "0").times(periods) : base.times(percent).div(100);
  return figure(label, cutToCent(owed), "money", () => ({
    rule:
      percent === undefined
        ? "The amount of the notice, for each pay"
        : `${percent} % of the earnings that the standard deduction is worked out on`,
    formula:
      percent === undefined ? `${extra.amount} × ${periods}` : `${base.toDecimalPlaces(2).toString()} × ${percent} %`,
    setting: { place: "person", section: "taxCode" },
    parts: [earnings],
  }));
}
