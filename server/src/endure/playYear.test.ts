import { afterEach, expect, it } from "vitest";
import { factSums } from "../store/sums.ts";
import { verify } from "../store/trail.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { playYear } from "./playYear.ts";

let world: SmallWorld;
afterEach(() => world.end());

it.each([
  ["Australia, where one of two leaves", () => smallWorld(2), "2027-06-30", "2026-07-01", []],
  ["New Zealand, where the tables end with March", () => smallWorldNz(1), "2027-06-30", "2026-04-01", [/\S/]],
] as const)(
  "a year of paydays in %s: nothing breaks, nothing is refused, tables that end are said",
  (_name, make, to, from, says) => {
    world = make();
    const { context, actor, personIds } = world;
    const played = playYear(context, actor, to);
    expect(played.broken).toEqual([]);
    expect(verify(context.store).broken).toEqual([]);
    expect(played.ended).toHaveLength(says.length);
    for (const each of played.ended) expect(each.says).toMatch(/no row for|has no|Load/i);
    for (const count of [played.leave, played.corrections, played.outside, played.moved, played.takenBack])
      expect(count).toBeGreaterThan(0);
    // Every act was done and undone on the way; a day that is a public holiday is no leave.
    expect(Object.keys(played.undone).filter((name) => !name.endsWith(": leave-refused"))).toEqual([
      ...["hours typed", "an hours sheet put in", "a day of leave on record", "leave asked for and approved"],
      ...["a raise with back pay", "a raise within the period", "a move to another cycle", "a departure with the run"],
    ]);
    expect(played.departures).toBe(personIds.length - 1);
    // The year is the sum of its facts: what is kept of each pay says the same.
    const kept = context.store.sqlite
      .prepare<[string, string], { cents: number }>(
        "SELECT SUM(f.cents) AS cents FROM pay_fact f JOIN signed_pay s ON s.id = f.signed_pay_id WHERE f.code = 'gross' AND s.payday BETWEEN ? AND ?",
      )
      .get(from, to)?.cents;
    const sums = [...factSums(context.store, personIds, from, to).values()].reduce(
      (all, each) => all + (each.get("gross") ?? 0),
      0,
    );
    expect(sums).toBe(kept);
  },
);
