/** Nobody who is paid in a cycle goes unpaid without a decision. */
import { afterEach, describe, expect, it } from "vitest";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { readDesk } from "../desk/readDesk.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { addToRun } from "../runs/addToRun.ts";
import { readRun } from "../runs/readRun.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { payCycle } from "../store/schema.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";

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
  it.each([1, 2])(
    "is left out of %i by decision: desk and next run ask what is owed, until a pay is signed off",
    (runs) => {
      world = make();
      for (let at = 0; at < runs; at += 1) {
        const runId = openWithout();
        addToRun(world.context, world.actor, runId, [late()], false);
        signRun(world, runId);
      }
      const asked = (id: number) =>
        view(id).rows.map((row) =>
          row.marks.flatMap(({ text }) => /^Nothing was paid for .*?, /.exec(text)?.[0] ?? []),
        );
      const onDesk = () =>
        readDesk(world.context, world.actor).toDo.filter((each) => /left out, and nothing paid/.test(each.words))
          .length;
      expect(onDesk()).toBe(runs);
      const next = openUsual(world);
      expect(asked(next)).toEqual([
        [],
        [runs === 1 ? expect.not.stringContaining("periods") : expect.stringContaining("(2 periods)")],
      ]);
      signRun(world, next);
      expect([onDesk(), asked(openUsual(world))]).toEqual([0, [[], []]]);
    },
  );
  it("is none of it who left with a final pay of their own", () => {
    world = make();
    const runId = openUsual(world);
    recordDeparture(world.context, world.actor, late(), {
      ...{ lastDay: view(runId).periodStart, reason: "V", noticeWorked: true, misconduct: false },
      ...{ pay: "now", payday: view(runId).payday },
    } as never);
    for (const id of [runId, runId + 1]) signRun(world, id);
    expect(readDesk(world.context, world.actor).toDo.filter((each) => /left out/.test(each.words))).toEqual([]);
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
