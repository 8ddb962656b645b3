/**
 * Withholding from unused leave paid on departure.
 * Set by: Schedule 7 (NAT 3351). Leave from 18 August 1993 on an ordinary departure is taxed at the margin over the
 * pays of a year; earlier leave, and all leave on redundancy, invalidity or early retirement, at a flat rate.
 */
import { paysPerYear } from "../calendar/payPeriods.ts";
import { atLeastZero, type Decimal, least, zero } from "../quantity/decimal.ts";
import { dropCents } from "../quantity/rounding.ts";
import { terminationRules } from "../rulebook/au/terminationRules.ts";
import { workingHolidayRates } from "../rulebook/au/workingHolidayRates.ts";
import { sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import { taxTreatment } from "./taxDeclaration.ts";
import { noNumberPercent, type WithholdingTerms, withheldInAll } from "./withholding.ts";
import { workingHolidayTax } from "./workingHoliday.ts";

export interface UnusedLeave {
  leave: "annual" | "long-service";
  reason: "normal" | "redundancy";
  amount: Decimal;
  amountBefore1993: Decimal;
  amountBefore1978: Decimal;
}

export interface UnusedLeaveTax {
  withheld: Figure;
  /** of lump sum A: on redundancy, invalidity or early retirement (type R); other flat-taxed leave is type T */
  lumpSumAR: Decimal;
  /** lump sum A (flat-taxed leave), lump sum B (long service before 16 August 1978), the rest is leave code U */
  lumpSumA: Decimal;
  lumpSumB: Decimal;
  ordinary: Decimal;
}

/** @param normalGross gross of a normal pay of this cycle; @param thisPay regular taxable earnings of this pay */
export function unusedLeave(
  items: readonly UnusedLeave[],
  normalGross: Decimal,
  thisPay: Decimal,
  terms: WithholdingTerms,
): UnusedLeaveTax {
  if (items.length === 0)
    return {
      withheld: figure("Withholding on unused leave", zero, "money"),
      lumpSumAR: zero,
      lumpSumA: zero,
      lumpSumB: zero,
      ordinary: zero,
    };
  const row = terms.rules.row(terminationRules, terms.payday);
  const rules = row.figures;
  let flat = zero;
  let marginal = zero;
  let lumpSumAR = zero;
  let lumpSumA = zero;
  let lumpSumB = zero;
  let ordinary = zero;
  for (const item of items) {
    const flatNow = item.reason === "redundancy" ? item.amount.plus(item.amountBefore1993) : item.amountBefore1993;
    flat = flat.plus(flatNow);
    lumpSumA = lumpSumA.plus(flatNow);
    if (item.reason === "redundancy") lumpSumAR = lumpSumAR.plus(flatNow);
    lumpSumB = lumpSumB.plus(item.amountBefore1978);
    marginal = marginal.plus(item.amountBefore1978.times(rules.before1978Percent).div(100));
    if (item.reason === "normal") {
      marginal = marginal.plus(item.amount);
      ordinary = ordinary.plus(item.amount);
    }
  }
  const none = noNumberPercent(terms);
  const foreign = terms.declared.residency === "resident" ? zero : rules.foreignLess;
  const flatPercent = none ?? zero.plus(rules.leaveFlatPercent).minus(foreign);
  const percentOf = (amount: Decimal, percent: Decimal) => dropCents(dropCents(amount).times(percent).div(100));
  const n = paysPerYear[terms.cycle];
  const base = dropCents(normalGross);
  const share = dropCents(marginal.div(n));
  const t0 = withheldInAll(base, terms);
  const t1 = withheldInAll(base.plus(share), terms);
  // A working holiday maker's steps of the year go on above this pay's earnings (reading: docs/rules/readings.md).
  const steps =
    taxTreatment(terms.declared).by === "working-holiday"
      ? workingHolidayTax(
          marginal,
          terms.taxableBefore.plus(thisPay),
          terms.rules.row(workingHolidayRates, terms.payday).figures,
        )
      : undefined;
  const atMargin = none ? percentOf(marginal, none) : (steps ?? atLeastZero(t1.minus(t0).times(n)));
  // Under $300 the smaller of the two: the first reading of a doubtful clause (docs/rules/readings.md).
  const onMarginal =
    !none && !steps && marginal.gt(0) && marginal.lt(rules.smallLeave)
      ? least(atMargin, percentOf(marginal, flatPercent))
      : atMargin;
  const onFlat = percentOf(flat, flatPercent);
  return {
    withheld: figure("Withholding on unused leave", onMarginal.plus(onFlat), "money", () => ({
      rule: `Schedule 7: at the margin over ${n} pays for ${marginal.toFixed(2)}, ${flatPercent.toString()} % for ${flat.toFixed(2)}`,
      formula: `(${t1.toFixed(0)} on ${base.plus(share).toFixed(0)} − ${t0.toFixed(0)} on ${base.toFixed(0)}) × ${n} + ${onFlat.toFixed(0)}`,
      source: sourceNote(terminationRules, row),
    })),
    lumpSumAR,
    lumpSumA,
    lumpSumB,
    ordinary,
  };
}
