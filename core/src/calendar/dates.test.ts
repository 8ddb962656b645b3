/** Dates by whole-number arithmetic, against a general library of dates (temporal-polyfill). */
import fc from "fast-check";
import { Temporal } from "temporal-polyfill";
import { describe, expect, it } from "vitest";
import { addDays, addMonths, dateInZone, daysBetween, isDate, lastDayOfMonth, weekday } from "./dates.ts";

const theirs = (date: string) => Temporal.PlainDate.from(date);
const date = fc.integer({ min: -25_000, max: 75_000 }).map((days) => theirs("2000-01-01").add({ days }).toString());
const edges = ["1900-02-28", "2000-02-29", "2024-02-29", "2026-12-31", "2027-01-01", "2100-02-28", "1999-12-31"];
const some = fc.oneof(date, fc.constantFrom(...edges));

describe("a date", () => {
  it("moves by days and months, and has its weekday and last day of the month, as the library has them", () => {
    fc.assert(
      fc.property(some, some, fc.integer({ min: -900, max: 900 }), (from, to, count) => {
        expect(addDays(from, count)).toBe(theirs(from).add({ days: count }).toString());
        expect(addMonths(from, count)).toBe(theirs(from).add({ months: count }).toString());
        expect(daysBetween(from, to)).toBe(theirs(from).until(theirs(to)).days);
        expect(weekday(from)).toBe(theirs(from).dayOfWeek);
        expect(lastDayOfMonth(from)).toBe(
          theirs(from)
            .with({ day: theirs(from).daysInMonth })
            .toString(),
        );
        expect(isDate(from)).toBe(true);
      }),
      { numRuns: 1000 },
    );
  });
  it.each(["2026-02-29", "2026-13-01", "2026-00-10", "2026-04-31", "26-01-01", "2026-1-1", "", "2026-01-01T00"])(
    "%o is none",
    (text) => expect(isDate(text)).toBe(false),
  );
  it.each([
    ["2026-06-30T13:59:00Z", "Australia/Melbourne", "2026-06-30"],
    ["2026-06-30T14:01:00Z", "Australia/Melbourne", "2026-07-01"],
    ["2026-06-30T12:01:00Z", "Pacific/Auckland", "2026-07-01"],
    ["2026-06-30T14:30:00Z", "Australia/Adelaide", "2026-07-01"],
  ])("at %s in %s is %s", (instant, zone, day) => {
    expect(dateInZone(instant, zone)).toBe(day);
    expect(Temporal.Instant.from(instant).toZonedDateTimeISO(zone).toPlainDate().toString()).toBe(day);
  });
});
