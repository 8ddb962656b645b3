/**
 * Who leaves is paid the same however it is written down: known before the run is opened or while it is open, undone and
 * said again, taken back, for another day first, in the cycle's run or in one of its own. Nothing of the leave is left.
 */
import { addDays, weekday } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { undoDeparture } from "../afterwards/undoDeparture.ts";
import { ProblemError } from "../ground/problem.ts";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { payRun } from "../store/schema.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

let world: SmallWorld;
afterEach(() => endWhole(world));
const who = () => world.personIds[0] ?? 0;
const save = (section: Parameters<typeof saveSection>[3], values: object) =>
  saveSection(world.context, world.actor, who(), section, values as never);

const countries = {
  AU: { first: "2026-06-22", days: 7, after: 4, day: "7.6", away: ["annual", "personal", "unpaid"], make: smallWorld },
  NZ: { first: "2026-06-15", days: 14, after: 3, day: "8", away: ["annual", "sick", "unpaid"], make: smallWorldNz },
} as const;
type Code = keyof typeof countries;

const lives = (code: Code) => {
  const { days, away } = countries[code];
  return fc.record({
    way: fc.constantFrom("usual", "salary", "all", "exceptions"),
    basis: fc.constantFrom("full-time", "casual"),
    lastDay: fc.nat(days - 1),
    reason: fc.constantFrom("V", "R", "F"),
    noticeWorked: fc.boolean(),
    off: fc.option(fc.record({ kind: fc.constantFrom(...away), day: fc.nat(2 * days - 1), days: fc.nat(2) })),
    withPay: fc.boolean(),
    // What is agreed changes within the last period, or after the last day.
    change: fc.option(fc.record({ day: fc.nat(days - 1), what: fc.constantFrom("raise", "leave") })),
    // Anniversaries and half years fall about the last day.
    start: fc.constantFrom("2020-01-06", "2025-07-02", "2025-07-08", "2026-01-03", "2014-07-06"),
  });
};
type Life = ReturnType<typeof lives> extends fc.Arbitrary<infer L> ? L : never;

const hows = ["open", "early", "undone", "ownFirst", "otherDay", "takenBack", "saidAgain", "own"] as const;

function begin(code: Code, life: Life): void {
  const { make, day, first, days } = countries[code];
  world = make(1);
  world.context.store.sqlite.prepare("UPDATE person SET start_date = ?").run(life.start);
  const workPattern = [day, day, day, day, day, "0", "0"];
  const rate = life.way === "salary" ? { hourlyRate: null, salary: "78000" } : { hourlyRate: "31.5" };
  const terms = {
    ...plainTerms(world, { from: "2020-01-06" }),
    basis: life.basis,
    weeklyHours: String(Number(day) * 5),
  };
  save("employment", { ...terms, ...rate, workPattern });
  const amount = code === "AU" ? "1500.00" : "3000.00";
  if (life.way === "salary")
    save("usualPay", { from: "2020-01-06", lines: [{ elementId: world.element("SAL"), amount }] });
  if (life.way === "all" || life.way === "exceptions")
    save("time", { from: "2020-01-06", agreement: null, classification: null, use: life.way, settings: {}, flags: {} });
  if (code === "NZ" && life.withPay) {
    const holidays = { varies: false, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false };
    save("holidays", { from: "2020-01-06", withPay: true, ...holidays });
  }
  if (!life.change) return;
  const from = addDays(first, days + life.change.day);
  if (life.change.what === "raise") {
    const more = life.way === "salary" ? { hourlyRate: null, salary: "83200" } : { hourlyRate: "33.6" };
    save("employment", { ...terms, ...more, workPattern, from });
    const raised = code === "AU" ? "1600.00" : "3200.00";
    if (life.way === "salary") save("usualPay", { from, lines: [{ elementId: world.element("SAL"), amount: raised }] });
  } else if (code === "AU" && life.basis !== "casual") {
    const entitlements = ["5", "2"].map((weeksPerYear, at) => ({ kind: ["annual", "personal"][at], weeksPerYear }));
    save("leave", { from, entitlements, loadingPercent: null });
  }
}

/** What was paid in cents by code, and what stands in the balances. */
function play(code: Code, life: Life, how: (typeof hows)[number]) {
  const { first, days, after, day } = countries[code];
  begin(code, life);
  const { context, actor, businessId } = world;
  const lastDay = addDays(first, days + life.lastDay);
  const isAway = (date: string) =>
    life.off !== null && addDays(first, life.off.day) <= date && date <= addDays(first, life.off.day + life.off.days);
  const record = (from: string, to: string) => {
    for (let date = from; life.way === "all" && date <= to; date = addDays(date, 1)) {
      if (weekday(date) > 5 || isAway(date)) continue;
      const said = readDay(day, date, code) as never;
      saveDays(context, actor, businessId, { days: [{ personId: who(), date, kind: "worked", record: said }] });
      approveDays(context, actor, businessId, { days: [{ personId: who(), date }], approved: true });
    }
  };
  const leave = (pay: "next" | "now", on = lastDay) =>
    recordDeparture(context, actor, who(), {
      ...{ lastDay: on, reason: life.reason as "V", noticeWorked: life.noticeWorked, misconduct: false, pay },
      ...(pay === "now" ? { payday: addDays(first, 2 * days - 1 + after) } : {}),
    });
  const undo = () => undoDeparture(context, actor, who());
  if (life.off)
    askForLeave(context, actor, businessId, {
      ...{ personId: who(), kind: life.off.kind, inAdvance: false, hoursADay: null, note: null },
      ...{ first: addDays(first, life.off.day), last: addDays(first, life.off.day + life.off.days) },
      approve: { belowNought: true },
    });
  record(first, addDays(first, days - 1));
  if (how === "early") leave("next");
  signRun(world, openUsual(world));
  record(addDays(first, days), lastDay);
  const runId = how === "own" ? 0 : openUsual(world);
  if (how === "own") leave("now");
  if (how === "ownFirst") leave("now");
  if (how === "undone") leave("next");
  if (how === "otherDay") leave("next", addDays(first, 2 * days - 1));
  if (how === "ownFirst" || how === "undone" || how === "otherDay") undo();
  if (how !== "own" && how !== "early") leave("next");
  if (how === "takenBack" || how === "saidAgain") {
    signRun(world, runId);
    takeBack(context, actor, runId, "once more");
  }
  if (how === "saidAgain") {
    undo();
    leave("next");
  }
  for (const run of context.store.db.select().from(payRun).all())
    if (run.state === "open" && readRun(context, actor, run.id).rows.some((row) => row.included))
      signRun(world, run.id);
  const all = <Row>(sql: string) => context.store.prepared<[], Row>(sql).all();
  const paid = all<{ code: string; cents: number }>("SELECT code, SUM(cents) AS cents FROM pay_fact GROUP BY code");
  const held = all<{ kind: string; e4: number }>("SELECT kind, SUM(hours_e4) AS e4 FROM leave_entry GROUP BY kind");
  void endWhole(world);
  return {
    paid: Object.fromEntries(paid.filter(({ cents }) => cents !== 0).map((row) => [row.code, row.cents])),
    held: Object.fromEntries(held.filter(({ e4 }) => e4 !== 0).map((row) => [row.kind, row.e4])),
  };
}

describe.each(["AU", "NZ"] as const)("%s: the final pay", (code) => {
  it("is the same however it came about, and nothing of annual leave is left", { timeout: 90_000 }, () => {
    fc.assert(
      fc.property(lives(code), fc.constantFrom(...hows.slice(1)), (life, how) => {
        const tried = (which: (typeof hows)[number]) => {
          try {
            return play(code, life, which);
          } catch (error) {
            if (!(error instanceof ProblemError)) throw error;
            void endWhole(world);
            return error.message;
          }
        };
        const [open, other] = [tried("open"), tried(how)];
        expect(other).toEqual(open);
        if (typeof open !== "string" && life.basis !== "casual") expect(open.held.annual ?? 0).toBe(0);
      }),
      { numRuns: 9 },
    );
    world = countries[code].make(1);
  });
});
