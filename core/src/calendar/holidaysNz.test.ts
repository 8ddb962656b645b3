/**
 * New Zealand holidays against a second source: the Holidays Act's rules and the schedule of Te Kāhui o Matariki Public
 * Holiday Act 2022, from memory, with Easter by the published Gregorian computus; due dates against a table worked by hand.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, weekday } from "./dates.ts";
import {
  addWorkingDaysNz,
  holidayOnNz,
  holidaysBetweenNz,
  isWorkingDayNz,
  type ProvinceNz,
  provincesNz,
  rollForwardNz,
} from "./holidaysNz.ts";
import { payrollYearNz } from "./payrollYear.ts";

const years = [2024, 2025, 2026, 2027, 2028];
const day = (year: number, month: number, date: number) =>
  `${year}-${String(month).padStart(2, "0")}-${String(date).padStart(2, "0")}`;
const everyDay = new Set([1, 2, 3, 4, 5, 6, 7]);
const named = (date: string, province: string = "Nelson", works?: Set<number>) =>
  holidayOnNz(date, province, works)?.name;

/** Easter Sunday by the anonymous Gregorian algorithm (Meeus, Astronomical Algorithms). */
function easter(year: number): string {
  const a = year % 19;
  const b = Math.floor(year / 100);
  const c = year % 100;
  const h = (19 * a + b - Math.floor(b / 4) - Math.floor((b - Math.floor((b + 8) / 25) + 1) / 3) + 15) % 30;
  const l = (32 + 2 * (b % 4) + 2 * Math.floor(c / 4) - h - (c % 4)) % 7;
  const m = Math.floor((a + 11 * h + 22 * l) / 451);
  const n = h + l - 7 * m + 114;
  return day(year, Math.floor(n / 31), (n % 31) + 1);
}
const nth = (year: number, month: number, n: number, which = 1) => {
  let date = day(year, month, 1);
  while (weekday(date) !== which) date = addDays(date, 1);
  return addDays(date, 7 * (n - 1));
};
const nearestMonday = (date: string) => addDays(date, ((8 - weekday(date) + 3) % 7) - 3);

describe.each(years)("%i", (year) => {
  it("Easter, King's Birthday, Labour Day and Matariki", () => {
    expect(named(addDays(easter(year), -2))).toBe("Good Friday");
    expect(named(addDays(easter(year), 1))).toBe("Easter Monday");
    expect(named(nth(year, 6, 1))).toBe("King's Birthday");
    expect(named(nth(year, 10, 4))).toBe("Labour Day");
    const matariki: Record<number, string> = {
      2024: "2024-06-28",
      2025: "2025-06-20",
      2026: "2026-07-10",
      2027: "2027-06-25",
      2028: "2028-07-14",
    };
    expect(named(matariki[year] ?? "")).toBe("Matariki");
  });
  it.each<[ProvinceNz[], (year: number) => string]>([
    [["Wellington"], (y) => nearestMonday(day(y, 1, 22))],
    [["Auckland", "Northland", "Waikato", "Bay of Plenty", "Gisborne"], (y) => nearestMonday(day(y, 1, 29))],
    [["Nelson", "Buller"], (y) => nearestMonday(day(y, 2, 1))],
    [["Taranaki"], (y) => nth(y, 3, 2)],
    [["Southland"], (y) => addDays(easter(y), 2)],
    [["South Canterbury"], (y) => nth(y, 9, 4)],
    [["Hawke's Bay"], (y) => addDays(nth(y, 10, 4), -3)],
    [["Marlborough"], (y) => addDays(nth(y, 10, 4), 7)],
    [["Canterbury"], (y) => addDays(nth(y, 11, 2, 2), 3)],
    [["Westland"], (y) => nearestMonday(day(y, 12, 1))],
    [["Chatham Islands"], (y) => nearestMonday(day(y, 11, 30))],
  ])("the anniversary day of %j", (provinces, rule) => {
    for (const province of provinces) expect(named(rule(year), province), rule(year)).toContain("Anniversary Day");
  });
  it("Otago: the Monday nearest 23 March", () => {
    expect(named(nearestMonday(day(year, 3, 23)), "Otago")).toContain("Otago");
  });
  it("twelve days for everybody in every province, whatever their week", () => {
    for (const province of provincesNz) {
      // Holidays of the year as they fall; a day of the turn of the year is observed in the next week at most.
      const fallen = holidaysBetweenNz(`${year}-01-01`, addDays(`${year}-12-31`, 3), province, everyDay).filter(
        (each) => each.falls.startsWith(String(year)),
      );
      expect(fallen, province).toHaveLength(12);
    }
  });
});

describe("a holiday at the weekend moves for each person", () => {
  it.each([
    ["Boxing Day 2026, a Saturday: to Monday", "2026-12-26", "2026-12-28"],
    ["2 January 2027, a Saturday: to Monday", "2027-01-02", "2027-01-04"],
    ["Christmas 2027, a Saturday: to Monday", "2027-12-25", "2027-12-27"],
    ["Boxing Day 2027, a Sunday: to Tuesday", "2027-12-26", "2027-12-28"],
    ["New Year 2028, a Saturday: to Monday", "2028-01-01", "2028-01-03"],
    ["2 January 2028, a Sunday: to Tuesday", "2028-01-02", "2028-01-04"],
    ["Waitangi 2027, a Saturday: to Monday", "2027-02-06", "2027-02-08"],
    ["Anzac 2027, a Sunday: to Monday", "2027-04-25", "2027-04-26"],
    ["Anzac 2026, a Saturday: to Monday", "2026-04-25", "2026-04-27"],
  ])("%s", (_words, falls, moved) => {
    expect(holidayOnNz(moved, "Nelson")?.falls).toBe(falls);
    expect(holidayOnNz(falls, "Nelson")).toBeNull();
    // Who usually works that day keeps it, and has no second one.
    expect(holidayOnNz(falls, "Nelson", everyDay)?.date).toBe(falls);
    expect(holidayOnNz(moved, "Nelson", everyDay)).toBeNull();
  });
  it("Matariki and a weekday holiday never move", () => {
    expect(holidayOnNz("2026-07-10", "Nelson", new Set([6, 7]))?.date).toBe("2026-07-10");
  });
});

describe("working days", () => {
  it.each([
    ["plain", "2026-11-19", "2026-11-23"],
    ["Labour Day between", "2026-10-22", "2026-10-27"],
    ["over the summer break", "2026-12-23", "2027-01-05"],
    ["Easter: paid Thursday 2 April 2026", "2026-04-02", "2026-04-08"],
  ])("two after: %s", (_words, payday, due) => expect(addWorkingDaysNz(payday, 2)).toBe(due));
  it("Easter Sunday and Monday roll on", () => expect(rollForwardNz("2026-04-05")).toBe("2026-04-07"));
  it("are never earlier with a later start, and the day itself for none", () => {
    const date = fc.integer({ min: 0, max: 1400 }).map((days) => addDays("2024-04-01", days));
    fc.assert(
      fc.property(date, fc.integer({ min: 1, max: 12 }), (from, n) => {
        const found = addWorkingDaysNz(from, n);
        expect(isWorkingDayNz(found)).toBe(true);
        expect(addWorkingDaysNz(addDays(from, 1), n) >= found).toBe(true);
        expect(addWorkingDaysNz(from, 0)).toBe(from);
      }),
    );
  });
  it("the tax year is named by its end", () => {
    expect(payrollYearNz("2026-03-31")).toEqual({
      from: "2025-04-01",
      to: "2026-03-31",
      name: "year to 31 March 2026",
    });
    expect(payrollYearNz("2026-04-01").to).toBe("2027-03-31");
  });
});
