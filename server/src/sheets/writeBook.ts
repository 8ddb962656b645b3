/** The hours sheet as a workbook and as CSV: filled with what stands in the run, ready to be sent to the client. */
import { helpSheet } from "@zesty/core/hoursSheet/table";
import { stringify } from "csv-stringify/sync";
import { plainCell } from "../documents/journalCsv.ts";

export interface SheetOut {
  business: string;
  period: string;
  headings: string[];
  rows: string[][];
  /** places of the columns that count in the row's total */
  hoursColumns: number[];
  costCentres: string[];
}

const numeric = /^\d+(\.\d+)?$/;
const letter = (at: number): string =>
  at < 26 ? String.fromCharCode(65 + at) : `${letter(Math.floor(at / 26) - 1)}${letter(at % 26)}`;

const help = [
  "One row a person. Fill in hours and dollars for the period; a blank cell is nothing.",
  "Leave: hours in its column, and its first and last day in Leave from and Leave to.",
  "Two cost centres: copy the person's row, and write the code of one into each.",
  "Somebody leaves: their last day in the column Last day.",
  "Dates are written day first, as 22/6/2026; hours as 7.6 or 7:36.",
  "Do not merge cells and do not rename the headings.",
];

export async function hoursWorkbook(out: SheetOut): Promise<Buffer> {
  const { default: exceljs } = await import("exceljs");
  const book = new exceljs.Workbook();
  const sheet = book.addWorksheet("Hours", { views: [{ state: "frozen", xSplit: 2, ySplit: 1 }] });
  const totalAt = out.headings.indexOf("Total hours");
  sheet.columns = out.headings.map((header, at) => ({
    header,
    width: at === 1 ? 26 : Math.max(11, Math.min(22, header.length + 2)),
  }));
  const head = sheet.getRow(1);
  head.font = { bold: true };
  head.alignment = { wrapText: true, vertical: "bottom" };
  out.rows.forEach((cells, no) => {
    const row = sheet.addRow(
      cells.map((text, at) => (at > 2 && numeric.test(text) ? Number(text) : text === "" ? null : plainCell(text))),
    );
    const number = no + 2;
    const summed = out.hoursColumns.map((at) => `${letter(at)}${number}`).join(",");
    if (totalAt !== -1 && summed !== "") {
      const result = out.hoursColumns.reduce((all, at) => all + Number(cells[at] || 0), 0);
      row.getCell(totalAt + 1).value = { formula: `SUM(${summed})`, result: Math.round(result * 10_000) / 10_000 };
    }
    for (const name of ["Leave from", "Leave to", "Last day"])
      row.getCell(out.headings.indexOf(name) + 1).numFmt = "dd/mm/yyyy";
    if (out.costCentres.length > 0)
      row.getCell(3).dataValidation = {
        type: "list",
        allowBlank: true,
        formulae: [`"${out.costCentres.join(",").slice(0, 250)}"`],
      };
  });
  const about = book.addWorksheet(helpSheet);
  about.columns = [{ width: 100 }];
  about.addRow([plainCell(`${out.business}: hours of ${out.period}`)]).font = { bold: true };
  for (const line of help) about.addRow([line]);
  return Buffer.from(await book.xlsx.writeBuffer());
}

export const hoursCsv = ({ headings, rows }: SheetOut): Buffer =>
  Buffer.from(
    `\uFEFF${stringify([headings, ...rows.map((row) => row.map(plainCell))], { record_delimiter: "windows" })}`,
    "utf8",
  );
