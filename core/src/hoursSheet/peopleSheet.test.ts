/** A sheet of people on its own: headings, cells as people type them, IDs; what each column takes and refuses. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { peopleColumnsIn } from "../countries/peopleColumns.ts";
import { mostPeople, nextPayrollId, readPeopleTable, readPersonCells } from "./peopleSheet.ts";
import { type SheetTable, textCell } from "./table.ts";

const columns = { AU: peopleColumnsIn("AU"), NZ: peopleColumnsIn("NZ") };
const table = (...rows: string[][]): SheetTable => ({
  ...{ name: "people", notes: [] },
  rows: rows.map((row) => row.map(textCell)),
});
const read = (rows: string[][], mapping: Record<string, string> = {}) =>
  readPeopleTable(table(...rows), columns.AU, mapping);

describe("the columns", () => {
  it.each(["AU", "NZ"] as const)("of %s have one meaning for each heading, and one name each", (country) => {
    const names = columns[country].map((each) => each.name);
    expect(new Set(names).size).toBe(names.length);
    const spellings = columns[country].flatMap((each) => each.spellings);
    expect(spellings.filter((each, at) => spellings.indexOf(each) !== at)).toEqual([]);
    // As headings are read: small letters, without spaces.
    for (const each of spellings) expect(each).toMatch(/^[a-z0-9%]+$/);
  });
  it.each(["AU", "NZ"] as const)("of %s are understood by their own titles, whatever the order", (country) => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...columns[country]], { minLength: 3 }), (some) => {
        const family = columns[country].find((each) => each.name === "familyName");
        const shown = [...new Set([...some, ...(family ? [family] : [])])];
        const answer = readPeopleTable(
          table(
            shown.map((each) => each.title),
            shown.map((each) => `x ${each.name}`),
          ),
          columns[country],
          {},
        );
        expect([answer.stops, answer.unmapped]).toEqual([[], []]);
        expect(answer.rows).toEqual([Object.fromEntries(shown.map((each) => [each.name, `x ${each.name}`]))]);
      }),
      { numRuns: 40 },
    );
  });
});

describe("a table of people", () => {
  it.each<[string, string[][], RegExp]>([
    ["nothing in it", [], /The sheet is empty/],
    ["one cell alone", [["People"]], /The sheet is empty/],
    ["headings alone", [["Given name", "Family name"]], /headings and no rows/],
    [
      "no family names",
      [
        ["Given name", "Phone"],
        ["Ada", "1"],
      ],
      /No column holds family names/,
    ],
    [
      "a heading nobody knows",
      [
        ["Family name", "Shoe size"],
        ["Sample", "44"],
      ],
      /Say what the columns below mean/,
    ],
  ])("with %s stops", (_what, rows, stop) => {
    expect(read(rows).stops.join(" ")).toMatch(stop);
  });
  it("begins at its headings, leaves blank rows and columns out, and takes what a heading was said to mean", () => {
    const rows = [
      ["Our people"],
      ["", ""],
      ["Surname", "Shoe size", "Nickname", "Empty"],
      ["Sample", "44", "Addie", ""],
      ["", ""],
    ];
    expect(read(rows).unmapped).toEqual(["Shoe size", "Nickname"]);
    const said = read(rows, { "Shoe size": "ignore", Nickname: "givenName" });
    expect([said.stops, said.rows]).toEqual([[], [{ familyName: "Sample", givenName: "Addie" }]]);
  });
  it("takes the apostrophe off that keeps a spreadsheet from working something out, and no other", () => {
    const rows = [
      ["Family name", "Phone", "Classification"],
      ["'t Hart", "'+61 400 000 000", "'quoted'"],
    ];
    expect(read(rows).rows).toEqual([{ familyName: "'t Hart", phone: "+61 400 000 000", classification: "'quoted'" }]);
  });
  it("has a limit", () => {
    const many = Array.from({ length: mostPeople + 1 }, (_, at) => ["Sample", String(at)]);
    const answer = read([["Family name", "Payroll ID"], ...many]);
    expect(answer.stops[0]).toMatch(/2001 rows; at most 2000 people/);
    expect(answer.rows).toHaveLength(mostPeople);
  });
});

const asRead = (country: "AU" | "NZ", column: string, text: string) => {
  const { values, marks } = readPersonCells({ [column]: text }, columns[country], "2026-07-01");
  return values[column] ?? marks.find((mark) => mark.column === column)?.text ?? null;
};

describe("a cell", () => {
  it.each<["AU" | "NZ", string, string, string]>([
    ["AU", "birthDate", "3/2/1991", "1991-02-03"],
    ["AU", "birthDate", "1.5.99", "1999-05-01"],
    ["AU", "startDate", "22 jun 2026", "2026-06-22"],
    ["AU", "startDate", "2026-06-22", "2026-06-22"],
    ["AU", "salary", "$82,000", "82000"],
    ["AU", "weeklyHours", ".5", "0.5"],
    ["AU", "threshold", "Y", "yes"],
    ["AU", "threshold", "claimed", "yes"],
    ["AU", "studyLoan", "FALSE", "no"],
    ["AU", "basis", "Part Time", "part-time"],
    ["AU", "basis", "cas", "casual"],
    ["AU", "basis", "labour hire", "labour-hire"],
    ["AU", "residency", "WHM", "working-holiday"],
    ["NZ", "kiwiSaver", "enrol", "new"],
    ["NZ", "kiwiSaver", "not a member", "exempt"],
    ["NZ", "withPay", "n", "no"],
    ["NZ", "annualWeeks", "2.5", "2.5"],
  ])("%s %s: %s is %s", (country, column, text, expected) => expect(asRead(country, column, text)).toBe(expected));
  it.each<["AU" | "NZ", string, string, RegExp]>([
    ["AU", "birthDate", "31/2/1990", /Birth date: “31\/2\/1990” is not a date/],
    ["AU", "salary", "plenty", /Salary a year: “plenty” is not a figure/],
    ["AU", "weeklyHours", "-38", /is not a figure/],
    ["AU", "threshold", "maybe", /neither yes nor no/],
    ["AU", "basis", "sometimes", /Basis: “sometimes” is none of full-time, part-time, casual, labour-hire, contractor/],
    ["NZ", "basis", "labour hire", /is none of full-time, part-time, casual\./],
    ["NZ", "kiwiSaver", "perhaps", /is none of/],
    ["AU", "familyName", "  ", /Family name is missing: the first pay needs it/],
  ])("%s %s: %j is refused by name", (country, column, text, sentence) =>
    expect(asRead(country, column, text)).toMatch(sentence),
  );
});

describe("the next payroll ID", () => {
  it("is never one in use, and is of the manner that most have", () => {
    const id = fc.oneof(
      fc.stringMatching(/^[A-Z]{0,3}\d{1,4}$/),
      fc.stringMatching(/^[a-z]{1,6}$/),
      fc.constantFrom("P001", "P999", "P1000", ""),
    );
    fc.assert(
      fc.property(fc.array(id, { maxLength: 20 }), (used) => {
        const next = nextPayrollId(used);
        expect(used).not.toContain(next);
        expect(next).toMatch(/\d$/);
        expect(nextPayrollId([...used, next])).not.toBe(next);
      }),
    );
  });
  it("keeps the width and the commoner beginning", () => {
    expect(nextPayrollId(["SCK008", "SCK009", "T1"])).toBe("SCK010");
    expect(nextPayrollId(["A9"])).toBe("A10");
  });
});
