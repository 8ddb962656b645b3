/** The stage of net of an Australian pay: deductions after tax, and what the person keeps. */
import { figure, sumOf } from "../../working/figure.ts";
import { amounts, deductionsOf, type Earned, type Given, type Sacrificed } from "./earnings.ts";
import type { Taxed } from "./withheld.ts";
import { workAfterTax } from "./workLine.ts";

export function keptByPerson(
  { input }: Given,
  { gross, reimbursements }: Earned,
  { beforeTax }: Sacrificed,
  { withheld }: Taxed,
) {
  const available = gross.value.minus(beforeTax.value).minus(withheld.value);
  const afterTaxLines = workAfterTax(deductionsOf(input, "afterTax"), gross, available);
  const afterTax = sumOf("Deductions after tax", amounts(afterTaxLines));
  return {
    afterTaxLines,
    afterTax,
    net: figure(
      "Net pay",
      gross.value.plus(reimbursements.value).minus(beforeTax.value).minus(withheld.value).minus(afterTax.value),
      "money",
      () => ({
        rule: "Gross and reimbursements, less before-tax deductions, tax and deductions after tax",
        formula: `${gross.value.toFixed(2)} + ${reimbursements.value.toFixed(2)} − ${beforeTax.value.toFixed(2)} − ${withheld.value.toFixed(2)} − ${afterTax.value.toFixed(2)}`,
        parts: [gross, reimbursements, beforeTax, withheld, afterTax],
      }),
    ),
  };
}
export type Kept = ReturnType<typeof keptByPerson>;
