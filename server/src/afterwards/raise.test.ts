/** A raise for several people on a real store: what is shown beforehand is what is done, for all of them or for none. */
import type { RaiseWanted } from "@zesty/contract/raise";
import { afterEach, describe, expect, it } from "vitest";
import { employmentOf } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { datedRecords } from "../store/dated.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readLineOfTime, undoChange } from "./lineOfTime.ts";
import { planRaise, raise } from "./raise.ts";

type Terms = Parameters<typeof employmentOf>[0];
let world: SmallWorld;
afterEach(() => world.end());

const wanted = (change: Partial<RaiseWanted>): RaiseWanted => ({
  ...{ from: "2026-07-01", by: "percent", value: "4", people: world.personIds, payBack: true },
  ...change,
});
const plan = (change: Partial<RaiseWanted> = {}) =>
  planRaise(world.context, world.actor, world.businessId, wanted(change));
const done = (change: Partial<RaiseWanted> = {}) => raise(world.context, world.actor, world.businessId, wanted(change));
const open = () => openUsual(world);
const termsOn = (personId: number, day: string) =>
  datedRecords(world.context.store.db, [personId], day).terms.get(personId);
const usualOn = (personId: number, day: string) =>
  datedRecords(world.context.store.db, [personId], day).usual.get(personId)?.lines ?? [];
const agree = (personId: number, change: object) =>
  saveSection(world.context, world.actor, personId, "employment", {
    ...employmentOf(termsOn(personId, "2026-01-01") as Terms),
    ...change,
    from: "2026-01-01",
  });

describe("a raise for several people", () => {
  it("is shown before it is done: nothing is saved by looking, and afterwards holds what was shown", () => {
    world = smallWorld(3);
    const [first, second, third] = world.personIds as [number, number, number];
    const shown = plan({ people: [first, second] });
    expect(shown.rows.find((row) => row.personId === first)).toMatchObject({
      was: "$31.50 an hour",
      is: "$32.76 an hour",
    });
    expect(shown.yearly).toBe("4979.52");
    expect(termsOn(first, "2026-07-01")?.hourlyRateE4).toBe(315_000);
    expect(done({ people: [first, second] })).toEqual({ runIds: [] });
    expect([first, second, third].map((id) => termsOn(id, "2026-07-01")?.hourlyRateE4)).toEqual([
      ...[327_600, 327_600, 315_000],
    ]);
    expect(termsOn(first, "2026-06-30")?.hourlyRateE4).toBe(315_000);
  });
  it("pays back what signed pays miss, in one run, or does not where that is not wanted", () => {
    world = smallWorld(2);
    signRun(world, open());
    const shown = plan({ from: "2026-06-22" });
    expect(shown.backPay).toBe("95.76");
    const { runIds } = done({ from: "2026-06-22" });
    expect(runIds).toHaveLength(1);
    expect(readRun(world.context, world.actor, runIds[0] ?? 0).rows.map((row) => row.figures?.gross)).toEqual([
      ...["1292.76", "1292.76"],
    ]);
    expect(plan({ from: "2026-06-22", value: "0" }).backPay).toBe("0.00");
    // Looking at what is missed, within the act, leaves no terms of its own.
    const said = world.context.store.sqlite.prepare(
      "SELECT COUNT(*) FROM employment_terms WHERE \"from\" = '2026-06-22'",
    );
    expect(said.pluck().get()).toBe(2);
  });
  it("moves a salary's usual pay and the run that is open, and an undone raise moves them back", () => {
    world = smallWorld(1);
    const [id] = world.personIds as [number];
    const salary = world.element("ORD");
    agree(id, { hourlyRate: null, salary: "62244.00" });
    saveSection(world.context, world.actor, id, "usualPay", {
      from: "2026-01-01",
      lines: [{ elementId: salary, amount: "1197.00" }],
    });
    const runId = open();
    const { rows } = plan({ from: "2026-06-22" });
    expect(rows[0]).toMatchObject({ was: "$62,244.00 a year", is: "$64,733.76 a year", yearly: "2489.76" });
    done({ from: "2026-06-22" });
    expect(usualOn(id, "2026-06-22")).toEqual([{ elementId: salary, amount: "1244.88" }]);
    const inRun = () => readRun(world.context, world.actor, runId).rows[0]?.lines.map((line) => line.amount);
    expect(inRun()).toContain("1244.88");
    const raiseNotch = readLineOfTime(world.context, id)
      .lanes.find((each) => each.section === "employment")
      ?.notches.at(-1);
    undoChange(world.context, world.actor, id, "employment", raiseNotch?.id ?? 0);
    expect(usualOn(id, "2026-06-22")).toEqual([{ elementId: salary, amount: "1197.00" }]);
    expect(inRun()).toContain("1197.00");
    expect(usualOn(id, "2026-06-21")).toEqual([{ elementId: salary, amount: "1197.00" }]);
  });
  it("leaves usual pay that was typed otherwise, and follows hours that are agreed anew", () => {
    world = smallWorldNz(2);
    const [follows, typed] = world.personIds as [number, number];
    const before = usualOn(typed, "2026-07-01");
    saveSection(world.context, world.actor, typed, "usualPay", {
      from: "2026-01-01",
      lines: before.map((line) => ({ ...line, hours: "11" })),
    });
    for (const id of [follows, typed]) agree(id, { weeklyHours: "30" });
    expect(usualOn(follows, "2026-07-01").map((line) => line.hours)).toContain("60");
    expect(usualOn(typed, "2026-07-01").map((line) => line.hours)).toEqual(["11"]);
  });
  it("is refused with a sentence, and nothing is changed, where one of them cannot have it", () => {
    world = smallWorld(2);
    const [first, second] = world.personIds as [number, number];
    agree(second, { hourlyRate: null });
    expect(() => done()).toThrow("cannot be raised: Neither a rate nor a salary.");
    expect(termsOn(first, "2026-07-01")?.hourlyRateE4).toBe(315_000);
    expect(() => done({ people: [] })).toThrow("Nobody is chosen");
    expect(() => done({ people: [first], value: "0" })).toThrow("changes nothing");
    expect(() => done({ people: [first, 999] })).toThrow("not employed here");
    expect(plan({ from: "2019-01-01" }).rows.map((row) => row.is)).toEqual([null, null]);
  });
});
