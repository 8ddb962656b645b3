/** A pay guide's lines into an agreement: invented figures. */
import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { readRateSheet } from "@zesty/core/agreements/rateSheet";
import { decimal } from "@zesty/core/quantity/decimal";
import { describe, expect, it } from "vitest";
import { shipped } from "./agreementRules.ts";

const rules = shipped().find((each) => each.code === "MA000003") as AgreementRules;
const holds: Record<string, string> = { "1": "26.50", "2": "28.00", "3": "28.60" };
const read = (text: string) => readRateSheet(text, rules, (level) => (holds[level] ? decimal(holds[level]) : null));

describe("a sheet of rates", () => {
  it.each<[string, string, Record<string, string>, Record<string, string>]>([
    ["keys and hours", "1\t27.40\n2\t28.95\n3\t29.57", { "1": "27.4", "2": "28.95", "3": "29.57" }, {}],
    [
      "names with week and hour, and a heading",
      "Classification\tWeekly\tHourly\nLevel 1\t$1,041.20\t$27.40\nLevel 2\t$1,100.10\t$28.95",
      { "1": "27.4", "2": "28.95" },
      {},
    ],
    ["a week alone", "Level 1  1041.20", { "1": "27.4" }, {}],
    ["one space before the figure", "Level 2 28.95", { "2": "28.95" }, {}],
    ["an allowance by its name", "Laundry week\t6.50\nVehicle\t0.99", {}, { "laundry-week": "6.5", vehicle: "0.99" }],
  ])("takes %s", (_what, text, levels, allowances) => {
    expect(read(text)).toMatchObject({ levels, allowances });
  });
  it.each([
    ["1\t26.40", /Level 1.*less than \$?26.50/],
    ["1\t32.00", /more than an eighth above/],
    ["1\t28.95\n2\t28.20\n3\t29.57", /Level 2.* has less than Level 1/],
    ["1\t26.50\n2\t28.00\n3\t28.60", /last year's guide/],
    ["1\t27.40", /Left as it was: Level 2.*Level 3/],
    ["1\t27.40\n1\t27.50", /stands twice/],
    ["1\t900\t27.40", /not a week and its hour/],
    ["Level 9\t31.00", /“Level 9” is no level or allowance/],
    ["Level 1\t1041.20", /is of a week/],
  ])("says what looks wrong: %s", (text, says) => {
    expect(read(text).notes.join(" ")).toMatch(says);
  });
  it("reads nothing into nothing", () => {
    expect(read("")).toEqual({ levels: {}, allowances: {}, notes: [] });
    expect(read("Pay guide\nClassification\tHourly")).toEqual({ levels: {}, allowances: {}, notes: [] });
  });
});
