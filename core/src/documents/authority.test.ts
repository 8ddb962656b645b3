import { describe, expect, it } from "vitest";
import { type Authority, authorityFault, type Lodged, lastDayOfAuthority } from "./authority.ts";

const held: Authority = { signedOn: "2026-07-01", to: "2027-06-30", covers: ["payday"] };

describe("an agent's authority", () => {
  it.each<[string, Lodged, Partial<Authority>, ReturnType<typeof authorityFault>]>([
    ["2026-06-30", "payday", {}, "notYet"],
    ["2026-07-01", "payday", {}, null],
    ["2027-06-30", "payday", {}, null],
    ["2027-07-01", "payday", {}, "over"],
    ["2030-07-01", "payday", { to: null }, null],
    ["2026-07-01", "year", {}, "notCovered"],
    ["2026-07-01", "year", { covers: ["payday", "year"] }, null],
  ])("on %s for a %s is %s: %s", (day, what, change, fault) => {
    expect(authorityFault({ ...held, ...change }, day, what)).toBe(fault);
  });
  // Twelve months at most (from memory).
  it.each([
    ["2026-07-01", "2027-06-30"],
    ["2026-02-28", "2027-02-27"],
    ["2028-02-29", "2029-02-27"],
  ])("signed on %s stands to %s at most", (signed, last) => {
    expect(lastDayOfAuthority(signed)).toBe(last);
  });
});
