/** The same leave typed in weeks, in hours or as a per cent is the same leave; days off are what a day at work saves. */
import { leaveAccrual } from "@zesty/core/leave/accrual";
import { decimal } from "@zesty/core/quantity/decimal";
import { figure } from "@zesty/core/working/figure";
import { expect, it } from "vitest";
import { entitledTo, entitlementText, weekOf } from "./entitlementText.ts";

it.each([
  ["annual", "4", { weeksPerYear: "4" }, "2.9231"],
  ["annual", "152 h", { hoursPerYear: "152" }, "2.9231"],
  ["annual", "7.6923%", { percentOfHours: "7.6923" }, "2.9231"],
  ["annual", " 0.8667 ", { weeksPerYear: "0.8667" }, "0.6334"],
  ["dayOff", "0.4 of 8", { saved: "0.4", ofHours: "8" }, "2.0000"],
  ["dayOff", "0 of 8", { saved: "0", ofHours: "8" }, "0.0000"],
])("%s, %s is %o, %s h a week of 38, as a pay accrues it", (kind, typed, meant, week) => {
  expect(entitledTo(kind, typed)).toEqual([{ kind, ...meant }]);
  expect(Number(weekOf(kind, typed, "38")).toFixed(4)).toBe(week);
  const [entitled] = entitledTo(kind, typed);
  if (!entitled) throw new Error("nothing");
  const basis = { cycle: "weekly" as const, periods: 1, weeklyHours: decimal("38") };
  expect(leaveAccrual(entitled, figure("Hours", decimal("38"), "hours"), basis).value.toFixed(4)).toBe(week);
  expect(entitledTo(kind, entitlementText(entitled))).toEqual([entitled]);
});
it.each([
  ...["", "four", "4 weeks", "%"].map((typed) => ["annual", typed]),
  ...["0.4", "of 8", "0.4 of eight"].map((typed) => ["dayOff", typed]),
])("%s: “%s” says nothing of a week", (kind, typed) => expect(weekOf(kind, typed, "38")).toBeNull());
