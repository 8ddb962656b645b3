/** Pasted lines: an amount is never cut at its own comma, and what could be read in two ways is refused. */
import { describe, expect, it } from "vitest";
import { pastedLines } from "./pastedLines.ts";

describe("pasted lines", () => {
  it.each([
    [
      "Payroll ID,Gross,Withheld\nE0,8400.00,2100.00",
      [
        ["Payroll ID", "Gross", "Withheld"],
        ["E0", "8400.00", "2100.00"],
      ],
    ],
    ['E0,"8,400.00",50', [["E0", "8,400.00", "50"]]],
    ["E0\t8,400.00\t50", [["E0", "8,400.00", "50"]]],
    ["E0;8,400.00;50", [["E0", "8,400.00", "50"]]],
    ["E0,500,150,", [["E0", "500", "150", ""]]],
    ["E0,500.00,150.00", [["E0", "500.00", "150.00"]]],
    ["Trial balance\nSample, Alex\t10", [["Trial balance"], ["Sample, Alex", "10"]]],
    ["", []],
  ])("%j is read as it stands", (text, lines) => {
    expect(pastedLines(text, 3)).toEqual({ lines, faults: [] });
  });
  it.each([
    [
      "Payroll ID,Gross,Withheld\nE0,8,400.00",
      "Line 2: 8,400.00 may be one amount or two. Write 8400.00, or part the cells by tabs or semicolons.",
    ],
    [
      "E0,$8,400.00,50",
      "Line 1: $8,400.00 may be one amount or two. Write 8400.00, or part the cells by tabs or semicolons.",
    ],
    [
      "E0,1,2,3",
      "Line 1: it has 4 cells, and 3 are known. Write amounts without commas, as 8400.00, and take other columns out.",
    ],
    ["E0\t1\nE1,500", "Line 2: it is parted by commas, the lines before by tabs. Use one of them throughout."],
    ["E0,1\nE1\t500", "Line 2: it is parted by tabs, the lines before by commas. Use one of them throughout."],
    ['E0,"8', "The lines cannot be read: a quotation mark is not closed."],
  ])("%j is refused, with the line and the way to write it", (text, fault) => {
    expect(pastedLines(text, 3).faults).toEqual([fault]);
  });
  it("have no more cells than their headings", () => {
    expect(pastedLines("ID,Gross\nE0,8,400", "headings").faults).toHaveLength(1);
    expect(pastedLines("ID,Gross\nE0,8400", "headings").faults).toEqual([]);
  });
});
