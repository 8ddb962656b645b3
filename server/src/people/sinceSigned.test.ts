/**
 * Facts that change from a day in the past: leave that signed-off pays accrued follows and goes again with the change; super,
 * KiwiSaver, usual pay, birth date and first day say what these pays had less or more, or were made without.
 */
import { afterEach, expect, it } from "vitest";
import { readLineOfTime, undoChange } from "../afterwards/lineOfTime.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { outbox } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readPerson } from "./readPeople.ts";
import { saveSection } from "./savePerson.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const leave = (from: string, annual: string) =>
  saveSection(world.context, world.actor, who(), "leave", {
    ...{ from, loadingPercent: null },
    entitlements: [
      { kind: "annual", weeksPerYear: annual },
      { kind: "personal", weeksPerYear: "2" },
    ],
  });
const employed = (from: string, basis: "casual" | "full-time" | "part-time", workPattern: string[] | null = null) =>
  saveSection(world.context, world.actor, who(), "employment", {
    ...{ from, cycleId: world.cycleId, basis, classification: null, weeklyHours: "38", hourlyRate: "31.5" },
    ...{ minimumRate: null, placeId: null, costCentreId: null, workPattern },
  });
const balance = (kind: string) =>
  Number(readPerson(world.context, who()).leave.balances.find((each) => each.kind === kind)?.hours ?? 0);
const undo = (section: string, from: string) => {
  const lane = readLineOfTime(world.context, who()).lanes.find((each) => each.section === section);
  undoChange(world.context, world.actor, who(), section, lane?.notches.findLast((each) => each.from === from)?.id ?? 0);
};
const two = () => [signRun(world, openUsual(world)), signRun(world, openUsual(world))] as const;

it("five weeks a year from the first of two periods: a week's share more of each, of nobody else, and undone nothing", () => {
  world = smallWorld(2);
  const [, second] = two();
  const before = balance("annual");
  // From the first day of the first period on: 38 × 1 ÷ 52 more of each, whenever it was paid.
  leave("2026-06-22", "5");
  expect(balance("annual") - before).toBeCloseTo((2 * 38) / 52, 3);
  expect(balance("personal")).toBeCloseTo((2 * 76) / 52, 3);
  undo("leave", "2026-06-22");
  expect(balance("annual")).toBeCloseTo(before, 4);
  // From the payday of the first, a Thursday of the second: two of its days; taken back, it goes with its pay.
  leave("2026-07-02", "5");
  expect(balance("annual") - before).toBeCloseTo((0.4 * 38) / 52, 3);
  takeBack(world.context, world.actor, second, "once more");
  expect(balance("annual")).toBeCloseTo(20 + (38 * 4) / 52, 3);
});

it("a casual who was permanent since then has the leave of the pays since, of a period in part its days", () => {
  world = smallWorld(2);
  employed("2020-01-06", "casual");
  two();
  expect([balance("annual"), balance("personal")]).toEqual([20, 0]);
  employed("2026-06-25", "full-time");
  // Thursday and Friday of the first week, all of the second: 1.4 × 38 h.
  expect(balance("annual")).toBeCloseTo(20 + (1.4 * 38 * 4) / 52, 3);
  expect(balance("personal")).toBeCloseTo((1.4 * 38 * 2) / 52, 3);
  // Said twice it is once; other terms of the same basis bring nothing.
  employed("2026-06-25", "full-time");
  employed("2026-06-29", "part-time");
  expect(balance("annual")).toBeCloseTo(20 + (1.4 * 38 * 4) / 52, 3);
  employed("2026-06-22", "casual");
  employed("2026-06-25", "casual");
  employed("2026-06-29", "casual");
  expect(balance("annual")).toBeCloseTo(20, 3);
});

it("the share of a period goes by the days that are worked: from Thursday on, of a week that ends on Sunday", () => {
  world = smallWorld(1);
  employed("2020-01-06", "casual");
  signRun(world, openUsual(world));
  employed("2026-06-25", "part-time", ["0", "0", "0", "9.5", "9.5", "9.5", "9.5"]);
  expect(balance("annual")).toBeCloseTo(20 + (38 * 4) / 52, 3);
});

it("a change from today or later touches no balance", () => {
  world = smallWorld(1);
  two();
  const before = balance("annual");
  leave("2026-07-10", "6");
  employed("2026-07-10", "casual");
  expect(balance("annual")).toBe(before);
});

it("what it means to signed pays is told to who changes it: leave, and super that is owed or was too much", () => {
  world = smallWorld(1);
  two();
  const told: string[] = [];
  const tell = (sentence: string) => void told.push(sentence);
  const { context, actor } = world;
  const { fundId, memberNumber } = readPerson(context, who()).super;
  const save = (from: string, guarantee: boolean, agreedPercent: string | null) =>
    saveSection(
      context,
      actor,
      who(),
      "super",
      { from, fundId, memberNumber, guarantee, agreedPercent } as never,
      tell,
    );
  // 15 % for 12 % of 1,197.00, twice; then none of it, 15 % of both.
  save("2026-07-01", true, "15");
  save("2026-07-09", false, null);
  save("2026-07-20", true, null);
  saveSection(
    context,
    actor,
    who(),
    "leave",
    { from: "2026-06-29", entitlements: [{ kind: "annual", weeksPerYear: "5" }], loadingPercent: null },
    tell,
  );
  expect(told).toEqual([
    "Pays signed off for 2 July 2026 and 9 July 2026 have $71.82 less super than this asks for. Type it over the super of the next pay, and look under Dues at what being late costs.",
    "Pays signed off for 9 July 2026 have $179.55 more super than this asks for. Ask the fund whether it gives it back.",
    "Annual leave: 0.7307 h came into the balance for pays signed off since 29 June 2026.",
    "Personal and carer's leave: 1.4615 h went out of the balance for pays signed off since 29 June 2026.",
  ]);
});

it("New Zealand: KiwiSaver from a day in the past, of theirs and of yours", () => {
  world = smallWorldNz(1);
  two();
  const told: string[] = [];
  const { kiwiSaver } = readPerson(world.context, who()).nz ?? {};
  const save = (from: string, change: object) =>
    saveSection(
      world.context,
      world.actor,
      who(),
      "kiwiSaver",
      { ...kiwiSaver, from, ...change } as never,
      (sentence) => void told.push(sentence),
    );
  // 8 % for 3.5 % of 2,400.00; then not a member at all: 8 % and 3.5 % of the second.
  save("2026-07-01", { employeeRate: "8" });
  save("2026-07-15", { status: "not-member" });
  save("2026-07-29", { status: "member" });
  expect(told).toEqual([
    "Pays filed for 1 July 2026 and 15 July 2026 have $216.00 less of theirs than this asks for. Correct those pays, or agree with the person from which pay on it counts.",
    "Pays filed for 15 July 2026 have $192.00 more of theirs and $84.00 more of yours than this asks for. Correct those pays, or agree with the person from which pay on it counts.",
  ]);
});

it.each([
  ["Australia", smallWorld, "2 July 2026 and 9 July 2026"],
  ["New Zealand", smallWorldNz, "1 July 2026 and 15 July 2026"],
])(
  "%s: usual pay from a day in the past says which pays were made without it, and from a day to come nothing",
  (_country, make, paydays) => {
    world = make(1);
    two();
    const told: string[] = [];
    const save = (from: string, hours: string) =>
      saveSection(
        world.context,
        world.actor,
        who(),
        "usualPay",
        { from, lines: [{ elementId: world.element("ORD"), hours }] },
        (sentence) => void told.push(sentence),
      );
    const { usualPay } = readPerson(world.context, who());
    save("2026-08-01", "30");
    save("2026-06-01", usualPay.lines[0]?.hours ?? "");
    expect(told).toEqual([]);
    save("2026-06-22", "20");
    expect(told).toEqual([
      `Pays signed off for ${paydays} were made before this change: add what they lack to the next run, or correct them.`,
    ]);
  },
);

it.each([
  ["Australia", smallWorld, ["the other birth date", "the other first day"]],
  // What arose by the other first day follows by itself there.
  ["New Zealand", smallWorldNz, ["the other birth date"]],
])(
  "%s: another birth date or first day says what went by the other one, once pays are signed",
  (_country, make, says) => {
    world = make(1);
    const told: string[] = [];
    const save = (change: object) =>
      saveSection(
        world.context,
        world.actor,
        who(),
        "details",
        { ...readPerson(world.context, who()).details, ...change } as never,
        (sentence) => void told.push(sentence),
      );
    save({ birthDate: "1991-02-03", startDate: "2020-01-07" });
    expect(told).toEqual([]);
    two();
    save({ phone: "0400000000" });
    expect(told).toEqual([]);
    save({ birthDate: "2009-02-03", startDate: "2025-01-06" });
    expect(told).toEqual(says.map((words) => expect.stringContaining(words)));
  },
);

it.each([
  ["Australia", smallWorld, { bsb: "990-112", account: "77001122" }, "2 July 2026"],
  ["New Zealand", smallWorldNz, { bsb: "", account: "01-0902-0068389-001" }, "1 July 2026"],
])(
  "%s: another account is told of a payment file that waits with the one before",
  (_country, make, account, payday) => {
    world = make(1);
    signRun(world, openUsual(world));
    const told: string[] = [];
    const save = (from: string, title = "Alex") =>
      saveSection(
        world.context,
        world.actor,
        who(),
        "bank",
        { from, parts: [{ ...account, title, kind: "rest", value: "" }] },
        (sentence) => void told.push(sentence),
      );
    save("2026-08-01");
    expect(told).toEqual([]);
    save("2026-07-01", "Alex Sample");
    expect(told).toEqual([
      `The payment file for ${payday} is not sent yet and pays to the account before. Take that run back and sign it off again to pay to this one.`,
    ]);
    world.context.store.db.update(outbox).set({ state: "accepted" }).run();
    save("2026-07-01", "Alex S");
    expect(told).toHaveLength(1);
  },
);
