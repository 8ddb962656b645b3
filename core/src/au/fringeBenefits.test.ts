import { describe, expect, it } from "vitest";
import { shippedRuleBook as rules } from "../rulebook/shippedRuleBook.ts";
import { fringeYearEnd, reportableFringeBenefits } from "./fringeBenefits.ts";

describe("reportable fringe benefits", () => {
  const reported = (values: { T?: string; X?: string }) =>
    reportableFringeBenefits(values, "2026-03-31", rules).map((each) => `${each.code} ${each.amount.toFixed(2)}`);
  it.each<[string, { T?: string; X?: string }, string[]]>([
    ["at the limit: nothing", { T: "2000" }, []],
    ["a cent above: so at least 3,773", { T: "2000.01" }, ["T 3773.62"]],
    ["a gross-up worked by hand", { T: "4000" }, ["T 7547.20"]],
    ["both kinds count together towards the limit", { T: "1500", X: "600" }, ["T 2830.20", "X 1132.08"]],
    ["none", {}, []],
  ])("%s", (_what, values, expected) => expect(reported(values)).toEqual(expected));
  it("belong to the payroll year that their 31 March lies in", () => {
    expect(fringeYearEnd("2026-06-30")).toBe("2026-03-31");
    expect(fringeYearEnd("2026-07-01")).toBe("2027-03-31");
  });
});
