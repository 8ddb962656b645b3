/** Leave of somebody whose week, basis or leave changes on a day to come: each day goes by what holds on it. */
import { addDays } from "@zesty/core/calendar/dates";
import { balanceOn } from "@zesty/core/leave/forecast";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { readLeave } from "./readLeave.ts";
import { askForLeave } from "./requests.ts";

let world: SmallWorld;
afterEach(() => endWhole(world));
const who = () => world.personIds[0] ?? 0;
const leave = () => readLeave(world.context, world.actor, world.businessId, "2026-06-22", "2026-08-31");
const person = () => leave().people[0] ?? ({} as never);
const ask = (first: string, last: string, kind = "annual") =>
  askForLeave(world.context, world.actor, world.businessId, {
    ...{ personId: who(), kind, first, last, hoursADay: null, inAdvance: false, note: null },
    approve: { belowNought: true },
  });
const terms = (from: string, change: object, hours: string) => {
  saveSection(world.context, world.actor, who(), "employment", {
    ...plainTerms(world, { from }),
    weeklyHours: hours,
    ...change,
  });
  saveSection(world.context, world.actor, who(), "usualPay", {
    ...{ from, lines: [{ elementId: world.element("ORD"), hours }] },
  } as never);
};
const short = { workPattern: ["0", "6", "6", "6", "0", "0", "0"], hourlyRate: "40" };
const taken = () =>
  world.context.store.sqlite
    .prepare(
      "SELECT date, hours_e4 / -10000.0 AS hours FROM leave_entry WHERE kind = 'annual' AND why = 'taken' ORDER BY date",
    )
    .all();
const balance = (kind: string, on: string) =>
  world.context.store.sqlite
    .prepare("SELECT SUM(hours_e4) / 10000.0 FROM leave_entry WHERE kind = ? AND date <= ?")
    .pluck()
    .get(kind, on) as number;

// By hand: Thursday 25 and Friday 26 June are 7.6 h each, Tuesday 30 June is one of 6 h.
it("leave over a change of the week takes the days of either week, and the balance is known before", () => {
  world = smallWorld(1);
  terms("2026-06-29", short, "18");
  ask("2026-06-25", "2026-06-30");
  const standing = person().standings.annual ?? ({} as never);
  // 20 + 38 × 4 ÷ 52 + 18 × 4 ÷ 52 − 21.2
  expect(balanceOn(standing, "2026-07-05").balance.toString()).toBe("3.1077");
  for (let run = 0; run < 2; run += 1) signRun(world, openUsual(world));
  expect(taken()).toEqual([
    { date: "2026-06-25", hours: 15.2 },
    { date: "2026-06-30", hours: 6 },
  ]);
  expect(balance("annual", "2026-07-05")).toBeCloseTo(3.1077, 4);
});

it("is dated by its days with the hours of each, where the week changes within a pay", () => {
  world = smallWorld(1);
  world.context.store.sqlite.prepare("UPDATE pay_cycle SET cycle = 'fortnightly'").run();
  terms("2026-06-22", {}, "38");
  terms("2026-06-29", short, "18");
  ask("2026-06-25", "2026-06-25");
  ask("2026-06-30", "2026-06-30");
  signRun(world, openUsual(world));
  expect(taken()).toEqual([
    { date: "2026-06-25", hours: 7.6 },
    { date: "2026-06-30", hours: 6 },
  ]);
});

it("who is casual from a day to come is full-time until then, here as in the form", () => {
  world = smallWorld(1);
  terms("2026-07-13", { basis: "casual" }, "0");
  expect(person().basis).toBe("full-time");
  ask("2026-07-09", "2026-07-10");
  expect(() => ask("2026-07-11", "2026-07-14")).toThrow(/Alex Sample0 is casual on 13 July 2026/);
});

it("who is a contractor from a day to come is shown until then, and after it no more", () => {
  world = smallWorld(1);
  terms("2026-07-13", { basis: "contractor" }, "0");
  const shown = (from: string, to: string) =>
    readLeave(world.context, world.actor, world.businessId, from, to).people.map((each) => each.basis);
  expect([shown("2026-06-22", "2026-08-31"), shown("2026-07-13", "2026-08-31")]).toEqual([["full-time"], []]);
});

describe("the balance on a day to come", () => {
  // Changes and absences without pay by whole weeks: of a part of one the forecast goes by calendar days, a pay by working days.
  it("is what the ledger says on that day, as far as everything was known before", () => {
    const change = fc.record({
      week: fc.integer({ min: 1, max: 4 }),
      is: fc.constantFrom("short", "casual", "five weeks"),
    });
    const away = fc.record({ week: fc.integer({ min: 0, max: 4 }), kind: fc.constantFrom("annual", "unpaid") });
    fc.assert(
      fc.property(
        fc.array(change, { maxLength: 2 }),
        fc.array(away, { maxLength: 2 }),
        fc.option(fc.nat(2)),
        (changes, aways, last) => {
          world = smallWorld(1);
          const day = (week: number) => addDays("2026-06-22", week * 7);
          for (const { week, is } of changes.toSorted((a, b) => a.week - b.week)) {
            if (is === "short") terms(day(week), short, "18");
            else if (is === "casual") terms(day(week), { basis: "casual" }, "20");
            else
              saveSection(world.context, world.actor, who(), "leave", {
                ...{ from: day(week), entitlements: [{ kind: "annual", weeksPerYear: "5" }], opening: [] },
              } as never);
          }
          const isCasual = (week: number) => changes.some((each) => each.is === "casual" && each.week <= week);
          for (const week of new Set(aways.map((each) => each.week)))
            if (!isCasual(week)) ask(day(week), addDays(day(week), 6), aways.find((each) => each.week === week)?.kind);
          if (last !== null)
            recordDeparture(world.context, world.actor, who(), {
              ...{
                lastDay: addDays(day(last + 3), -1),
                reason: "V",
                noticeWorked: true,
                misconduct: false,
                pay: "next",
              },
              payday: "2026-12-30",
            });
          const standing = person().standings.annual ?? ({} as never);
          for (let run = 0; run < 5; run += 1) {
            const runId = openUsual(world);
            const { rows } = readRun(world.context, world.actor, runId);
            // A whole week without pay, or casual without hours, is left out by hand.
            fc.pre(rows.every((row) => row.included && row.marks.every((mark) => mark.kind !== "stop")));
            signRun(world, runId);
            const end = addDays(day(run), 6);
            if (last !== null && run === last + 2) break;
            expect(balanceOn(standing, end).balance.toNumber()).toBeCloseTo(balance("annual", end), 3);
          }
        },
      ),
      { numRuns: Number(process.env.LIVES ?? 12) },
    );
  });
});
