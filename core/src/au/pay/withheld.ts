/** The stages of tax of an Australian pay, each part by its own schedule, and what is withheld in all. */

import { override } from "../../pay/override.ts";
import { decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { difference, type Figure, figure, sumOf } from "../../working/figure.ts";
import { returnToWork } from "../returnToWork.ts";
import { unusedLeave } from "../unusedLeave.ts";
import { amounts, type Earned, type Given, type Sacrificed } from "./earnings.ts";
import type { PayInput } from "./input.ts";
import { extraTax, taxOfWages, termination } from "./taxOfPay.ts";

/** Wages by the scales, bonuses and back pay by Schedule 5. */
export const taxOnWages = ({
  input,
  periods,
  terms,
  extras,
  offExtras,
  regularTaxable,
}: Given & Earned & Sacrificed) => ({
  regular: taxOfWages(input, regularTaxable, terms),
  bonus: extraTax(extras, offExtras.value, normalPay(regularTaxable, periods, input), input, terms),
});

/** Unused leave by Schedule 7. */
export const taxOnUnusedLeave = ({
  input,
  periods,
  terms,
  leaveLines,
  regularTaxable,
}: Given & Earned & Sacrificed) => ({
  left: unusedLeave(
    leaveLines.map(({ line, amount }) => ({
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
  ),
});
type LeaveTaxed = ReturnType<typeof taxOnUnusedLeave>;

export const taxableInAll = ({ extras, offExtras, regularTaxable, left }: Earned & Sacrificed & LeaveTaxed) => ({
  taxable: sumOf(
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
      figure("Unused leave taxed at the margin", left.ordinary, "money"),
    ],
    "money",
    "What withholding was worked out on; lump sums and termination payments stand apart",
  ),
});

/** Termination payments by Schedule 11, return-to-work payments by their own rate. */
export const taxOnLeaving = ({
  input,
  terms,
  terminationLines,
  returning,
  taxable,
  left,
}: Given & Earned & LeaveTaxed & ReturnType<typeof taxableInAll>) => ({
  ending: termination(terminationLines, taxable.value, left.lumpSumA, input, terms),
  back: returnToWork(returning, terms),
});

export function withheldInAll({
  input,
  overridden,
  regular,
  bonus,
  left,
  ending,
  back,
}: Given & ReturnType<typeof taxOnWages> & LeaveTaxed & ReturnType<typeof taxOnLeaving>) {
  const others = [regular.studyLoan, bonus.withheld, left.withheld, ending.withheld, back];
  const worked = sumOf("PAYG withheld", [regular.regular, ...others]);
  const withheld = override("withheld", "PAYG withheld", worked, input.overrides, overridden);
  return {
    withheld,
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
export type Taxed = ReturnType<typeof taxOnWages> &
  LeaveTaxed &
  ReturnType<typeof taxableInAll> &
  ReturnType<typeof taxOnLeaving> &
  ReturnType<typeof withheldInAll>;

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
