/**
 * The one way from lines to net in Australia, stage by stage: earnings → deductions before tax → tax of each part →
 * deductions after tax and net → super → leave → what the employer sets aside. Each stage is handed the stages whose
 * figures it needs. Pure: the same input gives the same figures.
 */
import { type SetAside, setAside } from "../../pay/setAside.ts";
import { decimalOrZero } from "../../quantity/decimal.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { figure, sumOf } from "../../working/figure.ts";
import { incomeTypeOf } from "../taxDeclaration.ts";
import { type Accrued, accrued } from "./accrued.ts";
import { type Contributed, contributions } from "./contributions.ts";
import { amounts, deductedBeforeTax, type Earned, earned, type Given, type Sacrificed } from "./earnings.ts";
import type { PayInput } from "./input.ts";
import { type Kept, keptByPerson } from "./netPay.ts";
import { type Taxed, taxed } from "./withheld.ts";
import type { WorkedPay } from "./worked.ts";

/**
 * Works out one pay.
 * @throws MissingRow when the rule book has no row for the payday; `checks/missingTables` finds that beforehand
 */
export function workOut(input: PayInput, rules: RuleBook): WorkedPay {
  const start = given(input, rules);
  const pay = earned(start);
  const before = deductedBeforeTax(start, pay);
  const tax = taxed(start, pay, before);
  const kept = keptByPerson(start, pay, before, tax);
  const paid = contributions(start, pay, before, kept);
  const leave = accrued(start, pay);
  const costs = setAsideByEmployer(start, pay, paid);
  return workedPay(start, pay, before, tax, kept, paid, leave, costs);
}

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

const setAsideByEmployer = (
  { input }: Given,
  { gross }: Earned,
  { super: paid, aboveGuarantee }: Contributed,
): SetAside => setAside(input.employerCosts, gross, () => sumOf("Super", [paid.guarantee, aboveGuarantee]), "super");

/** What is kept of all stages, in the form that everybody else reads. */
function workedPay(
  { input, overridden }: Given,
  pay: Earned,
  before: Sacrificed,
  tax: Taxed,
  kept: Kept,
  paid: Contributed,
  { leave, ordinaryHours }: Accrued,
  employerCosts: SetAside,
): WorkedPay {
  const { left, ending } = tax;
  const longOwed = pay.extras.filter((each) => each.line.earnedYear !== undefined);
  return {
    country: "AU",
    lines: [...pay.paid, ...before.beforeTaxLines, ...kept.afterTaxLines].sort((a, b) => a.at - b.at),
    gross: pay.gross,
    taxable: tax.taxable,
    regularTaxable: before.regularTaxable,
    withheld: tax.withheld,
    net: kept.net,
    reimbursements: pay.reimbursements,
    parts: tax.parts,
    deductions: { beforeTax: before.beforeTax, afterTax: kept.afterTax },
    super: paid.super,
    lumpSums: {
      ...(left.lumpSumA.isZero() ? {} : { A: figure("Lump sum A", left.lumpSumA, "money") }),
      ...(left.lumpSumB.isZero() ? {} : { B: figure("Lump sum B", left.lumpSumB, "money") }),
      ...(ending.taxFree.value.isZero() ? {} : { D: ending.taxFree }),
      ...(longOwed.length === 0 ? {} : { E: sumOf("Lump sum E", amounts(longOwed)) }),
      ...(pay.returning.value.isZero() ? {} : { W: pay.returning }),
    },
    lumpSumAR: left.lumpSumAR,
    incomeType: incomeTypeOf(input.person.tax, input.person.basis),
    spreadExtras: tax.spreadExtras,
    unusedLeaveOrdinary: figure("Unused leave, code U", left.ordinary, "money"),
    ...(pay.terminationLines.length > 0 ? { etp: ending } : {}),
    leave,
    ordinaryHours,
    employerCosts,
    overridden,
  };
}
