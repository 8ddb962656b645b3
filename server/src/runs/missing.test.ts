/** Nobody who is paid in a cycle goes unpaid without a decision. */
import { afterEach, describe, expect, it } from "vitest";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../smallWorld.ts";
import { payCycle } from "../store/schema.ts";
import { addToRun } from "./addToRun.ts";
import { signOffPlan } from "./plan.ts";
import { readRun } from "./readRun.ts";

let world: SmallWorld;
afterEach(() => world.end());

const view = (runId: number) => readRun(world.context, world.actor, runId);
const late = () => world.personIds[1] ?? 0;
/** The second person's row is taken out again, as if the person had been added after the run was opened. */
const openWithout = () => {
  const runId = openUsual(world);
  world.context.store.sqlite.prepare("DELETE FROM pay WHERE run_id = ? AND person_id = ?").run(runId, late());
  return runId;
};

describe.each([
  ["Australia", () => smallWorld(2)],
  ["New Zealand", () => smallWorldNz(2)],
] as const)("somebody of the cycle without a row, %s", (_country, make) => {
  it("is told of in the run and in the plan, keeps it from being signed off, and is brought in", () => {
    world = make();
    const runId = openWithout();
    expect(view(runId).leftOut).toMatchObject([{ personId: late(), should: true }]);
    expect(signOffPlan(world.context, runId).missing.map((each) => each.personId)).toEqual([late()]);
    expect(() => signRun(world, runId)).toThrow(/Alex Sample1 works here since .* Bring them in, or leave them out/);
    addToRun(world.context, world.actor, runId, [late()]);
    expect(view(runId).leftOut).toEqual([]);
    signRun(world, runId);
  });
  it("is left out by decision; the next run asks what of the period is owed", () => {
    world = make();
    const runId = openWithout();
    addToRun(world.context, world.actor, runId, [late()], false);
    signRun(world, runId);
    const marks = (id: number) =>
      view(id).rows.map((row) => row.marks.filter((mark) => /^Nothing was paid for/.test(mark.text)).length);
    const next = openUsual(world);
    expect(marks(next)).toEqual([0, 1]);
    signRun(world, next);
    expect(marks(openUsual(world))).toEqual([0, 0]);
  });
  it.each([
    ["starts after the period", () => begin("2026-07-20")],
    [
      "is paid in another cycle",
      () =>
        saveSection(
          world.context,
          world.actor,
          late(),
          "employment",
          plainTerms(world, { from: "2020-01-06", cycleId: other() }),
        ),
    ],
  ])("is none of it who %s", (_why, change) => {
    world = make();
    const runId = openWithout();
    change();
    expect(view(runId).leftOut.map((each) => each.should)).toEqual([false]);
    expect(signOffPlan(world.context, runId).missing).toEqual([]);
  });
});

const begin = (startDate: string) =>
  saveSection(world.context, world.actor, late(), "details", {
    ...readPerson(world.context, late()).details,
    startDate,
  });
const other = (): number =>
  world.context.store.db
    .insert(payCycle)
    .values({
      ...{ businessId: world.businessId, name: "Other", cycle: "weekly" },
      ...{ firstPeriodStart: "2026-06-22", paydayOffset: 4 },
    })
    .returning()
    .get().id;
