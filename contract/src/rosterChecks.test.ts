/** What an agreement says of rosters, noted beside the day: awards' terms on hours of work (from memory, 75 to 85 % sure). */
import type { AgreementRules, RuleCheck } from "@zesty/core/agreements/agreementRules";
import { sentencesOf } from "@zesty/core/agreements/sentences";
import { addDays } from "@zesty/core/calendar/dates";
import { holidaysOfPlace } from "@zesty/core/calendar/holidayWindows";
import { type DayRecord, readDay } from "@zesty/core/hours/dayText";
import { type PersonTime, personHours } from "@zesty/core/hours/personHours";
import { expect, it } from "vitest";
import { readAgreementRules, shipped } from "./agreementRules.ts";

// Monday 2 March 2026.
const monday = "2026-03-02";
const retail = shipped().find((each) => each.code === "MA000004") as AgreementRules;
const withCheck = (check: object) => readAgreementRules({ ...structuredClone(retail), checks: [check] });
/** Days from the Monday on; the week that is asked for is the second. */
const noted = (check: Partial<RuleCheck>, texts: string[], basis = "fullTime") => {
  const read = withCheck(check);
  if ("errors" in read) throw new Error(JSON.stringify(read.errors));
  const days = Object.fromEntries(
    texts.flatMap((text, at): [string, DayRecord][] => {
      const day = text === "" ? null : readDay(text, addDays(monday, at), "AU");
      if (day && "fault" in day) throw new Error(day.fault);
      return day ? [[addDays(monday, at), day]] : [];
    }),
  );
  const time = {
    ...{ country: "AU", rules: read.value, person: { basis, classification: "4" }, settings: {}, holidays: [] },
    ...{
      timeZone: "Australia/Melbourne",
      pattern: null,
      use: "all",
      employedFrom: "2020-01-01",
      employedTo: null,
      days,
    },
  } as unknown as PersonTime;
  return personHours(
    time,
    Array.from({ length: 7 }, (_, at) => addDays(monday, 7 + at)),
  )
    .marks.filter((mark) => mark.code === check.kind)
    .map((mark) => `${Number(mark.date?.slice(8))} ${mark.kind}: ${mark.text.split(": ")[1]}`);
};
const work = (days: number, text = "9-15 b30"): string[] => Array(days).fill(text);
const none = ["", "", "", "", "", "", ""];

it.each<[string, Partial<RuleCheck>, string[], string[]]>([
  [
    "days in a row, over the edge of a week",
    { kind: "maximumConsecutiveDays", days: 6 },
    ["", "", "", ...work(8)],
    ["11 note: It is day 7 in a row; the agreement has at most 6 days running."],
  ],
  ["a day off between", { kind: "maximumConsecutiveDays", days: 6 }, ["", "", "", ...work(6), "off", ...work(4)], []],
  [
    "called in on the day off is no day of work",
    { kind: "maximumConsecutiveDays", days: 6 },
    ["", "", "", ...work(6), "20-21 recall", ...work(4)],
    [],
  ],
  [
    "long days",
    { kind: "longDaysRunning", days: 3, minutes: 600 },
    [...none, ...work(4, "8-19 b30")],
    ["12 note: More than 10 h are worked on 4 days running; the agreement has at most 3."],
  ],
  [
    "days off of a week",
    { kind: "daysOff", days: 2 },
    [...none, ...work(6)],
    ["15 note: 1 day off in the week to this day; the agreement has 2."],
  ],
  ["days off enough", { kind: "daysOff", days: 2 }, [...none, ...work(5)], []],
  [
    "spread",
    { kind: "spreadOfDay", minutes: 720 },
    [...none, "7-11, 16-20"],
    ["9 note: The day lasts 13 h from its first start to its last end; the agreement has at most 12 h."],
  ],
  [
    "a short day",
    { kind: "shortestDay", minutes: 360, if: { basis: ["fullTime"] } },
    [...none, "9-13"],
    ["9 note: The day has 4 h; the agreement has at least 6 h in one."],
  ],
])("%s", (_what, check, texts, notes) => expect(noted(check, texts)).toEqual(notes));

it("is of whom it is said, and never in silence where it looks at nothing", () => {
  const check = { kind: "shortestDay", minutes: 360, if: { basis: ["fullTime"] } } as Partial<RuleCheck>;
  expect(noted(check, [...none, "9-13"], "casual")).toEqual([]);
  const wrong = withCheck({ ...check, if: { days: ["sun"] } });
  expect("errors" in wrong && wrong.errors[0]).toMatchObject({ path: "checks.0.if" });
  const mute = withCheck({ kind: "shiftRuns", days: 5 });
  expect("errors" in mute && mute.errors[0]).toMatchObject({ path: "checks.0" });
  const read = withCheck(check);
  if ("errors" in read) throw new Error("taken");
  expect(JSON.stringify(sentencesOf(read.value))).toContain(
    "Noted beside the week: a day of less than 6 hours, for full-time people.",
  );
});

it.each(["WA", "NSW"] as const)("work on Easter Saturday on site is paid as on a public holiday in %s", (state) => {
  const building = shipped().find((each) => each.code === "MA000020") as AgreementRules;
  const holidays = holidaysOfPlace("AU", state, "2026-04-01", "2026-04-10");
  const day = readDay("8-11", "2026-04-04", "AU") as DayRecord;
  const time = {
    ...{
      country: "AU",
      rules: building,
      person: { basis: "fullTime" },
      settings: {},
      holidays,
      pattern: null,
      use: "all",
    },
    ...{ timeZone: "Australia/Perth", employedFrom: "2020-01-01", employedTo: null, days: { "2026-04-04": day } },
  } as unknown as PersonTime;
  const { lines } = personHours(time, ["2026-04-04"]);
  expect(lines.map((each) => `${each.percent.toString()} × ${each.minutes}`).join()).toMatch(/^250 × /);
});

it.each<[string, string[], object, string[]]>([
  ["two afternoons", ["", "14-22 b30", "14-22 b30", "", "", "", ""], {}, ["10", "11"]],
  ["five nights", ["22-6 b30", "22-6 b30", "22-6 b30", "22-6 b30", "22-6 b30", "", ""], {}, []],
  ["one of them a course", ["22-6 b30", "22-6 b30 training", "22-6 b30", "22-6 b30", "22-6 b30", "", ""], {}, []],
  ["days", ["7-15 b30", "7-15 b30", "", "", "", "", ""], {}, []],
  ["a regular roster", ["14-22 b30", "", "", "", "", "", ""], { fewRunning: "regular" }, []],
  ["of who is no shift worker", ["14-22 b30", "", "", "", "", "", ""], { shiftworker: false }, []],
])("fewer than five shifts running are asked about: %s", (_what, texts, settings, asked) => {
  const works = shipped().find((each) => each.code === "MA000010") as AgreementRules;
  const days = Object.fromEntries(
    texts.flatMap((text, at) =>
      text ? [[addDays(monday, 7 + at), readDay(text, addDays(monday, 7 + at), "AU") as DayRecord]] : [],
    ),
  );
  const week = (more: object) =>
    personHours(
      {
        ...{
          country: "AU",
          rules: works,
          person: { basis: "fullTime" },
          holidays: [],
          pattern: null,
          use: "all",
          days,
        },
        ...{ timeZone: "Australia/Melbourne", employedFrom: "2020-01-01", employedTo: null },
        settings: { shiftworker: true, ...settings, ...more },
      } as unknown as PersonTime,
      Array.from({ length: 7 }, (_, at) => addDays(monday, 7 + at)),
    );
  const found = week({}).marks.flatMap((mark) => (mark.code === "shortRun" ? mark.text : []));
  expect(found.length).toBe(asked.length > 0 ? 1 : 0);
  for (const day of asked) expect(found[0]).toContain(`${day} March 2026`);
  // Said to be overtime, they are.
  if (asked.length > 0) expect(week({ fewRunning: "overtime" }).pieces.every((each) => each.overtime)).toBe(true);
});
