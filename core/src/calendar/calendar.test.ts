/** Due dates against a table worked out by hand; holidays named there. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { superDueDate } from "../au/superGuarantee.ts";
import { withholdingDueDate } from "../au/withholdingDue.ts";
import { shippedRuleBook as rules, shippedRuleBook } from "../rulebook/shippedRuleBook.ts";
import { addBusinessDaysAu, holidaysOn, isBusinessDayAu } from "./businessDays.ts";
import { addDays, completedYears, dateWords, daysBetween, isDate, weekday } from "./dates.ts";
import { cycles, nextPeriod, payPeriod } from "./payPeriods.ts";
import { payrollYearAu } from "./payrollYear.ts";

const date = fc.integer({ min: 0, max: 1400 }).map((days) => addDays("2024-07-01", days));

describe("super is due", () => {
  it.each([
    ["plain", "2026-11-26", false, "2026-12-07"],
    ["first month of payday super", "2026-07-02", false, "2026-07-13"],
    ["over Christmas", "2026-12-24", false, "2027-01-07"],
    ["another State's holiday stops the count", "2027-02-26", false, "2027-03-11"],
    ["twenty days for a new person", "2026-11-26", true, "2026-12-24"],
    ["last quarter of the old rule", "2026-06-30", false, "2026-07-28"],
    ["first day of the new rule", "2026-07-01", false, "2026-07-10"],
  ])("%s: paid %s", (_words, payday, first, expected) => expect(superDueDate(payday, first, rules)).toBe(expected));
});

describe("withheld tax is due by the size of the withholder, on a business day", () => {
  it.each([
    ["medium", "2026-10-15", "2026-11-23"],
    ["medium", "2026-11-05", "2026-12-21"],
    ["medium", "2026-12-31", "2027-01-21"],
    ["small", "2026-07-02", "2026-10-28"],
    // 28 February is a Sunday, and 1 March Labour Day in Western Australia.
    ["small", "2026-12-31", "2027-03-02"],
    ["small", "2027-01-07", "2027-04-28"],
    ["large", "2026-07-02", "2026-07-09"],
    ["large", "2026-07-06", "2026-07-13"],
    ["large", "2026-07-08", "2026-07-16"],
    ["large", "2026-07-11", "2026-07-20"],
  ] as const)("%s, paid %s", (size, payday, due) =>
    expect(withholdingDueDate(payday, size, shippedRuleBook)).toBe(due),
  );
});

describe("business days", () => {
  it("the n-th is a business day after the first, more days never earlier, nought is the day itself", () => {
    fc.assert(
      fc.property(date, fc.integer({ min: 1, max: 25 }), (day, n) => {
        const found = addBusinessDaysAu(day, n);
        expect(isBusinessDayAu(found)).toBe(true);
        expect(found > day).toBe(true);
        expect(addBusinessDaysAu(day, n + 1) > found).toBe(true);
        expect(addBusinessDaysAu(day, 0)).toBe(day);
      }),
    );
  });
  it("knows the holidays of a State", () => {
    expect(holidaysOn("2026-11-03", "VIC").map((each) => each.name)).toEqual(["Melbourne Cup"]);
    expect(holidaysOn("2026-11-03", "NSW")).toEqual([]);
    expect(holidaysOn("2026-06-08", "VIC")).toHaveLength(1);
  });
});

describe("periods and years", () => {
  it("the payment date decides the year", () => {
    expect(payrollYearAu("2026-06-30")).toEqual({ from: "2025-07-01", to: "2026-06-30", name: "2025–26" });
    expect(payrollYearAu("2026-07-01").name).toBe("2026–27");
  });
  it("periods follow one another without a gap or an overlap, in every cycle", () => {
    for (const cycle of cycles) {
      let period = payPeriod(cycle, "2026-01-01", 3);
      for (let n = 0; n < 30; n += 1) {
        const next = nextPeriod(cycle, period.end, 3);
        expect(daysBetween(period.end, next.start), cycle).toBe(1);
        expect(next.end > next.start, cycle).toBe(true);
        period = next;
      }
    }
  });
  it("a weekly cycle from Monday, paid on the Thursday after", () => {
    expect(payPeriod("weekly", "2026-06-22", 4)).toEqual({
      start: "2026-06-22",
      end: "2026-06-28",
      payday: "2026-07-02",
    });
    expect(weekday("2026-07-02")).toBe(4);
  });
  it("reads dates strictly, counts years to the day", () => {
    expect([isDate("2026-02-29"), isDate("2028-02-29"), isDate("2026-7-2")]).toEqual([false, true, false]);
    expect([completedYears("2008-07-02", "2026-07-01"), completedYears("2008-07-02", "2026-07-02")]).toEqual([17, 18]);
    expect(dateWords("2026-07-02")).toBe("2 July 2026");
  });
});
