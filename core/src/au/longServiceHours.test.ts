/** Averages for long service leave, worked by hand; the windows are those of the States (from memory). */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { decimal } from "../quantity/decimal.ts";
import { averagesAgreed, averagesPaid, type HoursFrom } from "./longServiceHours.ts";

const rounded = (found: Record<string, string>) =>
  Object.fromEntries(
    Object.entries(found).map(([window, text]) => [window, decimal(text).toDecimalPlaces(2).toString()]),
  );

// The last 52 weeks up to 30 June 2026 begin on 2 July 2025, the last 260 on 8 July 2021.
const span = { start: "2015-07-01", lastDay: "2026-06-30" };
it.each<[string, HoursFrom[], Record<string, string>]>([
  ["always the same", [{ from: "2015-07-01", weekly: "38" }], { 0: "38", 52: "38", 260: "38" }],
  [
    "halved for the last 52 weeks: (208 × 38 + 52 × 19) ÷ 260",
    [
      { from: "2015-07-01", weekly: "38" },
      { from: "2025-07-02", weekly: "19" },
    ],
    { 52: "19", 260: "34.2" },
  ],
  [
    "changed within the window: 26 weeks each",
    [
      { from: "2015-07-01", weekly: "20" },
      { from: "2025-12-31", weekly: "30" },
    ],
    { 52: "25" },
  ],
  ["on record since lately: the first holds for before", [{ from: "2026-01-05", weekly: "30" }], { 0: "30", 52: "30" }],
  [
    "a change to come does not count yet",
    [
      { from: "2015-07-01", weekly: "38" },
      { from: "2026-07-01", weekly: "10" },
    ],
    { 52: "38" },
  ],
])("%s", (_what, agreed, expected) => {
  const windows = Object.keys(expected).map(Number) as (0 | 52 | 260)[];
  expect(rounded(averagesAgreed(agreed, windows, span))).toEqual(expected);
});

it("a span without agreed hours within a window leaves that window open, and no other", () => {
  const agreed = [
    { from: "2015-07-01", weekly: null },
    { from: "2024-07-01", weekly: "38" },
  ];
  expect(rounded(averagesAgreed(agreed, [0, 52, 260], span))).toEqual({ 52: "38" });
  expect(averagesAgreed([], [52], span)).toEqual({});
});

describe("who has no agreed hours", () => {
  const weeks = (count: number, hours: string) =>
    Array.from({ length: count }, (_, at) => {
      const end = new Date(Date.UTC(2026, 5, 30) - (count - 1 - at) * 7 * 86_400_000);
      const day = (back: number) => new Date(end.getTime() - back * 86_400_000).toISOString().slice(0, 10);
      return { start: day(6), end: day(0), hours };
    });
  it("goes by what was paid over a window that is on record as a whole, and is not guessed for another", () => {
    expect(rounded(averagesPaid(weeks(52, "15"), [52, 260], span))).toEqual({ 52: "15" });
    expect(averagesPaid(weeks(51, "15"), [52], span)).toEqual({});
    expect(averagesPaid([], [0, 52], span)).toEqual({});
    // Service that began within the window is looked at from its first day.
    expect(rounded(averagesPaid(weeks(10, "21"), [52, 0], { start: "2026-04-22", lastDay: "2026-06-30" }))).toEqual({
      0: "21",
      52: "21",
    });
    // A month that reaches into the window counts by its days: 14 of 28, so half of 80 h in two weeks.
    const month = { start: "2026-06-03", end: "2026-06-30", hours: "80" };
    expect(rounded(averagesPaid([month], [0], { start: "2026-06-17", lastDay: "2026-06-30" }))).toEqual({ 0: "20" });
  });
  it("an average lies between the least and the most of its hours", () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 52, maxLength: 80 }), (all) => {
        const paid = weeks(all.length, "0").map((week, at) => ({ ...week, hours: String(all[at]) }));
        const found = Number(averagesPaid(paid, [52], span)[52]);
        const last = all.slice(-52);
        expect(found).toBeGreaterThanOrEqual(Math.min(...last) - 1e-9);
        expect(found).toBeLessThanOrEqual(Math.max(...last) + 1e-9);
      }),
    ));
});
