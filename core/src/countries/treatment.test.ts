/** What becomes of each kind of pay element: from the rules of a pay themselves; common practice, no source beyond them. */
import { describe, expect, it } from "vitest";
import type { PayElement } from "../pay/row.ts";
import { shippedRuleBook as rules } from "../rulebook/shippedRuleBook.ts";
import { countries } from "./countries.ts";

const of = (country: "AU" | "NZ", element: PayElement["element"], change: Partial<PayElement> = {}) => {
  const blank = { leave: null, allowance: null, deduction: null, taxable: null, superable: null, detail: null };
  const { reported, counts, doubts } = countries[country].treatment(
    {
      ...{ id: 1, code: "X", name: "X", element, entry: "amount", percent: "100", holidayGross: null, regular: null },
      ...blank,
      ...change,
    },
    rules,
    "2026-07-02",
  );
  return [
    reported,
    counts
      .map((each) => (each.yes ? each.name : ""))
      .filter(Boolean)
      .join(", "),
    doubts.length,
  ];
};

describe("an Australian element", () => {
  it.each<[PayElement["element"], Partial<PayElement>, (string | number | null)[]]>([
    ["ordinary", {}, ["Gross", "Taxed, Super, Leave accrues", 0]],
    ["overtime", {}, ["Overtime", "Taxed", 0]],
    ["overtime", { superable: true }, ["Overtime", "Taxed, Super", 1]],
    ["allowance", { allowance: "LD" }, ["Laundry allowance", "", 0]],
    ["allowance", { allowance: "KN" }, ["Task allowance", "Taxed, Super", 0]],
    ["allowance", { allowance: "KN", taxable: false }, ["Task allowance", "Super", 1]],
    ["allowance", {}, ["Other allowance", "Taxed, Super", 1]],
    ["allowance", { allowance: "OD" }, ["Other allowance", "Taxed, Super", 1]],
    ["allowance", { allowance: "OD", detail: "T1" }, ["Other allowance, transport or fares", "Taxed, Super", 0]],
    ["leaveTaken", { leave: "annual" }, ["Other paid leave", "Taxed, Super, Leave accrues", 0]],
    ["bonus", {}, ["Bonuses and commissions", "Taxed, Super", 0]],
    ["reimbursement", {}, [null, "", 0]],
    ["salarySacrificeSuper", {}, ["Salary sacrificed to super", "", 0]],
    ["deductionAfterTax", { deduction: "F" }, ["Union and professional fees", "", 0]],
    ["deductionAfterTax", {}, [null, "", 0]],
  ])("%s %o", (element, change, expected) => expect(of("AU", element, change)).toEqual(expected));
});

describe("a New Zealand element", () => {
  it.each<[PayElement["element"], Partial<PayElement>, (string | number | null)[]]>([
    ["ordinary", {}, ["Gross earnings", "PAYE, Holiday pay, Ordinary week", 0]],
    ["overtime", {}, ["Gross earnings", "PAYE, Holiday pay", 0]],
    ["bonus", { holidayGross: false }, ["Gross earnings", "PAYE", 1]],
    ["allowance", { taxable: false }, [null, "Ordinary week", 0]],
    ["payrollGiving", {}, ["Payroll giving", "", 0]],
    ["daysWorked", {}, [null, "", 0]],
  ])("%s %o", (element, change, expected) => expect(of("NZ", element, change)).toEqual(expected));
});
