/** Whole years of random people: what the pays add up to must agree with the annual rules. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "../../calendar/dates.ts";
import { decimal } from "../../quantity/decimal.ts";
import { centsText } from "../../quantity/units.ts";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import { pay, person } from "../../testMakers.ts";
import { factsOf, toDateOf } from "./facts.ts";
import type { PayInput, PayLine } from "./input.ts";
import { workOut } from "./workOut.ts";

interface Year {
  sums: Map<string, number>;
  annual: number;
  pays: number;
}

/** 52 weekly pays of 2025–26, each with the year-to-date of those before it. */
function workYear(lines: (week: number) => PayLine[], change: Partial<PayInput> = {}): Year {
  const sums = new Map<string, number>();
  const quarters = new Map<string, Map<string, number>>();
  let annual = 0;
  let payday = "2025-07-03";
  for (let week = 0; week < 52; week += 1) {
    const quarter = `${payday.slice(0, 4)} ${Math.floor((Number(payday.slice(5, 7)) - 1) / 3)}`;
    const ofQuarter = quarters.get(quarter) ?? new Map<string, number>();
    quarters.set(quarter, ofQuarter);
    const worked = workOut(pay(lines(week), { payday, toDate: toDateOf(sums, ofQuarter), ...change }), rules);
    for (const fact of factsOf(worked, payday)) {
      sums.set(fact.code, (sums.get(fact.code) ?? 0) + fact.cents);
      ofQuarter.set(fact.code, (ofQuarter.get(fact.code) ?? 0) + fact.cents);
    }
    annual += Number(worked.leave.annual?.value ?? 0);
    payday = addDays(payday, 7);
  }
  return { sums, annual, pays: 52 };
}
const dollars = (year: Year, code: string) => (year.sums.get(code) ?? 0) / 100;

/** Resident tax of 2025–26 with the Medicare levy, without offsets, for incomes above the levy's shade-in. */
const yearTax = (income: number) => {
  const steps: [number, number, number][] = [
    [190_000, 51_638, 0.45],
    [135_000, 31_288, 0.37],
    [45_000, 4_288, 0.3],
    [18_200, 0, 0.16],
  ];
  const [from, base, rate] = steps.find(([at]) => income > at) ?? [0, 0, 0];
  return base + rate * (income - from) + 0.02 * income;
};

const weekly = fc.integer({ min: 135_000, max: 500_000 }).map((cents) => (cents / 100).toFixed(2));

describe("a year of even pays", () => {
  it("withholds the year's tax, within a dollar a week and the $30 of Schedule 1", () => {
    fc.assert(
      fc.property(weekly, (amount) => {
        const year = workYear(() => [{ element: "ordinary", amount }]);
        const expected = yearTax(dollars(year, "taxable"));
        expect(Math.abs(dollars(year, "withheld") - expected)).toBeLessThan(30 + 52);
      }),
      { numRuns: 40 },
    );
  });
  it("pays 12 % of what counts, each pay to the cent, never above the quarter's ceiling", () => {
    fc.assert(
      fc.property(fc.integer({ min: 10_000, max: 900_000 }), (cents) => {
        const year = workYear(() => [{ element: "ordinary", amount: centsText(cents) }]);
        const base = dollars(year, "guaranteeBase");
        expect(base).toBeLessThanOrEqual(4 * 62_500 + 0.001);
        expect(Math.abs(dollars(year, "guarantee") - base * 0.12)).toBeLessThan(0.005 * 52 + 0.001);
        if (cents * 14 <= 6_250_000) expect(base).toBe(dollars(year, "gross"));
      }),
      { numRuns: 40 },
    );
  });
  it("accrues four weeks of the hours worked, for any hours up to 38", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 380 }), (tenths) => {
        const hours = (tenths / 10).toFixed(1);
        const year = workYear(() => [{ element: "ordinary", hours, rate: "30" }], {
          person: person({ weeklyHours: hours }),
        });
        expect(Math.abs(year.annual - 4 * Number(hours))).toBeLessThan(0.0001 * 52);
      }),
      { numRuns: 30 },
    );
  });
});

describe("a year of uneven pays", () => {
  const weeks = fc.array(fc.integer({ min: 0, max: 400_000 }), { minLength: 52, maxLength: 52 });
  it("every cent of gross stands in one place of the pay event, and net is what is left", () => {
    fc.assert(
      fc.property(weeks, (amounts) => {
        const year = workYear((week) => [
          { element: "ordinary", amount: centsText(amounts[week] ?? 0), code: "ORD" },
          { element: "overtime", amount: centsText(Math.floor((amounts[week] ?? 0) / 7)), code: "OT" },
          { element: "allowance", allowance: "KN", amount: week % 3 === 0 ? "12.35" : "0.00", code: "DIRT" },
          { element: "deductionAfterTax", deduction: "F", amount: "5.00", code: "UNION" },
        ]);
        const of = (code: string) => year.sums.get(code) ?? 0;
        expect(of("report:gross") + of("report:overtime") + of("report:allowance:KN")).toBe(of("gross"));
        expect(of("gross") - of("withheld") - of("report:deduction:F")).toBe(of("net"));
        expect(of("line:ORD") + of("line:OT") + of("line:DIRT")).toBe(of("gross"));
        expect(of("report:deduction:F")).toBe(52 * 500);
      }),
      { numRuns: 20 },
    );
  });
  it("bonuses spread through the year are never taxed above 47 %, nor below nothing", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 2_000_000 }), { minLength: 52, maxLength: 52 }), (bonuses) => {
        const year = workYear((week) => [
          { element: "ordinary", amount: "1500.00" },
          ...(week % 9 === 0 ? [{ element: "bonus" as const, amount: centsText(bonuses[week] ?? 0) }] : []),
        ]);
        expect(dollars(year, "bonusWithheld")).toBeGreaterThanOrEqual(0);
        expect(dollars(year, "bonusWithheld")).toBeLessThanOrEqual(dollars(year, "bonusGross") * 0.47 + 0.001);
        expect(dollars(year, "gross")).toBeCloseTo(52 * 1500 + dollars(year, "bonusGross"), 2);
      }),
      { numRuns: 20 },
    );
  });
  it("a working holiday maker's year is taxed by its total, however it was paid", () => {
    fc.assert(
      fc.property(weeks, (amounts) => {
        const whm = person({ tax: { residency: "working-holiday", taxFreeThreshold: false } });
        const year = workYear((week) => [{ element: "ordinary", amount: centsText(amounts[week] ?? 0) }], {
          person: whm,
        });
        const total = decimal(dollars(year, "taxable")).toNumber();
        const expected =
          total > 190_000
            ? 54_100 + 0.45 * (total - 190_000)
            : total > 135_000
              ? 33_750 + 0.37 * (total - 135_000)
              : total > 45_000
                ? 6_750 + 0.3 * (total - 45_000)
                : 0.15 * total;
        expect(Math.abs(dollars(year, "withheld") - expected)).toBeLessThan(2 * 52);
      }),
      { numRuns: 20 },
    );
  });
});
