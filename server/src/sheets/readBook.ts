/**
 * Reads a workbook or a CSV into a table of cells. Dates honour the workbook's own base; a cell that is formatted as a
 * time holds hours; a formula gives its stored value, never a new one. Macros, passwords and huge files are refused.
 */
import {
  blankCell,
  headingKey,
  helpSheet,
  type SheetCell,
  type SheetTable,
  textCell,
} from "@zesty/core/hoursSheet/table";
import { parse } from "csv-parse/sync";
import type { CellValue, Worksheet } from "exceljs";
import { isPdf } from "./readPdf.ts";

export type ReadBook = { table: SheetTable } | { fault: string };

const mostBytes = 5_000_000;
const mostRows = 20_000;
const mostColumns = 200;
/** A workbook is a zip archive. */
const isZip = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;
/** The container of old workbooks, and of those with a password. */
const isOldContainer = (bytes: Uint8Array) => bytes[0] === 0xd0 && bytes[1] === 0xcf;

/** Sizes that the archive says its parts unpack to: small ones that unpack to very much are refused unread. */
function unpackedSize(bytes: Buffer): { size: number; names: string[] } {
  let size = 0;
  const names: string[] = [];
  for (
    let at = bytes.indexOf("PK\u0001\u0002", 0, "latin1");
    at !== -1;
    at = bytes.indexOf("PK\u0001\u0002", at + 46, "latin1")
  ) {
    if (at + 46 > bytes.length) break;
    size += bytes.readUInt32LE(at + 24);
    names.push(bytes.toString("utf8", at + 46, at + 46 + bytes.readUInt16LE(at + 28)));
  }
  return { size, names };
}

function cellOf(value: CellValue, format: string | undefined): SheetCell {
  if (value === null || value === undefined) return blankCell;
  if (typeof value === "string") return textCell(value.startsWith("'") ? value.slice(1) : value);
  if (typeof value === "boolean") return textCell(value ? "yes" : "no");
  const isTime = /\[?h+\]?:mm/i.test(format ?? "") && !/[dy]/i.test(format ?? "");
  if (typeof value === "number") return { kind: isTime ? "time" : "number", text: plain(isTime ? value * 24 : value) };
  if (value instanceof Date) {
    // A time alone is a fraction of the day nought of the workbook.
    if (isTime || value.getUTCFullYear() < 1905) {
      const hours = (value.getTime() - Date.UTC(1899, 11, 30)) / 3_600_000;
      return { kind: "time", text: plain(hours) };
    }
    // A date with its time is rounded to the minute: the fraction of a day never hits it.
    const [day = "", time = ""] = new Date(Math.round(value.getTime() / 60_000) * 60_000).toISOString().split("T");
    return { kind: "date", text: day, ...(/h/i.test(format ?? "") ? { clock: time.slice(0, 5) } : {}) };
  }
  if ("error" in value) return { kind: "error", text: String(value.error) };
  if ("richText" in value) return textCell(value.richText.map((part) => part.text).join(""));
  if ("hyperlink" in value) return textCell(typeof value.text === "string" ? value.text : "");
  if ("formula" in value || "sharedFormula" in value)
    return value.result === undefined
      ? { kind: "formula", text: "" }
      : { ...cellOf(value.result as CellValue, format), computed: true };
  return blankCell;
}
/** To four places: what a person would have typed, without the dust of binary fractions. */
const plain = (value: number): string => String(Math.round(value * 10_000) / 10_000);

function tableOf(sheet: Worksheet): SheetTable {
  let far = false;
  const rows: SheetCell[][] = [];
  const hidden: number[] = [];
  sheet.eachRow({ includeEmpty: true }, (row, number) => {
    if (row.hidden) hidden.push(number);
    const cells: SheetCell[] = [];
    // Only what holds something: a cell far out makes thousands of empty ones.
    row.eachCell((cell, column) => {
      if (column <= mostColumns) cells[column - 1] = cellOf(cell.value, cell.numFmt);
      else far = true;
    });
    rows[number - 1] = Array.from(cells, (cell) => cell ?? blankCell);
  });
  const notes = [
    ...(hidden.length > 0 ? [`Hidden rows were read, too: ${hidden.slice(0, 10).join(", ")}.`] : []),
    ...(far ? [`What stands beyond the first ${mostColumns} columns was not read.`] : []),
  ];
  return { name: sheet.name, rows: Array.from(rows, (row) => row ?? []), notes };
}

async function readWorkbook(bytes: Buffer, wanted: string | undefined): Promise<ReadBook> {
  const { size, names } = unpackedSize(bytes);
  if (size > 60_000_000 || size > bytes.length * 150)
    return { fault: "The workbook unpacks to far more than its size. Save the one sheet alone, and bring that." };
  if (names.some((name) => /vbaProject/i.test(name)))
    return { fault: "The workbook carries macros. Save it as a plain workbook (.xlsx), and bring that." };
  const { default: exceljs } = await import("exceljs");
  const book = new exceljs.Workbook();
  try {
    await book.xlsx.load(bytes as unknown as Parameters<typeof book.xlsx.load>[0]);
  } catch {
    return {
      fault:
        "The workbook cannot be read: it is damaged, or not a workbook. Open and save it once, or bring it as CSV.",
    };
  }
  const looksRight = (sheet: Worksheet) =>
    [1, 2, 3].some((row) =>
      (sheet.getRow(row).values as CellValue[]).some(
        (value) => typeof value === "string" && ["code", "name", "personcode", "start"].includes(headingKey(value)),
      ),
    );
  const chosen = book.worksheets.find((each) => each.name === wanted);
  if (wanted !== undefined && !chosen) return { fault: `The workbook has no sheet “${wanted}”. Choose one of it.` };
  const sheet =
    chosen ??
    book.worksheets.find((each) => each.name === "Hours") ??
    book.worksheets.find(looksRight) ??
    book.worksheets[0];
  if (!sheet) return { fault: "The workbook has no sheet." };
  if (sheet.rowCount > mostRows)
    return { fault: `The sheet has ${sheet.rowCount} rows; ${mostRows} are read at most.` };
  const merged = Object.keys((sheet as unknown as { _merges?: object })._merges ?? {});
  if (merged.length > 0)
    return { fault: `Cells are merged in the sheet (${merged[0]}). Take the merging away, so that each row is whole.` };
  const others = book.worksheets
    .filter((each) => each !== sheet && each.actualRowCount > 0 && each.name !== helpSheet)
    .map((each) => each.name);
  return { table: { ...tableOf(sheet), others } };
}

function readCsv(bytes: Buffer, name: string): ReadBook {
  const text = bytes.toString("utf8").replace(/^\uFEFF/, "");
  if (text.includes("\u0000") || text.includes("\uFFFD"))
    return { fault: "The file is not UTF-8 text. Save it as “CSV UTF-8”, or bring the workbook." };
  const first = text.slice(0, text.indexOf("\n") === -1 ? text.length : text.indexOf("\n"));
  const delimiter = [",", ";", "\t"].sort((a, b) => first.split(b).length - first.split(a).length)[0] ?? ",";
  try {
    const rows = parse(text, {
      delimiter,
      relax_column_count: true,
      skip_empty_lines: false,
      to: mostRows + 1,
    }) as string[][];
    if (rows.length > mostRows) return { fault: `The file has more than ${mostRows} rows.` };
    return {
      table: {
        name,
        rows: rows.map((row) => row.map((cell) => textCell(cell.startsWith("'") ? cell.slice(1) : cell))),
        notes: [],
      },
    };
  } catch {
    return {
      fault: "The file is no CSV: a quote is opened and never closed. Open and save it once in the spreadsheet.",
    };
  }
}

export interface BookFile {
  name: string;
  bytes: Uint8Array;
  /** which sheet of a workbook */
  sheet?: string | undefined;
}

export async function readBook({ name, bytes, sheet }: BookFile): Promise<ReadBook> {
  const file = Buffer.from(bytes);
  if (file.length === 0) return { fault: `${name} is empty.` };
  if (file.length > mostBytes) return { fault: `${name} is larger than 5 MB. Bring the one sheet alone.` };
  if (isOldContainer(file))
    return {
      fault: `${name} has a password, or is of the old format. Save it as a plain workbook (.xlsx) without one.`,
    };
  if (isPdf(file)) return { fault: `${name} is a PDF: its cells cannot be told apart. Bring a workbook or a CSV.` };
  return isZip(file) ? readWorkbook(file, sheet) : readCsv(file, name);
}
