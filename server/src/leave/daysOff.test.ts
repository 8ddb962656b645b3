/**
 * Rostered days off: of eight hours at work 7.6 are paid and 0.4 saved; nineteen days make one off (the building award's
 * cycle, from memory; 19 × 0.4 = 7.6, and 20 × 7.6 = 152 = 4 × 38).
 */
import { addDays } from "@zesty/core/calendar/dates";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { lookOver } from "../afterwards/lookOver.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { undoDeparture } from "../afterwards/undoDeparture.ts";
import { readDocument } from "../documents/documents.ts";
import { saveAgreementFacts } from "../hours/agreements.ts";
import { saveSection } from "../people/savePerson.ts";
import { document } from "../store/schema.ts";
import { atOnce } from "../store/steps.ts";
import { leaveBalances } from "../store/sums.ts";
import { smallWorld } from "../testing/smallWorld.ts";
import {
  begin,
  employment,
  open,
  put as putDays,
  row,
  shown,
  signed,
  terms,
  texts,
  who,
  world,
} from "../testing/timeMakers.ts";

afterEach(() => world.end());

const monday = "2026-06-22";
const week = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
const fullDay = "7-15:30 b12-12:30";
function builder(use: "all" | "exceptions" | "record" = "all", saved: string | null = "0.4", change: object = {}) {
  begin(smallWorld(1));
  const own = { basis: "full-time", weeklyHours: "38", hourlyRate: "31.5", workPattern: week, ...change };
  saveSection(world.context, world.actor, who(), "employment", employment(own));
  saveSection(world.context, world.actor, who(), "leave", {
    from: "2026-06-01",
    entitlements: [
      { kind: "annual", weeksPerYear: "4" },
      { kind: "personal", weeksPerYear: "2" },
      ...(saved === null ? [] : [{ kind: "dayOff", saved, ofHours: "8" }]),
    ],
  });
  saveAgreementFacts(world.context, world.actor, world.businessId, "MA000020", {
    ...{ from: "2026-06-01", settings: {}, source: "Pay guide" },
    rates: { classifications: { "3": "28.12" }, allowances: { industry: "0" } },
  });
  saveSection(
    world.context,
    world.actor,
    who(),
    "time",
    terms("MA000020", "3", { use, settings: { travelPaid: false }, flags: { leadsOthers: false } }),
  );
}
/** A week as it is typed, Monday first. */
function put(start: string, days: string[]) {
  const dated = Object.fromEntries(days.flatMap((text, at) => (text === "" ? [] : [[addDays(start, at), text]])));
  putDays(dated);
}
const balance = () => (leaveBalances(world.context.store, [who()]).get(who())?.get("dayOff") ?? 0) / 10_000;

const five = Array.from({ length: 5 }, () => fullDay);
const gross = (runId: number) => row(runId).row.figures?.gross;
const super_ = (runId: number) => row(runId).row.figures?.super;

describe.each(["all", "exceptions"] as const)("four weeks, %s on record", (use) => {
  it("pay 38 hours each, the day off from what nineteen days saved", () => {
    builder(use);
    const weeks = [five, five, five, ["rdo", ...five.slice(1)]];
    const found = weeks.map((days, at) => {
      const runId = open();
      put(addDays(monday, 7 * at), use === "all" ? days : days.map((day) => (day === "rdo" ? day : "")));
      const lines = shown(runId);
      expect([gross(runId), super_(runId)]).toEqual(["1197.00", "143.64"]);
      signed(runId);
      return [lines, balance()];
    });
    expect(found).toEqual([
      [["Ordinary 38"], 2],
      [["Ordinary 38"], 4],
      [["Ordinary 38"], 6],
      [["Ordinary 30.4", "Rostered day off 7.6"], 0],
    ]);
  });
});

it("a day off that is not taken within its cycle is no overtime: it stays saved", () => {
  builder();
  for (const at of [0, 1, 2, 3]) {
    const runId = open();
    put(addDays(monday, 7 * at), five);
    expect(shown(runId)).toEqual(["Ordinary 38"]);
    signed(runId);
  }
  expect(balance()).toBe(8);
});
it.each([
  ["a part of a day, the rest of it sick", ["7-12, sick"], ["Ordinary 4.75", "Personal leave 2.85"], 0.4],
  ["annual leave saves like work", ["al"], ["Annual leave 7.6", "Leave loading $41.90"], 0.4],
  ["overtime beyond eight hours saves nothing", ["7-16:30 b12-12:30"], ["Ordinary 7.6", "Overtime 1½ 1"], 0.4],
  ["unpaid leave saves nothing", ["unpaid"], ["Unpaid leave 7.6"], 0],
  ["a day off that is worked is kept", ["7-8 dayoff"], ["Overtime 1½ 3"], 0],
  ["hours without their times", ["8"], ["Ordinary 7.6"], 0.4],
  ["a day off saves nothing for the next", ["rdo"], ["Rostered day off 7.6"], -7.6],
  ["a day off in part", ["7-11 , rdo"], ["Ordinary 3.8", "Rostered day off 3.8"], -3.6],
] as const)("%s", (_what, days, lines, saved) => {
  builder();
  const runId = open();
  put(monday, [...days]);
  expect(shown(runId)).toEqual(lines);
  signed(runId);
  expect(balance()).toBe(saved);
});
it.each([
  ["MA000004", "4"],
  [null, null],
])("by %s, without a cycle of weeks, forty hours at work are 38 paid", (agreement, level) => {
  builder();
  saveSection(world.context, world.actor, who(), "time", terms(agreement, level));
  const runId = open();
  put(monday, five);
  expect(shown(runId)).toEqual(["Ordinary 38"]);
  signed(runId);
  expect(balance()).toBe(2);
});
it.each([
  ["hours a week", { hourlyRate: "31.5" }, [{ hours: "38" }], ["Ordinary 30.4", "Rostered day off 7.6"]],
  [
    "a salary",
    { hourlyRate: null, salary: "62244" },
    [{ amount: "1197" }],
    ["Ordinary $957.60", "Rostered day off 7.6"],
  ],
] as const)("a usual pay of %s saves on the hours that it stands for", (_what, change, usual, withDayOff) => {
  builder("record", "0.4", change);
  const lines = usual.map((each) => ({ elementId: world.element("ORD"), ...each }));
  saveSection(world.context, world.actor, who(), "usualPay", { from: "2026-06-01", lines });
  signed(open());
  expect(balance()).toBe(2);
  const second = open();
  put(addDays(monday, 7), ["rdo"]);
  expect(shown(second)).toEqual(withDayOff);
  expect(gross(second)).toBe("1197.00");
  signed(second);
  expect(balance()).toBeCloseTo(2 + 1.6 - 7.6, 4);
});

it("asks an award's full-timer of whom nobody has said it, and nobody who said that all is paid", () => {
  for (const [saved, asks] of [
    [null, true],
    ["0", false],
    ["0.4", false],
  ] as const) {
    builder("all", saved);
    const runId = open();
    put(monday, [fullDay]);
    expect(shown(runId)).toEqual([`Ordinary ${saved === "0.4" ? "7.6" : "8"}`]);
    expect(texts(runId).some((text) => text.includes("save 0.4 h of each 8 h at work"))).toBe(asks);
    if (saved !== "0.4") world.end();
  }
});
it("asks where the agreed week has the hours at work: leave would be paid by them", () => {
  for (const [day, asks] of [
    ["8", true],
    ["7.6", false],
  ] as const) {
    builder("all", "0.4", { workPattern: [day, day, day, day, day, "0", "0"] });
    const runId = open();
    put(monday, ["al"]);
    expect(texts(runId).some((text) => text.startsWith("The hours of each weekday come to 40"))).toBe(asks);
    if (asks) world.end();
  }
});
it("is cut at the day on which it is agreed, or on which somebody becomes casual", () => {
  builder("all", null);
  const entitlements = [
    { kind: "annual", weeksPerYear: "4" },
    { kind: "dayOff", saved: "0.4", ofHours: "8" },
  ];
  saveSection(world.context, world.actor, who(), "leave", { from: "2026-06-24", entitlements });
  const casual = employment({ from: "2026-06-26", basis: "casual", hourlyRate: "31.5" });
  saveSection(world.context, world.actor, who(), "employment", casual);
  const runId = open();
  put(monday, five);
  // Monday and Tuesday whole, Wednesday and Thursday 15.2 of 16, Friday at 125 %.
  expect(shown(runId)).toEqual(["Ordinary 16", "Ordinary 15.2", "Ordinary at 125 % 8"]);
  signed(runId);
  expect(balance()).toBe(0.8);
});
it("a correction moves what was saved with the day off that it puts in or takes out", () => {
  builder();
  const first = open();
  put(monday, five);
  signed(first);
  const payId = row(first).row.payId;
  const [ordinary] = row(first).row.lines;
  const second = open();
  put(addDays(monday, 7), ["rdo"]);
  signed(second);
  expect(balance()).toBeCloseTo(-5.6, 4);
  makeCorrection(world.context, world.actor, {
    ...{ payId, into: "own" },
    lines: [
      { elementId: ordinary?.elementId ?? 0, hours: "30.4" },
      { elementId: row(second).row.lines[0]?.elementId ?? 0, hours: "7.6" },
    ],
  } as never);
  signed(3);
  expect(balance()).toBeCloseTo(-5.6 - 7.6 - 0.4, 4);
});
it("what is saved is paid out on leaving, as a termination payment with super, and comes back when that is undone", () => {
  builder();
  const first = open();
  put(monday, five);
  signed(first);
  const lastDay = addDays(monday, 11);
  const leaving = { lastDay, reason: "V", noticeWorked: true, misconduct: false, pay: "next" } as const;
  const second = recordDeparture(world.context, world.actor, who(), leaving) ?? 0;
  put(addDays(monday, 7), five);
  const amounts = () => row(second).row.figures?.lines.map(({ code, amount }) => `${code} ${amount}`);
  // 4 h × 31.50; super of it and of the wages: (1,197 + 126) × 12 %.
  expect(amounts()).toEqual(["ORD 1197.00", "UNUSED-AL 956.63", "RDO-LEFT 126.00"]);
  expect(super_(second)).toBe("158.76");
  undoDeparture(world.context, world.actor, who());
  expect(amounts()).toEqual(["ORD 1197.00"]);
  recordDeparture(world.context, world.actor, who(), leaving);
  signed(second);
  expect(balance()).toBe(0);
  const event = world.context.store.db.select().from(document).where(eq(document.runId, second)).all();
  const { id = 0 } = event.find((each) => each.kind === "payEvent") ?? {};
  expect(readDocument(world.context, id).bytes.toString("utf8")).toMatch(
    /<EmploymentTerminationPayment>[\s\S]*<TypeC>O<\/TypeC>[\s\S]*126\.00/,
  );
});

it("agreed or taken back for days that are paid moves nothing that was paid or saved, and says so; past pays owe nothing", () => {
  builder();
  const first = open();
  put(monday, five);
  signed(first);
  const look = () =>
    atOnce(lookOver(world.context, world.businessId, { from: monday, to: "2026-12-31", people: null }));
  expect(look()).toMatchObject({ looked: 1, pays: [] });
  const without = { from: monday, entitlements: [{ kind: "annual", weeksPerYear: "4" }] };
  const told: string[] = [];
  saveSection(world.context, world.actor, who(), "leave", without, (sentence) => told.push(sentence));
  expect(told.join()).toContain("pays signed off since 22 June 2026 stay as they were paid, with what they saved");
  expect(balance()).toBe(2);
});
