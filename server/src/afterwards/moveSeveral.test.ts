/** Several people moved on a real store: shown beforehand, done for all of them or for none. */
import type { MoveWanted } from "@zesty/contract/move";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { addCycle } from "../setup/createBusiness.ts";
import { addFund } from "../setup/funds.ts";
import { datedRecords } from "../store/dated.ts";
import { fund, payCycle, superChoice, taxDeclaration } from "../store/schema.ts";
import { openUsual, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
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
  it.each([
    [
      "AU",
      /^Stays as it is for each pay: .* \$19\.20, \$250\.00 to a bank account, \$20\.00 of tax on top\.$/,
      /^Each pay is for another length of time, and .* \$19\.20, \$250\.00 to a bank account and \$20\.00 of tax on top stay as they are: change/,
    ],
    [
      "NZ",
      /^Stays as it is for each pay: child support \$45\.00, A debt \$30\.00\.$/,
      /^Each pay is for another length of time, and child support \$45\.00 and A debt \$30\.00 stay as they are: change/,
    ],
  ] as const)(
    "to a cycle of another length: what is said for each pay stays, and is told (%s)",
    (country, planned, told) => {
      world = country === "AU" ? smallWorld(1) : smallWorldNz(1);
      const { context, actor, businessId, element } = world;
      const [id = 0] = world.personIds;
      if (country === "AU") {
        const { lines } = readPerson(context, id).usualPay;
        saveSection(context, actor, id, "usualPay", {
          lines: [...lines, { elementId: element("TOOL"), amount: "19.20" }],
        });
        context.store.db.update(taxDeclaration).set({ extraPerPayCents: 2000 }).run();
        const part = { bsb: "990-100", account: "10000000", title: "Alex" };
        const parts = [
          { ...part, kind: "amount" as const, value: "250" },
          { ...part, account: "10000009", kind: "rest" as const, value: "" },
        ];
        saveSection(context, actor, id, "bank", { parts } as never);
      } else {
        const order = { kind: "court", name: "A debt", amount: "30.00", served: "2026-01-05" };
        const paid = { from: "2026-01-05", childSupport: { amount: "45.00", protectedPercent: null }, orders: [order] };
        saveSection(context, actor, id, "orders", paid as never);
      }
      const rhythm = country === "AU" ? "fortnightly" : "weekly";
      addCycle(context, actor, businessId, {
        name: "Further",
        cycle: rhythm,
        firstPeriodStart: "2026-07-06",
        paydayOffset: 3,
      });
      const cycle = newest(payCycle);
      expect(plan("cycle", cycle).rows[0]?.note).toMatch(planned);
      const sentences: string[] = [];
      const employment = { ...readPerson(context, id).employment, cycleId: cycle, from: "2026-07-06" };
      saveSection(context, actor, id, "employment", employment, (sentence) => sentences.push(sentence));
      expect(sentences).toContainEqual(expect.stringMatching(told));
      sentences.length = 0;
      saveSection(context, actor, id, "employment", { ...employment, hourlyRate: "40" }, (sentence) =>
        sentences.push(sentence),
      );
      expect(sentences.filter((each) => told.test(each))).toEqual([]);
    },
  );
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
