/** The charge on late super and the year's ceiling, against figures worked by hand (from memory of the law). */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { superCeiling } from "./superCeiling.ts";
import { type LateSuper, superCharge } from "./superCharge.ts";

const late: LateSuper = {
  ...{ shortfall: "456.00", due: "2026-07-13", received: "2026-08-24", assessed: null },
  ...{ rates: [{ from: "2025-10-01", percent: "10.61" }], upliftPercent: "60" },
};
const said = (change: Partial<LateSuper>) => {
  const { days, ...figures } = superCharge({ ...late, ...change });
  return [days, ...Object.values(figures).map((each) => each.value.toFixed(2))];
};

describe("the charge", () => {
  it.each<[string, Partial<LateSuper>, unknown[]]>([
    // 456 × ((1 + 0.1061 ÷ 365)^42 − 1) = 5.5998; 60 % 3.3599.
    ["received six weeks late", {}, [42, "5.60", "0.00", "3.36", "8.96"]],
    ["the uplift reduced by twenty points", { upliftPercent: "40" }, [42, "5.60", "0.00", "2.24", "7.84"]],
    // 1,200 × 1.00029068^90 = 1,231.8019…: uplift 739.0811, in all 1,970.8831, each rounded once.
    [
      "assessed after ninety days and not paid",
      { shortfall: "1200", received: null, assessed: "2026-10-11" },
      [90, "31.80", "1200.00", "739.08", "1970.89"],
    ],
    [
      "paid after the assessment counts as not paid",
      { received: "2026-12-01", assessed: "2026-08-24" },
      [42, "5.60", "456.00", "276.96", "738.56"],
    ],
    ["on the due day nothing is owed", { received: "2026-07-13" }, [0, "0.00", "0.00", "0.00", "0.00"]],
    ["a day late", { received: "2026-07-14" }, [1, "0.13", "0.00", "0.08", "0.21"]],
    // C 35: $180, 30 days, 10.6 %: 180 × ((1 + 0.106 ÷ 365)^30 − 1) = 1.5748.
    [
      "thirty days",
      { shortfall: "180", received: "2026-08-12", rates: [{ from: "2026-01-01", percent: "10.6" }] },
      [30, "1.57", "0.00", "0.94", "2.52"],
    ],
  ])("%s", (_what, change, expected) => expect(said(change)).toEqual(expected));
  it("takes each day's own rate, in whatever order they stand: the same rate twice changes nothing", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 0, max: 100 }), (days, cut) => {
        const day = (at: number) => new Date(Date.UTC(2026, 6, 13 + at)).toISOString().slice(0, 10);
        const [rate] = late.rates;
        const twice = [{ from: day(cut), percent: "10.61" }, ...(rate ? [rate] : [])];
        expect(said({ received: day(days), rates: twice })).toEqual(said({ received: day(days) }));
        const cheaper = [{ from: day(cut), percent: "0" }, ...(rate ? [rate] : [])];
        const counted = Math.max(0, Math.min(days, cut - 1));
        expect(said({ received: day(days), rates: cheaper })[1]).toBe(said({ received: day(counted) })[1]);
      }),
      { numRuns: 12 },
    );
  });
  it("is not guessed where nothing is known yet", () =>
    expect(() => superCharge({ ...late, received: null })).toThrow(/receipt/));
});

describe("the year's ceiling", () => {
  it.each([
    ["30000", "12", "0", "1000", ["250000.00", "1000.00", "120.00"]],
    ["32500", "12", "268000", "5000", ["270830.00", "2830.00", "339.60"]],
    ["32500", "12", "270830", "5000", ["270830.00", "0.00", "0.00"]],
    ["32500", "12", "300000", "5000", ["270830.00", "0.00", "0.00"]],
    ["32500", "12", "1000", "-50", ["270830.00", "0.00", "0.00"]],
  ])("cap %s at %s %%, %s so far, %s now", (cap, rate, soFar, now, expected) => {
    const found = superCeiling({ cap, rate, soFar, now });
    expect([found.ceiling, found.counted, found.super].map((each) => each.toFixed(2))).toEqual(expected);
  });
});
