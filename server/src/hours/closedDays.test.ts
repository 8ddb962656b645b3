/**
 * What is said of a day after its pay was signed off: paid by a later run where every hour recorded is paid, kept where it
 * is for the record only, refused where it would be paid twice or not at all.
 */
import { readDay } from "@zesty/core/hours/dayText";
import { afterEach, describe, expect, it } from "vitest";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { undoDeparture } from "../afterwards/undoDeparture.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { outbox } from "../store/schema.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const day = (text: string, country: "AU" | "NZ", date = "2026-06-24") => [
  { personId: who(), date, kind: "worked" as const, record: readDay(text, date, country) },
];
const save = (days: ReturnType<typeof day>) =>
  saveDays(world.context, world.actor, world.businessId, { days } as never);
const approve = (days: ReturnType<typeof day>) =>
  approveDays(world.context, world.actor, world.businessId, { days, approved: true });
function put(...of: Parameters<typeof day>): void {
  save(day(...of));
  approve(day(...of));
}
type Use = "all" | "exceptions" | "record" | null;

function begin(country: "AU" | "NZ", use: Use, salary = false): void {
  world = country === "AU" ? smallWorld(2) : smallWorldNz(2);
  const { context, actor, element } = world;
  const from = "2026-06-15";
  if (use)
    saveSection(context, actor, who(), "time", {
      ...{ from, agreement: null, classification: null, use, settings: {}, flags: {} },
    } as never);
  if (!salary) return;
  const terms = { from, hourlyRate: null, salary: "62400", weeklyHours: country === "NZ" ? "40" : "38" };
  saveSection(context, actor, who(), "employment", plainTerms(world, terms));
  const lines = [{ elementId: element("SAL") || element("SALARY"), amount: country === "NZ" ? "2400.00" : "1200.00" }];
  saveSection(context, actor, who(), "usualPay", { from, lines });
}
/** What a later run makes of the day: its lines beside those of a run without it. */
const linesOf = (runId: number) =>
  readRun(world.context, world.actor, runId)
    .rows.find((row) => row.personId === who())
    ?.lines.map(({ hours, amount, units }) => [hours, amount, units]) ?? [];

// Whether a later run pays it, nothing does (and nothing is owed), or it is refused.
const cases: [Use, boolean, string, "paid" | "kept" | "refused"][] = [
  ["all", false, "al", "paid"],
  ["all", false, "8-16", "paid"],
  ["all", true, "al", "refused"],
  ["all", true, "8-16", "kept"],
  ["record", false, "al", "refused"],
  ["record", false, "8-16", "kept"],
  ["record", true, "al", "refused"],
  ["record", true, "8-16", "kept"],
  ["exceptions", false, "al", "refused"],
  ["exceptions", false, "8-16", "refused"],
  ["exceptions", true, "al", "refused"],
  [null, false, "al", "refused"],
  [null, false, "8-16", "refused"],
  [null, true, "al", "refused"],
];
describe.each(["AU", "NZ"] as const)("%s", (country) => {
  it.each(cases)("hours %s, salary %s, %s: %s", (use, salary, text, due) => {
    const nothing = () => undefined;
    const act = (then: () => void) =>
      due === "refused" ? expect(then).toThrow(/24 June 2026: paid on \d July 2026/) : then();
    const linesAfter = (before: () => void, after: () => void) => {
      begin(country, use, salary);
      if (use === "all" && !salary) put("8-16", country, "2026-06-22");
      before();
      signRun(world, openUsual(world));
      after();
      const lines = linesOf(openUsual(world));
      void world.end();
      return lines;
    };
    const without = linesAfter(nothing, nothing);
    const typed = linesAfter(nothing, () => act(() => put(text, country)));
    const approved = linesAfter(
      () => save(day(text, country)),
      () => act(() => approve(day(text, country))),
    );
    begin(country, null);
    for (const lines of [typed, approved])
      if (due === "paid") expect(lines).not.toEqual(without);
      else expect(lines).toEqual(without);
  });
  it("of somebody whose final pay is signed off, whatever their hours: refused", () => {
    begin(country, "all");
    put("8-16", country, "2026-06-22");
    save(day("8-16", country));
    const run = openUsual(world);
    recordDeparture(world.context, world.actor, who(), {
      ...{ lastDay: "2026-06-25", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
    signRun(world, run);
    expect(() => approve(day("8-16", country))).toThrow(
      /Nothing was approved\. .* paid on \d July 2026 without this day's record/,
    );
    expect(() => save(day("8-16", country, "2026-06-23"))).toThrow(/Nothing was saved\. .* paid on \d July 2026/);
  });
  it("approved by an earlier version: a stop names the day, and nothing is paid twice", () => {
    begin(country, "exceptions");
    save(day("8-16", country));
    signRun(world, openUsual(world));
    world.context.store.sqlite
      .prepare("INSERT INTO time_approval (day_id, approved, user_id, at) SELECT MAX(id), 1, ?, ? FROM time_day")
      .run(world.actor.userId, world.context.clock.now());
    const runId = openUsual(world);
    const stops = () =>
      readRun(world.context, world.actor, runId)
        .rows.find((each) => each.personId === who())
        ?.marks.flatMap((mark) => (mark.kind === "stop" ? [mark.text] : []));
    expect(stops()).toEqual([
      expect.stringMatching(
        /^24 June 2026 is approved, and the pay of \d July 2026 was signed off without\. Correct that pay, and take the approval/,
      ),
    ]);
    approveDays(world.context, world.actor, world.businessId, { days: day("8-16", country), approved: false });
    expect(stops()).toEqual([]);
  });
});

describe("who is left out of runs", () => {
  it("is paid for days approved long before, once brought in again", () => {
    begin("AU", "all");
    put("8-16", "AU");
    const left = () => {
      const runId = openUsual(world);
      const { version, rows } = readRun(world.context, world.actor, runId);
      const row = rows.find((each) => each.personId === who());
      saveRows(world.context, world.actor, runId, { version, rows: [{ payId: row?.payId ?? 0, included: false }] });
      return signRun(world, runId);
    };
    for (let week = 0; week < 8; week += 1) left();
    expect(linesOf(openUsual(world))).toEqual([["8", undefined, undefined]]);
  });
});

describe.each([
  ["AU", "2026-06-08"],
  ["NZ", "2026-07-10"],
] as const)("a public holiday that was paid as not worked: %s", (country, date) => {
  it("is not paid again for work or leave that is recorded afterwards", () => {
    begin(country, "all");
    const cycle = country === "AU" ? "2026-06-08" : "2026-06-29";
    saveSection(world.context, world.actor, who(), "time", {
      ...{ from: "2026-06-01", agreement: null, classification: null, use: "all", settings: {}, flags: {} },
    } as never);
    world.context.store.sqlite.exec(`UPDATE pay_cycle SET first_period_start = '${cycle}'`);
    put("8-16", country, country === "AU" ? "2026-06-09" : "2026-06-30");
    signRun(world, openUsual(world));
    for (const text of ["8-16", "al"]) expect(() => put(text, country, date)).toThrow(/: paid on/);
    // Another day of the period is still paid late.
    put("8-16", country, country === "AU" ? "2026-06-10" : "2026-07-01");
  });
});

it("a day that a final pay has paid stays closed where the departure is undone afterwards", () => {
  begin("AU", "exceptions");
  const { context, actor } = world;
  const final = recordDeparture(context, actor, who(), {
    ...{ lastDay: "2026-06-26", reason: "V", noticeWorked: true, misconduct: false, pay: "now" },
  } as never);
  signRun(world, final ?? 0);
  context.store.db.update(outbox).set({ state: "accepted" }).run();
  undoDeparture(context, actor, who());
  expect(() => put("8-12, al", "AU", "2026-06-23")).toThrow(/23 June 2026: paid on/);
});

it("a day of a run that was taken back is paid by that run alone, not by an open final pay as well", () => {
  begin("AU", "exceptions");
  const first = signRun(world, openUsual(world));
  const final = recordDeparture(world.context, world.actor, who(), {
    ...{ lastDay: "2026-07-03", reason: "V", noticeWorked: true, misconduct: false, pay: "now" },
  } as never);
  const again = takeBack(world.context, world.actor, first, "A reason");
  put("8-12, al", "AU", "2026-06-22");
  const ordinary = (runId: number) =>
    readRun(world.context, world.actor, runId)
      .rows.find((row) => row.personId === who())
      ?.lines.filter((line) => line.elementId === world.element("ORD"))
      .map((line) => line.hours);
  expect(ordinary(again)).toEqual(["34.4"]);
  expect(ordinary(final ?? 0)).toEqual(["38"]);
});

describe.each([
  ["said from the next week on", 1, "2026-06-29", "2026-06-30"],
  ["said after two months", 8, "2026-08-17", "2026-08-18"],
  ["said from a day that was paid as usual", 1, "2026-06-22", "2026-06-30"],
])("hours kept for the record, and paid by the record since: %s", (_what, weeks, from, next) => {
  it("are not paid beside the usual pay of then", () => {
    begin("AU", "record");
    put("8-16", "AU", "2026-06-24");
    for (let week = 0; week < weeks; week += 1) signRun(world, openUsual(world));
    saveSection(world.context, world.actor, who(), "time", {
      ...{ from, agreement: null, classification: null, use: "all", settings: {}, flags: {} },
    } as never);
    put("8-16", "AU", next);
    expect(linesOf(openUsual(world)).map(([hours]) => hours)).toEqual(["8"]);
  });
});
