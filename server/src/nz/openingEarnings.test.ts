/** Earnings from before this program, from lines: several spans a person, reconciled, all or none. */
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { pastEarnings } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorldNz } from "../testing/smallWorld.ts";
import { putEarningsIn } from "./openingEarnings.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorldNz(2, { earlier: { pays: [] } });
});
afterEach(() => world.end());

const put = (text: string, apply = false) =>
  putEarningsIn(world.context, world.actor, world.businessId, { text, apply });
const held = () => world.context.store.db.select().from(pastEarnings).all();

const lines = [
  "Payroll ID\tFrom\tTo\tGross\tIrregular\tDays",
  "N0\t1/4/2025\t30/6/2025\t15,600.00\t0\t63",
  "N0\t1/7/2025\t31/3/2026\t$46,800.00\t1200\t190.5",
  "N1\t2025-04-01\t2026-03-31\t52000\t\t250",
];

describe("earnings from before", () => {
  it("are shown by person, compared with the total, and put in; what was recorded of these people goes", () => {
    const text = [...lines, "Total\t\t\t114,400.00"].join("\n");
    const shown = put(text);
    expect(shown).toMatchObject({
      rows: [
        { gross: "62400.00", days: "253.5", was: 0 },
        { gross: "52000.00", days: "250", was: 0 },
      ],
      total: { lines: "114400.00", printed: "114400.00" },
      faults: [],
    });
    expect(held()).toEqual([]);
    put(text, true);
    expect(held().map((row) => [row.personId, row.start, row.grossCents, row.irregularCents])).toEqual([
      [1, "2025-04-01", 1_560_000, 0],
      [1, "2025-07-01", 4_680_000, 120_000],
      [2, "2025-04-01", 5_200_000, 0],
    ]);
    expect(put("N0\t1/4/2025\t30/6/2025\t15600\t0\t63\t960").rows[0]?.pays[0]).toMatchObject({ advance: "960.00" });
    put("N1\t1/4/2025\t31/3/2026\t50000\t0\t250", true);
    expect(held()).toHaveLength(3);
    expect(put("N1\t1/4/2025\t31/3/2026\t50000\t0\t250").rows[0]?.was).toBe(1);
  });
  it.each([
    ["", /Nothing was given/],
    ["N9,1/4/2025,30/6/2025,10,0,1", /Line 1: there is nobody/],
    ["N0,1/4/2025,31/6/2025,10,0,1", /Line 1: 31\/6\/2025 is no day/],
    ["N0,30/6/2025,1/4/2025,10,0,1", /The last day is before the first/],
    ["N0,1/4/2025,30/6/2025,ten,0,1", /Line 1: ten is no number/],
    ["N0,1/4/2025,30/6/2025,10,11,1", /More is irregular than was earned/],
    ["N0,1/4/2025,30/6/2025,10,0,1,11", /More was paid for holidays in advance than was earned/],
    ["N0,1/4/2025,30/6/2025,10,0,1,1,1", /it has 8 cells, and 7 are known/],
    [
      "N0,1/4/2025,30/6/2025,10,0,1\nN0,30/6/2025,1/7/2025,10,0,1",
      /Line 2: .* shares days with that from 1 April 2025/,
    ],
    ["N0,1/4/2025,30/6/2025,10,0,1\nTotal,,,11", /The lines come to \$10.00, the total says \$11.00/],
    ['N0,"1/4/2025', /quotation mark/],
  ])("%j is refused, and nothing is put in", (text, why) => {
    expect(put(text).faults.join()).toMatch(why);
    expect(() => put(text, true)).toThrow(/Nothing was put in/);
    expect(held()).toEqual([]);
  });
  it("end before the first period that is paid here, from lines and on the person's page", () => {
    signRun(world, openUsual(world));
    const late = "N0,1/4/2025,15/6/2026,10,0,1";
    expect(put(late).faults[0]).toMatch(/Line 1: .*reaches into the period from 15 June 2026, which is paid here/);
    const pays = [{ start: "2025-04-01", end: "2026-06-15", gross: "10", irregular: "0", days: "1" }];
    expect(() => saveSection(world.context, world.actor, world.personIds[0] ?? 0, "earlier", { pays })).toThrow(
      /reaches into the period/,
    );
    expect(put(late.replace("15/6/2026", "14/6/2026")).faults).toEqual([]);
  });
});
