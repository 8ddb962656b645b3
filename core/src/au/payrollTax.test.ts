/** Payroll tax by hand: a month is a twelfth of a year, wherever its bounds lie; a group shares its deduction by wages. */
import { describe, expect, it } from "vitest";
import { decimal } from "../quantity/decimal.ts";
import { payrollTaxRules } from "../rulebook/au/payrollTaxRules.ts";
import { fringeWages, payrollTax, type WagesByState } from "./payrollTax.ts";

const [row] = payrollTaxRules.rows;
const of = (wages: WagesByState, others: WagesByState, months: 1 | 12) =>
  row &&
  Object.entries(payrollTax(row.figures, wages, others, months)).map(
    ([state, each]) => `${state} ${each.deduction.toFixed(2)} ${each.tax.toFixed(2)}`,
  );

describe("payroll tax, figures of 2025-26", () => {
  it.each<[string, WagesByState, WagesByState, string[]]>([
    // (100,000 − 1,000,000 ÷ 12) × 4.85 %
    ["Victoria alone", { VIC: "100000" }, {}, ["VIC 83333.33 808.33"]],
    // (120,000 − 100,000) × 5.45 %
    ["New South Wales alone", { NSW: "120000" }, {}, ["NSW 100000.00 1090.00"]],
    ["at the threshold, and a cent above it", { NSW: "100000" }, {}, ["NSW 0.00 0.00"]],
    ["a cent above the threshold", { NSW: "100000.12" }, {}, ["NSW 100000.00 0.01"]],
    // 1,440,000 a year: 440,000 × 4.85 % = 21,340; half of it, a twelfth
    ["one of two alike in a group", { VIC: "60000" }, { VIC: "60000" }, ["VIC 41666.67 889.17"]],
    // 2,400,000 a year in two States: each deduction by its share of the wages
    ["two States", { VIC: "100000", NSW: "100000" }, {}, ["NSW 50000.00 2725.00", "VIC 41666.67 2829.17"]],
    ["nothing paid", { VIC: "0" }, {}, ["VIC 0.00 0.00"]],
  ])("%s, a month", (_what, wages, others, found) => {
    expect(of(wages, others, 1)).toEqual(found);
  });
  it.each<[string, number, string]>([
    ["4000", 12, "7547.20"],
    ["4000", 1, "628.93"],
    ["0", 12, "0.00"],
    ["0.01", 1, "0.00"],
  ])("fringe benefits of %s in %i months count as %s", (taxable, months, worth) => {
    expect(fringeWages(decimal(taxable), "1.8868", months).toFixed(2)).toBe(worth);
  });
  it("twelve months that are alike come to the year, but for cents", () => {
    for (const state of ["ACT", "NSW", "NT", "QLD", "SA", "TAS", "VIC", "WA"] as const)
      for (const month of ["90000", "150000", "400000", "1500000"]) {
        const tax = (wages: string, months: 1 | 12) =>
          Number(row && payrollTax(row.figures, { [state]: wages }, {}, months)[state]?.tax.toString());
        expect(Math.abs(tax(month, 1) * 12 - tax(String(Number(month) * 12), 12))).toBeLessThan(0.07);
      }
  });
});
