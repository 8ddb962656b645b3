/** Somebody who had left is employed again: another employment of the same person, done, undone, and what it must not touch. */
import type { Question } from "@zesty/contract/figures";
import { addDays } from "@zesty/core/calendar/dates";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { payeesOfYear } from "../au/payeesOfYear.ts";
import { readDocument } from "../documents/documents.ts";
import { answerSteps } from "../figures/answer.ts";
import { askForLeave } from "../leave/requests.ts";
import { detailsOf } from "../nz/detailsToTell.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { discardRun } from "../runs/discardRun.ts";
import { readRun } from "../runs/readRun.ts";
import { setTick } from "../runs/ticks.ts";
import { prepareSignOff } from "../signOff/prepareSignOff.ts";
import { document, payRun } from "../store/schema.ts";
import { atOnce } from "../store/steps.ts";
import { leaveBalances } from "../store/sums.ts";
import { verify } from "../store/trail.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { employAgainFrom, undoEmployAgain } from "./employAgain.ts";
import { planDeparture, recordDeparture } from "./recordDeparture.ts";
import { undoDeparture } from "./undoDeparture.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const view = () => readPerson(world.context, who());
const again = (from: string) => employAgainFrom(world.context, world.actor, who(), from);
const undo = () => undoEmployAgain(world.context, world.actor, who());
const balances = () => Object.fromEntries(leaveBalances(world.context.store, [who()]).get(who()) ?? []);
const sent = () => world.context.store.db.update(payRun).set({ state: "settled" }).run();
const leave = (lastDay: string) =>
  recordDeparture(world.context, world.actor, who(), {
    ...{ lastDay, reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
  });
/** Ticks what is asked and signs off. */
function sign(runId: number): number {
  for (const each of readRun(world.context, world.actor, runId).rows)
    for (const mark of each.marks)
      if (mark.kind === "query")
        setTick(world.context, world.actor, runId, { payId: each.payId, key: mark.key, on: true });
  return signRun(world, runId);
}
const rowOf = (runId: number) =>
  readRun(world.context, world.actor, runId).rows.find((each) => each.personId === who());

describe.each([
  ["Australia", smallWorld, "2026-06-28", 7],
  ["New Zealand", smallWorldNz, "2026-06-28", 14],
])("%s", (_country, make, lastDay, days) => {
  function leftAndPaid(): void {
    world = make(2);
    sign(leave(lastDay) ?? 0);
    sent();
  }
  it("is refused while somebody is employed, for a day within, and before the final pay went out", () => {
    world = make(2);
    expect(() => again("2026-09-01")).toThrow("No departure is recorded.");
    const runId = leave(lastDay) ?? 0;
    expect(() => again(lastDay)).toThrow(/The first day is after the last one, 28 June 2026/);
    expect(() => again("2026-09-01")).toThrow("has not been sent");
    sign(runId);
    expect(() => again("2026-09-01")).toThrow("has not been sent");
  });
  it("begins service and leave anew, keeps the payroll ID, and undone it is as before", () => {
    leftAndPaid();
    const [before, kept] = [view(), balances()];
    const from = addDays(lastDay, days + 1);
    again(from);
    expect(view()).toMatchObject({
      ...{ payrollId: before.payrollId, departure: null },
      details: { startDate: from, endDate: null },
      earlier: [{ from: "2020-01-06", to: lastDay, undo: true }],
    });
    expect(Object.values(balances()).every((e4) => e4 === 0)).toBe(true);
    expect(() => undoDeparture(world.context, world.actor, who())).toThrow("No departure is recorded.");
    undo();
    expect(balances()).toEqual(kept);
    const { details, departure, earlier } = view();
    expect({ details, departure, earlier }).toEqual({
      ...{ details: before.details, departure: before.departure, earlier: before.earlier },
    });
    expect(undo).toThrow("No employment that began again");
  });
  it("is paid from its first day, not for the time between; then it is undone no more, and ends by a departure", () => {
    leftAndPaid();
    const from = addDays(lastDay, days + 1);
    again(from);
    const between = openUsual(world);
    expect(rowOf(between)).toBeUndefined();
    sign(between);
    const runId = openUsual(world);
    expect(Number(rowOf(runId)?.figures?.gross)).toBeGreaterThan(0);
    sign(runId);
    expect(view().earlier).toEqual([{ from: "2020-01-06", to: lastDay, undo: false }]);
    expect(undo).toThrow("is signed off. Record a departure instead.");
    sent();
    const last = leave(addDays(from, days * 2 - 1)) ?? 0;
    expect(view().departure?.lastDay).toBe(addDays(from, days * 2 - 1));
    // A third employment stands beside the first two.
    sign(last);
    sent();
    again(addDays(from, days * 3));
    expect(view().earlier.map((each) => each.from)).toEqual([from, "2020-01-06"]);
  });
});

it("a day that a signed-off pay reaches is refused: nobody would pay the days since", () => {
  world = smallWorld(2);
  // The last day lies in the middle of the week that the final pay is of.
  sign(leave("2026-06-24") ?? 0);
  sent();
  for (const day of ["2026-06-25", "2026-06-28"])
    expect(() => again(day)).toThrow(
      /is signed off already. Begin after that period, and pay the days before outside the cycle/,
    );
  again("2026-06-29");
  // The final pay was paid in July, and is no pay of this employment: its leave stays as it was.
  const before = balances();
  saveSection(world.context, world.actor, who(), "leave", {
    ...{ from: "2026-06-29", entitlements: [{ kind: "annual", weeksPerYear: "6" }], loadingPercent: null },
  });
  expect(balances()).toEqual(before);
});

it("Australia: nothing of the earlier service is in redundancy pay, and somebody beside them keeps what is theirs", () => {
  world = smallWorld(2);
  const other = () => leaveBalances(world.context.store, [world.personIds[1] ?? 0]).get(world.personIds[1] ?? 0);
  sign(leave("2026-06-28") ?? 0);
  sent();
  const beside = new Map(other());
  again("2026-07-06");
  expect(other()).toEqual(beside);
  // Six years and a half before, a week now.
  expect(view().longService).toBeNull();
  const gone = { lastDay: "2026-07-12", reason: "R", noticeWorked: true, misconduct: false } as const;
  const { notes } = planDeparture(world.context, world.actor, who(), {
    ...{ ...gone, smallEmployer: false, pay: "now", payday: "2026-07-16" },
  });
  expect(notes.join()).toContain("No redundancy pay: service counts from 6 July 2026, less than a year.");
  const open = openUsual(world);
  discardRun(world.context, world.actor, open);
  expect(view().details.startDate).toBe("2026-07-06");
});

it("New Zealand: averages, anniversary and opting out go by the new employment alone", () => {
  world = smallWorldNz(1);
  saveSection(world.context, world.actor, who(), "kiwiSaver", {
    ...{ status: "member", joined: "automatic", employeeRate: "4", employerRate: null, esctRate: "30" },
    ...{ temporaryUntil: null, suspendedUntil: null, optOutDate: null, totalRemuneration: false, from: "2026-06-15" },
  });
  sign(leave("2026-06-28") ?? 0);
  sent();
  const { kiwiSaver } = view().nz ?? {};
  again("2026-06-29");
  expect(view().nz?.kiwiSaver).toMatchObject({ status: "member", joined: "existing", employeeRate: "4" });
  undo();
  expect({ ...view().nz?.kiwiSaver, from: "" }).toEqual({ ...kiwiSaver, from: "" });
  expect(verify(world.context.store).broken).toEqual([]);
  again("2026-06-29");
  const { weeklyHours } = view().employment;
  saveSection(world.context, world.actor, who(), "employment", {
    ...{ from: "2026-06-29", cycleId: world.cycleId, basis: "full-time", classification: null, weeklyHours },
    ...{ hourlyRate: "25", minimumRate: null, placeId: null, costCentreId: null },
    workPattern: ["8", "8", "8", "8", "8", "0", "0"],
  });
  const back = sign(openUsual(world));
  // Inland Revenue is told of them like of somebody new.
  const details = detailsOf(world.context, prepareSignOff(world.context, back));
  expect(details).toMatchObject([{ change: "new", startDate: "2026-06-29", endDate: null }]);
  expect(view().leave.balances.filter((each) => Number(each.hours) !== 0)).toEqual([]);
  // A week in advance: of 25.00 an hour, though the pays of before had 30.00 and the year before them 65,000.
  askForLeave(world.context, world.actor, world.businessId, {
    ...{ personId: who(), kind: "annual", first: "2026-07-13", last: "2026-07-17", hoursADay: null },
    ...{ inAdvance: false, note: null, approve: { belowNought: true } },
  });
  const lines = rowOf(openUsual(world))?.figures?.lines.map((line) => [line.code, line.amount]);
  expect(lines).toContainEqual(["AL", "1000.00"]);
});

it("within one period both employments are paid for their own days, and the pay event says the newer start alone", () => {
  world = smallWorld(2);
  const { context, actor } = world;
  const own =
    recordDeparture(context, actor, who(), {
      ...{ lastDay: "2026-06-23", reason: "V", noticeWorked: true, misconduct: false },
      ...{ pay: "now", payday: "2026-06-24" },
    }) ?? 0;
  sign(own);
  sent();
  again("2026-06-25");
  const runId = openUsual(world);
  // Thursday and Friday of the week, as Monday and Tuesday were paid by themselves.
  const hours = (id: number) => rowOf(id)?.figures?.lines.find((line) => line.code === "ORD")?.hours;
  expect([hours(own), hours(runId)].map(Number)).toEqual([15.2, 15.2]);
  sign(runId);
  const event = context.store.db.select().from(document).where(eq(document.runId, runId)).all();
  const xml = readDocument(context, event.find((each) => each.kind === "payEvent")?.id ?? 0).bytes.toString("utf8");
  const of = xml.slice(xml.indexOf("Sample0"), xml.indexOf("Sample1"));
  expect(of).toContain("2026-06-25");
  expect(of).not.toMatch(/2020-01-06|2026-06-23/);
});

it("the year before is reported as it was, and headcount has both employments", () => {
  world = smallWorld(2);
  const { context, actor, businessId } = world;
  sign(leave("2026-06-28") ?? 0);
  sent();
  again("2026-07-06");
  const of = (year: string) => {
    const found = payeesOfYear(context, businessId, payrollYearAu(year), year, world.personIds, true);
    const record = found.find((each) => each.personId === who())?.record;
    return JSON.stringify(record);
  };
  expect(of("2026-06-30")).toMatch(/2020-01-06.*2026-06-28/);
  expect(of("2027-06-30")).toMatch(/2026-07-06/);
  expect(of("2027-06-30")).not.toContain("2026-06-28");
  const asked = {
    what: "heads",
    businesses: [businessId],
    from: "2026-06",
    to: "2026-07",
    rows: "month",
    columns: null,
  };
  const { rows } = atOnce(answerSteps(context, actor, asked as Question));
  expect(rows.map((row) => row.cells)).toEqual([
    ["2", "0", "1", "1"],
    ["1", "1", "0", "2"],
  ]);
});

it("service that was taken over for the employment before is none of the new one, in both countries", () => {
  const holidays = { withPay: false, varies: false, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false };
  for (const country of ["AU", "NZ"] as const) {
    world = country === "AU" ? smallWorld(1) : smallWorldNz(1);
    const { context, actor } = world;
    if (country === "AU")
      saveSection(context, actor, who(), "leave", {
        ...{ from: "2020-01-06", entitlements: [{ kind: "annual", weeksPerYear: "4" }], loadingPercent: null },
        countsFrom: "2010-07-01",
      });
    else
      saveSection(context, actor, who(), "holidays", {
        ...holidays,
        from: "2026-06-15",
        countsFrom: "2010-07-01",
      } as never);
    const since = () => (country === "AU" ? view().leave.countsFrom : view().nz?.holidays.countsFrom);
    sign(leave("2026-06-28") ?? 0);
    sent();
    expect(since()).toBe("2010-07-01");
    again("2026-07-01");
    expect(since()).toBeNull();
    undo();
    expect(since()).toBe("2010-07-01");
    if (country === "AU") world.end();
  }
});

it("a row that was left out of the open run for the final pay of its own pays the days since", () => {
  world = smallWorld(2);
  const { context, actor } = world;
  const cycle = openUsual(world);
  const own =
    recordDeparture(context, actor, who(), {
      ...{ lastDay: "2026-06-23", reason: "V", noticeWorked: true, misconduct: false },
      ...{ pay: "now", payday: "2026-06-24" },
    }) ?? 0;
  expect(rowOf(cycle)?.included).toBe(false);
  sign(own);
  context.store.db.update(payRun).set({ state: "settled" }).where(eq(payRun.id, own)).run();
  again("2026-06-25");
  const hours = () => rowOf(cycle)?.figures?.lines.find((line) => line.code === "ORD")?.hours;
  expect([rowOf(cycle)?.included, Number(hours())]).toEqual([true, 15.2]);
  undo();
  expect(rowOf(cycle)?.included).toBe(false);
  again("2026-07-01");
  // A day beyond the run's period is none of it.
  expect(rowOf(cycle)?.included).toBe(false);
});
