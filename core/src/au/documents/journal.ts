/**
 * The journal of an Australian pay run: double entry, every line traceable to one pay. The shape of wages,
 * withholdings and clearing is common practice, no source.
 */

import {
  balanced,
  expensePoster,
  type JournalLine,
  type PayOfJournal,
  type PostingAccounts,
  poster,
} from "../../documents/posting.ts";
import { toCents } from "../../quantity/units.ts";
import { superOf } from "../pay/snapshot.ts";
import type { WorkedPay } from "../pay/worked.ts";

export interface JournalPay extends PayOfJournal {
  worked: WorkedPay;
}

/** @returns balanced lines, expenses split over cost centres without losing a cent */
export const payRunJournal = (pays: readonly JournalPay[], accounts: PostingAccounts): JournalLine[] =>
  balanced(pays.flatMap((pay) => payLines(pay, accounts)));

function payLines(pay: JournalPay, accounts: PostingAccounts): JournalLine[] {
  const { worked } = pay;
  const { lines, post } = poster(pay.payId);
  const earned = worked.lines
    .filter((line) => line.group === "earnings" && line.amount.value.gt(0))
    .map(({ line, amount }) => ({ centre: line.costCentre, amount: amount.value }));
  const { expense, rowOf } = expensePoster(post, earned, pay.costCentres);
  for (const line of worked.lines) {
    const cents = toCents(line.amount.value);
    const name = line.line.name ?? line.line.element;
    const account = pay.elementAccounts.get(line.line.code ?? "");
    if (line.group === "beforeTax" && line.line.element === "salarySacrificeSuper") continue;
    if (line.group === "employer" || line.line.element === "memberContribution") continue;
    if (line.group === "beforeTax" || line.group === "afterTax")
      post(account ?? accounts.deductionsPayable, -cents, name, null);
    else
      expense(
        account ?? pay.wagesAccount ?? accounts.wages,
        cents,
        name,
        line.group === "earnings" ? rowOf(line.line.costCentre) : undefined,
      );
  }
  const contributions = worked.super.guarantee.value
    .plus(worked.super.reportable.value)
    .minus(worked.super.sacrificed.value);
  expense(accounts.superExpense, toCents(contributions), "Super");
  post(accounts.superPayable, -toCents(superOf(worked).value), "Super payable", null);
  for (const { cost, amount } of worked.employerCosts) {
    const to = pay.costAccounts.get(cost.code);
    if (!to) continue;
    expense(to.expense, toCents(amount.value), cost.name);
    post(to.payable, -toCents(amount.value), `${cost.name}, set aside`, null);
  }
  post(accounts.withholdingPayable, -toCents(worked.withheld.value), "PAYG withheld", null);
  post(accounts.netPayClearing, -toCents(worked.net.value), "Net pay", null);
  return lines;
}
