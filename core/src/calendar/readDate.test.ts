import fc from "fast-check";
import { expect, test } from "vitest";
import { addDays, dateWords } from "./dates.ts";
import { readDate } from "./readDate.ts";

test.each([
  ["22/6", "2026-06-22"],
  ["22.6.26", "2026-06-22"],
  ["1/1", "2027-01-01"],
  ["28/12", "2026-12-28"],
  ["22 jun", "2026-06-22"],
  ["22nd June 2025", "2025-06-22"],
  ["Mon 22 Jun 2026", "2026-06-22"],
  ["3/4/58", "1958-04-03"],
  ["thu", "2026-11-26"],
  ["fri", "2026-11-27"],
  ["wednesday", "2026-12-02"],
  ["today", "2026-11-26"],
  ["+7", "2026-12-03"],
  ["-1", "2026-11-25"],
  ["29/2", "2028-02-29"],
  ["2026-06-22", "2026-06-22"],
  ["31/2/2026", null],
  ["22/13", null],
  ["soon", null],
  ["tues", "2026-12-01"],
  ["weds", "2026-12-02"],
  ["22 Sept 2026", "2026-09-22"],
  // Other words that begin like a day or a month.
  ["sunny", null],
  ["money", null],
  ["3 marbles", null],
  ["room 3/4/26", null],
  ["22", null],
  ["", null],
])("%s is read as %s", (typed, read) => {
  expect(readDate(typed, typed === "29/2" ? "2028-01-05" : "2026-11-26")).toBe(read);
});

test("what is shown is read back, on any day", () => {
  const day = fc.integer({ min: 0, max: 60_000 }).map((days) => addDays("1930-01-01", days));
  fc.assert(fc.property(day, day, (date, today) => readDate(dateWords(date), today) === date));
});
