/** The same leave typed in weeks, in hours or as a per cent is the same leave. */
import { leaveAccrual } from "@zesty/core/leave/accrual";
import { decimal } from "@zesty/core/quantity/decimal";
import { figure } from "@zesty/core/working/figure";
import { expect, it } from "vitest";
import { entitledTo, entitlementText, weekOf } from "./entitlementText.ts";

it.each([
  ["4", { weeksPerYear: "4" }, "2.9231"],
  ["152 h", { hoursPerYear: "152" }, "2.9231"],
  ["7.6923%", { percentOfHours: "7.6923" }, "2.9231"],
  [" 0.8667 ", { weeksPerYear: "0.8667" }, "0.6334"],
])("%s is %o, %s h a week of 38, as a pay accrues it", (typed, meant, week) => {
  expect(entitledTo("annual", typed)).toEqual([{ kind: "annual", ...meant }]);
  expect(weekOf(typed, "38")).toBe(week);
  const [entitled] = entitledTo("annual", typed);
  if (!entitled) throw new Error("nothing");
  const basis = { cycle: "weekly" as const, periods: 1, weeklyHours: decimal("38") };
  expect(leaveAccrual(entitled, figure("Hours", decimal("38"), "hours"), basis).value.toFixed(4)).toBe(week);
  expect(entitledTo("annual", entitlementText(entitled))).toEqual([entitled]);
});
it.each(["", "four", "4 weeks", "%"])("“%s” says nothing of a week", (typed) => expect(weekOf(typed, "38")).toBeNull());
