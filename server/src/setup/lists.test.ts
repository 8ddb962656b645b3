/** The lists of the set-up on a real store: changed and retired, with what they touch; what is in use is not retired. */

import { addDays } from "@zesty/core/calendar/dates";
import { nextPeriod } from "@zesty/core/calendar/payPeriods";
import { isBankDay, paydayByRule } from "@zesty/core/countries/workingDays";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { type SmallWorld, smallWorld } from "../smallWorld.ts";
import { addCentre } from "./costs.ts";
import { addCycle } from "./createBusiness.ts";
import { addPlace, changeEntry } from "./lists.ts";
import { readBusiness } from "./readBusiness.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorld(2);
});
afterEach(() => world.end());

const view = () => readBusiness(world.context, world.businessId);
const change = (...[list, entry, wanted]: [Parameters<typeof changeEntry>[3], number, object]) =>
  changeEntry(world.context, world.actor, world.businessId, list, entry, wanted as never);
const weekly = { name: "Weekly", paydayOffset: 4, closedDays: "ask", retired: false };

describe("lists of the set-up", () => {
  it("say who uses each entry, and are renamed in place", () => {
    expect(view().cycles[0]).toMatchObject({ usedBy: 2, retired: false });
    expect(view().funds[0]).toMatchObject({ usedBy: 2 });
    change("funds", view().funds[0]?.id ?? 0, {
      name: "Renamed Super",
      abn: "89000000019",
      usi: "89000000019001",
      retired: false,
    });
    expect(view().funds.map((each) => each.name)).toEqual(["Renamed Super"]);
    addPlace(world.context, world.actor, world.businessId, { name: "The shed", state: "TAS" });
    const shed = view().places.find((each) => each.name === "The shed");
    expect(shed).toMatchObject({ usedBy: 0, state: "TAS" });
    change("places", shed?.id ?? 0, { name: "The old shed", state: "QLD", retired: true });
    expect(view().places.find((each) => each.id === shed?.id)).toMatchObject({ state: "QLD", retired: true });
  });
  it.each<[string, () => void, RegExp]>([
    [
      "a cycle that people are paid by",
      () => change("cycles", world.cycleId, { ...weekly, retired: true }),
      /Weekly is used by 2 people/,
    ],
    [
      "a fund that people have chosen",
      () => change("funds", view().funds[0]?.id ?? 0, { name: "S", abn: "89000000019", usi: "1", retired: true }),
      /used by 2 people/,
    ],
    [
      "an account that is posted to",
      () => change("accounts", view().accounts.find((each) => each.usedBy > 0)?.id ?? 0, { name: "W", retired: true }),
      /is used by \d+ posting/,
    ],
    [
      "a region that is none",
      () => addPlace(world.context, world.actor, world.businessId, { name: "X", state: "Utopia" }),
      /none of ACT/,
    ],
    [
      "a name twice",
      () =>
        addPlace(world.context, world.actor, world.businessId, { name: view().places[0]?.name ?? "", state: "VIC" }),
      /called .* already/,
    ],
    [
      "what is of another business",
      () => change("places", 999, { name: "X", state: "VIC", retired: false }),
      /no such place of work/,
    ],
  ])("refuse %s", (_what, work, says) => {
    expect(work).toThrow(says);
  });
  it("retire what nobody uses: a cycle leaves the desk", () => {
    addCycle(world.context, world.actor, world.businessId, {
      name: "Monthly",
      cycle: "monthly",
      firstPeriodStart: "2026-07-01",
      paydayOffset: 0,
    });
    addCentre(world.context, world.actor, world.businessId, { code: "SHED", name: "Shed" });
    const monthly = view().cycles.find((each) => each.name === "Monthly")?.id ?? 0;
    const lanes = () => JSON.stringify(readDesk(world.context, world.actor));
    expect(lanes()).toContain("Monthly");
    change("cycles", monthly, { ...weekly, name: "Monthly", retired: true });
    expect(lanes()).not.toContain("Monthly");
    const centre = view().costCentres.find((each) => each.code === "SHED")?.id ?? 0;
    change("cost-centres", centre, { name: "Shed", retired: true });
    expect(view().costCentres.find((each) => each.id === centre)?.retired).toBe(true);
  });
  it("move the payday of the next run by offset and by the rule for days without banks", () => {
    // Periods end on Sundays; six days later is a Saturday.
    change("cycles", world.cycleId, { ...weekly, paydayOffset: 6, closedDays: "before" });
    expect(view().cycles[0]?.next.payday).toBe("2026-07-03");
    change("cycles", world.cycleId, { ...weekly, paydayOffset: 6, closedDays: "after" });
    const runId = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    expect(readRun(world.context, world.actor, runId).payday).toBe("2026-07-06");
  });
});

describe("a payday by rule", () => {
  it("is a bank day, the nearest one on its side", () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 700 }), fc.constantFrom("AU", "NZ"), (days, country) => {
        const day = addDays("2026-01-01", days);
        for (const rule of ["before", "after"] as const) {
          const found = paydayByRule(country, day, rule);
          expect(isBankDay(country, found)).toBe(true);
          for (let at = found; at !== day; at = addDays(at, rule === "before" ? 1 : -1))
            if (at !== found) expect(isBankDay(country, at)).toBe(false);
        }
        expect(paydayByRule(country, day, "ask")).toBe(day);
        expect(nextPeriod("weekly", day, 0).payday > day).toBe(true);
      }),
    ));
});
