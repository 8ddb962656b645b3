/** Leave balances brought along for several people: totals, faults, twice, what arises afterwards, and the first pay. */
import { afterEach, describe, expect, it } from "vitest";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { leaveBalances } from "../store/sums.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { bringBalances } from "./broughtBalances.ts";
import { adjustBalance } from "./changeBalance.ts";
import { readLeave } from "./readLeave.ts";

let world: SmallWorld;
afterEach(() => world.end());

const bring = (lines: string[], on = "2026-06-21", apply = true) =>
  bringBalances(world.context, world.actor, world.businessId, {
    ...{ on, apply, text: lines.map((line) => line.replaceAll(/ *\| */g, "\t")).join("\n") },
  });
/** on the ledger, in the unit of the kind */
const held = (at: number, kind: string) =>
  (leaveBalances(world.context.store, world.personIds)
    .get(world.personIds[at] ?? 0)
    ?.get(kind) ?? 0) / 10_000;
const standing = (at: number, kind: string, day: string) =>
  readLeave(world.context, world.actor, world.businessId, day, day).people.find(
    (each) => each.personId === world.personIds[at],
  )?.standings[kind];
const empty = (make: () => SmallWorld) => {
  world = make();
  world.context.store.sqlite.exec("DELETE FROM leave_entry; DELETE FROM leave_balance;");
};

it.each([
  ["Australia", smallWorld, "annual leave", { hours: "20" }],
  ["New Zealand", smallWorldNz, "annual holidays", { units: "0.5" }],
] as const)(
  "%s: an open run that holds leave sees the balance that was brought since",
  (_country, make, heading, amount) => {
    empty(() => make(1));
    const runId = openUsual(world);
    const row = () => readRun(world.context, world.actor, runId).rows[0];
    const lines = [{ elementId: world.element("AL"), ...amount }];
    const { version } = readRun(world.context, world.actor, runId);
    saveRows(world.context, world.actor, runId, { version, rows: [{ payId: row()?.payId ?? 0, lines }] });
    const beyond = () =>
      row()
        ?.marks.map((mark) => mark.code)
        .filter((code) => /Balance|Advance/.test(code));
    expect(beyond()).toHaveLength(1);
    bring([`ID | ${heading}`, "Alex Sample0 | 50"]);
    expect(beyond()).toEqual([]);
  },
);

describe("Australia", () => {
  it("puts in what the earlier system printed, and comes to the newest where it is given again", () => {
    empty(() => smallWorld(3));
    const lines = [
      "Employee | Name | Annual Leave | Personal/carer's leave",
      "Alex Sample0 | x | 76.5 | 40",
      "Alex Sample1 | x | -3.8 | ",
      "Total | | 72.7 | 40",
    ];
    const looked = bring(lines, "2026-06-21", false);
    expect([looked.faults, looked.totals, held(0, "annual")]).toEqual([
      [],
      [
        { kind: "annual", lines: "72.7", printed: "72.7" },
        { kind: "personal", lines: "40", printed: "40" },
      ],
      0,
    ]);
    bring(lines);
    bring(lines);
    expect([held(0, "annual"), held(0, "personal"), held(1, "annual"), held(1, "personal")]).toEqual([
      76.5, 40, -3.8, 0,
    ]);
    const again = bring(["ID | annual", "Alex Sample0 | 80"]);
    expect(again.rows[0]?.amounts.annual).toEqual({ was: "76.5", becomes: "80" });
    expect(held(0, "annual")).toBe(80);
    const said = world.context.store.sqlite
      .prepare("SELECT about FROM audit WHERE what = 'brought leave balances along' ORDER BY id")
      .pluck()
      .all();
    expect(said).toEqual([
      expect.stringContaining(
        "at the end of 21 June 2026: annual leave 76.5 hours, personal and carer's leave 40 hours",
      ),
      expect.stringContaining("annual leave -3.8 hours"),
      expect.stringContaining("annual leave 80 hours"),
    ]);
  });
  it("the first pay accrues on top of it; who was paid here is put right under Leave", () => {
    empty(() => smallWorld(2));
    bring(["ID | annual", "Alex Sample0 | 76.5", "Alex Sample1 | 0"]);
    signRun(world, openUsual(world));
    // 38 h of a year of 52 × 38 h bring 4 × 38 ÷ 52 of them: 2.9231 h.
    expect([held(0, "annual"), held(1, "annual")]).toEqual([79.4231, 2.9231]);
    expect(() => bring(["ID | annual", "Alex Sample0 | 10"])).toThrow(
      /Alex Sample0 was paid here on .* Put the balance right/,
    );
    expect(held(0, "annual")).toBe(79.4231);
  });
  it("a day before other leave on record, or before somebody starts, is refused by name", () => {
    empty(() => smallWorld(2));
    adjustBalance(world.context, world.actor, world.personIds[0] ?? 0, {
      ...{ kind: "annual", date: "2026-06-25", amount: "4", reason: "agreed" },
    });
    expect(bring(["ID | annual", "Alex Sample0 | 10"], "2026-06-21", false).faults).toEqual([
      "Line 2: Alex Sample0 has leave on record after 21 June 2026. Take a later day, or put the balance right under Leave.",
    ]);
    expect(bring(["ID | personal", "Alex Sample0 | 10"], "2026-06-21", false).faults).toEqual([]);
    expect(bring(["ID | annual", "Alex Sample1 | 10"], "2010-01-01", false).faults[0]).toContain(
      "Alex Sample1 starts on",
    );
  });
});

it("New Zealand: weeks and days; what arose before the day is in it, what arises later comes on top", () => {
  empty(() => smallWorldNz(2));
  const start = world.context.store.sqlite.prepare("SELECT start_date FROM person LIMIT 1").pluck().get() as string;
  const day = `2026-06-${"21"}`;
  bring(
    ["Payroll ID | Annual holidays | Sick leave | Lieu days", "Alex Sample0 | 2.6 | 8 | 1", "Total | 2.6 | 8 | 1"],
    day,
  );
  expect([held(0, "annual"), held(0, "sick"), held(0, "alternative")]).toEqual([2.6, 8, 1]);
  const own = standing(0, "annual", "2027-06-30");
  expect(own?.balance).toBe("2.6");
  // One anniversary lies in the year after.
  expect(own?.grants.map((each) => [each.date.slice(5), each.amount])).toEqual([[start.slice(5), "4"]]);
  // Given again for a later day, nothing that arises is counted twice.
  bring(["Payroll ID | al", "Alex Sample0 | 3"], "2026-06-28");
  expect(standing(0, "annual", "2026-07-01")?.balance).toBe("3");
});

it.each<[string, string[], string, string]>([
  ["no lines", [], "2026-06-21", "Nothing was given"],
  [
    "a strange heading",
    ["ID | Shoes", "Alex Sample0 | 1"],
    "2026-06-21",
    "The heading “Shoes” is no leave of which a balance is kept",
  ],
  [
    "one kind twice",
    ["ID | annual | Annual leave", "Alex Sample0 | 1 | 1"],
    "2026-06-21",
    "Two headings say annual leave",
  ],
  ["no heading of leave", ["ID | Name", "Alex Sample0 | x"], "2026-06-21", "The first line names no leave"],
  [
    "words for a number",
    ["ID | annual", "Alex Sample0 | ten"],
    "2026-06-21",
    "Line 2: “ten” is no number. Write balances as 76.5, in hours.",
  ],
  ["a stranger", ["ID | annual", "Nobody | 1"], "2026-06-21", "there is nobody with the payroll ID or name Nobody"],
  ["somebody twice", ["ID | annual", "Alex Sample0 | 1", "Alex Sample0 | 1"], "2026-06-21", "stands in line 2 already"],
  [
    "a total that differs",
    ["ID | annual", "Alex Sample0 | 1", "Total | 3.5"],
    "2026-06-21",
    "Annual leave of the lines comes to 1, the total says 3.5: 2.5 is missing or too much",
  ],
  ["a day to come", ["ID | annual", "Alex Sample0 | 1"], "2031-01-01", "1 January 2031 is still to come"],
])("%s: named, and nothing is put in", (_what, lines, on, words) => {
  empty(() => smallWorld(1));
  expect(() => bring(lines, on)).toThrow(words);
  expect(bring(lines, on, false).faults.join()).toContain(words);
  expect(held(0, "annual")).toBe(0);
});
