import { describe, expect, it } from "vitest";
import { decimal } from "../quantity/decimal.ts";
import { weeksAroundParentalLeave } from "./parentalWeeks.ts";

/** Entitled on 1 March each year; parental leave from 1 October 2025 to 31 March 2026, so until 31 March 2027. */
const grants = ["2025-03-01", "2026-03-01", "2027-03-01", "2028-03-01"].map((date) => ({ date, weeks: decimal(4) }));
const of = (left: string, years: number) =>
  weeksAroundParentalLeave(decimal(left), grants.slice(0, years), "2025-10-01", "2027-03-31");

describe("weeks around parental leave", () => {
  it.each([
    ["3", 1, { earlier: "3", weeks: "0" }],
    ["7", 2, { earlier: "3", weeks: "4" }],
    ["4", 2, { earlier: "0", weeks: "4" }],
    ["2.5", 2, { earlier: "0", weeks: "2.5" }],
    ["8", 3, { earlier: "0", weeks: "8" }],
    ["6", 4, { earlier: "0", weeks: "2" }],
    ["3", 4, { earlier: "0", weeks: "0" }],
  ])("%s left after %i entitlements: %o", (left, years, expected) => expect(of(left, years)).toEqual(expected));
  it.each(["0", "-1"])("none left (%s): nothing has arisen that could be paid", (left) =>
    expect(of(left, 2)).toBeNull(),
  );
});
