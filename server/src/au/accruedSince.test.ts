/** Terms of leave that change from a day in the past: what signed-off pays accrued follows, and goes again with the change. */
import { afterEach, expect, it } from "vitest";
import { readLineOfTime, undoChange } from "../afterwards/lineOfTime.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const leave = (from: string, annual: string) =>
  saveSection(world.context, world.actor, who(), "leave", {
    ...{ from, loadingPercent: null },
    entitlements: [
      { kind: "annual", weeksPerYear: annual },
      { kind: "personal", weeksPerYear: "2" },
    ],
  });
const employed = (from: string, basis: "casual" | "full-time" | "part-time") =>
  saveSection(world.context, world.actor, who(), "employment", {
    ...{ from, cycleId: world.cycleId, basis, classification: null, weeklyHours: "38", hourlyRate: "31.5" },
    ...{ minimumRate: null, placeId: null, costCentreId: null },
  });
const balance = (kind: string) =>
  Number(readPerson(world.context, who()).leave.balances.find((each) => each.kind === kind)?.hours ?? 0);
const undo = (section: string, from: string) => {
  const lane = readLineOfTime(world.context, who()).lanes.find((each) => each.section === section);
  undoChange(world.context, world.actor, who(), section, lane?.notches.findLast((each) => each.from === from)?.id ?? 0);
};
const two = () => [signRun(world, openUsual(world)), signRun(world, openUsual(world))] as const;

it("five weeks a year from the first of two pays: a week's share more of each, of nobody else, and undone nothing", () => {
  world = smallWorld(2);
  const [, second] = two();
  const before = balance("annual");
  // From the payday of the first pay on: 38 × 1 ÷ 52 more of each.
  leave("2026-07-02", "5");
  expect(balance("annual") - before).toBeCloseTo((2 * 38) / 52, 3);
  expect(balance("personal")).toBeCloseTo((2 * 76) / 52, 3);
  undo("leave", "2026-07-02");
  expect(balance("annual")).toBeCloseTo(before, 4);
  // From the second payday: of the second alone; taken back, it goes with its pay.
  leave("2026-07-03", "5");
  expect(balance("annual") - before).toBeCloseTo(38 / 52, 3);
  takeBack(world.context, world.actor, second, "once more");
  expect(balance("annual")).toBeCloseTo(20 + (38 * 4) / 52, 3);
});

it("a casual who was permanent since then has the leave of the pays since, of a period in part its days", () => {
  world = smallWorld(2);
  employed("2020-01-06", "casual");
  two();
  expect([balance("annual"), balance("personal")]).toEqual([20, 0]);
  employed("2026-06-25", "full-time");
  // Thursday and Friday of the first week, all of the second: 1.4 × 38 h.
  expect(balance("annual")).toBeCloseTo(20 + (1.4 * 38 * 4) / 52, 3);
  expect(balance("personal")).toBeCloseTo((1.4 * 38 * 2) / 52, 3);
  // Said twice it is once; other terms of the same basis bring nothing.
  employed("2026-06-25", "full-time");
  employed("2026-06-29", "part-time");
  expect(balance("annual")).toBeCloseTo(20 + (1.4 * 38 * 4) / 52, 3);
  employed("2026-06-22", "casual");
  employed("2026-06-25", "casual");
  employed("2026-06-29", "casual");
  expect(balance("annual")).toBeCloseTo(20, 3);
});

it("a change from today or later touches no balance", () => {
  world = smallWorld(1);
  two();
  const before = balance("annual");
  leave("2026-07-10", "6");
  employed("2026-07-10", "casual");
  expect(balance("annual")).toBe(before);
});
