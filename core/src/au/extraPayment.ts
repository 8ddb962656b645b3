/**
 * Withholding from bonuses, commissions and back payments.
 * Set by: Schedule 5 (NAT 3348), methods A (back pay for known periods) and B(ii) (spread over the year).
 * Example: scale 2, weekly, normal $1,500, bonus $5,200: (T on 1,600 − T on 1,500) × 52 = (336 − 304) × 52 = $1,664;
 * the most is 47 % of 5,200 = $2,444.
 */
import { paysPerYear } from "../calendar/payPeriods.ts";
import { atLeastZero, type Decimal, least, zero } from "../quantity/decimal.ts";
import { dropCents } from "../quantity/rounding.ts";
import { terminationRules } from "../rulebook/au/terminationRules.ts";
import { sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import { taxTreatment } from "./taxDeclaration.ts";
import { noNumberPercent, type WithholdingTerms, withheldInAll } from "./withholding.ts";

export interface EarlierExtras {
  gross: Decimal;
  withheld: Decimal;
}

/**
 * Method B(ii).
 * @param normal the regular taxable pay of one period
 * @param extra this bonus, commission or back payment
 * @param earlier those of the payroll year before it
 */
export function extraPayment(normal: Figure, extra: Figure, earlier: EarlierExtras, terms: WithholdingTerms): Figure {
  const flat = flatOrSteps(normal, extra, terms);
  if (flat) return flat;
  const n = paysPerYear[terms.cycle];
  const row = terms.rules.row(terminationRules, terms.payday);
  const base = dropCents(normal.value);
  const t0 = withheldInAll(base, terms);
  const share = dropCents(atLeastZero(extra.value.plus(earlier.gross)).div(n));
  const t1 = withheldInAll(base.plus(share), terms);
  const spread = t1.minus(t0).times(n).minus(earlier.withheld);
  const cap = dropCents(extra.value.times(row.figures.extraCapPercent).div(100));
  // A bonus that is taken back in its year gives back what was withheld for it: the same steps, less what was taken.
  const withheld = extra.value.isNegative() ? least(spread, zero) : atLeastZero(least(spread, cap));
  return figure("Withholding on bonus, commission or back pay", withheld, "money", () => ({
    rule: `Schedule 5, method B(ii): spread over ${n} pays, not above ${row.figures.extraCapPercent} % of the payment`,
    formula: `(${t1.toFixed(0)} on ${base.plus(share).toFixed(0)} − ${t0.toFixed(0)} on ${base.toFixed(0)}) × ${n} − ${earlier.withheld.toFixed(2)} already withheld = ${spread.toFixed(2)}; cap ${cap.toFixed(0)}`,
    source: sourceNote(terminationRules, row),
    parts: [normal, extra],
  }));
}

/**
 * Method A: the payment relates to a known number of pays.
 * @param paysCovered at most the pays of a year
 */
export function extraPaymentMethodA(
  normal: Figure,
  extra: Figure,
  paysCovered: number,
  terms: WithholdingTerms,
): Figure {
  const flat = flatOrSteps(normal, extra, terms);
  if (flat) return flat;
  const n = Math.min(paysCovered, paysPerYear[terms.cycle]);
  const base = dropCents(normal.value);
  const t0 = withheldInAll(base, terms);
  const share = dropCents(extra.value.div(n));
  const t1 = withheldInAll(base.plus(share), terms);
  const withheld = extra.value.isNegative() ? least(t1.minus(t0).times(n), zero) : atLeastZero(t1.minus(t0).times(n));
  return figure("Withholding on back pay", withheld, "money", () => ({
    rule: `Schedule 5, method A: spread over the ${n} pays it relates to`,
    formula: `(${t1.toFixed(0)} on ${base.plus(share).toFixed(0)} − ${t0.toFixed(0)} on ${base.toFixed(0)}) × ${n}`,
    source: sourceNote(terminationRules, terms.rules.row(terminationRules, terms.payday)),
    parts: [normal, extra],
  }));
}

/** Where no spreading applies: no tax file number (flat), working holiday makers (their steps go on). */
function flatOrSteps(normal: Figure, extra: Figure, terms: WithholdingTerms): Figure | undefined {
  const percent = noNumberPercent(terms);
  if (percent) {
    const withheld = dropCents(dropCents(extra.value).times(percent).div(100));
    return figure("Withholding on extra payment", withheld, "money", () => ({
      rule: `No tax file number: ${percent.toString()} % of whole dollars`,
      parts: [extra],
    }));
  }
  if (taxTreatment(terms.declared).by !== "working-holiday") return undefined;
  const after: Decimal = terms.taxableBefore.plus(normal.value);
  const withheld = extra.value.isNegative()
    ? zero.minus(withheldInAll(extra.value.abs(), { ...terms, taxableBefore: atLeastZero(after.plus(extra.value)) }))
    : withheldInAll(extra.value, { ...terms, taxableBefore: after });
  return figure("Withholding on extra payment", withheld, "money", () => ({
    rule: "Working holiday maker: the steps go on above this pay's regular earnings",
    parts: [normal, extra],
  }));
}
