/**
 * The journal of a pay run: double entry, every line traceable to one pay. Common practice, no source; the shape of
 * wages, withholdings and clearing follows the journal export of the reference (section 6.1).
 */

import type { WorkedPay } from "../pay/workedPay.ts";
import { decimal } from "../quantity/decimal.ts";
import { splitCents } from "../quantity/split.ts";
import { toCents } from "../quantity/units.ts";

/** Accounts that a run posts to beside the expense account of each element. */
export interface PostingAccounts {
  wages: string;
  superExpense: string;
  withholdingPayable: string;
  superPayable: string;
  deductionsPayable: string;
  netPayClearing: string;
}

export interface JournalPay {
  payId: number;
  worked: WorkedPay;
  /** expense account by element code, where it is not the wages account */
  elementAccounts: ReadonlyMap<string, string>;
  /** cost centres with their share; empty when the business has none */
  costCentres: readonly { code: string; share: string }[];
}

export interface JournalLine {
  account: string;
  debitCents: number;
  creditCents: number;
  costCentre: string | null;
  payId: number;
  what: string;
}

/** @returns balanced lines, expenses split over cost centres without losing a cent */
export function payRunJournal(pays: readonly JournalPay[], accounts: PostingAccounts): JournalLine[] {
  const lines = pays.flatMap((pay) => payLines(pay, accounts));
  const debit = lines.reduce((total, line) => total + line.debitCents, 0);
  const credit = lines.reduce((total, line) => total + line.creditCents, 0);
  if (debit !== credit) throw new Error(`The journal does not balance: debits ${debit}, credits ${credit} cents.`);
  return lines;
}

function payLines(pay: JournalPay, accounts: PostingAccounts): JournalLine[] {
  const lines: JournalLine[] = [];
  const post = (account: string, cents: number, what: string, costCentre: string | null) => {
    if (cents === 0) return;
    // A negative amount changes sides: there are no negative postings.
    lines.push({
      account,
      debitCents: Math.max(cents, 0),
      creditCents: Math.max(-cents, 0),
      costCentre,
      payId: pay.payId,
      what,
    });
  };
  const expense = (account: string, cents: number, what: string) => {
    if (pay.costCentres.length === 0) return post(account, cents, what, null);
    const shares = splitCents(
      cents,
      pay.costCentres.map((centre) => decimal(centre.share)),
    );
    pay.costCentres.forEach((centre, at) => {
      post(account, shares[at] ?? 0, what, centre.code);
    });
  };
  const { worked } = pay;
  for (const line of worked.lines) {
    const cents = toCents(line.amount.value);
    const name = line.line.name ?? line.line.element;
    const account = pay.elementAccounts.get(line.line.code ?? "");
    if (line.group === "beforeTax" && line.line.element === "salarySacrificeSuper") continue;
    if (line.group === "employer") continue;
    if (line.group === "beforeTax" || line.group === "afterTax")
      post(account ?? accounts.deductionsPayable, -cents, name, null);
    else expense(account ?? accounts.wages, cents, name);
  }
  const contributions = worked.super.guarantee.value
    .plus(worked.super.reportable.value)
    .minus(worked.super.sacrificed.value);
  expense(accounts.superExpense, toCents(contributions), "Super");
  post(accounts.superPayable, -toCents(contributions.plus(worked.super.sacrificed.value)), "Super payable", null);
  post(accounts.withholdingPayable, -toCents(worked.withheld.value), "PAYG withheld", null);
  post(accounts.netPayClearing, -toCents(worked.net.value), "Net pay", null);
  return lines;
}
