/**
 * A roster of two weeks: leave, public holidays, agreed hours and usual days go by the week that a day lies in, in whichever
 * way hours come in, by the week and by the fortnight.
 */
import { addDays } from "@zesty/core/calendar/dates";
import { afterEach, describe, expect, it } from "vitest";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { payCycle } from "../store/schema.ts";
import { leaveBalances } from "../store/sums.ts";
import { smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { begin, employment, open, put, row, shown, signed, terms, texts, who, world } from "../testing/timeMakers.ts";

afterEach(() => world.end());

// The nine-day fortnight: nine days of 8.4445 hours make 76.
const long = ["8.4445", "8.4445", "8.4445", "8.4445", "8.4445", "0", "0"];
const short = ["8.4445", "8.4445", "8.4445", "8.4445", "0", "0", "0"];
/** The first period is the week from Monday 22 June 2026. */
const monday = "2026-06-22";
function nineDays(
  first: "long" | "short",
  use: "all" | "exceptions" | null,
  change: object = {},
  agreement: string | null = null,
) {
  begin(smallWorld(1));
  const weeks = first === "long" ? [long, short] : [short, long];
  const roster = { from: addDays(monday, 3), weeks };
  const held = { basis: "full-time", weeklyHours: "38", hourlyRate: "40", workPattern: weeks[0], roster, ...change };
  saveSection(world.context, world.actor, who(), "employment", employment(held));
  if (use) saveSection(world.context, world.actor, who(), "time", terms(agreement, null, { use }));
}
const days = (from: string, texts: string[]) =>
  Object.fromEntries(texts.flatMap((text, at) => (text ? [[addDays(from, at), text]] : [])));

it.each([
  ["long", ["Annual leave 42.25"]],
  ["short", ["Annual leave 33.8"]],
] as const)("a week of leave takes the days of its own week: %s", (first, lines) => {
  nineDays(first, "all");
  const runId = open();
  put(days(monday, ["al", "al", "al", "al", "al"]));
  expect(shown(runId).filter((each) => each.startsWith("Annual leave"))).toEqual(lines);
  // On the day off nothing is taken, and it is said.
  expect(texts(runId).join().includes("Fri 26 has leave and is not in the agreed week")).toBe(first === "short");
});

it("who records exceptions only is paid by the week's own days, one week after the other", () => {
  nineDays("short", "exceptions");
  const hours = [1, 2, 3].map(() => {
    const runId = open();
    const found = shown(runId)[0];
    signed(runId);
    return found;
  });
  expect(hours).toEqual(["Ordinary 33.8", "Ordinary 42.25", "Ordinary 33.8"]);
});

it("agreed hours end ordinary time by the day's own week", () => {
  nineDays("short", "all", { basis: "part-time" }, "MA000004");
  const runId = open();
  put(days(monday, ["", "", "", "9-17 b30", "9-17 b30"]));
  // Friday is off in this week: all of it is beyond the agreed hours.
  expect(shown(runId)).toEqual(expect.arrayContaining(["Ordinary 7.5"]));
  expect(shown(runId).some((each) => /^Overtime/.test(each))).toBe(true);
});

describe("by the fortnight", () => {
  it.each(["exceptions", "all"] as const)("both weeks have their own days: %s", (use) => {
    nineDays("short", use);
    world.context.store.db.update(payCycle).set({ cycle: "fortnightly" }).run();
    const runId = open();
    if (use === "all") put(days(monday, Array(12).fill("al")));
    const leave = use === "all" ? "Annual leave" : "Ordinary";
    const found = shown(runId)
      .filter((each) => each.startsWith(leave))
      .reduce((sum, each) => sum + Number(each.split(" ").at(-1)), 0);
    expect(found).toBeCloseTo(76, 1);
  });
  it("a salary is whole, and leave takes its share of it", () => {
    nineDays("short", null, { hourlyRate: null, salary: "79040" });
    world.context.store.db.update(payCycle).set({ cycle: "fortnightly" }).run();
    saveSection(world.context, world.actor, who(), "usualPay", {
      ...{ from: "2026-06-01", lines: [{ elementId: world.element("SAL"), amount: "3040.00" }] },
    });
    const runId = open();
    put(days(monday, ["al", "al", "al", "al", "al"]));
    expect(row(runId).row.figures?.gross).toBe("3040.00");
    signed(runId);
    expect(leaveBalances(world.context.store, [who()]).get(who())?.get("annual")).toBe(20_0000 + 5_8462 - 33_8000);
  });
});

it("New Zealand: a public holiday on the roster's day off would not have been worked", () => {
  // Matariki is Friday 10 July 2026, in the second fortnight's first week.
  for (const [first, expected] of [
    ["long", true],
    ["short", false],
  ] as const) {
    begin(smallWorldNz(1));
    const eight = (fridays: string) => ["8", "8", "8", "8", fridays, "0", "0"];
    const weeks = first === "long" ? [eight("8"), eight("0")] : [eight("0"), eight("8")];
    const held = { basis: "full-time", weeklyHours: "36", hourlyRate: "30", workPattern: weeks[0] };
    const roster = { from: "2026-07-06", weeks };
    saveSection(world.context, world.actor, who(), "employment", employment({ ...held, roster }));
    signed(open());
    const found = texts(open()).some((each) => each.includes("Friday is in the working week"));
    expect([first, found]).toEqual([first, expected]);
    if (first === "long") world.end();
  }
});

it("is read as it was said, from its Monday, and refused where it contradicts the agreed hours", () => {
  nineDays("long", null);
  expect(readPerson(world.context, who()).employment.roster).toEqual({
    from: monday,
    weeks: [long, short],
  });
  const say = (change: object) => () =>
    saveSection(
      world.context,
      world.actor,
      who(),
      "employment",
      employment({ basis: "full-time", weeklyHours: "38", ...change }),
    );
  const roster = { from: monday, weeks: [long, long] };
  expect(say({ roster })).toThrow(/come to 42.22 hours on the average, and 38 hours a week are agreed/);
  expect(say({ roster, basis: "casual" })).toThrow(/A casual or a contractor has no roster/);
});

it.each(["AU", "NZ"] as const)("%s: who leaves in a week is paid for the days of that week until then", (country) => {
  begin(country === "NZ" ? smallWorldNz(1) : smallWorld(1));
  const period = country === "NZ" ? "2026-06-15" : monday;
  const weeks = [
    ["8", "8", "8", "8", "8", "0", "0"],
    ["8", "8", "0", "8", "0", "0", "0"],
  ];
  const held = { basis: "full-time", weeklyHours: "32", hourlyRate: "30", workPattern: weeks[0] };
  saveSection(
    world.context,
    world.actor,
    who(),
    "employment",
    employment({ ...held, roster: { from: period, weeks } }),
  );
  saveSection(world.context, world.actor, who(), "time", terms(null, null, { use: "exceptions" }));
  world.context.store.db.update(payCycle).set({ cycle: "fortnightly" }).run();
  // Thursday of the second week: five days, Monday, Tuesday and Thursday.
  recordDeparture(world.context, world.actor, who(), {
    ...{ reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    ...{ lastDay: addDays(period, 10), payday: "2026-07-15" },
  });
  // Recorded within the first period, its run is open with it.
  const hours = shown(1)
    .filter((each) => each.startsWith("Ordinary"))
    .reduce((sum, each) => sum + Number(each.split(" ")[1]), 0);
  expect(hours).toBe(64);
});
