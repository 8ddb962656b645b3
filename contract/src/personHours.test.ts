/** Nobody is paid twice for an hour: shifts that contradict each other stop the pay, whatever they are paid by. */

import type { RuleSet } from "@zesty/core/agreements/ruleSet";
import { addDays } from "@zesty/core/calendar/dates";
import type { DayShift } from "@zesty/core/hours/dayText";
import { type PersonTime, personHours } from "@zesty/core/hours/personHours";
import { describe, expect, test } from "vitest";
import { shipped } from "./ruleSet.ts";

const rules = shipped().find((each) => each.code === "NZ-BASE") ?? null;
// Monday 2 March 2026 and the days about it.
const monday = "2026-03-02";
const at = (day: number, clock: string) => `${addDays(monday, day)}T${clock}`;
const shift = (day: number, from: string, to: string, next = false): [number, DayShift] => [
  day,
  { start: at(day, from), end: at(next ? day + 1 : day, to) },
];

function hours(by: RuleSet | null, shifts: [number, DayShift][]) {
  const days: PersonTime["days"] = Object.fromEntries(
    [...new Set(shifts.map(([day]) => day))].map((day) => [
      addDays(monday, day),
      { shifts: shifts.filter(([on]) => on === day).map(([, each]) => each), leave: [] },
    ]),
  );
  const time: PersonTime = {
    country: "NZ",
    rules: by,
    person: { basis: "casual" },
    settings: {},
    timeZone: "Pacific/Auckland",
    holidays: [],
    pattern: null,
    use: "all",
    employedFrom: "2020-01-01",
    employedTo: null,
    days,
  };
  const found = personHours(
    time,
    Array.from({ length: 7 }, (_, day) => addDays(monday, day)),
  );
  const minutes = [...found.pieces, ...found.plain].reduce((sum, each) => sum + each.minutes, 0);
  return { minutes, faults: found.faults.map((each) => `${each.date} ${each.text}`) };
}

describe.each([
  ["by an agreement", rules],
  ["without one", null],
])("%s", (_, by) => {
  test.each<[string, [number, DayShift][], number]>([
    ["one after the other", [shift(0, "06:00", "14:00"), shift(0, "14:00", "16:00")], 600],
    ["a night that ends as the week starts", [shift(-1, "22:00", "06:00", true), shift(0, "06:00", "14:00")], 480],
  ])("%s is paid", (_, shifts, minutes) => {
    expect(hours(by, shifts)).toEqual({ minutes, faults: [] });
  });
  test.each<[string, [number, DayShift][], RegExp]>([
    ["on one day", [shift(0, "06:00", "14:00"), shift(0, "13:59", "16:00")], /^2026-03-02 .*13:59.* overlaps .*06:00/],
    ["into the next day", [shift(1, "22:00", "06:00", true), shift(2, "05:00", "09:00")], /^2026-03-04 .*overlaps/],
    [
      "across the edge of the week",
      [shift(-1, "22:00", "06:00", true), shift(0, "05:59", "14:00")],
      /^2026-03-02 .*overlaps/,
    ],
    [
      "a break outside its shift",
      [[0, { start: at(0, "06:00"), end: at(0, "14:00"), breaks: [{ start: at(0, "15:00"), end: at(0, "16:00") }] }]],
      /outside its shift/,
    ],
    ["longer than a day", [[0, { start: at(0, "06:00"), end: at(1, "07:00") }]], /longer than 24 hours/],
  ])("%s stops the pay", (_, shifts, text) => {
    const { minutes, faults } = hours(by, shifts);
    expect(faults).toEqual([expect.stringMatching(text)]);
    expect(minutes).toBeLessThan(13 * 60);
  });
});
