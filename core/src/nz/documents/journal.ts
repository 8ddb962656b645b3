/** The journal of a New Zealand pay run: wages and the employer's KiwiSaver against what is owed. Common practice. */

import {
  balanced,
  expensePoster,
  type JournalLine,
  type PayOfJournal,
  type PostingAccounts,
  poster,
} from "../../documents/posting.ts";
import { toCents } from "../../quantity/units.ts";
import { shownLinesNz } from "../pay/snapshot.ts";
import type { WorkedPayNz } from "../pay/worked.ts";

export interface JournalPayNz extends PayOfJournal {
  worked: WorkedPayNz;
}

/** @returns balanced lines; everything that goes to Inland Revenue with PAYE is credited by its kind */
export const payRunJournalNz = (pays: readonly JournalPayNz[], accounts: PostingAccounts): JournalLine[] =>
  balanced(pays.flatMap((pay) => payLines(pay, accounts)));

function payLines(pay: JournalPayNz, accounts: PostingAccounts): JournalLine[] {
  const { worked } = pay;
  const { lines, post } = poster(pay.payId);
  const earned = worked.lines
    .filter((line) => line.side === "earnings" && line.amount.value.gt(0))
    .map(({ line, amount }) => ({ centre: line.costCentre, amount: amount.value }));
  const { expense, rowOf } = expensePoster(post, earned, pay.costCentres);
  const wages = pay.wagesAccount ?? accounts.wages;
  for (const { name, code, side, amount, line } of shownLinesNz(worked)) {
    const cents = toCents(amount.value);
    const account = pay.elementAccounts.get(code);
    if (side === "recorded") continue;
    if (side === "deduction" || side === "donation") post(account ?? accounts.deductionsPayable, -cents, name, null);
    else expense(account ?? wages, cents, name, side === "earnings" ? rowOf(line?.costCentre) : undefined);
  }
  // Under total remuneration the employer's part is taken out of the agreed pay.
  const within = worked.gross.value.minus(
    shownLinesNz(worked)
      .filter(({ side }) => side === "earnings" || side === "extra")
      .reduce((total, { amount }) => total.plus(amount.value), worked.gross.value.times(0)),
  );
  expense(wages, toCents(within), "Employer's KiwiSaver within the agreed pay");
  const { kiwiSaver, parts } = worked;
  expense(accounts.superExpense, toCents(kiwiSaver.employerGross.value), "KiwiSaver, employer");
  const owed = (what: string, amount: { value: { toString(): string } & typeof worked.net.value }) =>
    post(accounts.withholdingPayable, -toCents(amount.value), what, null);
  owed("PAYE", worked.withheld);
  owed("Child support", parts.childSupport);
  owed("Student loan", parts.studentLoan);
  owed("Student loan, ordered", parts.slcir);
  owed("Student loan, chosen", parts.slbor);
  post(accounts.superPayable, -toCents(kiwiSaver.employee.value), "KiwiSaver, employee", null);
  post(accounts.superPayable, -toCents(kiwiSaver.employerNet.value), "KiwiSaver, employer after tax", null);
  owed("ESCT", kiwiSaver.esct);
  for (const { cost, amount } of worked.employerCosts) {
    const to = pay.costAccounts.get(cost.code);
    if (!to) continue;
    expense(to.expense, toCents(amount.value), cost.name);
    post(to.payable, -toCents(amount.value), `${cost.name}, set aside`, null);
  }
  post(accounts.netPayClearing, -toCents(worked.net.value), "Net pay", null);
  return lines;
}
