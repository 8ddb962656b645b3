/** Rows from files: what is whole goes through as it is, what is not is named. */
import { describe, expect, it } from "vitest";
import { minimumWage } from "./au/minimumWage.ts";
import { superGuaranteeRules } from "./au/superGuaranteeRules.ts";
import { withholdingScales } from "./au/withholdingScales.ts";
import { readRow, rowFromCells } from "./readRow.ts";
import type { Table } from "./ruleBook.ts";
import { allTables } from "./tables.ts";

const any = (table: unknown) => table as Table<unknown>;
const last = (table: unknown) => any(table).rows.at(-1) as NonNullable<Table<unknown>["rows"][number]>;
const faults = (raw: unknown, table: unknown) => {
  const read = readRow(raw, any(table));
  return "faults" in read ? read.faults.map((each) => each.path) : [];
};

/** Cells of a row, as a spreadsheet would hold them. */
function cellsOf(value: unknown, path = ""): [string, string][] {
  if (value === null || typeof value !== "object") return [[path, value === null ? "" : String(value)]];
  return Object.entries(value).flatMap(([key, each]) => cellsOf(each, path === "" ? key : `${path}.${key}`));
}

describe("a row of the rule book from a file", () => {
  it.each(allTables.map((table) => [table.name, table] as const))(
    "%s: every shipped row reads as itself",
    (_name, table) => {
      for (const row of table.rows.slice(-1)) {
        const whole = { note: "as derived", ...JSON.parse(JSON.stringify(row)) };
        expect(readRow(whole, any(table))).toEqual({ row: whole });
        expect(readRow(rowFromCells(cellsOf(whole)), any(table))).toEqual({ row: whole });
      }
    },
  );
  it("names what is missing, unknown, or no number", () => {
    const row = JSON.parse(JSON.stringify(last(minimumWage)));
    expect(faults({ ...row, figures: { ...row.figures, hourly: "25,50" } }, minimumWage)).toEqual(["figures.hourly"]);
    expect(faults({ ...row, figures: { ...row.figures, hourly: 25.5 } }, minimumWage)).toEqual(["figures.hourly"]);
    const { hourly: _hourly, ...rest } = row.figures;
    expect(faults({ ...row, figures: { ...rest, hourley: "25.50" } }, minimumWage)).toEqual([
      "figures.hourly",
      "figures.hourley",
    ]);
  });
  it("wants dates in order, a source, a standing, and a note unless published", () => {
    const row = { ...last(minimumWage), note: "x" };
    expect(faults({ ...row, from: "1 July 2027" }, minimumWage)).toContain("from");
    expect(faults({ ...row, from: "2027-07-01", to: "2027-06-30" }, minimumWage)).toContain("to");
    expect(faults({ ...row, source: { title: "", section: "1" } }, minimumWage)).toContain("source.title");
    expect(faults({ ...row, standing: "certain" }, minimumWage)).toContain("standing");
    expect(faults({ ...row, standing: "unsure", note: "" }, minimumWage)).toEqual(["note"]);
  });
  it("refuses words that no formula knows", () => {
    const row = JSON.parse(JSON.stringify(last(superGuaranteeRules)));
    row.figures.base = "total remuneration";
    expect(faults(row, superGuaranteeRules)).toEqual(["figures.base"]);
  });
  it("lets the last step of a scale go without a limit, and no other text stand for a number", () => {
    const row = JSON.parse(JSON.stringify({ ...last(withholdingScales), note: "x" }));
    expect(faults(row, withholdingScales)).toEqual([]);
    row.figures.scales["2"][0].a = "ten";
    row.figures.scales["2"][1].b = null;
    expect(faults(row, withholdingScales)).toEqual(["figures.scales.2.0.a", "figures.scales.2.1.b"]);
  });
  it.each([null, [], "text", 7])("refuses %o as a whole", (raw) => {
    expect(faults(raw, minimumWage)).toEqual([""]);
  });
});
