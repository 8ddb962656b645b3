/** Days that stop being holidays or days off, or become ones, after leave over them was approved: by each way that moves them. */
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { afterEach, describe, expect, it } from "vitest";
import { readLineOfTime, undoChange } from "../afterwards/lineOfTime.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
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
const ask = (last = "2026-06-26") =>
  askForLeave(world.context, world.actor, world.businessId, {
    ...{ personId: who(), kind: "annual", first: "2026-06-25", last, hoursADay: null, inAdvance: false },
    ...{ note: null, approve: { belowNought: true } },
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
/** A week of 32 hours and its Friday. */
const week = (friday: string, from = "2026-06-01") => {
  const terms = plainTerms(world, { from, workPattern: ["8", "8", "8", "8", friday, "0", "0"] });
  saveSection(world.context, world.actor, who(), "employment", terms);
};

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
    week("0", "2026-01-05");
    ask();
    const runId = openUsual(world);
    for (const [friday, hours] of [
      ["0", "8"],
      ["7.6", "15.6"],
      ["0", "8"],
    ] as const) {
      week(friday, "2026-06-26");
      world.context.factsChanged(world.businessId);
      expect(leaveIn(runId)).toBe(hours);
    }
  });
  const fridays = () =>
    world.context.store.sqlite
      .prepare("SELECT DISTINCT date FROM time_day WHERE strftime('%w', date) = '5' ORDER BY date")
      .pluck()
      .all();
  it.each([
    ["next", "2026-07-06", "2026-12-30", ["2026-06-26", "2026-07-03"]],
    ["now", "2026-07-01", "2026-07-01", []],
  ] as const)(
    "becomes leave up to the last day, unless the final pay has closed it: %s",
    (pay, lastDay, payday, laid) => {
      begin(first);
      week("0");
      ask("2026-07-10");
      const found = recordDeparture(world.context, world.actor, who(), {
        ...{ lastDay, reason: "V", noticeWorked: true, misconduct: false, pay, payday },
      });
      if (pay === "now") signRun(world, found ?? 0);
      week("7.6");
      expect(fridays()).toEqual(laid);
    },
  );
  it("is left alone, and the change is taken, where it lies too far back for any pay", () => {
    begin(first);
    week("0");
    ask("2026-07-31");
    // Left out of six weeks: those that lie five weeks back are paid by none any more.
    const { sqlite } = world.context.store;
    for (let run = 0; run < 6; run += 1) {
      const runId = openUsual(world);
      sqlite.prepare("UPDATE pay SET included = 0 WHERE run_id = ?").run(runId);
      sqlite.prepare("UPDATE pay_run SET state = 'settled' WHERE id = ?").run(runId);
    }
    week("7.6");
    expect(fridays()).toEqual(["2026-07-03", "2026-07-10", "2026-07-17", "2026-07-24", "2026-07-31"]);
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
