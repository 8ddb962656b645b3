/** A change before facts that are on record for later is not swallowed by them. */
import { sql } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { readLineOfTime, undoChange } from "../afterwards/lineOfTime.ts";
import { serviceSaidNz } from "../nz/serviceSaid.ts";
import { places } from "../store/crypt.ts";
import { datedRecords, datedRecordsNz, newest } from "../store/dated.ts";
import { timeTerms } from "../store/schema.ts";
import { plainTerms, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { saveSection } from "./savePerson.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = () => world.personIds[0] ?? 0;
const save = (from: string, change: object) =>
  saveSection(world.context, world.actor, who(), "employment", plainTerms(world, { from, ...change }));
const held = (date: string) => {
  const terms = datedRecords(world.context.store.db, [who()], date).terms.get(who());
  return [terms?.hourlyRateE4, terms?.salaryCents, terms?.classification, terms?.weeklyHoursE4];
};

function undo(from: string, section = "employment"): void {
  const { context, actor } = world;
  const lane = readLineOfTime(context, who()).lanes.find((each) => each.section === section);
  undoChange(context, actor, who(), section, lane?.notches.find((each) => each.from === from)?.id ?? 0);
}

describe("a change from today, where a raise is on record from 3 August", () => {
  const raise = () => save("2026-08-03", { hourlyRate: "40", weeklyHours: "38" });
  it("goes on into it, where it holds what was changed", () => {
    world = smallWorld(1);
    raise();
    expect(save("2026-07-01", { classification: "2" })).toEqual(["2026-08-03"]);
    expect(held("2026-08-03")).toEqual([400_000, null, "2", 380_000]);
  });
  it("leaves alone what the later facts say otherwise", () => {
    world = smallWorld(1);
    raise();
    expect(save("2026-07-01", { hourlyRate: "33" })).toEqual([]);
    expect([held("2026-07-01")[0], held("2026-08-03")[0]]).toEqual([330_000, 400_000]);
    // A salary beside the raise's own rate would be two answers to one question.
    expect(save("2026-07-02", { hourlyRate: null, salary: "60000" })).toEqual([]);
    expect(held("2026-08-03").slice(0, 2)).toEqual([400_000, null]);
  });
  it("goes back out of it when it is undone", () => {
    world = smallWorld(1);
    raise();
    save("2026-07-01", { classification: "2" });
    undo("2026-07-01");
    expect(held("2026-08-03")).toEqual([400_000, null, null, 380_000]);
  });
  it("leaves what a later day was given by itself, alike or not, when it is undone or put right", () => {
    world = smallWorld(1);
    raise();
    save("2026-07-01", { hourlyRate: "40" });
    expect(held("2026-08-03")[0]).toBe(400_000);
    save("2026-07-01", { hourlyRate: "36" });
    expect([held("2026-07-01")[0], held("2026-08-03")[0]]).toEqual([360_000, 400_000]);
    save("2026-07-01", { hourlyRate: "40" });
    undo("2026-07-01");
    expect([held("2026-07-01")[0], held("2026-08-03")[0]]).toEqual([315_000, 400_000]);
  });
  it("takes back what went on into a later day, however often it was put right", () => {
    world = smallWorld(1);
    save("2026-08-03", { weeklyHours: "30" });
    for (const classification of ["2", "3", "2"]) save("2026-07-01", { classification });
    save("2026-07-01", { classification: "2", hourlyRate: "33" });
    expect(held("2026-08-03")).toEqual([330_000, null, "2", 300_000]);
    undo("2026-07-01");
    expect(held("2026-08-03")).toEqual([315_000, null, null, 300_000]);
  });
});

// A list is as many facts as it has entries: each goes on, stays or goes by itself.
describe("usual pay from today, where other usual pay is on record from 3 August", () => {
  const lines = (tool: string | null, hours: string) => [
    { elementId: world.element("ORD"), hours },
    ...(tool === null ? [] : [{ elementId: world.element("TOOL"), amount: tool }]),
  ];
  const usual = (from: string, tool: string | null, hours = "38") =>
    saveSection(world.context, world.actor, who(), "usualPay", { from, lines: lines(tool, hours) });
  const held = (date: string) => datedRecords(world.context.store.db, [who()], date).usual.get(who())?.lines;
  it.each<[string, () => unknown, string | null, string]>([
    [
      "an allowance begins beside other hours",
      () => [usual("2026-08-03", null, "30"), usual("2026-07-01", "20")],
      "20",
      "30",
    ],
    [
      "an allowance that began is undone",
      () => [usual("2026-08-03", null, "30"), usual("2026-07-01", "20"), undo("2026-07-01", "usualPay")],
      null,
      "30",
    ],
    [
      "an allowance ends",
      () => [usual("2026-07-01", "20"), usual("2026-08-03", "20", "30"), usual("2026-07-01", null)],
      null,
      "30",
    ],
    ["the later allowance is another", () => [usual("2026-08-03", "25", "30"), usual("2026-07-01", "20")], "25", "30"],
    [
      "hours change beside a later allowance",
      () => [usual("2026-08-03", "25"), usual("2026-07-01", null, "30")],
      "25",
      "30",
    ],
  ])("%s", (_what, change, tool, hours) => {
    world = smallWorld(1);
    change();
    expect(held("2026-08-03")).toEqual(lines(tool, hours));
  });
});

it("another account takes the rest from today: later days that share the pay otherwise pay to it as well", () => {
  world = smallWorld(1);
  const main = (account: string) => ({
    bsb: "990-100",
    account,
    title: "Alex Sample0",
    kind: "rest" as const,
    value: "",
  });
  const savings = {
    bsb: "990-101",
    account: "20000000",
    title: "Alex Sample0",
    kind: "amount" as const,
    value: "100.00",
  };
  const save = (from: string, ...parts: object[]) =>
    saveSection(world.context, world.actor, who(), "bank", { from, parts } as never);
  save("2026-06-01", main("10000000"));
  save("2026-08-03", savings, main("10000000"));
  expect(save("2026-07-01", main("33333333"))).toEqual(["2026-08-03"]);
  // What the later day says otherwise stays, and is not told as changed.
  save("2026-07-08", { ...savings, value: "50.00" }, main("33333333"));
  expect(save("2026-07-08", main("33333333"))).toEqual([]);
  const { crypt, db } = world.context.store;
  const sealed = datedRecords(db, [who()], "2026-08-03").bank.get(who())?.parts ?? "";
  expect(JSON.parse(crypt.open(sealed, places.bankParts(who())))).toEqual([savings, main("33333333")]);
  // One that was altered in the file keeps no new one out.
  db.run(sql`UPDATE bank_split SET parts = 'altered' WHERE id = (SELECT MIN(id) FROM bank_split)`);
  expect(save("2026-07-15", main("44444444"))).toEqual(["2026-08-03"]);
});

it.each<[string, object, object, object]>([
  ["a level goes on into a day with another answer", { classification: "4" }, { settings: { lateTrading: true } }, {}],
  ["an answer goes on into a day with another level", { settings: { lateTrading: true } }, { classification: "4" }, {}],
  [
    "an answer goes on beside another one",
    { settings: { overtimeNotified: false } },
    { settings: { lateTrading: true } },
    { settings: { lateTrading: true, overtimeNotified: false } },
  ],
  [
    "another agreement asks other things",
    { agreement: "MA000003" },
    { settings: { lateTrading: true } },
    { agreement: "MA000004" },
  ],
])("under an agreement: %s", (_what, today, later, instead) => {
  world = smallWorld(1);
  const { context, actor } = world;
  const plain = { agreement: "MA000004", classification: "1", use: "all" as const, settings: {}, flags: {} };
  const say = (from: string, change: object) =>
    saveSection(context, actor, who(), "time", { ...plain, from, ...change });
  say("2026-06-01", {});
  say("2026-08-03", later);
  say("2026-07-01", today);
  const then = newest(context.store.db, timeTerms, [who()], "2026-08-03").get(who());
  expect(then).toMatchObject({ ...plain, ...today, ...later, ...instead });
});

it("an order that is told after one from a later day goes on beside it, and out again when it is taken out", () => {
  world = smallWorldNz(1);
  const { context, actor } = world;
  const order = (name: string) => ({ kind: "fine" as const, name, amount: "20.00", served: "2026-05-01" });
  const say = (from: string, names: string[], amount = "") =>
    saveSection(context, actor, who(), "orders", {
      ...{ from, orders: names.map(order) },
      childSupport: amount === "" ? null : { amount, protectedPercent: null },
    });
  const held = (day: string) => {
    const found = datedRecordsNz(context.store.db, [who()], day).orders.get(who());
    return [found?.childSupport?.amount, ...(found?.orders ?? []).map((each) => each.name).sort()];
  };
  say("2026-08-03", ["Later"]);
  expect(say("2026-07-01", ["Earlier"], "95.00")).toEqual(["2026-08-03"]);
  expect([held("2026-07-01"), held("2026-08-03")]).toEqual([
    ["95.00", "Earlier"],
    ["95.00", "Earlier", "Later"],
  ]);
  say("2026-07-01", []);
  expect([held("2026-07-01"), held("2026-08-03")]).toEqual([[undefined], [undefined, "Later"]]);
});

it.each<[string, [string, string | null][], string | null]>([
  [
    "said twice, the first undone",
    [
      ["2026-07-01", "2019-01-07"],
      ["2026-08-03", "2018-02-05"],
      ["2026-07-01", null],
    ],
    "2018-02-05",
  ],
  [
    "said twice, the last undone",
    [
      ["2026-07-01", "2019-01-07"],
      ["2026-08-03", "2018-02-05"],
      ["2026-08-03", null],
    ],
    "2019-01-07",
  ],
  [
    "the last of an earlier day, undone",
    [
      ["2026-08-03", "2019-01-07"],
      ["2026-07-01", "2018-02-05"],
      ["2026-07-01", null],
    ],
    "2019-01-07",
  ],
  [
    "both undone",
    [
      ["2026-07-01", "2019-01-07"],
      ["2026-08-03", "2018-02-05"],
      ["2026-07-01", null],
      ["2026-08-03", null],
    ],
    null,
  ],
])("service counts from a day that is true of every one: %s", (_what, acts, expected) => {
  world = smallWorldNz(1);
  const { context, actor } = world;
  const held = () => serviceSaidNz(context, [who()])(who()).countsFrom;
  for (const [at, [from, countsFrom]] of acts.entries()) {
    if (countsFrom === null) {
      undo(from, "holidays");
      continue;
    }
    // Beside it something of the day itself: it is on the line of time then.
    const { holidays } = datedRecordsNz(context.store.db, [who()], from);
    const { id: _id, personId: _person, ...facts } = holidays.get(who()) as never as Record<string, unknown>;
    saveSection(context, actor, who(), "holidays", { ...facts, from, countsFrom, sickDays: String(11 + at) } as never);
  }
  expect(held()).toBe(expected);
});
