import { expect, test } from "vitest";
import { usualOfPeriod } from "./usualOfPeriod.ts";

test.each([
  ["", "38", "weekly", { hours: "38" }],
  ["", "37.5", "fortnightly", { hours: "75" }],
  ["", "38", "monthly", { hours: "164.6667" }],
  ["", "0", "weekly", null],
  ["", "", "weekly", null],
  ["82000", "38", "monthly", { amount: "6833.33" }],
  ["65000.50", "38", "fortnightly", { amount: "2500.02" }],
] as const)("salary %s, %s h a week, %s", (salary, weeklyHours, cycle, usual) => {
  expect(usualOfPeriod({ salary, weeklyHours }, cycle)).toEqual(usual);
});
