/** Days of leave as people type them. */
import { describe, expect, it } from "vitest";
import { readSpan } from "./asked.ts";

describe("days of leave, typed on Wednesday, 1 July 2026", () => {
  it.each<[string, string | null]>([
    ["6/7", "2026-07-06 2026-07-06"],
    ["6/7-10/7", "2026-07-06 2026-07-10"],
    ["6/7 – 10", "2026-07-06 2026-07-10"],
    ["6 jul to 10 jul", "2026-07-06 2026-07-10"],
    // Leave is asked for ahead: a day long past is next year's.
    ["12/1-23/1", "2027-01-12 2027-01-23"],
    ["28/12-4/1", "2026-12-28 2027-01-04"],
    // What was forgotten last month is still last month's.
    ["15/6", "2026-06-15 2026-06-15"],
    ["2026-07-06", "2026-07-06 2026-07-06"],
    ["24-28/8", "2026-08-24 2026-08-28"],
    ["24 to 28 aug", "2026-08-24 2026-08-28"],
    ["12-23/1", "2027-01-12 2027-01-23"],
    ["2026-07-06 - 2026-07-10", "2026-07-06 2026-07-10"],
    ["2026-07-06 to 2026-07-10", "2026-07-06 2026-07-10"],
    ["6-7-2026", "2026-07-06 2026-07-06"],
    ["24-31/6", null],
    ["5-7", "2026-07-05 2026-07-05"],
    ["soon", null],
    ["6/7-", null],
    ["31/6", null],
  ])("%s", (typed, days) => {
    const read = readSpan(typed, "2026-07-01");
    expect(read && `${read.first} ${read.last}`).toBe(days);
  });
});
