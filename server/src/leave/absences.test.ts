/**
 * Every kind of absence for one day of an open run, both countries, against a reckoning by hand from a table of its own:
 * what is paid, what leave accrues, what moves; and undone as if it had not been.
 */
import { kindsOf } from "@zesty/core/countries/leave";
import { afterEach, describe, expect, it } from "vitest";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { adjustBalance } from "./changeBalance.ts";
import { putOnFile } from "./papers.ts";
import { readLeave } from "./readLeave.ts";
import { answerRequest, askForLeave } from "./requests.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const day = "2026-06-24";
const ask = (kind: string) =>
  askForLeave(world.context, world.actor, world.businessId, {
    ...{ personId: who(), kind, first: day, last: day, hoursADay: null, inAdvance: false, note: null },
    approve: { belowNought: true },
  }).id;
const row = (runId: number) => {
  const [first] = readRun(world.context, world.actor, runId).rows;
  if (!first) throw new Error("no row");
  return first;
};
const figures = (runId: number) => row(runId).figures as unknown as Record<string, string>;

/** Law: Fair Work Act 2009, ss 22, 87, 96, 98 to 112, 524; superannuation guarantee on what is ordinary time earnings. */
const australia: Record<string, { paid: boolean; accrues: boolean; super: boolean }> = {
  annual: { paid: true, accrues: true, super: true },
  personal: { paid: true, accrues: true, super: true },
  "long-service": { paid: true, accrues: true, super: true },
  timeInLieu: { paid: true, accrues: true, super: true },
  dayOff: { paid: true, accrues: true, super: true },
  compassionate: { paid: true, accrues: true, super: true },
  familyViolence: { paid: true, accrues: true, super: true },
  jury: { paid: true, accrues: true, super: false },
  defence: { paid: true, accrues: true, super: false },
  communityService: { paid: true, accrues: true, super: false },
  parental: { paid: true, accrues: true, super: false },
  governmentParental: { paid: true, accrues: false, super: false },
  workersCompensation: { paid: true, accrues: true, super: false },
  unpaid: { paid: false, accrues: false, super: false },
  unpaidPersonal: { paid: false, accrues: false, super: false },
  unpaidCarer: { paid: false, accrues: false, super: false },
  unpaidCompassionate: { paid: false, accrues: false, super: false },
  unpaidParental: { paid: false, accrues: false, super: false },
  volunteer: { paid: false, accrues: true, super: false },
  jurySummons: { paid: false, accrues: true, super: false },
  standDown: { paid: false, accrues: true, super: false },
  industrialAction: { paid: false, accrues: false, super: false },
  absent: { paid: false, accrues: false, super: false },
};

/** Full pay of the day, 80 % of it (Accident Compensation Act 2001, s 98), or nothing; what moves an anniversary (s 16). */
const newZealand: Record<string, { paid: 100 | 80 | 0; moves: boolean }> = {
  annual: { paid: 100, moves: false },
  sick: { paid: 100, moves: false },
  alternative: { paid: 100, moves: false },
  bereavement: { paid: 100, moves: false },
  bereavementOther: { paid: 100, moves: false },
  familyViolence: { paid: 100, moves: false },
  firstWeek: { paid: 80, moves: false },
  unpaid: { paid: 0, moves: true },
  unpaidSick: { paid: 0, moves: false },
  injury: { paid: 0, moves: false },
  jury: { paid: 0, moves: true },
  volunteers: { paid: 0, moves: false },
  strike: { paid: 0, moves: true },
  parental: { paid: 0, moves: false },
  partner: { paid: 0, moves: false },
};

describe("a day away, Australia: 38 hours at $31.50", () => {
  it("knows every kind", () => {
    world = smallWorld(0);
    expect(kindsOf.AU.map((each) => each.code)).toEqual(Object.keys(australia));
  });
  it.each(Object.entries(australia))("%s", (kind, { paid, accrues, super: counts }) => {
    world = smallWorld(1);
    const runId = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    const before = figures(runId);
    const id = ask(kind);
    const own = figures(runId);
    // 38 × 31.50, and a day of 7.6 hours.
    expect(own.gross).toBe(paid ? "1197.00" : "957.60");
    // 12 % of what counts, to the cent.
    expect(own.super).toBe(counts ? "143.64" : "114.91");
    // 4 weeks a year: 38 × 4 ÷ 52, or of 30.4 hours.
    expect(row(runId).figures?.leave.annual).toBe(accrues ? "2.9231" : "2.3385");
    answerRequest(world.context, world.actor, world.businessId, id, {
      ...{ answer: "withdrawn", comment: null, belowNought: false, was: "approved" },
    });
    expect(figures(runId)).toEqual(before);
  });
});

describe("a day away, New Zealand: a fortnight of 80 hours at $30", () => {
  it("knows every kind", () => {
    world = smallWorldNz(0);
    expect(kindsOf.NZ.map((each) => each.code)).toEqual(Object.keys(newZealand));
  });
  it.each(Object.entries(newZealand))("%s", (kind, { paid, moves }) => {
    world = smallWorldNz(1);
    if (kind === "annual" || kind === "alternative")
      adjustBalance(world.context, world.actor, who(), { kind, date: "2026-06-01", amount: "4", reason: "brought" });
    const runId = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    const before = figures(runId);
    const id = ask(kind);
    // Nine days of $240, and the day itself; a fifth of an average week of 65,000 ÷ 52 where that is more (s 21).
    const gross = kind === "annual" ? "2410.00" : { 100: "2400.00", 80: "2352.00", 0: "2160.00" }[paid];
    expect(figures(runId).gross).toBe(gross);
    expect(kindsOf.NZ.find((each) => each.code === kind)).toMatchObject({ moves });
    answerRequest(world.context, world.actor, world.businessId, id, {
      ...{ answer: "withdrawn", comment: null, belowNought: false, was: "approved" },
    });
    expect(figures(runId)).toEqual(before);
  });
});

it("a paper is put on file once, with its day, and whoever only looks on does not see it", () => {
  world = smallWorld(1);
  const request = ask("personal");
  const paper = { what: "Medical certificate", on: "2026-06-24" };
  const put = (change = {}) =>
    putOnFile(world.context, world.actor, world.businessId, request, { ...paper, ...change });
  put();
  expect(() => put()).toThrow("This is on file already.");
  expect(() => put({ on: "2036-06-24" })).toThrow("Look at the year.");
  const shown = readLeave(world.context, world.actor, world.businessId, "2026-06-22", "2026-06-28");
  expect(shown.requests[0]?.papers).toEqual([{ ...paper, by: world.actor.name }]);
  expect(shown.limits).toMatchObject({
    compassionate: { amount: "2", unit: "days", per: "occasion" },
    jury: { amount: "10" },
  });
});
