/** Departures on a real store: with the next run, in a run of their own, waiting, and undone. */
import type { NewDeparture } from "@zesty/contract/departures";
import { signedSums } from "@zesty/contract/year";
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readDocument } from "../documents/documents.ts";
import { saveAgreementFacts } from "../hours/agreements.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { discardRun } from "../runs/discardRun.ts";
import { openRun } from "../runs/openRun.ts";
import { keptWorking, readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { addElement } from "../setup/elements.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { signOff } from "../signOff/signOff.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { document, outbox, pay, payRun } from "../store/schema.ts";
import { leaveBalances } from "../store/sums.ts";
import { openUsual, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { declareYear } from "../year/declare.ts";
import { readYearAndEnding } from "../year/ending.ts";
import { makeCorrection } from "./correction.ts";
import { readCorrectable } from "./readCorrectable.ts";
import { planDeparture, recordDeparture } from "./recordDeparture.ts";
import { undoDeparture } from "./undoDeparture.ts";

let world: SmallWorld;
let leaver: number;
beforeEach(() => {
  world = smallWorld(3);
  leaver = world.personIds[0] ?? 0;
  saveSection(world.context, world.actor, leaver, "leave", {
    from: "2020-01-06",
    entitlements: [{ kind: "annual", weeksPerYear: "4" }],
    loadingPercent: "17.5",
  });
});
afterEach(() => world.end());

const wanted = (change: Partial<NewDeparture> = {}): NewDeparture => ({
  lastDay: "2026-06-26",
  reason: "V",
  noticeWorked: true,
  misconduct: false,
  pay: "next",
  ...change,
});
const record = (change: Partial<NewDeparture> = {}) =>
  recordDeparture(world.context, world.actor, leaver, wanted(change)) ?? 0;
const row = (runId: number) => readRun(world.context, world.actor, runId).rows.find((each) => each.personId === leaver);
const lines = (runId: number) => row(runId)?.figures?.lines.map((line) => [line.code, line.amount]);
function tickAll(runId: number): void {
  for (const each of readRun(world.context, world.actor, runId).rows)
    for (const mark of each.marks)
      if (mark.kind === "query")
        setTick(world.context, world.actor, runId, { payId: each.payId, key: mark.key, on: true });
}
function tickAndSign(runId: number): void {
  tickAll(runId);
  signOff(world.context, world.actor, runId, readRun(world.context, world.actor, runId).version);
}
const balanceOf = (kind: string) =>
  world.context.store.sqlite
    .prepare("SELECT SUM(hours_e4) FROM leave_entry WHERE person_id = ? AND kind = ?")
    .pluck()
    .get(leaver, kind);
/** A journal or a pay event as it was kept. */
const kept = (runId: number, kind: string): string => {
  const found = world.context.store.db.select().from(document).where(eq(document.runId, runId)).all();
  return readDocument(world.context, found.find((each) => each.kind === kind)?.id ?? 0).bytes.toString("utf8");
};

describe("a departure with the next run", () => {
  // 20 h in the balance and 38 × 4 ÷ 52 = 2.9231 h of this pay: 22.9231 × 31.5 × 1.175 = 848.44.
  it("pays out the leave that is left, this pay's accrual with it", () => {
    const plan = planDeparture(world.context, world.actor, leaver, wanted());
    expect(plan.lines.map((line) => [line.name, line.quantity, line.amount])).toEqual([
      ["Unused annual leave", "22.92 h", "848.44"],
    ]);
    expect(plan.run.words).toContain("2 July 2026");
    expect(world.context.store.db.select().from(payRun).all()).toEqual([]);
    const runId = record();
    expect(lines(runId)).toEqual([
      ["ORD", "1197.00"],
      ["UNUSED-AL", "848.44"],
    ]);
    expect(row(runId)?.marks.map((mark) => mark.code)).not.toContain("departureOpen");
  });
  it("pays out time in lieu, what this pay banks with it", () => {
    const { context, actor, businessId } = world;
    const none = { leave: null, allowance: null, detail: null, deduction: null, account: null, paidTo: null };
    const plain = { taxable: null, superable: null, holidayGross: null, regular: null, unitRate: null };
    const bank = addElement(context, actor, businessId, {
      ...{ code: "BANK", name: "Time banked", element: "timeInLieuEarned", entry: "hours", percent: "150" },
      ...{ ...none, ...plain },
    } as never);
    const runId = openUsual(world);
    const { version } = readRun(context, actor, runId);
    const typed = [
      { elementId: world.element("ORD"), hours: "38" },
      { elementId: bank, hours: "4" },
    ];
    saveRows(context, actor, runId, { version, rows: [{ payId: row(runId)?.payId ?? 0, lines: typed }] });
    record();
    // 4 h at 150 % are 6 h in lieu: 6 × 31.50.
    expect(lines(runId)).toContainEqual(["TIL-LEFT", "189.00"]);
    expect(row(runId)?.marks.map((mark) => mark.code)).not.toContain("leaveBeyondBalance");
    tickAndSign(runId);
    expect(balanceOf("timeInLieu")).toBe(0);
  });
  it("makes the payroll year final with the last pay where that is wanted, of who left and of nobody else", () => {
    const runId = record();
    const rows = readRun(world.context, world.actor, runId).rows;
    const stays = rows.find((each) => each.personId !== leaver)?.payId ?? 0;
    const leaves = row(runId)?.payId ?? 0;
    tickAll(runId);
    expect(signOffPlan(world.context, runId).leavers).toEqual([
      { payId: leaves, name: row(runId)?.name, lastDay: "2026-06-26" },
    ]);
    const sign = (...final: number[]) =>
      signOff(world.context, world.actor, runId, readRun(world.context, world.actor, runId).version, final);
    expect(() => sign(leaves, stays)).toThrow("only for who left");
    sign(leaves);
    expect(kept(runId, "payEvent").match(/FinalI>true/g)).toHaveLength(1);
    world.context.store.db.update(outbox).set({ state: "accepted" }).run();
    const { ending, rows: ofYear } = readYearAndEnding(world.context, world.actor, world.businessId, "2026-07-02");
    expect(ending.people[leaver]).toMatchObject({ state: "final", words: "final" });
    // The payday lies ahead of today: an event dated today would be older than what the agency holds.
    expect(() =>
      declareYear(world.context, world.actor, world.businessId, {
        ...{ from: "2026-07-01", people: [leaver], act: "again", reason: "Paid once more" },
        shown: signedSums(ofYear, [leaver]),
      }),
    ).toThrow("The payday of 2 July 2026 is reported");
  });
  it("leaves nothing in the balance, and says when and why in the pay event", () => {
    const runId = record();
    tickAndSign(runId);
    expect(leaveBalances(world.context.store, [leaver]).get(leaver)?.get("annual")).toBe(0);
    const event = kept(runId, "payEvent");
    expect(event).toContain("<EmploymentEndD>2026-06-26</EmploymentEndD>");
    expect(event).toContain("<CessationTypeC>V</CessationTypeC>");
    expect(event).toMatch(/<TypeC>U<\/TypeC>\s*<PaymentA>848.44<\/PaymentA>/);
    // The next run begins without them; usual pay is what it was, of days that are over.
    const next = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    expect(row(next)).toBeUndefined();
  });
  it("on redundancy pays notice and redundancy, reported with its tax-free part", () => {
    // 3 people: a small employer owes no redundancy pay; five completed years: 4 weeks × 38 × 31.5.
    const runId = record({ reason: "R", noticeWorked: false });
    expect(lines(runId)?.slice(1)).toEqual([
      ["UNUSED-AL", "848.44"],
      ["NOTICE", "4788.00"],
    ]);
    // Pay in lieu of notice counts for super, unused leave does not: (1,197 + 4,788) × 12 %.
    expect(row(runId)?.figures?.super).toBe("718.20");
    tickAndSign(runId);
    const why = keptWorking(world.context, runId, row(runId)?.payId ?? 0, "line:NOTICE");
    expect(why.rule).toBe("4 weeks of notice not worked (6 completed years) × 38 h × $31.5");
    const event = kept(runId, "payEvent");
    // Notice that is paid because the position went is part of the redundancy payment: here all of it is tax-free.
    expect(event).toMatch(/<TypeC>D<\/TypeC>\s*<PaymentsA>4788.00<\/PaymentsA>/);
    expect(event).not.toContain("<EmploymentTerminationPayment>");
    expect(event).toMatch(/<LumpSum>\s*<TypeC>R<\/TypeC>\s*<PaymentsA>848.44<\/PaymentsA>/);
  });
  it("undone once its own run was sent gives the open run its row back, and asks about what was paid", () => {
    const { context, actor, businessId, cycleId } = world;
    const cycle = openRun(context, actor, businessId, { cycleId, from: "usual" });
    const own = record({ lastDay: "2026-06-24", pay: "now", payday: "2026-06-25" });
    tickAndSign(own);
    context.store.db.update(payRun).set({ state: "settled" }).where(eq(payRun.id, own)).run();
    expect(row(cycle)?.included).toBe(false);
    undoDeparture(context, actor, leaver);
    expect(row(cycle)?.included).toBe(true);
    expect(row(cycle)?.marks.map((mark) => mark.code)).toContain("paidBefore");
  });
  it("known only after days beyond it were paid asks for these pays to be corrected, until they are", () => {
    const { context, actor, businessId, cycleId } = world;
    const open = () => openRun(context, actor, businessId, { cycleId, from: "usual" });
    tickAndSign(open());
    const second = open();
    tickAndSign(second);
    context.store.db.update(payRun).set({ state: "settled" }).run();
    const asked = (runId: number) =>
      readRun(context, actor, runId).rows.flatMap((each) =>
        each.marks.flatMap((mark) => (mark.code === "paidBeyond" ? [`${each.personId} ${mark.text}`] : [])),
      );
    expect(planDeparture(context, actor, leaver, wanted({ lastDay: "2026-06-24" })).notes).toContain(
      "Days to 5 July 2026 were paid already, on 2 July 2026 and 9 July 2026: correct that afterwards.",
    );
    const runId = record({ lastDay: "2026-06-24" });
    expect(asked(runId)).toEqual([
      `${leaver} The last day was 24 June 2026, and days to 5 July 2026 were paid already, on 2 July 2026 and 9 July 2026. Correct those pays, so that neither pay nor leave of these days stands; or tick.`,
    ]);
    const payId = row(second)?.payId ?? 0;
    const { lines: was } = readCorrectable(context, payId);
    const lines = was.map((each) => ({ ...each, hours: each.hours ? "0" : undefined })) as never;
    makeCorrection(context, actor, { payId, lines, into: "next" });
    expect(asked(runId).join()).toContain("days to 28 June 2026 were paid already, on 2 July 2026. Correct");
  });
  it("pays notice at the full rate: with weekend penalties of the week and allowances that the agreement gives", () => {
    const { context, actor, businessId } = world;
    const workPattern = ["0", "0", "7.6", "7.6", "7.6", "7.6", "7.6"];
    const employment = (change: object = {}) =>
      saveSection(context, actor, leaver, "employment", {
        ...{ from: "2020-01-06", cycleId: world.cycleId, basis: "full-time" as const, classification: null },
        ...{ weeklyHours: "38", hourlyRate: "31.5", minimumRate: null, placeId: null, costCentreId: null, workPattern },
        ...change,
      });
    employment();
    const terms = {
      from: "2020-01-06",
      agreement: "MA000004",
      classification: "4",
      use: "exceptions" as const,
      settings: {},
    };
    saveSection(context, actor, leaver, "time", { ...terms, flags: { firstAider: true } });
    const plan = () => planDeparture(context, actor, leaver, wanted({ reason: "R", noticeWorked: false }));
    const notice = () => plan().lines.find((line) => /notice/i.test(line.name))?.amount;
    // Saturday 1.9 and Sunday 3.8 hours' pay on top: 4 × 31.5 × (38 + 5.7); what first aid brings is asked for.
    expect(notice()).toBe("5506.20");
    expect(plan().notes.join()).toContain("The amount of first aid is not known, and notice is paid with it");
    saveAgreementFacts(context, actor, businessId, "MA000004", {
      ...{ from: "2026-06-01", settings: { lateTrading: false }, source: "Pay guide" },
      rates: { classifications: { "4": "28.12" }, allowances: { "first-aid": "14.20" } },
    });
    expect(notice()).toBe("5563.00");
    // In the usual pay by name it counts once; a salary has all of it within.
    const elementId = addElement(context, actor, businessId, {
      ...{ code: "FA", name: "First aid", element: "allowance", entry: "amount", percent: "100" },
      ...{ leave: null, allowance: "QN", deduction: null, taxable: null, superable: null, account: null },
    });
    const lines = [
      { elementId: world.element("ORD"), hours: "38" },
      { elementId, amount: "14.20" },
    ];
    saveSection(context, actor, leaver, "usualPay", { from: "2020-01-06", lines });
    expect(notice()).toBe("5563.00");
    employment({ hourlyRate: null, salary: "62244" });
    expect(notice()).toBe("4844.80");
  });
  it("reckons notice, redundancy and long service by service that was taken over; an earlier balance by its dates", () => {
    const leave = (change: object) =>
      saveSection(world.context, world.actor, leaver, "leave", {
        ...{ from: "2020-01-06", entitlements: [{ kind: "annual", weeksPerYear: "4" }], loadingPercent: "17.5" },
        ...change,
      });
    const plan = () => planDeparture(world.context, world.actor, leaver, wanted({ reason: "R", smallEmployer: false }));
    const weeks = () => plan().lines.find((line) => /edundancy/.test(line.name))?.why;
    expect(weeks()).toMatch(/^11 weeks of redundancy pay \(6 completed years/);
    expect(() => leave({ countsFrom: "2020-01-07" })).toThrow("or from earlier");
    // Written down on a day after the last one: it holds for every day, and an undone word counts no more.
    leave({ from: "2026-07-01", countsFrom: "2015-06-27" });
    expect(weeks()).toMatch(/\(11 completed years/);
    leave({ from: "2026-07-01", countsFrom: null });
    expect(weeks()).toMatch(/\(6 completed years/);
    leave({ countsFrom: "2015-06-27" });
    // Left out, it stays; from 27 June 2015 to 26 June 2026 eleven years are completed.
    leave({});
    const { longService } = readPerson(world.context, leaver);
    expect(longService).toMatchObject({ since: "2015-06-27", years: 11, weeks: "9.58", hours: "363.99" });
    expect(weeks()).toMatch(/^12 weeks of redundancy pay \(11 completed years/);
    expect(plan().notes.join()).toMatch(/9\.56667 weeks.*since 27 June 2015, is in the redundancy pay/s);
    // The balance that its dates give on 1 July, 4,023 days ÷ 420, taken over, is paid: 363.99 h × 31.5.
    leave({ opening: [{ kind: "long-service", hours: longService?.hours ?? "" }] });
    expect(plan().lines.map((line) => [line.name, line.amount])).toContainEqual([
      "Unused long service leave",
      "11465.69",
    ]);
    leave({ countsFrom: null });
    expect(readPerson(world.context, leaver).longService?.since).toBe("2020-01-06");
  });
  it("waits for the run of its period when the last day lies further ahead", () => {
    expect(recordDeparture(world.context, world.actor, leaver, wanted({ lastDay: "2026-07-03" }))).toBeNull();
    const first = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    expect(lines(first)).toEqual([["ORD", "1197.00"]]);
    tickAndSign(first);
    const second = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    expect(lines(second)?.map(([code]) => code)).toEqual(["ORD", "UNUSED-AL"]);
  });
});

describe("a departure in a run of its own", () => {
  it("takes the row along, and leaves it out of the cycle's run", () => {
    const cycleRun = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    const own = record({ pay: "now", payday: "2026-07-01" });
    expect(readRun(world.context, world.actor, own)).toMatchObject({ kind: "departure", payday: "2026-07-01" });
    expect(lines(own)?.map(([code]) => code)).toEqual(["ORD", "UNUSED-AL"]);
    expect(row(cycleRun)?.included).toBe(false);
    tickAndSign(own);
    tickAndSign(cycleRun);
    // Runs of the cycle follow each other as before.
    const next = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    expect(readRun(world.context, world.actor, next).periodStart).toBe("2026-06-29");
  });
  it("gives the row back to the cycle's run, with what is owed at the end, when that run is discarded", () => {
    const runId = openUsual(world);
    const own = record({ pay: "now", payday: "2026-07-01" });
    expect(row(runId)?.included).toBe(false);
    discardRun(world.context, world.actor, own);
    expect(lines(runId)).toEqual([
      ["ORD", "1197.00"],
      ["UNUSED-AL", "848.44"],
    ]);
    undoDeparture(world.context, world.actor, leaver);
    expect(lines(runId)).toEqual([["ORD", "1197.00"]]);
  });
});

describe("a departure recorded after the period was paid", () => {
  const signFirst = () => {
    const first = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    tickAndSign(first);
  };
  // 22.9231 h are left after the first pay: × 31.5 × 1.175 = 848.44.
  it("pays only what is owed at the end, with the next run", () => {
    signFirst();
    const second = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    expect(record()).toBe(second);
    expect(lines(second)).toEqual([["UNUSED-AL", "848.44"]]);
    expect(row(second)?.marks.filter((mark) => mark.kind === "stop")).toEqual([]);
    undoDeparture(world.context, world.actor, leaver);
    expect(lines(second)).toEqual([["ORD", "1197.00"]]);
  });
  it("and in a run of its own", () => {
    signFirst();
    const own = record({ pay: "now", payday: "2026-07-02" });
    expect(lines(own)).toEqual([["UNUSED-AL", "848.44"]]);
    expect(row(own)?.marks.filter((mark) => mark.kind === "stop")).toEqual([]);
    tickAndSign(own);
    expect(leaveBalances(world.context.store, [leaver]).get(leaver)?.get("annual")).toBe(0);
  });
});

describe.each([
  ["AU", "left out and signed off"],
  ["AU", "discarded"],
  ["NZ", "left out and signed off"],
  ["NZ", "discarded"],
] as const)("a final pay whose run did not pay it: %s, %s", (country, way) => {
  it("waits for the next run of the cycle, the last day before its period too", async () => {
    if (country === "NZ") {
      await world.end();
      world = smallWorldNz(3);
      leaver = world.personIds[0] ?? 0;
    }
    const { context, actor } = world;
    const departure = () => readPerson(context, leaver).departure;
    const first = openUsual(world);
    const { periodEnd } = readRun(context, actor, first);
    const isLate = way === "discarded";
    if (isLate) tickAndSign(first);
    const held = recordDeparture(context, actor, leaver, wanted({ lastDay: periodEnd })) ?? openUsual(world);
    const owed = lines(held)?.filter(([code]) => code !== "ORD" && code !== "HOL-8");
    expect(departure()?.runId).toBe(held);
    expect(owed?.length).toBeGreaterThan(0);
    if (isLate) discardRun(context, actor, held);
    else {
      const { version } = readRun(context, actor, held);
      saveRows(context, actor, held, { version, rows: [{ payId: row(held)?.payId ?? 0, included: false }] });
      tickAndSign(held);
    }
    expect(departure()).toMatchObject({ runId: null, payday: null, undo: "whole" });
    expect(readPerson(context, leaver).details.endDate).toBe(periodEnd);
    const next = openUsual(world);
    expect(departure()?.runId).toBe(next);
    if (isLate) expect(lines(next)?.filter(([code]) => code !== "HOL-8")).toEqual(owed);
    else expect(lines(next)?.map(([code]) => code)).toEqual(expect.arrayContaining(owed?.map(([code]) => code) ?? []));
    expect(readRun(context, actor, next).leftOut).toEqual([]);
    tickAndSign(next);
    expect(row(openUsual(world))).toBeUndefined();
  });
});

describe("undoing a departure", () => {
  const undo = () => undoDeparture(world.context, world.actor, leaver);
  const asBefore = () => {
    const person = readPerson(world.context, leaver);
    expect([person.departure, person.details.endDate]).toEqual([null, null]);
    expect(person.usualPay.lines).toHaveLength(1);
  };
  it("takes the final lines out and employs the person again", () => {
    const runId = record();
    undo();
    expect(lines(runId)).toEqual([["ORD", "1197.00"]]);
    asBefore();
  });
  it("closes a run of its own and brings the row back", () => {
    const cycleRun = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    const own = record({ pay: "now", payday: "2026-07-01" });
    undo();
    expect(readRun(world.context, world.actor, own).state).toBe("takenBack");
    expect([row(cycleRun)?.included, lines(cycleRun)]).toEqual([true, [["ORD", "1197.00"]]]);
    asBefore();
  });
  it("asks for the run to be taken back first, and then finds the fresh one", () => {
    const runId = record();
    tickAndSign(runId);
    expect(undo).toThrow("Take that run back first");
    const fresh = takeBack(world.context, world.actor, runId, "stays after all");
    undo();
    expect(lines(fresh)).toEqual([["ORD", "1197.00"]]);
    asBefore();
  });
  it("is refused where nothing is recorded, and a second departure too", () => {
    expect(undo).toThrow("No departure is recorded");
    record();
    expect(() => record()).toThrow("A departure is recorded");
  });
  it("changes nothing when it is refused", () => {
    expect(() => record({ lastDay: "2019-01-01" })).toThrow("before the start date");
    asBefore();
    expect(world.context.store.db.select().from(pay).all()).toEqual([]);
  });
});
