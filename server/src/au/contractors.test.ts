/** Payments to contractors: lines that are put in whole or not at all, and contractors of pay runs beside them. */
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { contractorsCsv, putContractorsIn, readContractors } from "./contractors.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorld(1);
});
afterEach(() => world.end());

const put = (text: string, apply = true) =>
  putContractorsIn(world.context, world.actor, world.businessId, { from: "2026-07-01", text, apply });
const read = () => readContractors(world.context, world.businessId, "2026-09-01");

describe("payments to contractors", () => {
  it("are shown, put in, and taken the place of by the next list", () => {
    const lines =
      "ABN\tName\tGross\tGST\tTax\n51 000 000 680\tBirch Paving\t$11,000.00\t1000\t\n\tCasey Odd\t940\t\t441.80";
    expect(put(lines, false).faults).toEqual([]);
    expect(read()).toMatchObject({ rows: [], list: null, due: "2027-08-28" });
    put(lines);
    expect(read()).toMatchObject({
      rows: [
        { name: "Birch Paving", abn: "51000000680", gross: "11000.00", gst: "1000.00", tax: "0.00", doubts: [] },
        { name: "Casey Odd", abn: null, tax: "441.80", doubts: [] },
      ],
      totals: { gross: "11940.00", gst: "1000.00", tax: "441.80" },
      list: { by: "Kim Example" },
    });
    expect(contractorsCsv(read())).toContain("51000000680,Birch Paving,11000.00,1000.00,0.00,list");
    put("51000000680,Birch Paving,12000,1090.91,0");
    expect(read().rows).toHaveLength(1);
  });
  it("name what is odd", () => {
    const { rows } = put(",Casey Odd,500,,\n51000000680,Birch Paving,1000,95,200", false);
    expect(rows.map((row) => row.doubts.length)).toEqual([1, 1]);
  });
  it.each([
    ["", /a line a contractor/],
    ["51000000681,Birch,10,,", /Line 1: 51000000681 is no ABN/],
    ["51000000680,,10,,", /Line 1: the name is missing/],
    ["51000000680,Birch,ten,,", /Line 1: ten is no amount/],
    ["51000000680,Birch,,,", /Line 1: nothing was paid to Birch/],
    ["51000000680,Birch,10,,\n51 000 000 680,Birch,20,,", /Line 2: Birch stands in line 1/],
    ["51000000680,Birch,1000,95,1200", /Line 1: GST and tax of Birch are more than the gross/],
    ["51000000680,Birch,8,400.00,0", /Line 1: 8,400.00 may be one amount or two. Write 8400.00/],
    ['51000000680,"Birch,10', /quotation mark/],
  ])("%j is refused, and nothing is put in", (text, why) => {
    expect(put(text, false).faults[0]).toMatch(why);
    expect(() => put(text)).toThrow(why);
    expect(read().list).toBeNull();
  });
  it("of pay runs stand beside the list, and say that an ABN is missing", () => {
    const who = world.personIds[0] ?? 0;
    saveSection(world.context, world.actor, who, "employment", {
      ...plainTerms(world, { from: "2026-06-22", basis: "contractor" }),
    });
    const runId = openUsual(world);
    const [row] = readRun(world.context, world.actor, runId).rows;
    // 38 h × 31.50: nothing is withheld of an invoice, nothing accrues, and it is said.
    expect(row?.figures).toMatchObject({ gross: "1197.00", withheld: "0.00", super: "0.00", leave: {} });
    expect(row?.marks.map((mark) => mark.code)).toContain("contractorPaid");
    signRun(world, runId);
    expect(read().rows).toMatchObject([{ name: "Alex Sample0", source: "runs", abn: null, gross: "1197.00" }]);
    expect(read().rows[0]?.doubts[0]).toMatch(/no ABN is kept/);
  });
});
