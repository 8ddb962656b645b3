/** The register of an earlier system from a workbook, a CSV or its payslips: as the lines that would be pasted. */

import type { BesideText } from "@zesty/contract/beside";
import type { HoursSheetFile } from "@zesty/contract/hoursSheet";
import { counted } from "@zesty/core/quantity/units";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { readBrought, readPages, sheetRead } from "../sheets/readFile.ts";
import { person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { record } from "../store/trail.ts";
import { vocabularyOf } from "./beside.ts";
import { meaningOf } from "./readRegister.ts";
import { readSlips } from "./readSlips.ts";

/** A name of the report, the business and the span may stand above the headings. */
const mostAbove = 20;

export async function registerFromFile(
  context: Context,
  actor: Actor,
  runId: number,
  file: HoursSheetFile,
): Promise<BesideText> {
  const { businessId, number } = findRun(context, runId);
  const looked = (lines: number) =>
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId },
      what: `looked at the register of ${file.name.slice(0, 80)}`,
      about: `run ${number}, ${counted(String(lines), "lines")}`,
    });
  const pages = await readPages(file);
  if (pages) {
    const people = rowsOf(context.store.sqlite, person, "WHERE t.business_id = ?", businessId);
    const slips = readSlips(pages, people);
    if (slips.length === 0) {
      const text = `${file.name} has no line with an amount of this pay: its pages may be pictures. Bring the register as a workbook or CSV, or paste it.`;
      throw cannot("register", text, { errors: [{ path: "data", text }] });
    }
    looked(slips.length);
    const lines = slips.map(({ name, line, amount }) => [name, line, amount].join("\t"));
    return { text: ["Name\tPay line\tAmount", ...lines].join("\n"), sheet: file.name, others: [] };
  }
  const table = await readBrought(file);
  const rows = table.rows.map((row) => row.map(({ text }) => text.replace(/\s+/g, " ").trim()));
  const words = vocabularyOf(context, businessId);
  const headings = rows
    .slice(0, mostAbove)
    .map((row) => [row.filter((cell) => meaningOf(cell, words) !== null).length, row.filter(Boolean).length] as const);
  const best = Math.max(...headings.map(([known]) => known), 0);
  // Where no heading is known yet, they stand in the first line that has several cells.
  const from =
    best >= 2 ? headings.findIndex(([known]) => known === best) : headings.findIndex(([, some]) => some >= 2);
  if (from === -1) {
    const text = `${file.name} has no line with several cells: headings and amounts are looked for.`;
    throw cannot("register", text, { errors: [{ path: "data", text }] });
  }
  const width = (rows[from] ?? []).findLastIndex(Boolean) + 1;
  const lines = rows.slice(from).filter((row) => row.some(Boolean));
  looked(lines.length - 1);
  // What stands beside the headings is a note, and says nothing of a person.
  return { text: lines.map((row) => row.slice(0, width).join("\t")).join("\n"), ...sheetRead(table) };
}
