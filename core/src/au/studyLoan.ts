/**
 * The study and training support loan component of one pay.
 * Set by: Schedule 8 (NAT 3539). Worked out on the same weekly x as Schedule 1, rounded to the dollar on its own and
 * added to it. Not taken without a tax file number, nor from a working holiday maker.
 * Example: scale 2, $1,500 a week in 2025–26: 0.15 × 1,500.99 − 193.2692 = 31.88, so 32.
 */
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";
import { halfUpToDollar } from "../quantity/rounding.ts";
import type { StudyLoanRates } from "../rulebook/au/studyLoanRates.ts";
import { type TaxDeclaration, taxTreatment } from "./taxDeclaration.ts";
import { coefficientFor, weeklyByCoefficients } from "./weeklyEarnings.ts";

/** Does Schedule 8 apply at all? */
export const owesStudyLoan = (declared: TaxDeclaration): boolean =>
  declared.studyLoan && taxTreatment(declared).by === "scale" && declared.residency !== "working-holiday";

const claims = (declared: TaxDeclaration): boolean => declared.taxFreeThreshold || declared.residency === "foreign";

/** The weekly component, whole dollars. */
export function studyLoanWeekly(x: Decimal, declared: TaxDeclaration, rates: StudyLoanRates): Decimal {
  if (!owesStudyLoan(declared)) return zero;
  if (rates.method === "marginal") {
    return weeklyByCoefficients(claims(declared) ? rates.claimed : rates.notClaimed, x);
  }
  const step = rates.steps.findLast((each) => x.gte(claims(declared) ? each.from : each.fromWithoutThreshold));
  return step ? halfUpToDollar(x.times(decimal(step.percent)).div(100)) : zero;
}

/** The weekly rule with its numbers, for a working. */
export function studyLoanFormula(x: Decimal, declared: TaxDeclaration, rates: StudyLoanRates): string {
  if (rates.method === "marginal") {
    const { a, b } = coefficientFor(claims(declared) ? rates.claimed : rates.notClaimed, x);
    return a.isZero()
      ? `${x.toFixed(2)} a week is below the threshold`
      : `${a.toFixed(4)} × ${x.toFixed(2)} − ${b.toFixed(4)}`;
  }
  const step = rates.steps.findLast((each) => x.gte(claims(declared) ? each.from : each.fromWithoutThreshold));
  return step ? `${step.percent} % of ${x.toFixed(2)}` : `${x.toFixed(2)} a week is below the first step`;
}
