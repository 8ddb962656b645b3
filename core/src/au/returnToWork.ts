/**
 * Withholding from a return-to-work payment: money to take up work again, often after a strike or a dispute.
 * Set by: Schedule 4 (from memory; rates unsure). Example: $140,000 resident: 135,000 × 32 % + 5,000 × 39 % = $45,150.
 */
import { atLeastZero, type Decimal, decimal, least, zero } from "../quantity/decimal.ts";
import { dropCents } from "../quantity/rounding.ts";
import { terminationRules } from "../rulebook/au/terminationRules.ts";
import { sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import { noNumberPercent, type WithholdingTerms } from "./withholding.ts";

/** @returns whole dollars withheld from the payment */
export function returnToWork(payment: Figure, terms: WithholdingTerms): Figure {
  const label = "Withholding on return-to-work payment";
  if (payment.value.isZero()) return figure(label, zero, "money");
  const row = terms.rules.row(terminationRules, terms.payday);
  const none = noNumberPercent(terms);
  const foreign = terms.declared.residency === "resident" ? zero : decimal(row.figures.foreignLess);
  const slices = row.figures.returnToWork;
  let tax: Decimal = zero;
  slices.forEach(({ over, percent }, at) => {
    const next = slices[at + 1];
    const within = atLeastZero((next ? least(payment.value, decimal(next.over)) : payment.value).minus(over));
    tax = tax.plus(within.times(none ?? decimal(percent).minus(foreign)).div(100));
  });
  return figure(label, dropCents(tax), "money", () => ({
    rule: none
      ? `No tax file number: ${none.toString()} %`
      : `Schedule 4: ${slices.map((each) => `${each.percent} % above ${each.over}`).join(", ")}`,
    source: sourceNote(terminationRules, row),
    parts: [payment],
  }));
}
