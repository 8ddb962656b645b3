/** Sentences in the address, half typed and strange ones; the two lines, their axis and the dearest week. */
import type { AheadWeek } from "@zesty/contract/ahead";
import { describe, expect, it } from "vitest";
import { changesIn, dearest, isWhole, linesOf, monthsAlong, sentence, stepsTo } from "./ahead.ts";

const week = (from: string, now: number, would = now): AheadWeek => {
  const pair = { now: now.toFixed(2), would: would.toFixed(2) };
  return { from, cash: pair, cost: pair };
};

describe("sentences in the address", () => {
  it.each([
    [null, []],
    ["", []],
    ["{", []],
    ["7", []],
    ['[null,{"kind":"theft"},3]', []],
  ])("%s says nothing", (text, wanted) => expect(changesIn(text)).toEqual(wanted));
  it("comes back as it went in; strange parts are put right", () => {
    const raise = { ...sentence("rates", "2026-07-01"), people: [4] };
    expect(changesIn(JSON.stringify([raise]))).toEqual([raise]);
    expect(changesIn('[{"kind":"hours","people":[1,"2",3.5],"by":"moon","on":"x"}]')).toEqual([
      { kind: "hours", from: "", people: [1], by: "percent", value: "", weekly: "", on: true },
    ]);
  });
  it.each([
    ["rates", {}, true],
    ["rates", { value: " " }, false],
    ["rates", { from: "" }, false],
    ["hours", { value: "30" }, false],
    ["hours", { value: "30", people: [1] }, true],
    ["leaves", { people: [1] }, true],
    ["contribution", { value: "13" }, true],
    ["more", { people: [1] }, true],
  ] as const)("%s with %j: whole is %s", (kind, part, whole) =>
    expect(isWhole({ ...sentence(kind, "2026-07-01"), ...part } as never)).toBe(whole),
  );
  it.each([
    ["2026-07-01", "2026-08-01"],
    ["2026-12-31", "2027-01-01"],
  ])("begun on %s it begins with the next month, %s", (day, from) => expect(sentence("rates", day).from).toBe(from));
});

describe("the year as two lines", () => {
  const weeks = [week("2026-06-29", 100), week("2026-07-06", 300.25, 310), week("2026-07-27", 50, 20)];
  it("week by week, or added up to the cent", () => {
    expect(linesOf(weeks, "week")).toEqual({ now: [100, 300.25, 50], would: [100, 310, 20], most: 310, least: 0 });
    expect(linesOf(weeks, "sum")).toMatchObject({ now: [100, 400.25, 450.25], would: [100, 410, 430], most: 450.25 });
    expect(linesOf([], "week")).toEqual({ now: [], would: [], most: 0, least: 0 });
  });
  it.each([
    [0, [0]],
    [310, [0, 100, 200, 300]],
    [15_861.62, [0, 5000, 10_000, 15_000]],
    [0.9, [0, 0.25, 0.5, 0.75]],
  ])("an axis to %d has round steps", (most, steps) => expect(stepsTo(most)).toEqual(steps));
  it("names the months where they begin, and the dearest week", () => {
    expect(monthsAlong(weeks)).toEqual([
      { at: 0, month: "2026-07" },
      { at: 2, month: "2026-08" },
    ]);
    expect([dearest(weeks, "now")?.from, dearest([], "would")]).toEqual(["2026-07-06", undefined]);
  });
});
