/** Who changes to another pay cycle is paid by each for its own days: for no day twice, and for none not at all. */
import { addDays, weekday } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import { eq } from "drizzle-orm";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { planBackPay } from "../afterwards/backPay.ts";
import { employAgainFrom } from "../afterwards/employAgain.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { datesOf } from "../hours/periods.ts";
import { saveSection } from "../people/savePerson.ts";
import { neverOpened, openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { addCycle } from "../setup/createBusiness.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { employmentTerms, payCycle, payRun, person } from "../store/schema.ts";
import { endWhole } from "../testing/endWhole.ts";
import { plainTerms, type SmallWorld, said, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

let world: SmallWorld;
afterEach(() => world && endWhole(world));
const mover = () => world.personIds[0] ?? 0;
const view = (runId: number) => readRun(world.context, world.actor, runId);
const rowIn = (runId: number, personId = mover()) => view(runId).rows.find((each) => each.personId === personId);
const open = (cycleId: number) => openRun(world.context, world.actor, world.businessId, { cycleId, from: "usual" });
const marks = (runId: number) => rowIn(runId)?.marks ?? [];
const unpaid = (runId: number) => marks(runId).flatMap(({ text }) => /^Nothing was paid for .*?, /.exec(text) ?? []);
const mark = (runId: number, code: string) => marks(runId).find((each) => each.code === code);
/** Of whom a run has no working day, the row is left out. */
function sign(runId: number): void {
  const row = rowIn(runId);
  if (row && hoursIn(runId) === 0)
    saveRows(world.context, world.actor, runId, {
      version: view(runId).version,
      rows: [{ payId: row.payId, included: false }],
    });
  signRun(world, runId);
}
const hoursIn = (runId: number) =>
  (rowIn(runId)?.lines ?? []).reduce(
    (sum, line) => sum + (line.elementId === world.element("ORD") ? Number(line.hours) : 0),
    0,
  );

/** A further cycle from Monday 6 July 2026, with the second person in it. */
function further(cycle: "fortnightly" | "monthly", firstPeriodStart = "2026-07-06"): number {
  addCycle(world.context, world.actor, world.businessId, {
    ...{ name: "Further", cycle, firstPeriodStart, paydayOffset: 3 },
  });
  const id = world.context.store.db.select().from(payCycle).all().at(-1)?.id ?? 0;
  move(id, "2026-07-01", {}, world.personIds[1]);
  return id;
}
const move = (cycleId: number, from: string, change: { hourlyRate?: string } = {}, personId = mover()) =>
  saveSection(world.context, world.actor, personId, "employment", plainTerms(world, { cycleId, from, ...change }));

const byRecord = () =>
  ({
    ...{ from: "2026-06-22", agreement: null, classification: null, use: "all" },
    ...{ settings: {}, flags: {}, averagingFrom: null },
  }) as never;
/** Days of the mover's record, approved. */
function recorded(dates: readonly string[], text = "8-12"): void {
  const { context, actor, businessId } = world;
  const days = dates.map((date) => ({
    ...{ personId: mover(), date, kind: "worked" as const },
    record: readDay(text, date, "AU"),
  }));
  saveDays(context, actor, businessId, { days } as never);
  approveDays(context, actor, businessId, { days, approved: true });
}

describe("weekly to fortnightly", () => {
  it("within an open run: the days before here, those from it there, and both say so", () => {
    world = smallWorld(3);
    const cycle = further("fortnightly");
    signRun(world, open(world.cycleId));
    signRun(world, open(world.cycleId));
    const weekly = open(world.cycleId);
    expect([view(weekly).periodStart, hoursIn(weekly)]).toEqual(["2026-07-06", 38]);
    move(cycle, "2026-07-09", { hourlyRate: "35" });
    const fortnightly = open(cycle);
    expect([hoursIn(weekly), hoursIn(fortnightly)]).toEqual([22.8, 53.2]);
    expect([rowIn(weekly)?.figures?.gross, rowIn(fortnightly)?.figures?.gross]).toEqual(["718.20", "1862.00"]);
    expect(mark(weekly, "partPeriod")?.text).toMatch(
      /^Paid in Further from 9 July 2026 on, within this period: 3 of 5 working days/,
    );
    expect(mark(fortnightly, "partPeriod")?.text).toMatch(
      /^Paid in Weekly to 8 July 2026, within this period: 7 of 10 working days/,
    );
    move(world.cycleId, "2026-07-09");
    expect([hoursIn(weekly), mark(weekly, "partPeriod")]).toEqual([38, undefined]);
    expect(mark(fortnightly, "otherCycle")?.text).toMatch(/^Paid in Weekly on all days of this period\. Leave/);
  });
  it("known after the week was signed off: what it has paid is not paid again, nor by a run at the end", () => {
    world = smallWorld(3);
    const cycle = further("fortnightly");
    for (let week = 0; week < 3; week += 1) signRun(world, open(world.cycleId));
    move(cycle, "2026-07-08");
    const run = open(cycle);
    expect(hoursIn(run)).toBe(38);
    signRun(world, run);
    recordDeparture(world.context, world.actor, mover(), {
      ...{
        lastDay: "2026-07-22",
        reason: "V",
        noticeWorked: true,
        misconduct: false,
        pay: "now",
        payday: "2026-07-24",
      },
    });
    const own = world.context.store.sqlite.prepare("SELECT MAX(id) AS id FROM pay_run").get() as { id: number };
    expect(hoursIn(own.id)).toBe(22.8);
  });
  it("a run whose period is before the move and whose payday is after it still has them; the other asks for who is not in it", () => {
    world = smallWorld(3);
    const cycle = further("fortnightly");
    const fortnightly = open(cycle);
    expect(view(fortnightly).leftOut[0]).toMatchObject({ personId: mover(), should: false, why: "is paid in Weekly" });
    signRun(world, open(world.cycleId));
    move(cycle, "2026-07-09");
    const weekly = open(world.cycleId);
    expect([view(weekly).periodEnd, view(weekly).payday, hoursIn(weekly)]).toEqual(["2026-07-05", "2026-07-09", 38]);
    expect(view(fortnightly).leftOut[0]).toMatchObject({
      ...{ personId: mover(), should: true },
      why: "is in this cycle for a part of the period, and in Weekly for the rest",
    });
  });
  it("recorded days: each is paid by the run of its cycle, late ones too", () => {
    world = smallWorld(3);
    const cycle = further("fortnightly");
    saveSection(world.context, world.actor, mover(), "time", byRecord());
    move(cycle, "2026-07-22");
    recorded(["2026-06-23", "2026-06-30", "2026-07-07", "2026-07-14", "2026-07-20", "2026-07-21", "2026-07-23"]);
    for (const run of [world.cycleId, world.cycleId, cycle]) signRun(world, open(run));
    const second = open(cycle);
    expect([view(second).periodStart, hoursIn(second)]).toEqual(["2026-07-20", 4]);
    const weekly = open(world.cycleId);
    expect([view(weekly).periodStart, hoursIn(weekly)]).toEqual(["2026-07-06", 4]);
  });
  it("a day of the old cycle that is approved after its run was signed off is paid by the new one, with its own week", () => {
    world = smallWorld(3);
    const cycle = further("fortnightly");
    saveSection(world.context, world.actor, mover(), "time", byRecord());
    recorded(["2026-06-23", "2026-06-30"]);
    for (let week = 0; week < 2; week += 1) signRun(world, open(world.cycleId));
    move(cycle, "2026-07-06");
    recorded(["2026-07-02", "2026-07-07"]);
    const run = open(cycle);
    expect([view(run).periodStart, hoursIn(run)]).toEqual(["2026-07-06", 8]);
    signRun(world, run);
    expect(hoursIn(open(cycle))).toBe(0);
  });
  it("a day that neither pay has paid yet can be typed, one that either has cannot", () => {
    world = smallWorld(3);
    const cycle = further("fortnightly");
    for (let week = 0; week < 2; week += 1) signRun(world, open(world.cycleId));
    move(cycle, "2026-07-09");
    signRun(world, open(world.cycleId));
    recorded(["2026-07-09"], "al");
    expect(() => recorded(["2026-07-08"], "al")).toThrow(/8 July 2026: paid on 16 July 2026/);
    const run = open(cycle);
    expect([hoursIn(run), rowIn(run)?.figures?.gross]).toEqual([45.6, "1675.80"]);
  });
  it("whenever it becomes known, and from whatever day: each working day is paid once, or asked about", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 9 }), (day, known) => {
        if (world) void endWhole(world);
        world = smallWorld(3);
        const cycle = further("fortnightly");
        const from = addDays("2026-07-06", day);
        const cycles = [world.cycleId, world.cycleId, world.cycleId, cycle, world.cycleId, world.cycleId];
        const runs: number[] = [];
        const asked: string[] = [];
        [...cycles, cycle, world.cycleId].forEach((each, at) => {
          if (at === known) move(cycle, from);
          const run = open(each);
          runs.push(run);
          asked.push(...unpaid(run));
          sign(run);
        });
        // The next runs ask for what none of them paid.
        for (const next of [world.cycleId, cycle]) asked.push(...unpaid(open(next)));
        const paid = runs.reduce((sum, run) => sum + hoursIn(run), 0);
        // Six weeks from 22 June; the weeks and the fortnights end on 2 August.
        const workdays = datesOf("2026-06-22", "2026-08-02").filter((date) => weekday(date) <= 5);
        expect(
          Math.round(paid * 100) <= 30 * 760,
          `${paid} h ${runs.map((r) => `${view(r).periodStart} ${hoursIn(r)}`)}`,
        ).toBe(true);
        expect(Math.round(paid * 100) === 30 * 760 || asked.length > 0, `${paid} h, asked ${asked}`).toBe(true);
        expect(workdays).toHaveLength(30);
      }),
      { numRuns: 15 },
    );
  });
});
it.each(["weekly first", "fortnightly first"])("%s: each pay is taxed as a period of its own", (order) => {
  world = smallWorld(3);
  const cycle = further("fortnightly");
  for (let week = 0; week < 2; week += 1) signRun(world, open(world.cycleId));
  move(cycle, "2026-07-09");
  const runs = order === "weekly first" ? [world.cycleId, cycle] : [cycle, world.cycleId];
  const taxed = runs.map((each) => {
    const run = open(each);
    signRun(world, run);
    expect(mark(run, "paidBefore")).toBeUndefined();
    return rowIn(run)?.figures?.withheld;
  });
  // 718.20 a week: 68; 1,675.80 a fortnight: twice the 89 of 837.90.
  expect(order === "weekly first" ? taxed : taxed.reverse()).toEqual(["68.00", "178.00"]);
});
it("whose first day was put right to an earlier one is in their own cycle alone", () => {
  world = smallWorld(3);
  const cycle = further("fortnightly");
  const { db } = world.context.store;
  // What is agreed stands from the first day that was known, in a fortnight to come.
  db.update(employmentTerms)
    .set({ from: "2026-07-20", cycleId: cycle })
    .where(eq(employmentTerms.personId, mover()))
    .run();
  expect(rowIn(open(world.cycleId))).toBeUndefined();
  expect(rowIn(open(cycle))).toBeDefined();
});
it("what another cycle's run relies on is not taken back before that one", () => {
  world = smallWorld(3);
  const cycle = further("fortnightly");
  for (let week = 0; week < 2; week += 1) signRun(world, open(world.cycleId));
  const weekly = signRun(world, open(world.cycleId));
  move(cycle, "2026-07-09");
  const fortnightly = signRun(world, open(cycle));
  const back = (run: number) => takeBack(world.context, world.actor, run, "Looked at once more");
  expect(() => back(weekly)).toThrow(/^Alex Sample0 is in another cycle by now/);
  const later = back(fortnightly);
  expect(hoursIn(later)).toBe(38);
  const fresh = back(weekly);
  expect([hoursIn(fresh), hoursIn(later)]).toEqual([22.8, 53.2]);
});
it("a payday that was never opened is told of where it had somebody's days, and not once all have left the cycle", () => {
  world = smallWorld(2);
  const cycle = further("fortnightly");
  for (const id of world.personIds) move(cycle, "2026-07-09", {}, id);
  expect(neverOpened(world.context, world.businessId, "2026-07-01", "2026-07-31")).toEqual([
    ...["2026-07-02", "2026-07-09", "2026-07-16", "2026-07-22"],
  ]);
});
it("somebody who is employed again in another cycle is in that one alone", () => {
  world = smallWorld(3);
  const cycle = further("fortnightly");
  signRun(world, open(world.cycleId));
  const last = recordDeparture(world.context, world.actor, mover(), {
    ...{ lastDay: "2026-07-03", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
  });
  signRun(world, last ?? 0);
  world.context.store.db.update(payRun).set({ state: "sent" }).run();
  employAgainFrom(world.context, world.actor, mover(), "2026-07-15");
  move(cycle, "2026-07-15");
  signRun(world, open(world.cycleId));
  const [weekly, fortnightly] = [open(world.cycleId), open(cycle)];
  expect([view(weekly).periodStart, rowIn(weekly)]).toEqual(["2026-07-13", undefined]);
  expect(view(weekly).leftOut.filter((each) => each.should)).toEqual([]);
  expect(mark(fortnightly, "partPeriod")?.text).toMatch(/^Starts on 15 July 2026, within this period: 3 of 10/);
});
it("a New Zealander moved within a fortnight, from a month's cycle", () => {
  world = smallWorldNz(2);
  const cycle = further("monthly", "2026-07-01");
  const terms = { weeklyHours: "40", hourlyRate: "30", workPattern: ["8", "8", "8", "8", "8", "0", "0"] };
  saveSection(
    world.context,
    world.actor,
    mover(),
    "employment",
    plainTerms(world, { ...terms, cycleId: cycle, from: "2026-07-16" }),
  );
  signRun(world, open(world.cycleId));
  signRun(world, open(world.cycleId));
  const fortnightly = open(world.cycleId);
  const monthly = open(cycle);
  expect([view(fortnightly).periodStart, hoursIn(fortnightly)]).toEqual(["2026-07-13", 24]);
  // 173.3333 h a month over 23 working days, of which twelve from Thursday 16 July.
  expect([hoursIn(monthly), view(monthly).periodEnd]).toEqual([90.4348, "2026-07-31"]);
});
describe("back pay of a period of which a part was paid", () => {
  const owed = (from: string) =>
    planBackPay(world.context, world.actor, mover(), said(plainTerms(world, { from, hourlyRate: "36.5" }))).rows.map(
      (row) => [row.payday, row.difference],
    );
  it("goes by the days that it paid: of who started on Wednesday, Friday is a third", () => {
    world = smallWorld(1);
    world.context.store.db.update(person).set({ startDate: "2026-06-24" }).run();
    signRun(world, open(world.cycleId));
    expect(owed("2026-06-26")).toEqual([["2026-07-02", "38.00"]]);
  });
  it("goes by the hours of each day where they are recorded: a raise from Saturday is Saturday's", () => {
    world = smallWorld(1);
    saveSection(world.context, world.actor, mover(), "time", byRecord());
    recorded(["2026-06-22"]);
    recorded(["2026-06-27"], "8-16");
    signRun(world, open(world.cycleId));
    expect([owed("2026-06-27"), owed("2026-06-23")]).toEqual([[["2026-07-02", "40.00"]], [["2026-07-02", "40.00"]]]);
    expect(owed("2026-06-22")).toEqual([["2026-07-02", "60.00"]]);
  });
  it("leaves out the days of the other cycle", () => {
    world = smallWorld(3);
    const cycle = further("fortnightly");
    for (let week = 0; week < 2; week += 1) signRun(world, open(world.cycleId));
    move(cycle, "2026-07-09");
    const [weekly, fortnightly] = [open(world.cycleId), open(cycle)];
    for (const run of [weekly, fortnightly]) signRun(world, run);
    // Three days at five dollars more of the week's, two of them from Tuesday; of the fortnight all seven.
    expect(owed("2026-07-07")).toEqual(
      [
        [view(fortnightly).payday, "266.00"],
        [view(weekly).payday, "76.00"],
      ].sort(),
    );
    expect(owed("2026-07-10")).toEqual([[view(fortnightly).payday, "228.00"]]);
  });
});
