/** The stage of net of a New Zealand pay: orders and deductions with consent, and what the person keeps. */
import { type Figure, figure, sumOf } from "../../working/figure.ts";
import type { KiwiSaver } from "../kiwiSaver.ts";
import { workOrders } from "../payOrders.ts";
import type { Loans } from "./byLaw.ts";
import { amounts, type Earned, type Given } from "./earnings.ts";
import type { Taxed } from "./payeOfPay.ts";
import { voluntary } from "./workLine.ts";

export function keptByPerson(
  { input, rules, periods }: Given,
  { gross, taxable, reimbursements, donations }: Earned,
  { withheld, donation }: Taxed,
  support: Figure,
  { loan, slcir, slbor }: Loans,
  saver: KiwiSaver,
) {
  const { person, payday, cycle } = input;
  const byLaw = [withheld, loan, slcir, slbor, saver.employee, support];
  const afterLaw = byLaw.reduce((left, each) => left.minus(each.value), gross.value);
  const orders = workOrders(person.orders ?? [], gross, taxable.value.minus(withheld.value), afterLaw, {
    payday,
    rules,
    cycle,
    periods,
  });
  const ordered = orders.map((each) => each.amount);
  const deductions = voluntary(input, gross, afterLaw.minus(sumOf("Orders", ordered).value).minus(donation.value));
  const afterTax = sumOf("Other deductions", [
    ...ordered,
    ...deductions.map((each) => each.amount),
    ...amounts(donations),
  ]);
  const taken = [...byLaw, afterTax];
  return {
    orders,
    deductions,
    afterTax,
    net: figure(
      "Net pay",
      taken.reduce((left, each) => left.minus(each.value), gross.value.plus(reimbursements.value)),
      "money",
      () => ({
        rule: "Gross and reimbursements, less PAYE, student loan, KiwiSaver, child support and other deductions",
        formula: [gross.value.plus(reimbursements.value), ...taken.map((each) => each.value)]
          .map((value) => value.toFixed(2))
          .join(" − "),
        parts: [gross, reimbursements, ...taken],
      }),
    ),
  };
}
export type Kept = ReturnType<typeof keptByPerson>;
