/** Posting of pay runs, in both countries: sides, cost centres and balance. Common practice, no source. */
import { type Decimal, decimal, sum } from "../quantity/decimal.ts";
import { splitCents } from "../quantity/split.ts";

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

/** A pay as it is posted, without its figures. */
export interface PayOfJournal {
  payId: number;
  /** expense account by element code, where it is not the wages account */
  elementAccounts: ReadonlyMap<string, string>;
  /** account of this person's wages, in place of the business's */
  wagesAccount?: string | undefined;
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

export type Post = (account: string, cents: number, what: string, costCentre: string | null) => void;

/** Debits above nought, credits below: a negative amount changes sides, there are no negative postings. */
export function poster(payId: number): { lines: JournalLine[]; post: Post } {
  const lines: JournalLine[] = [];
  const post: Post = (account, cents, what, costCentre) => {
    if (cents === 0) return;
    lines.push({
      account,
      debitCents: Math.max(cents, 0),
      creditCents: Math.max(-cents, 0),
      costCentre,
      payId,
      what,
    });
  };
  return { lines, post };
}

/**
 * Posts expenses over cost centres without losing a cent. Split by rows, earnings belong to the centre of their row,
 * the first row being the person's own centre, and costs without a row follow the earnings; else the per cents count.
 */
export function expensePoster(
  post: Post,
  earned: readonly { centre: string | undefined; amount: Decimal }[],
  costCentres: readonly { code: string; percent: string }[],
) {
  const home = costCentres[0]?.code;
  const byRows = earned.some((each) => each.centre !== undefined);
  const codes = [...new Set(earned.flatMap((each) => each.centre ?? home ?? []))];
  const shares = byRows
    ? codes.map((code) => ({
        code,
        share: sum(earned.filter((each) => (each.centre ?? home) === code).map((each) => each.amount)),
      }))
    : costCentres.map(({ code, percent }) => ({ code, share: decimal(percent) }));
  const rowOf = (centre: string | undefined) => (byRows ? (centre ?? home) : undefined);
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
  return { expense, rowOf };
}

export function balanced(lines: JournalLine[]): JournalLine[] {
  const debit = lines.reduce((total, line) => total + line.debitCents, 0);
  const credit = lines.reduce((total, line) => total + line.creditCents, 0);
  if (debit !== credit) throw new Error(`The journal does not balance: debits ${debit}, credits ${credit} cents.`);
  return lines;
}
