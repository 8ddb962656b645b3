/** Allowances for all purposes: dollars invented, shares worked out by hand. */
import { describe, expect, it } from "vitest";
import type { AgreementRules } from "../agreements/agreementRules.ts";
import { shippedRules } from "../agreements/shipped.ts";
import { allPurposeOf } from "./allPurpose.ts";
import { baseRate, type EnteredRates } from "./pricing.ts";
import type { RosterPerson } from "./roster.ts";

const rulesOf = (code: string) => {
  const found = (shippedRules as AgreementRules[]).find((each) => each.code === code);
  if (!found) throw new Error(code);
  return found;
};
const building = rulesOf("MA000020");
const metal = rulesOf("MA000010");
const entered: EnteredRates = {
  classifications: { "1": "25.85", C10: "28.12" },
  allowances: {
    industry: "34.20",
    tool: "38.00",
    "leading-hand-1": "25.00",
    "leading-hand-2": "49.40",
    "leading-hand-3": "49.40",
  },
};
const hourly = (rules: typeof building, person: Partial<RosterPerson>) =>
  allPurposeOf(rules, entered, { basis: "fullTime", ...person }).hourly.toFixed(2);

describe("allowances for all purposes", () => {
  it.each<[string, Partial<RosterPerson>, string]>([
    ["everybody on site", {}, "0.90"],
    ["own tools", { flags: { ownTools: true } }, "1.90"],
    ["leads one", { leads: 1 }, "1.56"],
    ["leads two to five", { leads: 5 }, "2.20"],
    ["leads nobody", { leads: 0 }, "0.90"],
  ])("%s", (_case, person, dollars) => {
    expect(hourly(building, person)).toBe(dollars);
  });

  it("are none where nobody is led, and asked for by name where their dollars are not known", () => {
    expect(hourly(metal, {})).toBe("0.00");
    const unknown = allPurposeOf(metal, { ...entered, allowances: {} }, { basis: "casual", leads: 3 });
    expect([unknown.hourly.toFixed(2), unknown.unknown]).toEqual(["0.00", ["leading-hand-3"]]);
    expect(baseRate(metal, "C10", entered, null, 100, unknown)).toMatchObject({
      rate: null,
      why: expect.stringMatching(/leading hand 3 is not known/),
    });
  });

  it("leave an agreed rate held to the level's while their dollars are not known", () => {
    const unknown = allPurposeOf(metal, { ...entered, allowances: {} }, { basis: "fullTime", leads: 3 });
    const rate = (agreed: string) => {
      const found = baseRate(metal, "C10", entered, agreed, 100, unknown);
      return [found.rate?.toFixed(2) ?? null, found.least?.toFixed(2)];
    };
    expect(rate("20")).toEqual([null, "28.12"]);
    expect(rate("31")).toEqual(["31.00", "28.12"]);
  });

  it("stand within the level's rate, whatever the age, and within the least that an agreed rate is held to", () => {
    const more = allPurposeOf(metal, entered, { basis: "fullTime", leads: 4 });
    const rate = (agreed: string | null, percent = 100) => {
      const found = baseRate(metal, "C10", entered, agreed, percent, more);
      return [found.rate?.toFixed(2), found.least?.toFixed(2)];
    };
    expect(rate(null)).toEqual(["29.42", "29.42"]);
    expect(rate(null, 70)).toEqual(["20.98", "20.98"]);
    expect(rate("29")).toEqual(["29.42", "29.42"]);
    expect(rate("31")).toEqual(["31.00", "29.42"]);
    expect(baseRate(metal, "C10", entered, null, 100, more).why).toMatch(/leading hand 3 49.40 a week ÷ 38/);
  });
});
