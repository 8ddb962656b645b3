/**
 * The one way from lines to net in Australia, stage by stage: earnings → deductions before tax → tax of each part →
 * deductions after tax and net → super → leave → what the employer sets aside. Pure: the same input gives the same
 * figures.
 */
import { setAside } from "../../pay/setAside.ts";
import { Stages } from "../../pay/stages.ts";
import { decimalOrZero } from "../../quantity/decimal.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { figure, sumOf } from "../../working/figure.ts";
import { incomeTypeOf } from "../taxDeclaration.ts";
import { type Accrued, accrued } from "./accrued.ts";
import { type Contributed, contributions } from "./contributions.ts";
import { amounts, deductedBeforeTax, type Earned, earned, type Given, type Sacrificed } from "./earnings.ts";
import type { PayInput } from "./input.ts";
import { type Kept, keptByPerson } from "./kept.ts";
import { type Taxed, taxableInAll, taxOnLeaving, taxOnUnusedLeave, taxOnWages, withheldInAll } from "./withheld.ts";
import type { WorkedPay } from "./worked.ts";

/**
 * Works out one pay.
 * @throws MissingRow when the rule book has no row for the payday; `checks/missingTables` finds that beforehand
 */
export const workOut = (input: PayInput, rules: RuleBook): WorkedPay =>
  workedPay(
    new Stages(given(input, rules))
      .next(earned)
      .next(deductedBeforeTax)
      .next(taxOnWages)
      .next(taxOnUnusedLeave)
      .next(taxableInAll)
      .next(taxOnLeaving)
      .next(withheldInAll)
      .next(keptByPerson)
      .next(contributions)
      .next(accrued)
      .next(setAsideByEmployer).soFar,
  );

const given = (input: PayInput, rules: RuleBook): Given => ({
  input,
  rules,
  periods: input.periods ?? 1,
  overridden: [],
  terms: {
    declared: input.person.tax,
    payday: input.payday,
    cycle: input.cycle,
    rules,
    birthDate: input.person.birthDate,
    taxableBefore: decimalOrZero(input.toDate?.taxable),
  },
});

const setAsideByEmployer = ({ input, gross, super: paid, aboveGuarantee }: Given & Earned & Contributed) => ({
  employerCosts: setAside(input.employerCosts, gross, () => sumOf("Super", [paid.guarantee, aboveGuarantee]), "super"),
});

/** What is kept of all stages, in the form that everybody else reads. */
function workedPay(
  all: Given & Earned & Sacrificed & Taxed & Kept & Contributed & Accrued & ReturnType<typeof setAsideByEmployer>,
): WorkedPay {
  const { left, ending, returning } = all;
  const longOwed = all.extras.filter((each) => each.line.earnedYear !== undefined);
  return {
    country: "AU",
    lines: [...all.paid, ...all.beforeTaxLines, ...all.afterTaxLines].sort((a, b) => a.at - b.at),
    gross: all.gross,
    taxable: all.taxable,
    regularTaxable: all.regularTaxable,
    withheld: all.withheld,
    net: all.net,
    reimbursements: all.reimbursements,
    parts: all.parts,
    deductions: { beforeTax: all.beforeTax, afterTax: all.afterTax },
    super: all.super,
    lumpSums: {
      ...(left.lumpSumA.isZero() ? {} : { A: figure("Lump sum A", left.lumpSumA, "money") }),
      ...(left.lumpSumB.isZero() ? {} : { B: figure("Lump sum B", left.lumpSumB, "money") }),
      ...(ending.taxFree.value.isZero() ? {} : { D: ending.taxFree }),
      ...(longOwed.length === 0 ? {} : { E: sumOf("Lump sum E", amounts(longOwed)) }),
      ...(returning.value.isZero() ? {} : { W: returning }),
    },
    lumpSumAR: left.lumpSumAR,
    incomeType: incomeTypeOf(all.input.person.tax, all.input.person.basis),
    spreadExtras: all.bonus.spread,
    unusedLeaveOrdinary: figure("Unused leave, code U", left.ordinary, "money"),
    ...(all.terminationLines.length > 0 ? { etp: ending } : {}),
    leave: all.leave,
    ordinaryHours: all.ordinaryHours,
    employerCosts: all.employerCosts,
    overridden: all.overridden,
  };
}
