/** Nobody is paid twice for an hour: shifts that contradict each other stop the pay, whatever they are paid by. */

import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { addDays } from "@zesty/core/calendar/dates";
import { type DayRecord, readDay } from "@zesty/core/hours/dayText";
import { type PersonTime, personHours } from "@zesty/core/hours/personHours";
import { madeUp, pieceDays } from "@zesty/core/hours/piecework";
import type { DayShift } from "@zesty/core/hours/shiftText";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { describe, expect, test } from "vitest";
import { shipped } from "./agreementRules.ts";

const rules = shipped().find((each) => each.code === "NZ-BASE") ?? null;
// Monday 2 March 2026 and the days about it.
const monday = "2026-03-02";
const at = (day: number, clock: string) => `${addDays(monday, day)}T${clock}`;
const shift = (day: number, from: string, to: string, next = false): [number, DayShift] => [
  day,
  { start: at(day, from), end: at(next ? day + 1 : day, to) },
];

const daysOf = (shifts: [number, DayShift][]): PersonTime["days"] =>
  Object.fromEntries(
    [...new Set(shifts.map(([day]) => day))].map((day) => [
      addDays(monday, day),
      { shifts: shifts.filter(([on]) => on === day).map(([, each]) => each), leave: [] },
    ]),
  );
function hours(by: AgreementRules | null, shifts: [number, DayShift][]) {
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
    days: daysOf(shifts),
  };
  const found = personHours(
    time,
    Array.from({ length: 7 }, (_, day) => addDays(monday, day)),
  );
  const minutes = [...found.pieces, ...found.plain].reduce((sum, each) => sum + each.minutes, 0);
  const asked = found.marks.flatMap((each) => (each.code === "madeUpPart" ? each.text : []));
  return { minutes, faults: found.faults.map((each) => `${each.date} ${each.text}`), asked };
}

test.each<[string, [number, DayShift][], number, RegExp | null]>([
  ["no part made up", [shift(0, "09:00", "12:00"), shift(0, "12:30", "16:00")], 390, null],
  ["worked in parts", [shift(0, "09:00", "10:00"), shift(0, "14:00", "18:00")], 420, null],
  ["one shift", [shift(0, "09:00", "10:00"), shift(0, "10:00", "14:00")], 300, null],
  [
    "a break, by the look of it",
    [shift(0, "09:00", "10:00"), shift(0, "10:30", "14:30")],
    420,
    /from 09:00 is made up .* by 2 h, and 30 minutes/,
  ],
])("made up to the least engagement beside another part: %s", (_, shifts, minutes, text) => {
  const { asked, ...paid } = hours(shipped().find((each) => each.code === "MA000004") ?? null, shifts);
  expect(paid).toEqual({ minutes, faults: [] });
  expect(asked).toEqual(text === null ? [] : [expect.stringMatching(text)]);
});

/** Time clocks close the day at midnight: nights over three weeks, each as one shift or as two. */
test.each(shipped().map((each) => [each.code, each] as const))(
  "%s: a night is one shift, cut at midnight or not",
  (_, by) => {
    const worked = (basis: string, inTwo: boolean) => {
      const nights = [0, 1, 3, 6, 7, 8, 13, 14, 20].flatMap((day): [number, DayShift][] => {
        const [from, to] = [day % 2 ? "22:00" : "19:30", day % 3 ? "04:00" : "00:45"];
        const midnight = at(day + 1, "00:00");
        const evening = { start: at(day, from), end: midnight };
        return inTwo
          ? [
              [day, evening],
              [day + 1, { start: midnight, end: at(day + 1, to) }],
            ]
          : [[day, { ...evening, end: at(day + 1, to) }]];
      });
      const found = personHours(
        {
          ...{
            country: by.code.startsWith("NZ") ? "NZ" : "AU",
            rules: by,
            person: { basis, age: 30 },
            settings: {},
            days: daysOf(nights),
          },
          ...{ timeZone: "Australia/Brisbane", holidays: [], pattern: null, use: "all" },
          ...{ employedFrom: "2020-01-01", employedTo: null },
        } as unknown as PersonTime,
        Array.from({ length: 28 }, (_, day) => addDays(monday, day)),
      );
      expect(found.faults).toEqual([]);
      return {
        lines: found.lines.map(({ why: _why, ...line }) => ({ ...line, percent: line.percent.toString() })),
        extras: found.extras.map(({ code, units }) => [code, units.toString()]),
        marks: found.marks,
      };
    };
    for (const basis of ["fullTime", "partTime", "casual"]) expect(worked(basis, true)).toEqual(worked(basis, false));
  },
);

describe.each([
  ["by an agreement", rules],
  ["without one", null],
])("%s", (_, by) => {
  test.each<[string, [number, DayShift][], number]>([
    ["one after the other", [shift(0, "06:00", "14:00"), shift(0, "14:00", "16:00")], 600],
    ["a night that ends as the week starts", [shift(-1, "22:00", "06:00", true), shift(0, "06:00", "14:00")], 480],
  ])("%s is paid", (_, shifts, minutes) => {
    expect(hours(by, shifts)).toMatchObject({ minutes, faults: [] });
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

describe("hours averaged over four weeks", () => {
  const nursery = shipped().find((each) => each.code === "EX-NURSERY") ?? null;
  /** Minutes of overtime of a full-timer with so many eight-hour days in each of eight weeks. */
  const overtime = (weeks: number[], averagingFrom: string) => {
    const days: PersonTime["days"] = Object.fromEntries(
      weeks.flatMap((count, week) =>
        Array.from({ length: count }, (_, day) => {
          const date = addDays(monday, week * 7 + day);
          return [date, { shifts: [{ start: `${date}T07:00`, end: `${date}T15:00` }], leave: [] }];
        }),
      ),
    );
    const time: PersonTime = {
      ...{ country: "AU", rules: nursery, person: { basis: "fullTime" }, settings: {}, averagingFrom },
      ...{ timeZone: "Australia/Hobart", holidays: [], pattern: null, use: "all", days },
      ...{ employedFrom: "2020-01-01", employedTo: null },
    };
    const dates = Array.from({ length: 56 }, (_, day) => addDays(monday, day));
    const { pieces } = personHours(time, dates);
    return pieces.reduce((sum, each) => sum + (each.overtime ? each.minutes : 0), 0);
  };
  test("go by the cycle of the person, whose first day was said, not by the agreement's", () => {
    // Five and a half weeks' work in four, and two and a half in the next four.
    const weeks = [6, 6, 6, 6, 3, 3, 3, 3];
    const [aligned, shifted] = [overtime(weeks, monday), overtime(weeks, addDays(monday, 14))];
    expect(aligned).toBeGreaterThan(shifted);
    // A cycle begins every four weeks, and any day of its first week says so.
    expect([overtime(weeks, addDays(monday, 28)), overtime(weeks, addDays(monday, -54))]).toEqual([aligned, aligned]);
    expect(overtime([5, 4, 5, 4, 5, 4, 5, 4], monday)).toBe(0);
  });
});

describe("a cycle of eight weeks (horticulture's casuals: 304 ordinary hours; from memory)", () => {
  const growers = shipped().find((each) => each.code === "MA000028") as AgreementRules;
  const first = "2026-08-03";
  /** Eight and a half hours on each of so many weekdays from the first week on. */
  const worked = (weekdays: number): PersonTime["days"] =>
    Object.fromEntries(
      Array.from({ length: weekdays }, (_, at) => {
        const date = addDays(first, Math.floor(at / 5) * 7 + (at % 5));
        return [date, { shifts: [{ start: `${date}T06:00`, end: `${date}T14:30` }], leave: [] }];
      }),
    );
  const lastWeek = (basis: "casual" | "fullTime", averagingFrom: string | null) => {
    const found = personHours(
      {
        ...{ country: "AU", rules: growers, person: { basis }, timeZone: "Australia/Melbourne" },
        settings: { missedMealPay: "nothing" },
        ...{ holidays: [], pattern: null, use: "all", employedFrom: "2020-01-01", employedTo: null },
        ...{ days: worked(40), averagingFrom },
      },
      Array.from({ length: 7 }, (_, at) => addDays(first, 49 + at)),
    );
    return found.lines.map((line) => `${line.date.slice(5)} ${line.percent} ${line.minutes / 60}`);
  };
  test("is filled by the weeks before the period", () => {
    // 35 days come to 297.5 hours: 6.5 are left on Monday of the eighth week, and every later hour is overtime.
    expect(lastWeek("casual", first)).toEqual([
      "09-21 125 6.5",
      "09-21 175 2",
      ...["09-22 175 8.5", "09-23 175 8.5", "09-24 175 8.5", "09-25 175 8.5"],
    ]);
  });
  test("of four weeks for permanents, by eight hours a day", () => {
    expect(lastWeek("fullTime", first)[0]).toBe("09-21 100 8");
    expect(lastWeek("fullTime", first)).toContain("09-25 150 8.5");
  });
});

describe("a sleepover at the turn of the week (community and care; from memory)", () => {
  const carers = shipped().find((each) => each.code === "MA000100") as AgreementRules;
  const worked = (sunday: DayShift[], monday: DayShift) =>
    personHours(
      {
        ...{ country: "AU", rules: carers, person: { basis: "partTime" }, timeZone: "Australia/Melbourne" },
        ...{ settings: { stream: "disability" }, holidays: [], pattern: null, use: "all", averagingFrom: "2026-08-31" },
        ...{ employedFrom: "2020-01-01", employedTo: null },
        days: { "2026-09-13": { shifts: sunday, leave: [] }, "2026-09-14": { shifts: [monday], leave: [] } },
      },
      ["2026-09-14"],
    ).lines.map((line) => `${line.percent} ${line.minutes / 60}`);
  const night: DayShift = {
    ...{ start: "2026-09-13T22:00", end: "2026-09-14T06:00", marks: ["sleepover"] },
    worked: [{ start: "2026-09-14T02:00", end: "2026-09-14T03:00" }],
  };
  const evening: DayShift = { start: "2026-09-13T15:00", end: "2026-09-13T19:00" };
  test("is no work that the morning has to rest from", () => {
    expect(worked([evening, night], { start: "2026-09-14T06:00", end: "2026-09-14T10:00" })).toEqual(["100 4"]);
  });
  test("leaves ten hours after overtime where nobody slept there", () => {
    const long: DayShift = { start: "2026-09-13T11:00", end: "2026-09-13T22:30" };
    expect(worked([long], { start: "2026-09-14T06:00", end: "2026-09-14T10:00" })).toEqual(["200 4"]);
  });
});

// By hand, at 100.00 an hour: a casual's hour is 125, on a public holiday 225; a bin is 6.10.
test.each([
  ["casual", "150@6.10", false, "915.00", "85.00"],
  ["casual", "180@6.10", false, "1098.00", "0.00"],
  ["casual", "150@6.10", true, "1830.00", "0.00"],
  ["casual", "140@6.10", true, "1708.00", "92.00"],
  ["fullTime", "120@6.10", false, "732.00", "68.00"],
  ["fullTime", "100@6.10 30@7", false, "820.00", "0.00"],
] as const)(
  "piecework of a %s person, %s, public holiday %s: %s and %s more",
  (basis, pieces, isHoliday, earned, more) => {
    const day = readDay(`6-14:30 b30 ${pieces}`, monday, "AU") as DayRecord;
    const { days, faults } = pieceDays(
      {
        ...{
          country: "AU",
          rules: shipped().find((each) => each.code === "MA000028") ?? null,
          settings: {},
          use: "all",
        },
        ...{
          person: { basis },
          timeZone: "Australia/Melbourne",
          pattern: null,
          employedFrom: "2020-01-01",
          employedTo: null,
        },
        holidays: isHoliday ? [{ date: monday }] : [],
        days: { [monday]: day },
      },
      [monday],
    );
    const [found] = days;
    if (!found) throw new Error("no day");
    expect(faults).toEqual([]);
    expect(sum(found.parts.map((part) => part.earned)).toFixed(2)).toBe(earned);
    expect(madeUp(found, decimal("100")).toFixed(2)).toBe(more);
  },
);

test("leave of the week counts toward it as agreed on its own day, where the week changes within it", () => {
  // Tuesday to Friday from Tuesday on, Wednesday to Sunday before; away from Tuesday to Sunday.
  const [late, early] = [
    ["0", "0", "7.6", "7.6", "7.6", "7.6", "7.6"],
    ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
  ];
  const away = Array.from({ length: 6 }, (_, day) => [addDays(monday, day + 1), "al"] as const);
  const days = Object.fromEntries(
    [[monday, "9-17 b30"] as const, ...away].map(([date, text]) => [date, readDay(text, date, "AU") as DayRecord]),
  );
  const time: PersonTime = {
    ...{ country: "AU", rules: shipped().find((each) => each.code === "MA000004") ?? null, settings: {}, days },
    ...{ person: { basis: "fullTime" }, timeZone: "Australia/Melbourne", holidays: [], use: "all" },
    ...{ pattern: late, employedFrom: "2020-01-01", employedTo: null },
  };
  const paid = (more: Partial<PersonTime>) =>
    personHours({ ...time, ...more }, [monday]).lines.some((line) => line.overtime);
  // 38 h of leave on Wednesday to Sunday fill the week; 30.4 h on Tuesday to Friday leave room for Monday.
  expect(paid({})).toBe(true);
  expect(paid({ patterns: [{ from: addDays(monday, 1), pattern: early }] })).toBe(false);
});
