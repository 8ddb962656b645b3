/** What new tables change for whom: by the very pays, and nothing of it is kept. */
import { afterEach, describe, expect, it } from "vitest";
import { readRun } from "../runs/readRun.ts";
import { openUsual, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { tablesChange } from "./tablesChange.ts";

let world: SmallWorld;
afterEach(() => world.end());
const change = (on?: string) => tablesChange(world.context, world.businessId, on);

describe("new tables", () => {
  it("Australia, 1 July 2026: the lowest rate falls from 16 to 15 cents (Treasury Laws Amendment 2025, from memory)", () => {
    world = smallWorld(2);
    expect(change().rows).toEqual([]);
    const runId = openUsual(world);
    const before = JSON.stringify(world.context.store.prepared("SELECT * FROM pay").all());
    const { on, dates, rows, missing } = change();
    expect([on, missing, dates.map((each) => each.date)]).toEqual([
      "2026-07-01",
      [],
      expect.arrayContaining(["2026-07-01"]),
    ]);
    const [row] = rows;
    const shown = readRun(world.context, world.actor, runId).rows[0]?.figures;
    // The open run's payday is 2 July: its own figures are those of the new tables.
    expect(row?.withheld.after).toBe(Math.round(Number(shown?.withheld) * 100));
    // 26,800 dollars a year lie in the bracket: about five dollars a week less.
    expect(row && row.withheld.before - row.withheld.after).toBeGreaterThan(300);
    expect(
      row && [
        row.gross.after - row.gross.before,
        row.net.after - row.net.before + row.withheld.after - row.withheld.before,
      ],
    ).toEqual([0, 0]);
    expect(row?.paysPerYear).toBe(52);
    expect(JSON.stringify(world.context.store.prepared("SELECT * FROM pay").all())).toBe(before);
  });
  it("a day that no tables are of, a day that changes nothing, and none at all", () => {
    world = smallWorld(1);
    openUsual(world);
    expect(change("2031-01-01").missing.length).toBeGreaterThan(0);
    const quiet = change("2026-08-10").rows[0];
    expect(quiet?.withheld.before).toBe(quiet?.withheld.after);
    expect(() => change("soon")).toThrow(/Choose the day/);
  });
  it("New Zealand, 1 April 2026: levy and KiwiSaver move with the year", () => {
    world = smallWorldNz(1);
    openUsual(world);
    const { dates, rows } = change("2026-04-01");
    expect(dates.map((each) => each.date)).toContain("2026-04-01");
    expect(rows[0]?.withheld.before).not.toBe(rows[0]?.withheld.after);
  });
});
