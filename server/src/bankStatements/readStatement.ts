/**
 * Reads a bank statement: CAMT.053 (ISO 20022), OFX 1 and 2, or CSV with headings. Nothing is posted from it; only what
 * left and came back is laid beside what was sent. Set by: the published formats, from memory (docs/rules/sources.md).
 */
import { createHash } from "node:crypto";
import type { CsvColumns } from "@zesty/contract/bankStatements";
import { isDate } from "@zesty/core/calendar/dates";
import { readDate } from "@zesty/core/calendar/readDate";
import { centsOf } from "@zesty/core/quantity/units";
import { parse } from "csv-parse/sync";
import { XMLParser, XMLValidator } from "fast-xml-parser";
import { pastedAmount } from "../sheets/pastedLines.ts";

export interface ReadLine {
  key: string;
  date: string;
  /** below nought: it left the account */
  cents: number;
  text: string;
}
export interface ReadStatement {
  /** digits of the account, where the statement says it */
  account: string | null;
  opening: number | null;
  closing: number | null;
  lines: ReadLine[];
}
export type StatementRead = { read: ReadStatement } | { fault: string } | { headings: string[] };

const mostBytes = 5_000_000;
const mostLines = 20_000;

/** UTF-8 or UTF-16 by its mark; else, where it is no UTF-8, the characters of older Windows. */
function textOf(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder("utf-16le").decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder("utf-16be").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}

const plain = (text: string): string =>
  text
    .replace(/\p{Cc}+/gu, " ")
    .replace(/\s+/g, " ")
    .trim()
    .slice(0, 300);

/** Lines without a number of the bank's own are told apart by what they say, and by how often they say it. */
function keyed(lines: readonly (Omit<ReadLine, "key"> & { id: string })[]): ReadLine[] {
  const seen = new Map<string, number>();
  return lines.map(({ id, ...line }) => {
    const says = `${line.date} ${line.cents} ${line.text}`;
    const nth = (seen.get(says) ?? 0) + 1;
    seen.set(says, nth);
    return { ...line, key: id || createHash("sha256").update(`${says} ${nth}`).digest("hex").slice(0, 24) };
  });
}

export function readStatement(bytes: Buffer, today: string, columns?: CsvColumns): StatementRead {
  if (bytes.length === 0) return { fault: "The file is empty." };
  if (bytes.length > mostBytes) return { fault: "The file is larger than 5 MB. Ask the bank for a shorter span." };
  const text = textOf(bytes).replace(/^\uFEFF/, "");
  const start = text.slice(0, 2000);
  const read = /<OFX>/i.test(text)
    ? readOfx(text)
    : /^\s*</.test(start)
      ? readCamt(text)
      : readCsv(text, today, columns);
  if (!("read" in read)) return read;
  const { lines, opening, closing } = read.read;
  if (lines.length > mostLines)
    return { fault: `The statement has more than ${mostLines} lines. Ask for a shorter span.` };
  const keys = new Set<string>();
  const twice = lines.find(({ key }) => keys.size === keys.add(key).size);
  if (twice)
    return { fault: `Two lines of the statement have the number ${twice.key}. Ask the bank for the file again.` };
  const sum = lines.reduce((all, each) => all + each.cents, 0);
  if (opening !== null && closing !== null && opening + sum !== closing)
    return {
      fault: `The statement does not add up: from ${dollars(opening)} its lines lead to ${dollars(opening + sum)}, and it ends with ${dollars(closing)}. Some of it is missing; ask for the file again.`,
    };
  return read;
}

const dollars = (cents: number): string => `${cents < 0 ? "−" : ""}$${(Math.abs(cents) / 100).toFixed(2)}`;

const parser = new XMLParser({
  ...{
    ignoreAttributes: false,
    attributeNamePrefix: "@",
    parseTagValue: false,
    removeNSPrefix: true,
    trimValues: true,
  },
  isArray: (name) => ["Stmt", "Ntry", "Bal", "TxDtls", "Ustrd"].includes(name),
});
type Tree = Record<string, unknown>;
const under = (tree: unknown, ...path: string[]): unknown =>
  path.reduce<unknown>((at, name) => (at as Tree | undefined)?.[name], tree);
const textAt = (tree: unknown, ...path: string[]): string => {
  const found = under(tree, ...path);
  const inner = typeof found === "object" && found !== null ? (found as Tree)["#text"] : found;
  return inner === undefined || inner === null ? "" : String(inner);
};

function readCamt(text: string): StatementRead {
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) return { fault: "The file declares entities, which no bank statement does." };
  if (XMLValidator.validate(text) !== true)
    return { fault: "The file is cut off, or is no XML. Ask the bank for it again." };
  const tree: unknown = parser.parse(text);
  const statements = under(tree, "Document", "BkToCstmrStmt", "Stmt") as Tree[] | undefined;
  const [statement] = statements ?? [];
  if (!statement) return { fault: "This is no statement: a CAMT.053, OFX or CSV file is wanted." };
  if ((statements?.length ?? 0) > 1) return { fault: "The file holds several statements. Bring them one by one." };
  const cents = (each: unknown): number | null => {
    const amount = pastedAmount(textAt(each, "Amt"));
    if (amount === null) return null;
    return centsOf(amount) * (textAt(each, "CdtDbtInd") === "DBIT" ? -1 : 1);
  };
  const balance = (code: string) =>
    cents(
      (under(statement, "Bal") as unknown[] | undefined)?.find(
        (each) => textAt(each, "Tp", "CdOrPrtry", "Cd") === code,
      ),
    );
  const lines: (Omit<ReadLine, "key"> & { id: string })[] = [];
  for (const entry of (under(statement, "Ntry") as unknown[] | undefined) ?? []) {
    const status = textAt(entry, "Sts", "Cd") || textAt(entry, "Sts");
    if (status !== "BOOK") continue;
    const date = textAt(entry, "BookgDt", "Dt") || textAt(entry, "BookgDt", "DtTm").slice(0, 10);
    const amount = cents(entry);
    if (!isDate(date) || amount === null)
      return { fault: `An entry has no date or no amount: ${textAt(entry, "AcctSvcrRef") || "without a number"}.` };
    const details = (under(entry, "NtryDtls", "TxDtls") as unknown[] | undefined) ?? [];
    const words = details.flatMap((each) => [
      ...[textAt(each, "Refs", "EndToEndId"), textAt(each, "RtrInf", "Rsn", "Cd")],
      ...((under(each, "RmtInf", "Ustrd") as unknown[] | undefined) ?? []).map(String),
    ]);
    const said = plain([textAt(entry, "AddtlNtryInf"), ...words].filter((each) => each !== "").join(" "));
    const isReversal = textAt(entry, "RvslInd") === "true";
    lines.push({
      id: textAt(entry, "AcctSvcrRef") || textAt(entry, "NtryRef"),
      date,
      cents: isReversal ? -amount : amount,
      text: said,
    });
  }
  const account = textAt(statement, "Acct", "Id", "IBAN") || textAt(statement, "Acct", "Id", "Othr", "Id");
  return {
    read: { account: digits(account), opening: balance("OPBD"), closing: balance("CLBD"), lines: keyed(lines) },
  };
}

const digits = (text: string): string | null => text.replace(/\D/g, "") || null;

/** OFX 1 leaves the ends of its small tags out, OFX 2 does not: what stands between a tag and the next is its value. */
function readOfx(text: string): StatementRead {
  if (!/<\/OFX>/i.test(text)) return { fault: "The file is cut off: its end is missing. Ask the bank for it again." };
  const lines: (Omit<ReadLine, "key"> & { id: string })[] = [];
  let record: Record<string, string> | null = null;
  const head: Record<string, string> = {};
  for (const [, close = "", name = "", value = ""] of text.matchAll(/<(\/?)([A-Za-z0-9.]+)>([^<]*)/g)) {
    const tag = name.toUpperCase();
    if (tag === "STMTTRN" && close === "") record = {};
    else if (tag === "STMTTRN" && record) {
      const posted = record.DTPOSTED ?? "";
      const date = `${posted.slice(0, 4)}-${posted.slice(4, 6)}-${posted.slice(6, 8)}`;
      const amount = amountIn(record.TRNAMT ?? "");
      if (!isDate(date) || amount === null)
        return { fault: `A line has no date or no amount: ${record.FITID ?? "without a number"}.` };
      const said = plain(unescaped([record.NAME, record.MEMO, record.CHECKNUM].filter(Boolean).join(" ")));
      lines.push({ id: record.FITID ?? "", date, cents: amount, text: said });
      record = null;
    } else if (close === "" && value.trim() !== "") (record ?? head)[tag] ??= value.trim();
  }
  return { read: { account: digits(head.ACCTID ?? ""), opening: null, closing: null, lines: keyed(lines) } };
}
const unescaped = (text: string): string =>
  text
    .replace(/&amp;/g, "&")
    .replace(/&lt;/g, "<")
    .replace(/&gt;/g, ">")
    .replace(/&apos;/g, "'")
    .replace(/&quot;/g, '"');

/** "-1,234.50", "1234.50 DR" or "(12.00)" in cents; null for what is no amount. */
function amountIn(text: string): number | null {
  const [, minus = "", inner = "", tail = ""] =
    /^\s*([-−(])?\s*\$?\s*([\d,]*\.?\d*)\)?\s*(dr|cr)?\s*$/i.exec(text) ?? [];
  const amount = pastedAmount(inner);
  if (amount === null || inner === "") return null;
  return centsOf(amount) * (minus !== "" || /dr/i.test(tail) ? -1 : 1);
}

const guess = (headings: readonly string[], ...words: RegExp[]): string | undefined =>
  words.flatMap((word) => headings.filter((heading) => word.test(heading)))[0];

function guessed(headings: readonly string[]): CsvColumns | null {
  const date = guess(headings, /^date$/i, /^(processed|posting|transaction) date$/i, /date/i);
  const amount = guess(headings, /^amount$/i, /^(transaction )?amount/i);
  const [debit, credit] = [guess(headings, /^debit/i, /withdrawal/i), guess(headings, /^credit/i, /deposit/i)];
  const text = headings.filter((each) => /descr|detail|narrat|refer|payee|particular|code|memo|text/i.test(each));
  return date && (amount || (debit && credit)) && text.length > 0 ? { date, amount, debit, credit, text } : null;
}

function readCsv(text: string, today: string, columns?: CsvColumns): StatementRead {
  let rows: string[][];
  try {
    rows = parse(text, { relax_column_count: true, skip_empty_lines: true, trim: true, delimiter: [",", ";", "\t"] });
  } catch {
    return { fault: "The file cannot be read as CSV: a quote is open to its end. Ask the bank for it again." };
  }
  const [headings = [], ...body] = rows;
  const by = columns ?? guessed(headings);
  if (!by) return { headings };
  const missing = [by.date, by.amount ?? by.debit ?? "", ...by.text].find((name) => !headings.includes(name));
  if (missing !== undefined) return { headings };
  const at = (name: string | undefined) => (name === undefined ? -1 : headings.indexOf(name));
  const lines: (Omit<ReadLine, "key"> & { id: string })[] = [];
  for (const [index, cells] of body.entries()) {
    const line = index + 2;
    if (cells.length !== headings.length)
      return {
        fault: `Line ${line} has ${cells.length} cells, and the headings are ${headings.length}. The file may be cut off.`,
      };
    const date = readDate(cells[at(by.date)] ?? "", today);
    if (date === null) return { fault: `Line ${line}: “${cells[at(by.date)] ?? ""}” is no date.` };
    const [out, back] = [cells[at(by.debit)] ?? "", cells[at(by.credit)] ?? ""];
    const amount = by.amount
      ? amountIn(cells[at(by.amount)] ?? "")
      : out !== ""
        ? negative(amountIn(out))
        : amountIn(back);
    if (amount === null)
      return { fault: `Line ${line} has no amount that can be read. Write it as 1234.50 or −1234.50.` };
    if (amount !== 0)
      lines.push({ id: "", date, cents: amount, text: plain(by.text.map((name) => cells[at(name)] ?? "").join(" ")) });
  }
  return { read: { account: null, opening: null, closing: null, lines: keyed(lines) } };
}
const negative = (cents: number | null): number | null => (cents === null ? null : -Math.abs(cents));
