/** The usual week with its times: who records exceptions only is priced by them, day by day, as if they had been written down. */
import { afterEach, expect, it } from "vitest";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { begin, employment, open, put, shown, terms, texts, who, world } from "../testing/timeMakers.ts";

afterEach(() => world.end());

const week = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
const late = "13-21:06 b16-16:30";
const usual = (monday: string, rest = monday) => [monday, rest, rest, rest, rest, "", ""];
function shop(change: object = {}, own: object = {}) {
  begin(smallWorld(1));
  const held = { basis: "full-time", weeklyHours: "38", hourlyRate: "31.5", workPattern: week, ...own };
  saveSection(world.context, world.actor, who(), "employment", employment(held));
  saveSection(
    world.context,
    world.actor,
    who(),
    "time",
    terms("MA000004", "4", { use: "exceptions", usualTimes: usual(late), ...change }),
  );
}

/** Monday 22 June 2026 to the Sunday after. */
const dates = [22, 23, 24, 25, 26, 27, 28].map((day) => `2026-06-${day}`);
const byDay = (texts: string[]) =>
  Object.fromEntries(dates.flatMap((date, at) => (texts[at] ? [[date, texts[at] ?? ""]] : [])));

it.each([
  ["evenings in a shop", "MA000004", "4", usual("12-20:06 b16-16:30"), {}],
  ["weekends", "MA000004", "4", ["", "", ...usual(late).slice(0, 3), "9-17 b12-12:30", "10-18 b13-13:30"], {}],
  ["nights over midnight", "MA000009", "3", ["", "22-6 b30", "22-6 b30", "22-6 b30", "22-6 b30", "22-6 b30", ""], {}],
  [
    "nights at the workplace",
    "MA000100",
    "2.1",
    ["", "14-22 b30, 22-6 sleepover woken 2-3", "14-22 b30", "", "", "", ""],
    {},
  ],
  ["two parts of a day", "MA000009", "3", usual("7-11, 16-19:36"), {}],
  ["without an agreement", null, null, usual("9-17:06 b30"), {}],
  [...(["saved for days off", "MA000009", "3", usual("7-15:30 b30"), { saved: "0.4", ofHours: "8" }] as const)],
] as const)("is paid as the same week written down: %s", (_what, agreement, level, texts, saving) => {
  const lines = [{ use: "exceptions", usualTimes: [...texts] }, { use: "all" }].map((how) => {
    shop();
    const own = "saved" in saving ? [{ kind: "dayOff", ...saving }] : [];
    const entitlements = [{ kind: "annual", weeksPerYear: "4" }, ...own];
    saveSection(world.context, world.actor, who(), "leave", { from: "2026-06-01", entitlements });
    saveSection(world.context, world.actor, who(), "time", terms(agreement, level, how as never));
    const runId = open();
    if (how.use === "all") put(byDay([...texts]));
    const found = shown(runId).sort();
    if (how.use === "exceptions") world.end();
    return found;
  });
  expect(lines[0]).toEqual(lines[1]);
  expect(lines[0]?.length).toBeGreaterThan(0);
});
it("gives way to what is recorded, to leave and to a public holiday", () => {
  shop();
  const runId = open();
  // Four days of 4.5 h by day, 3 h after six and a tenth after nine, one of them gone.
  expect(shown(runId)).toEqual(["Ordinary 22.5", "Ordinary at 125 % 15", "Overtime 1½ 0.5"]);
  put({ "2026-06-23": "al", "2026-06-24": "9-17:06 b30", "2026-06-25": "sick 3.8", "2026-06-26": "off" });
  expect(shown(runId).slice(0, 3)).toEqual(["Ordinary 15.9", "Ordinary at 125 % 3", "Overtime 1½ 0.1"]);
  expect(texts(runId).join()).toContain("Thu 25: what was worked beside the leave is paid as worked by day");
});
it("says the penalties that annual leave would have had", () => {
  shop({}, { workPattern: ["0", "0", "7.6", "7.6", "7.6", "7.6", "7.6"] });
  const weekend = ["", "", "9-17:06 b30", "9-17:06 b30", "9-17:06 b30", "9-17:06 b30", "9-17:06 b30"];
  const own = { use: "exceptions", usualTimes: weekend };
  saveSection(world.context, world.actor, who(), "time", terms("MA000004", "4", own));
  const runId = open();
  put({ "2026-06-28": "al" });
  // Sunday at 150 %: 7.6 h × 31.50 × 50 % is more than 17.5 %.
  expect(shown(runId)).toContain("Leave loading $119.70");
});
it("asks where the times are not the hours of the day, and where a shift worker's week has none", () => {
  shop({ usualTimes: usual("9-18 b30") });
  expect(texts(open()).join()).toContain("Mon 8.5 h for 7.6 h, Tue 8.5 h for 7.6 h");
  world.end();
  shop();
  const shiftWorker = { use: "exceptions", settings: { shiftworker: true } };
  saveSection(world.context, world.actor, who(), "time", terms("MA000002", "3", shiftWorker));
  const runId = open();
  expect(texts(runId).join()).toContain("The usual week of a shift worker has no times");
  const timed = { ...shiftWorker, usualTimes: usual("13:54-22 b30") };
  saveSection(world.context, world.actor, who(), "time", terms("MA000002", "3", timed));
  expect(texts(runId).join()).not.toContain("has no times");
  expect(shown(runId)).toEqual(["Ordinary at 115 % 38"]);
});
it.each([
  [{ usualTimes: usual("8 hours") }, /is not understood/],
  [{ usualTimes: usual("7.6") }, /“7.6” has no times/],
  [{ usualTimes: usual("al") }, /“al” has no times/],
  [{ usualTimes: usual("6-14 100@2") }, /has pieces, which each day has its own of/],
  [{ use: "all", usualTimes: usual(late) }, /exceptions only/],
] as const)("refuses %o", (change, said) => {
  expect(() => shop(change)).toThrow(said);
});
it("holds from its day, also in New Zealand, and is shown with the person", () => {
  begin(smallWorldNz(1));
  const own = { use: "exceptions", usualTimes: usual("9-17 b60") };
  saveSection(world.context, world.actor, who(), "time", terms(null, null, { ...own, from: "2026-06-22" }));
  expect(readPerson(world.context, who()).time?.usualTimes).toEqual(usual("9-17 b60"));
});
