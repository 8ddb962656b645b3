/**
 * The generated holidays against a second source: the rules of the States' holiday laws, from memory, with Easter by the published Gregorian computus. A year that the package gets wrong shows here.
 */
import Holidays from "date-holidays";
import { describe, expect, it } from "vitest";
import { holidaysOn } from "./businessDays.ts";
import { addDays, weekday } from "./dates.ts";
import { holidaysOfPlace, isWholeDay } from "./holidayWindows.ts";
import { type StateAu, statesAu } from "./listedHolidays.ts";

const years = [2024, 2025, 2026, 2027, 2028];
const day = (year: number, month: number, date: number) =>
  `${year}-${String(month).padStart(2, "0")}-${String(date).padStart(2, "0")}`;

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
/** The n-th Monday (1) or Tuesday (2) of a month. */
const nth = (year: number, month: number, n: number, which = 1) => {
  let date = day(year, month, 1);
  while (weekday(date) !== which) date = addDays(date, 1);
  return addDays(date, 7 * (n - 1));
};
const isHoliday = (date: string, state: StateAu) => holidaysOn(date, state).length > 0;
const all = (date: string) => statesAu.filter((state) => isHoliday(date, state));

describe.each(years)("%i", (year) => {
  it("Easter falls as the computus says, Good Friday and Easter Monday everywhere", () => {
    expect(all(addDays(easter(year), -2))).toEqual([...statesAu]);
    expect(all(addDays(easter(year), 1))).toEqual([...statesAu]);
    expect(all(addDays(easter(year), -1))).toEqual(["ACT", "NSW", "NT", "QLD", "SA", "VIC"]);
  });
  it("the days of the whole country", () => {
    // At a weekend some States move the day instead of adding one; no business day hangs on that.
    for (const date of [day(year, 1, 1), day(year, 12, 25)])
      if (weekday(date) < 6) expect(all(date), date).toEqual([...statesAu]);
    const australia = day(year, 1, 26);
    expect(all(weekday(australia) > 5 ? addDays(australia, 8 - weekday(australia)) : australia)).toEqual([...statesAu]);
  });
  it("a New Year's Day or Christmas at the weekend adds a weekday", () => {
    for (const date of [day(year, 1, 1), day(year, 12, 25)]) {
      if (weekday(date) < 6) continue;
      let next = addDays(date, 1);
      while (weekday(next) > 5) next = addDays(next, 1);
      const found = [next, addDays(next, 1)].filter((each) => all(each).length >= 7);
      expect(found.length, date).toBeGreaterThan(0);
    }
  });
  it.each<[string, StateAu[], (year: number) => string]>([
    ["Labour Day, March", ["VIC"], (y) => nth(y, 3, 2)],
    ["Eight Hours Day", ["TAS"], (y) => nth(y, 3, 2)],
    ["Canberra Day, Adelaide Cup", ["ACT", "SA"], (y) => nth(y, 3, 2)],
    ["Labour Day, western", ["WA"], (y) => nth(y, 3, 1)],
    ["Labour Day, May", ["QLD", "NT"], (y) => nth(y, 5, 1)],
    ["King's Birthday, June", ["ACT", "NSW", "NT", "SA", "TAS", "VIC"], (y) => nth(y, 6, 2)],
    ["Western Australia Day", ["WA"], (y) => nth(y, 6, 1)],
    ["Picnic Day", ["NT"], (y) => nth(y, 8, 1)],
    ["Labour Day, October", ["ACT", "NSW", "SA"], (y) => nth(y, 10, 1)],
    ["King's Birthday, October", ["QLD"], (y) => nth(y, 10, 1)],
    ["the November race day", ["VIC"], (y) => nth(y, 11, 1, 2)],
    [
      "Reconciliation Day",
      ["ACT"],
      (y) => {
        let date = day(y, 5, 27);
        while (weekday(date) !== 1) date = addDays(date, 1);
        return date;
      },
    ],
  ])("%s", (_words, states, rule) => {
    for (const state of states) expect(isHoliday(rule(year), state), `${state} ${rule(year)}`).toBe(true);
  });
  it("no State has a holiday on an ordinary Wednesday of July", () => {
    for (let date = day(year, 7, 1); date < day(year, 8, 1); date = addDays(date, 1))
      expect(all(date), date).toEqual([]);
  });
});

describe("evenings that are holidays", () => {
  /** A second source: the package's own times of day (date-holidays), which the generated calendar does not carry. */
  it.each(statesAu)("%s", (state) => {
    const theirs = [2025, 2026, 2027].flatMap((year) =>
      new Holidays("AU", state)
        .getHolidays(year)
        .filter((each) => each.type === "public" && !each.date.endsWith("00:00:00"))
        .map((each) => `${each.date.slice(0, 16)} ${each.name}`),
    );
    const clock = (minutes: number) => `${String(minutes / 60).padStart(2, "0")}:00`;
    const ours = holidaysOfPlace("AU", state, "2025-01-01", "2027-12-31")
      .filter((each) => !isWholeDay(each))
      .map((each) => `${each.date} ${clock(each.from ?? 0)} ${each.name}`);
    expect(ours).toEqual(theirs);
  });
});
