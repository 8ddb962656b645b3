/** Usual pay follows the terms that it was made of, in one line or in several; what was typed otherwise stays. */
import type { SheetLine } from "@zesty/core/pay/row";
import { expect, it } from "vitest";
import { type AgreedRow, asAgreed } from "./asAgreed.ts";

const agreed = { cycleOf: () => "weekly" as const, isOrdinary: (elementId: number) => elementId < 3 };
const row = (from: string, salary: number | null, hours = 38): AgreedRow => ({
  ...{ from, cycleId: 1, salaryCents: salary === null ? null : salary * 100, weeklyHoursE4: hours * 10_000 },
});
const dollars = (...amounts: string[]): SheetLine[] =>
  amounts.map((amount, at) => ({ elementId: 1, amount, costCentre: `C${at}` }));
const hours = (...of: string[]): SheetLine[] =>
  of.map((each, at) => ({ elementId: 1, hours: each, costCentre: `C${at}` }));
const quantities = (lines: readonly SheetLine[]) => lines.map((line) => line.amount ?? line.hours);

// 78,000 a year are 1,500.00 a week, 85,800 are 1,650.00; 38 hours become 30.
it.each<[string, SheetLine[], AgreedRow[], string[]]>([
  ["a salary in one line", dollars("1500.00"), [row("2020-01-06", 78_000), row("2026-06-01", 85_800)], ["1650.00"]],
  [
    "over two cost centres",
    dollars("750.00", "750.00"),
    [row("2020-01-06", 78_000), row("2026-06-01", 85_800)],
    ["825.00", "825.00"],
  ],
  [
    "over three, to the cent",
    dollars("500.00", "333.33", "666.67"),
    [row("2020-01-06", 78_000), row("2026-06-01", 85_801)],
    ["550.01", "366.67", "733.34"],
  ],
  [
    "raised twice",
    dollars("750.00", "750.00"),
    [row("2020-01-06", 78_000), row("2025-06-01", 85_800), row("2026-06-01", 93_600)],
    ["900.00", "900.00"],
  ],
  ["hours over two", hours("19", "19"), [row("2020-01-06", null), row("2026-06-01", null, 30)], ["15", "15"]],
  [
    "beside an amount of its own that stays",
    [...dollars("1500.00"), { elementId: 2, amount: "200.00" }],
    [row("2020-01-06", 78_000), row("2026-06-01", 85_800)],
    ["1650.00", "200.00"],
  ],
  [
    "typed otherwise, in one line or two",
    dollars("800.00", "750.00"),
    [row("2020-01-06", 78_000), row("2026-06-01", 85_800)],
    ["800.00", "750.00"],
  ],
  ["hours that become a salary", hours("19", "19"), [row("2020-01-06", null), row("2026-06-01", 85_800)], ["19", "19"]],
])("%s", (_what, lines, terms, wanted) => {
  const found = asAgreed(lines, "2020-01-06", terms, agreed);
  expect(quantities(found)).toEqual(wanted);
  expect(found.map((line) => line.costCentre)).toEqual(lines.map((line) => line.costCentre));
});
