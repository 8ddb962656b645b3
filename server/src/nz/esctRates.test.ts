/** ESCT rates of a year: worked out from last year's pay or an estimate, fixed from its first day, and not moved after. */
import { deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import type { Row } from "@zesty/core/rulebook/ruleBook";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { kiwiSaver, loadedRow } from "../store/schema.ts";
import { openUsual, type SmallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { acceptEsct, esctRates } from "./esctRates.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const rates = (from = "2026-04-01") => esctRates(world.context, world.businessId, from);
const accept = (from = "2026-04-01", people = [who()]) =>
  acceptEsct(world.context, world.actor, world.businessId, { from, people });
const member = {
  ...{
    status: "member" as const,
    joined: "existing" as const,
    employeeRate: "3.5",
    employerRate: "3.5",
    esctRate: null,
  },
  ...{ temporaryUntil: null, suspendedUntil: null, optOutDate: null, totalRemuneration: false },
};
const save = (from: string, change: object = {}) =>
  saveSection(world.context, world.actor, who(), "kiwiSaver", { ...member, ...change, from });

describe("ESCT rates of a year", () => {
  it("are estimated where last year is not on record, fixed from 1 April, and carried on by later records", () => {
    world = smallWorldNz(1);
    save("2026-01-01");
    // 40 h × $30 × 52 = 62,400 with 3.5 %: 64,584, above 64,200 (Schedule 1 Part D, from memory).
    expect(rates()).toMatchObject({ from: "2026-04-01", tableMissing: false });
    expect(rates().rows).toEqual([
      expect.objectContaining({ base: "64584.00", estimated: true, rate: "30", fixed: null }),
    ]);
    save("2026-06-10", { employeeRate: "6" });
    accept();
    expect(rates().rows[0]).toMatchObject({ rate: "30", fixed: "30" });
    const kept = world.context.store.db.select().from(kiwiSaver).where(eq(kiwiSaver.personId, who())).all();
    // The record from 2020 stays as it was.
    expect(
      kept.filter((each) => each.esctRate === "30" && each.from > "2026").map((each) => [each.from, each.employeeRate]),
    ).toEqual([
      ["2026-04-01", "3.5"],
      ["2026-06-10", "6"],
    ]);
    const runId = openUsual(world);
    const why = readRun(world.context, world.actor, runId).rows[0]?.context;
    expect(why && "balances" in why && JSON.stringify(why.person)).toContain('"esctRate":"30"');
    // Once more changes nothing.
    accept();
    expect(world.context.store.db.select().from(kiwiSaver).where(eq(kiwiSaver.personId, who())).all()).toHaveLength(
      kept.length,
    );
  });
  // 40 h at 30.00 for 52 weeks and 3.5 % of the employer; with 8 % in each pay 1.08 times as much (s RD 69).
  it.each([
    [false, "64584.00"],
    [true, "69750.72"],
  ])("go by holiday pay with each pay, too: %s", (withPay, base) => {
    const agreed = { varies: false, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false };
    world = smallWorldNz(1, { holidays: { ...agreed, withPay } });
    save("2026-01-01");
    expect(rates("2026-05-01").rows[0]).toMatchObject({ base, estimated: true });
  });
  it("wait for the year's table, and are of members only", () => {
    world = smallWorldNz(1);
    save("2026-01-01");
    expect(rates("2027-05-01")).toMatchObject({ from: "2027-04-01", tableMissing: true, rows: [{ rate: null }] });
    expect(() => accept("2027-04-01")).toThrow(/no ESCT rates for 1 April 2027/);
    const next = { from: "2027-04-01", to: "2028-03-31" };
    const row = { ...(deductionRatesNz.rows.at(-1) as Row<unknown>), ...next };
    world.context.store.db
      .insert(loadedRow)
      .values({ tableName: "deductionRatesNz", ...next, row, loadedAt: "2027-03-01", loadedBy: "Kim" })
      .run();
    world.context.ruleShelf.changed();
    // Only the earnings recorded from before this program lie in that year: 13,0xx dollars, the lowest band. A rate
    // that was fixed for an earlier year does not stand in for it.
    accept();
    expect(rates("2027-04-01").rows[0]).toMatchObject({ rate: "10.5", estimated: false, fixed: null });
    save("2026-05-01", { status: "opted-out", optOutDate: "2026-05-01" });
    expect(rates("2027-04-01").rows).toEqual([]);
    expect(() => accept("2027-04-01")).toThrow(/no member of KiwiSaver/);
  });
});
