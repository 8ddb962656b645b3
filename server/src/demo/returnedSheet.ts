/**
 * The hours sheet of Brolga Growers as its forewoman brought it back: filled in for everybody, with the slips that such
 * sheets have. It is made from the very sheet that goes out.
 */
import { writeFileSync } from "node:fs";
import exceljs from "exceljs";
import type { Actor, Context } from "../ground/context.ts";
import { sheetOut } from "../putIn/hoursSheet.ts";
import { hoursWorkbook } from "../sheets/writeBook.ts";

/** Hours of the week by the place in the sheet: long and short weeks mixed, nothing by chance. */
const hoursOf = (at: number): number => 18 + ((at * 11) % 45) * 0.5;

/** @param runId the open run of Brolga Growers */
export async function writeReturnedSheet(context: Context, actor: Actor, runId: number, file: string): Promise<void> {
  const book = new exceljs.Workbook();
  const made = await hoursWorkbook(sheetOut(context, actor, runId).out);
  await book.xlsx.load(made as unknown as Parameters<typeof book.xlsx.load>[0]);
  const sheet = book.getWorksheet("Hours");
  if (!sheet) throw new Error("The hours sheet has no sheet called Hours.");
  const headings = Array.from(sheet.getRow(1).values as (string | undefined)[], (each) => each ?? "");
  const at = (heading: string) => headings.findIndex((each) => each.startsWith(heading));
  const [code, ordinary, notes] = [at("Code"), at("Ordinary"), at("Notes")];
  const rowOf = (wanted: string) => {
    for (let row = 2; row <= sheet.rowCount; row += 1)
      if (sheet.getRow(row).getCell(code).value === wanted) return sheet.getRow(row);
    throw new Error(`Nobody is ${wanted}.`);
  };
  // The forewoman counts bins, too: a column that nobody here knows.
  const bins = headings.length;
  sheet.getRow(1).getCell(bins).value = "Bins";
  for (let row = 2; row <= sheet.rowCount; row += 1) {
    const cell = sheet.getRow(row).getCell(ordinary);
    if (cell.value === null) cell.value = hoursOf(row);
    sheet.getRow(row).getCell(bins).value = 12 + ((row * 7) % 30);
  }
  // A day and a half on leave, with its days; and one without them.
  const away = rowOf("BG003");
  away.getCell(ordinary).value = 26.6;
  away.getCell(at("Annual leave")).value = 11.4;
  away.getCell(at("Leave from")).value = new Date(Date.UTC(2026, 5, 25));
  away.getCell(at("Leave to")).value = "26/6/2026";
  rowOf("BG005").getCell(at("Annual leave")).value = 7.6;
  // Month before day; a point forgotten; a word; a formula that was never worked out; somebody who is leaving.
  const swapped = rowOf("BG007");
  swapped.getCell(at("Personal leave")).value = 7.6;
  swapped.getCell(at("Leave from")).value = "06/23/2026";
  swapped.getCell(at("Leave to")).value = "06/23/2026";
  rowOf("BG023").getCell(ordinary).value = 385;
  rowOf("BG031").getCell(ordinary).value = "thirty";
  rowOf("BG036").getCell(ordinary).value = { formula: "SUM(Sheet9!A1:A7)" } as exceljs.CellFormulaValue;
  rowOf("BG044").getCell(at("Last day")).value = "26/6/2026";
  rowOf("BG044").getCell(notes).value = "Flies home on Saturday";
  rowOf("BG052").getCell(at("Name")).value = "Somebody Quite-Different";
  rowOf("BG060").getCell(at("Total hours")).value = 41;
  // Two glasshouses, and a row copied by mistake; somebody who never signed a form.
  const split = rowOf("BG070");
  split.getCell(at("Cost centre")).value = "GH1";
  const add = (cells: Record<string, string | number>) => {
    const row = sheet.addRow([]);
    for (const [heading, value] of Object.entries(cells)) row.getCell(at(heading)).value = value;
  };
  add({ Code: "BG070", "Cost centre": "GH2", Ordinary: 6.5 });
  add({ Code: "BG081", Ordinary: 12 });
  add({ Code: "BG990", Name: "Corin Nobody-Knows", Ordinary: 30 });
  writeFileSync(file, Buffer.from(await book.xlsx.writeBuffer()));
}
