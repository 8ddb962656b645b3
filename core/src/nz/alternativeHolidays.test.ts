/** Alternative holidays one by one: Holidays Act 2003, ss 56 to 61, from memory; dates worked out by hand. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { decimal, zero } from "../quantity/decimal.ts";
import { type AlternativeEntry, alternativeHolidays, daysOfEarned, exchangeable } from "./alternativeHolidays.ts";

const rules = { months: 12, noticeDays: 14 };
const entry = (date: string, days: string, why = Number(days) > 0 ? "accrued" : "taken"): AlternativeEntry => ({
  ...{ date, why, reason: null },
  days: decimal(days),
});
const left = (...entries: AlternativeEntry[]) =>
  alternativeHolidays(entries, rules).map((each) => `${each.on} ${each.left.toString()} ${each.exchangeFrom}`);

describe("alternative holidays", () => {
  it.each([
    [
      "the oldest goes first",
      [entry("2026-02-06", "1"), entry("2026-04-03", "1"), entry("2026-05-04", "-1")],
      ["2026-04-03 1 2027-04-03"],
    ],
    ["half a day of one", [entry("2026-02-06", "1"), entry("2026-05-04", "-0.5")], ["2026-02-06 0.5 2027-02-06"]],
    [
      "what is taken back with its run leaves the others",
      [entry("2026-02-06", "1"), entry("2026-04-03", "1"), entry("2026-04-03", "-1", "reversed")],
      ["2026-02-06 1 2027-02-06"],
    ],
    [
      "a day taken and given back is there again",
      [entry("2026-02-06", "1"), entry("2026-05-04", "-1"), entry("2026-05-04", "1", "reversed")],
      ["2026-02-06 1 2027-02-06"],
    ],
    [
      "taken before it arose",
      [entry("2026-01-05", "-1"), entry("2026-02-06", "1"), entry("2026-04-03", "1")],
      ["2026-04-03 1 2027-04-03"],
    ],
    ["a leap day's year ends on the 28th", [entry("2024-02-29", "1", "adjusted")], ["2024-02-29 1 2025-02-28"]],
    ["nothing", [], []],
  ])("%s", (_case, entries, expected) => {
    expect(left(...entries)).toEqual(expected);
  });

  it("may be exchanged from twelve months on", () => {
    const lots = alternativeHolidays([entry("2025-06-02", "1"), entry("2025-10-27", "1")], rules);
    expect(["2026-06-01", "2026-06-02", "2026-10-27"].map((on) => exchangeable(lots, on).toString())).toEqual([
      "0",
      "1",
      "2",
    ]);
  });

  it("come to the balance, whatever happened in which order", () => {
    const moves = fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: -4, max: 4 })), {
      maxLength: 20,
    });
    fc.assert(
      fc.property(moves, (made) => {
        const entries = made
          .filter(([, halves]) => halves !== 0)
          .map(([day, halves]) =>
            entry(new Date(Date.UTC(2026, 0, 1 + day)).toISOString().slice(0, 10), String(halves / 2)),
          )
          .sort((a, b) => (a.date < b.date ? -1 : 1));
        const balance = entries.reduce((total, each) => total.plus(each.days), zero);
        const held = alternativeHolidays(entries, rules).reduce((total, each) => total.plus(each.left), zero);
        expect(held.toString()).toBe((balance.gt(0) ? balance : zero).toString());
      }),
    );
  });

  it("stand on the day they arose, where that is known", () => {
    const [christmas, boxing] = ["2026-12-25", "2026-12-26"].map((date) => ({ date, works: true }));
    if (!christmas || !boxing) throw new Error("Two days are tried.");
    const both = [christmas, boxing];
    // One of two was worked: the record knows which.
    expect(daysOfEarned(decimal(1), [boxing.date], both)).toEqual([boxing.date]);
    expect(daysOfEarned(decimal(1), [], both)).toBeNull();
    expect(daysOfEarned(decimal(2), [], both)).toEqual([christmas.date, boxing.date]);
    // Typed over what the record says: nobody knows which.
    expect(daysOfEarned(decimal(3), [boxing.date], both)).toBeNull();
    expect(daysOfEarned(decimal(1), [], [christmas, { ...boxing, works: false }])).toEqual([christmas.date]);
  });
});
