import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { decimal, decimalOrZero } from "../quantity/decimal.ts";
import { correctionLines } from "./correction.ts";
import type { SheetLine } from "./row.ts";

const payday = "2026-06-25";

describe("the difference between a pay as it was and as it should have been", () => {
  it("is hours at the rate of that time, above or below nought", () => {
    expect(correctionLines([{ elementId: 1, hours: "38" }], [{ elementId: 1, hours: "35" }], "30", payday)).toEqual([
      { elementId: 1, hours: "-3", rate: "30", corrects: payday },
    ]);
  });
  it("takes a wrong element back whole and gives the right one", () => {
    expect(correctionLines([{ elementId: 1, hours: "8" }], [{ elementId: 2, hours: "8" }], "30", payday)).toEqual([
      { elementId: 2, hours: "8", rate: "30", corrects: payday },
      { elementId: 1, hours: "-8", rate: "30", corrects: payday },
    ]);
  });
  it("keeps two rates of one element apart", () => {
    const was = [{ elementId: 1, hours: "10" }];
    const should = [{ elementId: 1, hours: "10", rate: "31" }];
    expect(correctionLines(was, should, "30", payday).map((line) => [line.hours, line.rate])).toEqual([
      ["10", "31"],
      ["-10", "30"],
    ]);
  });
  it("is nothing where nothing differs, and leaves the terms of deductions out", () => {
    const lines: SheetLine[] = [{ elementId: 3, amount: "20", terms: { total: "100" } }];
    expect(correctionLines(lines, lines, null, payday)).toEqual([]);
    expect(correctionLines(lines, [], null, payday)).toEqual([{ elementId: 3, amount: "-20.00", corrects: payday }]);
  });
  it.each<[string, SheetLine, SheetLine, [string, string | null], Partial<SheetLine> | null]>([
    [
      "weeks at what was paid for them",
      { units: "1", elementId: 7 },
      { units: "0.4", elementId: 7 },
      ["1250.00", "40"],
      { units: "-0.6", hours: "-24", amount: "-750.00" },
    ],
    [
      "more weeks than before",
      { units: "0.4", elementId: 7 },
      { units: "1", elementId: 7 },
      ["500.00", "16"],
      { units: "0.6", hours: "24", amount: "750.00" },
    ],
    [
      "a day by its hours",
      { units: "1", hours: "10", elementId: 7 },
      { units: "1", hours: "8", elementId: 7 },
      ["300.00", "10"],
      { units: "0", hours: "-2", amount: "-60.00" },
    ],
    [
      "all of it taken back",
      { units: "3", elementId: 7 },
      { units: "0", elementId: 7 },
      ["1000.01", "24"],
      { units: "-3", hours: "-24", amount: "-1000.01" },
    ],
    ["the same", { units: "2", elementId: 7 }, { units: "2.0", elementId: 7 }, ["77.70", "16"], null],
  ])("is %s", (_what, was, should, [amount, hours], wanted) => {
    const made = correctionLines([was], [should], "30", payday, [{ elementId: 7, amount, hours }]);
    expect(made).toEqual(wanted === null ? [] : [{ elementId: 7, ...wanted, corrects: payday }]);
  });
  it("works new leave out like any new line, and takes leave that should not have been back whole", () => {
    expect(correctionLines([], [{ elementId: 7, units: "1" }], "30", payday)).toEqual([
      { elementId: 7, units: "1", corrects: payday },
    ]);
    const paid = [{ elementId: 7, amount: "240.00", hours: "8" }];
    expect(correctionLines([{ elementId: 7, units: "1" }], [], "30", payday, paid)).toEqual([
      { elementId: 7, units: "-1", hours: "-8", amount: "-240.00", corrects: payday },
    ]);
  });
  it("added to what was, always gives what should have been", () => {
    const line = fc.record({
      elementId: fc.integer({ min: 1, max: 4 }),
      hours: fc.integer({ min: 1, max: 5000 }).map((n) => (n / 100).toFixed(2)),
    });
    const byElement = (lines: readonly SheetLine[]) =>
      [1, 2, 3, 4].map((id) =>
        lines
          .filter((each) => each.elementId === id)
          .reduce((sum, each) => sum.plus(decimalOrZero(each.hours)), decimal("0"))
          .toString(),
      );
    fc.assert(
      fc.property(fc.array(line), fc.array(line), (was, should) => {
        expect(byElement([...was, ...correctionLines(was, should, "30", payday)])).toEqual(byElement(should));
      }),
    );
  });
});
