/** Rows of the sheet of new people: what is pasted lands where its headings say, or from the cell in hand; or nowhere. */
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isBlank, type NewRow, pasted, rowOf, withRoom } from "./severalRows.ts";

const columns = peopleColumnsIn("AU");
const at = (row: number, name: string) => ({ row, column: columns.findIndex((each) => each.name === name) });
const cellsOf = (answer: ReturnType<typeof pasted>) =>
  "rows" in answer ? answer.rows.filter((row) => !isBlank(row)).map((row) => row.cells) : answer.fault;
const ada = rowOf({ givenName: "Ada", familyName: "Sample" });
const start = withRoom([ada]);

describe("a pasted block", () => {
  it.each<[string, string, { row: number; column: number }, unknown]>([
    [
      "with headings, in any order and spelling, after what is there",
      "Surname\tFirst name\tDOB\r\nBean\tBen\t1/5/99\r\nCole\tCy\t\r\n",
      at(0, "givenName"),
      [
        ada.cells,
        { familyName: "Bean", givenName: "Ben", birthDate: "1/5/99" },
        { familyName: "Cole", givenName: "Cy" },
      ],
    ],
    [
      "with our own headings",
      "Given name\tFamily name\tAnnual leave, hours\nBen\tBean\t12.5",
      at(0, "givenName"),
      [ada.cells, { givenName: "Ben", familyName: "Bean", annualLeave: "12.5" }],
    ],
    [
      "with a heading that nobody knows",
      "Given name\tFamily name\tShoe size\nBen\tBean\t44",
      at(0, "givenName"),
      "No column here is called “Shoe size”. Nothing was pasted: mend the headings, or bring the block as a file, where headings can be told.",
    ],
    [
      "without headings, from the cell in hand, over what is there",
      "Bean\t1/5/99\nCole\t2/6/98",
      at(0, "familyName"),
      [
        { givenName: "Ada", familyName: "Bean", birthDate: "1/5/99" },
        { familyName: "Cole", birthDate: "2/6/98" },
      ],
    ],
    ["of one word", "Bean", at(0, "familyName"), [{ givenName: "Ada", familyName: "Bean" }]],
    [
      "wider than the room",
      "a\tb\tc",
      { row: 0, column: columns.length - 2 },
      "The block has 3 columns; from this cell there is room for 2. Nothing was pasted.",
    ],
  ])("%s", (_what, text, cell, expected) => {
    expect(cellsOf(pasted(text, start, columns, cell))).toEqual(expected);
    // What was there is another list: an undo finds it as it was.
    expect(start[0]).toBe(ada);
  });
  it("never breaks, and leaves one blank row to type into", () => {
    fc.assert(
      fc.property(fc.string(), fc.nat(5), fc.nat(columns.length - 1), (text, row, column) => {
        const answer = pasted(text, start, columns, { row, column });
        if (!("rows" in answer)) return;
        const last = answer.rows.at(-1) as NewRow;
        expect(isBlank(last)).toBe(true);
        expect(new Set(answer.rows.map((each) => each.id)).size).toBe(answer.rows.length);
      }),
    );
  });
});
