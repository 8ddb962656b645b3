/** Slips of both sides by day: what was sent, what the bank booked, and which of them are one. */
import type { BankLineView, BankView, SentToBank } from "@zesty/contract/bankStatements";

export interface Slip {
  key: string;
  date: string;
  line: BankLineView | null;
  sent: SentToBank | null;
}

/** Rows of both sides by day; what matches stands in one row. */
export function rowsOf({ lines, payments }: BankView): Slip[] {
  const byId = new Map(payments.map((each) => [each.id, each]));
  const shown = lines.map((line) => ({
    key: `line ${line.id}`,
    date: line.date,
    line,
    sent: line.match ? (byId.get(line.match.payment) ?? null) : null,
  }));
  const unseen = payments
    .filter((each) => each.seenCents < each.cents)
    .map((sent) => ({ key: sent.id, date: sent.on, line: null, sent }));
  return [...shown, ...unseen].sort((a, b) => b.date.localeCompare(a.date));
}

/** An account has much that is nothing of payroll's: it is left alone unless somebody asks. */
export const isAside = ({ line, sent }: Slip): boolean =>
  sent === null && line !== null && line.hint === null && (line.match === null || line.match.how === "notOurs");
