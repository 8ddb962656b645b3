import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { decimal, decimalOrZero } from "../quantity/decimal.ts";
import { correctionLines } from "./correction.ts";
import type { SheetLine } from "./payContext.ts";

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
