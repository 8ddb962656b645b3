/** An answer as CSV (RFC 4180), as a workbook whose figures are numbers, and as a page to print. */
import type { Answer, AnswerColumn } from "@zesty/contract/figures";
import { stringify } from "csv-stringify/sync";
import { plainCell } from "../documents/journalCsv.ts";

const isFigure = ({ unit }: AnswerColumn): boolean => unit !== "text" && unit !== "date";
const heads = ({ head, columns }: Answer): string[] => [head, ...columns.map((each) => each.title)];

export const answerCsv = (answer: Answer): Buffer =>
  Buffer.from(
    `\uFEFF${stringify(
      [
        heads(answer).map(plainCell),
        ...answer.rows.map(({ title, cells }) => [
          plainCell(title),
          ...cells.map((cell, at) => {
            const column = answer.columns[at];
            return cell === null ? "" : column && isFigure(column) ? cell : plainCell(cell);
          }),
        ]),
        ...(answer.totals ? [["All", ...answer.totals.map((cell) => cell ?? "")]] : []),
      ],
      { record_delimiter: "windows" },
    )}`,
    "utf8",
  );

export async function answerBook(answer: Answer): Promise<Buffer> {
  const { default: exceljs } = await import("exceljs");
  const book = new exceljs.Workbook();
  const sheet = book.addWorksheet("Figures", { views: [{ state: "frozen", xSplit: 1, ySplit: 3 }] });
  sheet.addRow([plainCell(answer.title)]).font = { bold: true };
  sheet.addRow([answer.notes.map(plainCell).join(" ")]);
  sheet.addRow(heads(answer).map(plainCell)).font = { bold: true };
  const put = (title: string, cells: readonly (string | null)[]) => {
    const row = sheet.addRow([
      plainCell(title),
      ...cells.map((cell, at) => {
        const column = answer.columns[at];
        return cell === null ? null : column && isFigure(column) ? Number(cell) : plainCell(cell);
      }),
    ]);
    answer.columns.forEach(({ unit }, at) => {
      if (unit === "money" || unit === "hours" || unit === "amount") row.getCell(at + 2).numFmt = "#,##0.00;−#,##0.00";
    });
    return row;
  };
  for (const { title, cells } of answer.rows) put(title, cells);
  if (answer.totals) put("All", answer.totals).font = { bold: true };
  sheet.columns.forEach((column, at) => {
    column.width = at === 0 ? 28 : Math.max(12, Math.min(30, (answer.columns[at - 1]?.title.length ?? 8) + 3));
  });
  return Buffer.from(await book.xlsx.writeBuffer());
}
