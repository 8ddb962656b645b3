/** The journal of a run as CSV (RFC 4180), one line for each account and cost centre. */
import { centsText } from "@zesty/core/quantity/units";
import { stringify } from "csv-stringify/sync";

export interface JournalCsvLine {
  account: string;
  accountName: string;
  costCentre: string | null;
  debitCents: number;
  creditCents: number;
}

export interface JournalCsv {
  reference: string;
  date: string;
  description: string;
  lines: readonly JournalCsvLine[];
}

const columns = [
  "journal_id",
  "line",
  "date",
  "account_code",
  "account_name",
  "description",
  "debit",
  "credit",
  "tax_code",
  "cost_centre",
  "reference",
];

/** Text that a spreadsheet would take for a formula gets a leading apostrophe. */
export const plainCell = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

export function journalCsv(journal: JournalCsv): Buffer {
  const rows = journal.lines.map((line, at) => [
    journal.reference,
    String(at + 1),
    journal.date,
    plainCell(line.account),
    plainCell(line.accountName),
    plainCell(journal.description),
    line.debitCents > 0 ? centsText(line.debitCents) : "",
    line.creditCents > 0 ? centsText(line.creditCents) : "",
    "NT",
    plainCell(line.costCentre ?? ""),
    journal.reference,
  ]);
  return Buffer.from(stringify([columns, ...rows], { record_delimiter: "windows" }), "utf8");
}
