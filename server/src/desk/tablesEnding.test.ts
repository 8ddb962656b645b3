import { shippedRuleBook } from "@zesty/core/rulebook/shippedRuleBook";
import { describe, expect, it } from "vitest";
import { tablesEnding } from "./tablesEnding.ts";

const on = (day: string, ...codes: ("AU" | "NZ")[]) => tablesEnding(day, shippedRuleBook, codes);

describe("tables that end", () => {
  it("are not spoken of while they hold for six weeks", () => expect(on("2026-07-01", "AU", "NZ", "AU")).toEqual([]));
  it("are named once a country weeks before, with the first day that lacks them", () => {
    const [nz, ...more] = on("2027-02-25", "NZ", "AU", "NZ");
    expect([nz?.date, nz?.business, nz?.late, more]).toEqual(["2027-04-01", "Rule book, NZ", false, []]);
    expect(nz?.words).toMatch(/^From 1 April 2027 no payday can be worked out: load \d+ tables before$/);
    expect(on("2027-06-01", "AU")[0]?.date).toBe("2027-07-01");
  });
  it("are late once they have ended", () => expect(on("2027-04-02", "NZ")[0]?.late).toBe(true));
});
