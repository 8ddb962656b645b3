/** Days that stop being holidays or days off, or become ones, after leave over them was approved: by each way that moves them. */
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { afterEach, describe, expect, it } from "vitest";
import { readLineOfTime, undoChange } from "../afterwards/lineOfTime.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { addPlace, changeEntry } from "../setup/lists.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { adjustBalance } from "./changeBalance.ts";
import { askForLeave } from "./requests.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const places = () => readBusiness(world.context, world.businessId).places;
/** Friday, 26 June 2026 is a day of the first place's own, or none. */
const declare = (days: string) => {
  const [place] = places();
  changeEntry(world.context, world.actor, world.businessId, "places", place?.id ?? 0, {
    ...{ name: place?.name ?? "", state: place?.state ?? "", district: null, days, retired: false },
  });
};
const other = () => {
  addPlace(world.context, world.actor, world.businessId, { name: "Kiosk", state: "VIC", district: null, days: "" });
  return places().at(-1)?.id ?? 0;
};
const works = (placeId: number | null, from = "2026-01-05") =>
  saveSection(world.context, world.actor, who(), "employment", plainTerms(world, { from, placeId }));
const ask = () =>
  askForLeave(world.context, world.actor, world.businessId, {
    ...{ personId: who(), kind: "annual", first: "2026-06-25", last: "2026-06-26", hoursADay: null, inAdvance: false },
    ...{ note: null, approve: { belowNought: false } },
  });
const leaveIn = (runId: number) => {
  const view = readRun(world.context, world.actor, runId);
  const { id } = view.elements.find((each) => each.name === "Annual leave") ?? {};
  const own = view.rows[0]?.lines.filter((line) => line.elementId === id) ?? [];
  return sum(own.map((line) => decimal(line.hours ?? "0"))).toString();
};
function begin(placeId: () => number | null): void {
  world = smallWorld(1);
  saveSection(world.context, world.actor, who(), "leave", {
    ...{ from: "2020-01-06", entitlements: [{ kind: "annual", weeksPerYear: "4" }], loadingPercent: null },
  });
  adjustBalance(world.context, world.actor, who(), {
    ...{ kind: "annual", date: "2026-01-01", amount: "100", reason: "brought along" },
  });
  works(placeId());
}
const first = () => places()[0]?.id ?? 0;

describe("a day within approved leave", () => {
  it.each<[string, () => number | null, () => void]>([
    ["the declared day is taken back", first, () => declare("")],
    ["who is away works at another place from the day before", first, () => works(other(), "2026-06-24")],
    ["a second place leaves it open where who has none said works", () => null, () => void other()],
  ])("becomes leave: %s", (_how, placeId, change) => {
    begin(placeId);
    declare("26/6/2026 Declared Day");
    ask();
    const runId = openUsual(world);
    expect(leaveIn(runId)).toBe("7.6");
    change();
    world.context.factsChanged(world.businessId);
    expect(leaveIn(runId)).toBe("15.2");
  });
  it("becomes leave when the change that made it a holiday is undone on the line of time", () => {
    begin(other);
    declare("26/6/2026 Declared Day");
    works(first(), "2026-06-24");
    ask();
    const runId = openUsual(world);
    expect(leaveIn(runId)).toBe("7.6");
    const lane = readLineOfTime(world.context, who()).lanes.find((each) => each.section === "employment");
    const last = lane?.notches.filter((each) => each.from === "2026-06-24")[0];
    undoChange(world.context, world.actor, who(), "employment", last?.id ?? 0);
    world.context.factsChanged(world.businessId);
    expect(leaveIn(runId)).toBe("15.2");
  });
  it("is leave no more once it is declared a holiday, and leave again when that is taken back", () => {
    begin(first);
    ask();
    const runId = openUsual(world);
    for (const [days, hours] of [
      ["", "15.2"],
      ["26/6/2026 Declared Day", "7.6"],
      ["", "15.2"],
    ] as const) {
      declare(days);
      world.context.factsChanged(world.businessId);
      expect(leaveIn(runId)).toBe(hours);
    }
  });
  // By hand: Thursday is 8 h of the short week, Friday none of it and 7.6 h of the long one.
  it("becomes leave when the day off becomes a working day, and takes nothing once it is a day off again", () => {
    begin(first);
    const week = (workPattern: string[], from: string) =>
      saveSection(world.context, world.actor, who(), "employment", plainTerms(world, { from, workPattern }));
    const days = (friday: string) => ["8", "8", "8", "8", friday, "0", "0"];
    week(days("0"), "2026-01-05");
    ask();
    const runId = openUsual(world);
    for (const [friday, hours] of [
      ["0", "8"],
      ["7.6", "15.6"],
      ["0", "8"],
    ] as const) {
      week(days(friday), "2026-06-26");
      world.context.factsChanged(world.businessId);
      expect(leaveIn(runId)).toBe(hours);
    }
  });
  it("stays as it was paid", () => {
    begin(first);
    declare("26/6/2026 Declared Day");
    ask();
    signRun(world, openUsual(world));
    declare("");
    const recorded = world.context.store.sqlite.prepare("SELECT DISTINCT date FROM time_day").pluck().all();
    expect(recorded).toEqual(["2026-06-25"]);
  });
});
