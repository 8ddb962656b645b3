/** Several people moved on a real store: shown beforehand, done for all of them or for none. */
import type { MoveWanted } from "@zesty/contract/move";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { addCycle } from "../setup/createBusiness.ts";
import { addFund } from "../setup/funds.ts";
import { datedRecords } from "../store/dated.ts";
import { fund, payCycle, superChoice } from "../store/schema.ts";
import { openUsual, type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { moveSeveral, planMove } from "./moveSeveral.ts";

let world: SmallWorld;
afterEach(() => world.end());

const on = (day: string) => datedRecords(world.context.store.db, world.personIds, day);
const newest = (table: typeof fund | typeof payCycle) =>
  world.context.store.db.select({ id: table.id }).from(table).all().at(-1)?.id ?? 0;
const wanted = (what: MoveWanted["what"], to: number, people = world.personIds, from = "2026-07-06"): MoveWanted => ({
  ...{ what, to, from, people },
});
const plan = (...of: Parameters<typeof wanted>) =>
  planMove(world.context, world.actor, world.businessId, wanted(...of));
const done = (...of: Parameters<typeof wanted>) =>
  moveSeveral(world.context, world.actor, world.businessId, wanted(...of));
function fortnightly(): number {
  addCycle(world.context, world.actor, world.businessId, {
    ...{ name: "Fortnightly", cycle: "fortnightly", firstPeriodStart: "2026-07-06", paydayOffset: 3 },
  });
  return newest(payCycle);
}

describe("several people moved", () => {
  it("to another cycle: usual pay follows its rhythm, and an open run that holds them is told of", () => {
    world = smallWorld(3);
    const cycle = fortnightly();
    openUsual(world);
    const [first = 0, second = 0, third = 0] = world.personIds;
    const shown = plan("cycle", cycle);
    expect([shown.is, shown.rows.map((row) => [row.was, row.cannot])]).toEqual([
      "Fortnightly",
      world.personIds.map(() => ["Weekly", null]),
    ]);
    expect(plan("cycle", cycle, [], "2026-06-24").rows[0]?.note).toContain(
      "The open run of Weekly, paid on 2 July 2026, pays the days before.",
    );
    expect(shown.rows[0]?.note).toBeNull();
    done("cycle", cycle, [first, second]);
    expect([first, second, third].map((id) => on("2026-07-06").terms.get(id)?.cycleId)).toEqual([
      ...[cycle, cycle, world.cycleId],
    ]);
    expect(on("2026-07-05").terms.get(first)?.cycleId).toBe(world.cycleId);
    expect(on("2026-07-06").usual.get(first)?.lines).toMatchObject([{ hours: "76" }]);
    expect(plan("cycle", cycle).rows.map((row) => row.cannot)).toEqual(["There already.", "There already.", null]);
  });
  it("to another fund: the old member number goes, what else was agreed stays", () => {
    world = smallWorld(2);
    addFund(world.context, world.actor, world.businessId, {
      ...{ name: "Harbourlight", abn: "24000000500", usi: "24000000500001" },
    });
    const [first = 0] = world.personIds;
    world.context.store.db
      .update(superChoice)
      .set({ agreedPercent: "15", memberNumber: "M1" })
      .where(eq(superChoice.personId, first))
      .run();
    done("fund", newest(fund), [first]);
    expect(on("2026-07-06").super.get(first)).toMatchObject({
      ...{ fundId: newest(fund), memberNumber: null, agreedPercent: "15" },
    });
    expect(on("2026-07-05").super.get(first)?.memberNumber).toBe("M1");
  });
  it("until a change that stands already, which is said", () => {
    world = smallWorld(1);
    const cycle = fortnightly();
    const [first = 0] = world.personIds;
    addFund(world.context, world.actor, world.businessId, {
      ...{ name: "Harbourlight", abn: "24000000500", usi: "24000000500001" },
    });
    saveSection(world.context, world.actor, first, "super", {
      ...{ from: "2026-09-01", fundId: null, memberNumber: null, guarantee: true, agreedPercent: null },
    });
    expect(plan("cycle", cycle).rows[0]?.note).toBeNull();
    expect(plan("fund", newest(fund)).rows[0]?.note ?? "").toContain("stands from 1 September 2026");
  });
  it("all or none, and only to what the business has", () => {
    world = smallWorld(2);
    const cycle = fortnightly();
    const [first = 0, second = 0] = world.personIds;
    done("cycle", cycle, [second]);
    expect(() => done("cycle", cycle, [first, second])).toThrow("There already. Remove the tick. Nothing was changed");
    expect(() => done("cycle", cycle, [])).toThrow("Nobody is chosen");
    expect(() => done("cycle", cycle, [9999])).toThrow("not employed here");
    expect(() => done("cycle", 9999)).toThrow("no such entry");
    expect(on("2026-07-06").terms.get(first)?.cycleId).toBe(world.cycleId);
  });
});
