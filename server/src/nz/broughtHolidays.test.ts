/** Holidays of the time before this program: what had 8 % with the pay, what was taken in advance, when twelve months began. */
import { afterEach, describe, expect, it } from "vitest";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorldNz } from "../testing/smallWorld.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;

const terms = { withPay: false, varies: false, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false };
/** Somebody who began on 2 February 2026 at 30.00 for 40 hours: 95 days, 22,800.00 before the first pay here. */
function brought({ holidays = {}, span = {} }: { holidays?: object; span?: object }) {
  const earlier = { start: "2026-02-02", end: "2026-06-14", gross: "22800", irregular: "0", days: "95", ...span };
  world = smallWorldNz(1, {
    holidays: { ...terms, openingOn: "2026-06-14", ...holidays },
    earlier: { pays: [earlier] },
  });
  world.context.store.sqlite.prepare("UPDATE person SET start_date = '2026-02-02'").run();
}
const below = { opening: [{ kind: "annual", units: "-0.8" }] };

describe("at the end of the employment", () => {
  // By hand: the last day ends a fortnight of 2,400.00; 8 % of 22,800.00 and 2,400.00 are 2,016.00.
  it.each<[string, Parameters<typeof brought>[0], string | null, boolean]>([
    ["8 % is owed on what was earned before and here", {}, "2016.00", false],
    [
      "what was paid for holidays in advance comes off",
      { holidays: below, span: { advance: "960" } },
      "1056.00",
      false,
    ],
    ["holidays in advance whose dollars nobody said are asked about", { holidays: below }, "2016.00", true],
    ["what had 8 % with the pay has none of it again", { holidays: { withPay: true } }, null, false],
  ])("%s", (_what, before, percent, isAsked) => {
    brought(before);
    const runId = openUsual(world);
    recordDeparture(world.context, world.actor, who(), {
      ...{ lastDay: "2026-06-28", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
    const [row] = readRun(world.context, world.actor, runId).rows;
    expect(row?.figures?.lines.find((each) => each.code === "HOL-8")?.amount ?? null).toBe(percent);
    expect(row?.marks.some((mark) => mark.code === "advanceUnknown")).toBe(isAsked);
  });
  it("8 % agreed in the middle of a span: its days before have had none (29 of 133 days, 4,971.43 of 22,800.00)", () => {
    brought({});
    saveSection(world.context, world.actor, who(), "holidays", { ...terms, from: "2026-03-03", withPay: true });
    const runId = openUsual(world);
    recordDeparture(world.context, world.actor, who(), {
      ...{ lastDay: "2026-06-28", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
    const [row] = readRun(world.context, world.actor, runId).rows;
    expect(row?.figures?.lines.find((each) => each.code === "HOL-8")?.amount).toBe("397.71");
  });
});

describe("twelve months that were moved before this program", () => {
  const say = (anniversaryFrom: string, more: object = {}) =>
    saveSection(world.context, world.actor, who(), "holidays", {
      ...terms,
      from: "2026-02-02",
      anniversaryFrom,
      ...more,
    });
  it("count from that day: the weeks arise a year after it, and 8 % is of what was earned since", () => {
    brought({});
    say("2026-04-06");
    expect(readPerson(world.context, who()).nz?.entitlement).toMatchObject({ next: "2027-04-06" });
    const runId = openUsual(world);
    recordDeparture(world.context, world.actor, who(), {
      ...{ lastDay: "2026-06-28", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
    // 70 of the 133 days of the span: 12,000.00; with the fortnight 14,400.00.
    const [row] = readRun(world.context, world.actor, runId).rows;
    expect(row?.figures?.lines.find((each) => each.code === "HOL-8")?.amount).toBe("1152.00");
  });
  it.each([
    ["2026-02-02", /run from the first day by themselves/],
    ["2026-06-16", /This is for the time before this program/],
  ])("from %s is refused", (day, why) => {
    brought({});
    signRun(world, openUsual(world));
    expect(() => say(day)).toThrow(why);
    say("2026-03-02");
    // What was said of it stays when the rest is said again.
    say(readPerson(world.context, who()).nz?.holidays.anniversaryFrom ?? "", { varies: true });
    expect(readPerson(world.context, who()).nz?.holidays).toMatchObject({
      anniversaryFrom: "2026-03-02",
      varies: true,
    });
  });
});

// A casual since 2023 at 30.00, 24 h a fortnight on record before: ten days arose on 1 September 2025 in the earlier system.
describe("sick leave of a casual from before this program", () => {
  const begin = (sickFrom: string | null, gross = "18720") => {
    const span = { start: "2025-06-16", end: "2026-06-14", gross, irregular: "0", days: "78" };
    world = smallWorldNz(1, {
      holidays: { ...terms, sickFrom, opening: [{ kind: "sick", units: "4" }], openingOn: "2026-06-14" },
      earlier: { pays: [span] },
    });
    const { context, actor } = world;
    context.store.sqlite.prepare("UPDATE person SET start_date = '2023-02-06'").run();
    const employed = { ...plainTerms(world, { from: "2023-02-06" }), basis: "casual" as const, weeklyHours: "0" };
    for (const from of ["2023-02-06", "2026-06-15"])
      saveSection(context, actor, who(), "employment", { ...employed, from, hourlyRate: "30" });
    saveSection(context, actor, who(), "usualPay", {
      ...{ from: "2026-06-15", lines: [{ elementId: world.element("ORD"), hours: "24" }] },
    } as never);
  };
  const granted = () => {
    const found = [];
    for (let run = 0; run < 8; run += 1) {
      const runId = openUsual(world);
      const asks = readRun(world.context, world.actor, runId).rows[0]?.marks.some(
        (mark) => mark.code === "sickUnknown",
      );
      found.push(asks);
      signRun(world, runId);
    }
    const days = world.context.store.sqlite
      .prepare("SELECT date FROM leave_entry WHERE kind = 'sick' AND why = 'granted' ORDER BY date")
      .pluck()
      .all();
    return [found.indexOf(true), days];
  };
  it("arises twelve months after it arose last, as the hours before count", () => {
    begin("2025-09-01");
    expect(granted()).toEqual([-1, ["2026-09-01"]]);
  });
  it("is asked about with the first pay where nobody said, and with no other", () => {
    begin(null);
    expect(granted()[0]).toBe(0);
  });
  it("does not arise on too few hours", () => {
    begin("2025-09-01", "2000");
    expect(granted()).toEqual([-1, []]);
  });
  it.each(["2023-02-06", "2026-07-04"])("on %s is refused", (day) => {
    begin(null);
    expect(() =>
      saveSection(world.context, world.actor, who(), "holidays", { ...terms, from: "2026-06-15", sickFrom: day }),
    ).toThrow(/a day after the first one here, and not after/);
  });
});
