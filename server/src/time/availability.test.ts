/**
 * A part-timer's availability: what is within it is ordinary beyond the agreed hours, what is beside it is overtime, and a
 * week with fewer hours than agreed is asked about. Restaurant award, by hand from its rules (75 % sure).
 */
import { afterEach, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { smallWorld } from "../testing/smallWorld.ts";
import { begin, employment, open, put, shown, terms, texts, who, world } from "../testing/timeMakers.ts";

afterEach(() => world.end());

const week = ["4", "4", "4", "4", "4", "0", "0"];
const byDay = ["8-16", "8-16", "8-16", "8-16", "22-2", "", ""];
function cook(availability: string[] | null, change: object = {}, agreement = "MA000119"): void {
  begin(smallWorld(1));
  const own = { basis: "part-time", weeklyHours: "20", hourlyRate: "30", workPattern: week, ...change };
  saveSection(world.context, world.actor, who(), "employment", employment(own));
  saveSection(world.context, world.actor, who(), "time", terms(agreement, null, { availability }));
}
const days = (from22: string[]) =>
  Object.fromEntries(from22.flatMap((text, at) => (text ? [[`2026-06-${22 + at}`, text]] : [])));

it.each<[string, string[] | null, object, string[], string[]]>([
  ["within it", byDay, {}, ["8-15:30 b30", "9-13", "9-13", "9-13", ""], ["Ordinary 19"]],
  [
    "none on record",
    null,
    {},
    ["8-15:30 b30", "9-13", "9-13", "9-13", ""],
    ["Ordinary 16", "Overtime 1½ 2", "Overtime at 200 % 1"],
  ],
  ["partly beside it", byDay, {}, ["7-16:30 b30", "", "", "", ""], ["Overtime 1½ 1.5", "Ordinary 7.5"]],
  [
    "beside it, whatever the agreed hours",
    byDay,
    {},
    ["16-19", "", "", "", ""],
    ["Overtime 1½ 2", "Overtime at 200 % 1"],
  ],
  [
    "a weekday without one",
    ["8-16", "", "", "", "", "", ""],
    {},
    ["", "9-14", "", "", ""],
    ["Ordinary 4", "Overtime 1½ 1"],
  ],
  ["past midnight, of the day it opens on", byDay, {}, ["", "", "", "", "21-2"], ["Overtime 1½ 1", "Ordinary 2"]],
  [
    "beyond 38 a week",
    ["6-20", "6-20", "6-20", "6-20", "6-20", "", ""],
    {},
    Array(5).fill("8-16:30 b30"),
    ["Ordinary 38", "Overtime 1½ 2"],
  ],
  [
    "a full-timer has none",
    byDay,
    { basis: "full-time", weeklyHours: "38" },
    ["8-15:30 b30", "", "", "", ""],
    ["Ordinary 7"],
  ],
  [
    "hours without their times",
    byDay,
    {},
    ["7", "", "", "", ""],
    ["Ordinary 4", "Overtime 1½ 2", "Overtime at 200 % 1"],
  ],
])("%s", (_what, availability, change, typed, lines) => {
  cook(availability, change);
  const runId = open();
  put(days(typed));
  expect(shown(runId).filter((each) => /^(Ordinary|Overtime)/.test(each))).toEqual(lines);
});

it("is asked for where hours beyond those agreed are overtime, and the agreed hours where they are not reached", () => {
  cook(null);
  const runId = open();
  put(days(["8-15:30 b30"]));
  expect(texts(runId).join()).toContain(
    "Within an availability agreed in writing Restaurant Industry Award 2020 has them ordinary",
  );
  world.end();
  cook(byDay);
  const next = open();
  put(days(["8-15:30 b30", "9-13"]));
  expect(texts(next).join()).toContain("The week from Mon 22 has 11 h of the 20 h agreed");
  put(days(["8-15:30 b30", "9-13", "al", "al", "al"]));
  expect(texts(next).join()).not.toContain("of the 20 h agreed");
});

it.each([
  [["8-16 b30", "", "", "", "", "", ""], "MA000119", /“8-16 b30” is more than from when to when/],
  [["morning", "", "", "", "", "", ""], "MA000119", /“morning”/],
  [byDay, "MA000004", /General Retail Industry Award 2020 has no rule for an availability/],
])("what is none is refused: %j under %s", (availability, agreement, said) => {
  expect(() => cook(availability, {}, agreement)).toThrow(said);
});
