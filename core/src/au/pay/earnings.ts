/** The first stages of an Australian pay: what is earned, and what is deducted from it before tax. */

import type { Overridden } from "../../pay/input.ts";
import { type Decimal, zero } from "../../quantity/decimal.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { difference, sumOf } from "../../working/figure.ts";
import { isMeasured, isUnreported, taxedExcess, unitsOf, usedBefore } from "../expenseAllowance.ts";
import type { WithholdingTerms } from "../withholding.ts";
import { type Group, groupOf, isTaxable } from "./elements.ts";
import type { PayInput, PayLine } from "./input.ts";
import type { WorkedLine } from "./worked.ts";
import { workDeduction, workLine } from "./workLine.ts";

/** What every stage is handed. */
export interface Given {
  input: PayInput;
  rules: RuleBook;
  /** pay periods that the pay covers */
  periods: number;
  terms: WithholdingTerms;
  /** figures that stand as typed */
  overridden: Overridden[];
}

export const amounts = (chosen: readonly WorkedLine[]) => chosen.map((line) => line.amount);
const isDeduction = (line: PayLine) => ["beforeTax", "afterTax"].includes(groupOf(line));
/** Deductions of a group, each with its position in the input. */
export const deductionsOf = ({ lines }: PayInput, group: Group) =>
  lines.flatMap((line, at) => (groupOf(line) === group ? [{ line, at }] : []));

/** Lines that are paid, by what they are, and their gross. */
export function earned({ input, rules }: Given) {
  const paid = withExcess(
    input.lines.flatMap((line, at) => (isDeduction(line) ? [] : [workLine(line, at)])),
    input,
    rules,
  );
  const of = (group: Group) => paid.filter((line) => line.group === group);
  const earnings = of("earnings");
  const extras = of("extra");
  const leaveLines = of("unusedLeave");
  const terminationLines = of("termination");
  const returnLines = of("returnToWork");
  return {
    paid,
    earnings,
    extras,
    leaveLines,
    terminationLines,
    contractorLines: of("employer"),
    reimbursements: sumOf("Reimbursements", amounts(of("reimbursement"))),
    returning: sumOf("Return-to-work payment", amounts(returnLines)),
    gross: sumOf(
      "Gross",
      amounts([...earnings, ...extras, ...leaveLines, ...terminationLines, ...returnLines]),
      "money",
      "All earnings before salary sacrifice",
    ),
  };
}
export type Earned = ReturnType<typeof earned>;

/** Deductions before tax, and the regular taxable earnings that they leave. */
export function deductedBeforeTax({ input }: Given, { gross, earnings, extras }: Earned) {
  const beforeTaxLines = deductionsOf(input, "beforeTax").map(({ line, at }) => workDeduction(line, at, gross));
  const beforeTax = sumOf("Before-tax deductions", amounts(beforeTaxLines));
  const taxableEarnings = sumOf(
    "Taxable earnings",
    earnings.flatMap((each) => (isTaxable(each.line) ? each.amount : (each.excess ?? []))),
  );
  // A correction, or a further pay of a period, stands beside the wages that were paid before.
  const wages = taxableEarnings.value.plus(input.correctsTaxable ?? input.earlierTaxable ?? "0");
  const offExtras = sumOf(
    "Sacrificed out of extra payments",
    amounts(beforeTaxLines.filter((each) => comesOffExtras(each, wages, extras))),
  );
  return {
    beforeTaxLines,
    beforeTax,
    offExtras,
    sacrificed: sumOf(
      "Salary sacrifice to super",
      amounts(beforeTaxLines.filter((each) => each.line.element === "salarySacrificeSuper")),
    ),
    regularTaxable: difference(
      "Regular taxable earnings",
      taxableEarnings,
      offExtras.value.isZero()
        ? beforeTax
        : difference(
            "Deducted from wages before tax",
            beforeTax,
            offExtras,
            "What is not sacrificed out of extra payments",
          ),
      "Taxable earnings less what is deducted from them before tax",
    ),
  };
}
export type Sacrificed = ReturnType<typeof deductedBeforeTax>;

/** Allowances for expenses with the part that is taxed, each after what the lines before it used of the year. */
function withExcess(lines: readonly WorkedLine[], { payday, toDate }: PayInput, rules: RuleBook): WorkedLine[] {
  const used = usedBefore(toDate ?? {});
  return lines.map((each) => {
    if (!isMeasured(each.line)) return each;
    const excess = taxedExcess(each.line, each.amount, used, payday, rules);
    if (each.line.allowance === "CD") used.kilometres = used.kilometres.plus(unitsOf(each.line) ?? zero);
    if (each.line.allowance === "LD") used.laundry = used.laundry.plus(each.amount.value);
    return {
      ...each,
      ...(excess ? { excess } : {}),
      ...(isUnreported(each.line, excess) ? { unreported: true } : {}),
    };
  });
}

/**
 * Is something sacrificed out of a bonus? Where the line says so, or where it is more than the wages can bear. Wages
 * are then taxed as usual, and the bonus is what is left of it.
 */
const comesOffExtras = ({ line, amount }: WorkedLine, wages: Decimal, extras: readonly WorkedLine[]): boolean =>
  extras.length > 0 && (line.fromExtra ?? amount.value.gt(wages));
