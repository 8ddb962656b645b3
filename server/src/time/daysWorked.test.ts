/** Days that New Zealand's averages go by: whole or part days worked, on paid leave or on holiday (Holidays Act 2003, s 9A). */
import { afterEach, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { smallWorldNz } from "../testing/smallWorld.ts";
import { approve, begin, open, signed, terms, type, who, world } from "../testing/timeMakers.ts";

afterEach(() => world.end());

const daysOfPays = (): number[] =>
  world.context.store.sqlite
    .prepare("SELECT cents / 100.0 FROM pay_fact WHERE code = 'holidayDays' ORDER BY payday")
    .pluck()
    .all() as number[];

// Monday to Friday, 8 h a day, from Monday 15 June 2026; Matariki is Friday 10 July, in the second fortnight.
it.each<[string, Record<string, string>, number]>([
  ["work alone", { "2026-06-16": "9-17", "2026-06-17": "9-17" }, 2],
  ["work, and sick leave beside it", { "2026-06-16": "9-17", "2026-06-17": "9-17", "2026-06-18": "sick" }, 3],
  ["a day that was worked in part", { "2026-06-16": "9-13, sick 4", "2026-06-17": "9-17" }, 2],
  ["annual holidays", { "2026-06-16": "al", "2026-06-17": "al", "2026-06-18": "9-17" }, 3],
  ["leave without pay counts for none", { "2026-06-16": "9-17", "2026-06-17": "unpaid" }, 1],
  ["nor does leave on a day off", { "2026-06-16": "9-17", "2026-06-20": "sick" }, 1],
  ["leave alone", { "2026-06-16": "sick", "2026-06-17": "sick" }, 2],
])("every day recorded: %s", (_what, days, expected) => {
  begin(smallWorldNz(1));
  saveSection(world.context, world.actor, who(), "time", terms(null, null));
  const runId = open();
  type(days);
  approve(Object.keys(days));
  signed(runId);
  expect(daysOfPays()).toEqual([expected]);
});

it("a public holiday that was not worked is one day, and one that was worked too", () => {
  for (const [friday, expected] of [
    [{}, 2],
    [{ "2026-07-10": "9-13" }, 2],
  ] as const) {
    begin(smallWorldNz(1));
    saveSection(world.context, world.actor, who(), "time", terms(null, null));
    const first = open();
    type({ "2026-06-16": "9-17" });
    approve(["2026-06-16"]);
    signed(first);
    const runId = open();
    type({ "2026-07-09": "9-17", ...friday });
    approve(["2026-07-09", ...Object.keys(friday)]);
    signed(runId);
    expect(daysOfPays().at(-1)).toBe(expected);
  }
});

it("usual pay until a day, every day recorded from it on: the days of either", () => {
  begin(smallWorldNz(1));
  saveSection(world.context, world.actor, who(), "time", terms(null, null, { from: "2026-06-22" }));
  const runId = open();
  type({ "2026-06-17": "sick", "2026-06-23": "9-17", "2026-06-24": "9-17", "2026-06-25": "sick" });
  approve(["2026-06-17", "2026-06-23", "2026-06-24", "2026-06-25"]);
  signed(runId);
  expect(daysOfPays()).toEqual([8]);
});
