/**
 * The journal of a pay run: double entry, every line traceable to one pay. Common practice, no source; the shape of
 * wages, withholdings and clearing follows the journal export of the reference (section 6.1).
 */

import { superOf } from "../pay/snapshot.ts";
import type { WorkedLine, WorkedPay } from "../pay/workedPay.ts";
import { type Decimal, decimal, sum } from "../quantity/decimal.ts";
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

/** Where a cost that the employer sets aside is posted. */
export interface CostAccounts {
  expense: string;
  payable: string;
}

export interface JournalPay {
  payId: number;
  worked: WorkedPay;
  /** expense account by element code, where it is not the wages account */
  elementAccounts: ReadonlyMap<string, string>;
  /** cost centres with their share, per cent; empty when the person has none */
  costCentres: readonly { code: string; percent: string }[];
  /** by code of the cost */
  costAccounts: ReadonlyMap<string, CostAccounts>;
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
  const { worked } = pay;
  const shares = sharesOf(pay);
  // Split by rows, earnings belong to the centre of their row; the first row is the person's own centre.
  const byRows = worked.lines.some((line) => line.line.costCentre !== undefined);
  const rowOf = ({ line }: WorkedLine) => (byRows ? (line.costCentre ?? pay.costCentres[0]?.code) : undefined);
  const expense = (account: string, cents: number, what: string, centre?: string) => {
    if (centre !== undefined) return post(account, cents, what, centre);
    if (shares.length === 0) return post(account, cents, what, null);
    const parts = splitCents(
      cents,
      shares.map((each) => each.share),
    );
    shares.forEach((each, at) => {
      post(account, parts[at] ?? 0, what, each.code);
    });
  };
  for (const line of worked.lines) {
    const cents = toCents(line.amount.value);
    const name = line.line.name ?? line.line.element;
    const account = pay.elementAccounts.get(line.line.code ?? "");
    if (line.group === "beforeTax" && line.line.element === "salarySacrificeSuper") continue;
    if (line.group === "employer" || line.line.element === "memberContribution") continue;
    if (line.group === "beforeTax" || line.group === "afterTax")
      post(account ?? accounts.deductionsPayable, -cents, name, null);
    else expense(account ?? accounts.wages, cents, name, line.group === "earnings" ? rowOf(line) : undefined);
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

/**
 * How costs without a centre of their own are shared: as the person's earnings stand in the sheet where they are split
 * by rows, else by the person's per cents. Earnings without a row of their own count for the first centre.
 */
function sharesOf({ worked, costCentres }: JournalPay): { code: string; share: Decimal }[] {
  const earned = worked.lines.filter((line) => line.group === "earnings" && line.amount.value.gt(0));
  if (!earned.some((line) => line.line.costCentre !== undefined))
    return costCentres.map(({ code, percent }) => ({ code, share: decimal(percent) }));
  const home = costCentres[0]?.code;
  const codes = [...new Set(earned.flatMap((line) => line.line.costCentre ?? home ?? []))];
  return codes.map((code) => ({
    code,
    share: sum(earned.filter((line) => (line.line.costCentre ?? home) === code).map((line) => line.amount.value)),
  }));
}
