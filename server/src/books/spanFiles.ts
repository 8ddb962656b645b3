/**
 * A span of the books as files: the general journal as CSV and as a plain-text journal of double entry, the trial
 * balance, and one archive for the accountant. The plain-text form is the open one that command-line accounting tools
 * read: a date and words, then an account and an amount a line, debits above nought; an entry comes to nothing.
 */
import { centsText } from "@zesty/core/quantity/units";
import { stringify } from "csv-stringify/sync";
import JSZip from "jszip";
import { journalCsv, plainCell } from "../documents/journalCsv.ts";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { accountNames, type GatheredLine, gatherLines } from "../ground/journalLines.ts";
import { nameInFiles } from "../signOff/runDocuments.ts";
import { readSpan, trialBalance } from "./readSpan.ts";

interface SpanJournal {
  reference: string;
  date: string;
  description: string;
  lines: GatheredLine[];
}

interface Row {
  id: number;
  reference: string;
  date: string;
  description: string;
  account: string;
  costCentre: string | null;
  debitCents: number;
  creditCents: number;
}

export function journalsOf(context: Context, businessId: number, from: string, to: string): SpanJournal[] {
  const names = accountNames(context, businessId);
  const rows = context.store
    .prepared<[number, string, string], Row>(
      `SELECT j.id AS id, j.reference AS reference, j.date AS date, j.description AS description, l.account AS account,
         l.cost_centre AS costCentre, SUM(l.debit_cents) AS debitCents, SUM(l.credit_cents) AS creditCents
       FROM journal j JOIN journal_line l ON l.journal_id = j.id WHERE j.business_id = ? AND j.date BETWEEN ? AND ?
       GROUP BY j.id, l.account, l.cost_centre, l.debit_cents > 0 ORDER BY j.date, j.id, l.account`,
    )
    .all(businessId, from, to);
  const found = new Map<number, SpanJournal & { sides: Row[] }>();
  for (const row of rows) {
    const { id, reference, date, description } = row;
    const known = found.get(id) ?? { reference, date, description, lines: [], sides: [] };
    known.sides.push(row);
    found.set(id, known);
  }
  return [...found.values()].map(({ sides, ...journal }) => ({ ...journal, lines: gatherLines(sides, names) }));
}

/** The general journal: one heading, the journals one after another. */
export const generalJournalCsv = (journals: readonly SpanJournal[]): Buffer =>
  Buffer.concat(
    journals.length === 0
      ? [journalCsv({ reference: "", date: "", description: "", lines: [] })]
      : journals.map((journal, at) => {
          const text = journalCsv(journal);
          return at === 0 ? text : text.subarray(text.indexOf("\r\n") + 2);
        }),
  );

/** An account's name in the plain-text form: two blanks would end it, and a semicolon begin a comment. */
const accountName = ({ account, accountName: name }: GatheredLine): string =>
  `${account} ${name}`
    .replace(/[;\t\r\n]/g, " ")
    .replace(/\s+/g, " ")
    .trim();

export const plainJournal = (journals: readonly SpanJournal[], currency: string): Buffer =>
  Buffer.from(
    journals
      .map(({ reference, date, description, lines }) =>
        [
          `${date} (${reference}) ${description.replace(/[;\r\n]/g, " ")}`,
          ...lines.map((line) => {
            const cents = line.debitCents - line.creditCents;
            const amount = `${cents < 0 ? "-" : ""}${centsText(Math.abs(cents))} ${currency}`;
            return `    ${accountName(line)}  ${amount}${line.costCentre ? `  ; cost centre: ${line.costCentre}` : ""}`;
          }),
          "",
        ].join("\n"),
      )
      .join("\n"),
    "utf8",
  );

export const trialBalanceCsv = (context: Context, businessId: number, from: string, to: string): Buffer =>
  Buffer.from(
    stringify(
      [
        ["account_code", "account_name", "opening", "debit", "credit", "closing"],
        ...trialBalance(context, businessId, from, to).map((each) => [
          ...[plainCell(each.code), plainCell(each.name)],
          ...[each.opening, each.debit, each.credit, each.closing].map(signedText),
        ]),
      ],
      { record_delimiter: "windows" },
    ),
  );
const signedText = (cents: number): string => `${cents < 0 ? "-" : ""}${centsText(Math.abs(cents))}`;

/** What is compared, payday by payday where it differs. */
function comparedCsv(context: Context, businessId: number, from: string, to: string): Buffer {
  const cell = (cents: number | null) => (cents === null ? "" : signedText(cents));
  const { compared } = readSpan(context, businessId, from, to);
  return Buffer.from(
    stringify(
      [
        ["figure", "payday", "signed", "lodged", "ledger", "paid", "there"],
        ...compared.flatMap(({ words, sums, differing }) =>
          [{ payday: "in all", sums }, ...differing].map((row) => [
            ...[words, row.payday, cell(row.sums.signed), cell(row.sums.lodged), cell(row.sums.ledger)],
            ...[cell(row.sums.paid), cell(row.sums.there)],
          ]),
        ),
      ],
      { record_delimiter: "windows" },
    ),
  );
}

/** One archive of a span for the accountant. */
export async function spanArchive(
  context: Context,
  businessId: number,
  from: string,
  to: string,
): Promise<{ name: string; bytes: Buffer }> {
  const owner = findBusiness(context, businessId);
  const journals = journalsOf(context, businessId, from, to);
  const zip = new JSZip();
  const put = (name: string, bytes: Buffer) => zip.file(name, bytes, { date: new Date(`${to}T00:00:00Z`) });
  put("general-journal.csv", generalJournalCsv(journals));
  put("general-journal.journal", plainJournal(journals, owner.ird === null ? "AUD" : "NZD"));
  put("trial-balance.csv", trialBalanceCsv(context, businessId, from, to));
  put("side-by-side.csv", comparedCsv(context, businessId, from, to));
  const bytes = await zip.generateAsync({ type: "nodebuffer", compression: "DEFLATE" });
  return { name: `${nameInFiles(owner)}-books-${from}-to-${to}.zip`, bytes };
}
