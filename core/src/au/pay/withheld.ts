/** The stage of tax of an Australian pay, each part by its own schedule, and what is withheld in all. */

import { override } from "../../pay/override.ts";
import { type Decimal, decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { difference, type Figure, figure, sumOf } from "../../working/figure.ts";
import { returnToWork } from "../returnToWork.ts";
import { unusedLeave } from "../unusedLeave.ts";
import type { WithholdingTerms } from "../withholding.ts";
import { amounts, type Earned, type Given, type Sacrificed } from "./earnings.ts";
import type { PayInput } from "./input.ts";
import { extraTax, taxOfWages, termination } from "./taxOfPay.ts";
import type { WorkedLine } from "./worked.ts";

/** Each part of the pay taxed by its own schedule: wages, extra payments, unused leave, termination, return to work. */
export function taxed(
  { input, periods, terms, overridden }: Given,
  { extras, leaveLines, terminationLines, returning }: Earned,
  { offExtras, regularTaxable }: Sacrificed,
) {
  const regular = taxOfWages(input, regularTaxable, terms);
  const bonus = extraTax(extras, offExtras.value, normalPay(regularTaxable, periods, input), input, terms);
  const left = taxOnUnusedLeave(leaveLines, regularTaxable, periods, input, terms);
  const taxable = taxableInAll(extras, offExtras, regularTaxable, left.ordinary);
  const ending = termination(terminationLines, taxable.value, left.lumpSumA, input, terms);
  const back = returnToWork(returning, terms);
  const others = [regular.studyLoan, bonus.withheld, left.withheld, ending.withheld, back];
  const worked = sumOf("PAYG withheld", [regular.regular, ...others]);
  const withheld = override("withheld", "PAYG withheld", worked, input.overrides, overridden);
  return {
    taxable,
    withheld,
    left,
    ending,
    spreadExtras: bonus.spread,
    parts: {
      regular:
        withheld === worked
          ? regular.regular
          : difference(
              "Withholding on regular earnings",
              withheld,
              sumOf("Withholding on the other parts", others),
              "What is left of the tax typed by hand",
            ),
      studyLoan: regular.studyLoan,
      bonus: bonus.withheld,
      unusedLeave: left.withheld,
      etp: ending.withheld,
      returnToWork: back,
    },
  };
}
export type Taxed = ReturnType<typeof taxed>;

/** Schedule 7, at the margin of a normal pay. */
const taxOnUnusedLeave = (
  lines: readonly WorkedLine[],
  regularTaxable: Figure,
  periods: number,
  input: PayInput,
  terms: WithholdingTerms,
) =>
  unusedLeave(
    lines.map(({ line, amount }) => ({
      leave: line.leave === "long-service" ? "long-service" : "annual",
      reason: line.reason ?? "normal",
      amount: amount.value.minus(decimalOrZero(line.amountBefore1993)).minus(decimalOrZero(line.amountBefore1978)),
      amountBefore1993: decimalOrZero(line.amountBefore1993),
      amountBefore1978: decimalOrZero(line.amountBefore1978),
    })),
    input.history?.normalGross
      ? decimal(input.history.normalGross)
      : periods === 1
        ? regularTaxable.value
        : regularTaxable.value.div(periods),
    regularTaxable.value,
    terms,
  );

const taxableInAll = (
  extras: readonly WorkedLine[],
  offExtras: Figure,
  regularTaxable: Figure,
  leaveAtMargin: Decimal,
): Figure =>
  sumOf(
    "Taxable",
    [
      regularTaxable,
      ...(offExtras.value.isZero()
        ? amounts(extras)
        : [
            difference(
              "Extra payments after sacrifice",
              sumOf("Extra payments", amounts(extras)),
              offExtras,
              "What is left of them after sacrifice to super",
            ),
          ]),
      figure("Unused leave taxed at the margin", leaveAtMargin, "money"),
    ],
    "money",
    "What withholding was worked out on; lump sums and termination payments stand apart",
  );

/**
 * The normal pay that tax on an extra payment starts from (Schedule 5): this pay's regular earnings; in a correction
 * those of the pay that it corrects; in a pay without wages a normal pay of the person.
 */
function normalPay(regularTaxable: Figure, periods: number, input: PayInput): Figure {
  const label = "Normal pay of one period";
  if (input.earlierTaxable !== undefined)
    return figure(label, decimal(input.earlierTaxable).plus(regularTaxable.value), "money", () => ({
      rule: "Regular taxable earnings of all pays of the period",
      parts: [regularTaxable],
    }));
  if (input.correctsTaxable !== undefined)
    return figure(label, decimal(input.correctsTaxable).plus(regularTaxable.value), "money", () => ({
      rule: "Regular taxable earnings of the pay that is corrected, with this correction",
      parts: [regularTaxable],
    }));
  if (regularTaxable.value.lte(0) && input.history?.normalGross !== undefined)
    return figure(label, decimal(input.history.normalGross), "money", () => ({
      rule: "No wages in this pay, so a normal pay of the person counts",
    }));
  return figure(label, regularTaxable.value.div(periods), "money", () => ({ parts: [regularTaxable] }));
}
