/**
 * Withholding against values computed from the coefficients published in Schedule 1 (NAT 1004, from 1 July 2024) and
 * Schedule 8 (NAT 3539), from memory, not looked up. 2026–27 is derived there.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cycles } from "../calendar/payPeriods.ts";
import { decimal, zero } from "../quantity/decimal.ts";
import { studyLoanRates } from "../rulebook/au/studyLoanRates.ts";
import { type ScaleName, withholdingScales } from "../rulebook/au/withholdingScales.ts";
import { shippedRuleBook as rules } from "../rulebook/shippedRuleBook.ts";
import { given } from "../working/figure.ts";
import type { TaxDeclaration } from "./taxDeclaration.ts";
import { type WithholdingTerms, withheldFrom, withholding } from "./withholding.ts";

const resident: TaxDeclaration = {
  fileNumber: "given",
  residency: "resident",
  taxFreeThreshold: true,
  studyLoan: false,
  medicare: "levy",
};
const byScale: Record<ScaleName, TaxDeclaration> = {
  "1": { ...resident, taxFreeThreshold: false },
  "2": resident,
  "3": { ...resident, residency: "foreign" },
  "5": { ...resident, medicare: "exempt" },
  "6": { ...resident, medicare: "half-exempt" },
};
const terms = (change: Partial<WithholdingTerms> = {}): WithholdingTerms => ({
  declared: resident,
  payday: "2025-10-09",
  cycle: "weekly",
  rules,
  birthDate: "1990-02-03",
  taxableBefore: zero,
  ...change,
});
const regular = (amount: string, change: Partial<WithholdingTerms> = {}) =>
  withheldFrom(decimal(amount), terms(change)).regular.toNumber();

describe("weekly sample values of each scale", () => {
  const table: [string, number[], number[]][] = [
    // pay, 2025–26 scales 1 2 3 5 6, 2026–27 scales 1 2 5 6
    ["400", [76, 6, 120, 6, 6], [72, 6, 6, 6]],
    ["600", [126, 48, 180, 38, 38], [120, 44, 36, 36]],
    ["800", [190, 87, 240, 71, 71], [185, 83, 67, 67]],
    ["1000", [255, 143, 300, 123, 131], [249, 138, 118, 124]],
    ["1500", [415, 304, 450, 274, 289], [409, 299, 269, 284]],
    ["2000", [575, 464, 600, 424, 444], [569, 459, 419, 439]],
    ["2600", [791, 656, 781, 604, 630], [786, 651, 599, 625]],
    ["3700", [1252, 1089, 1191, 1015, 1052], [1247, 1084, 1010, 1047]],
  ];
  it.each(table)("$%s a week", (amount, year2025, year2026) => {
    const of = (scales: ScaleName[], payday: string) =>
      scales.map((scale) => regular(amount, { declared: byScale[scale], payday }));
    expect(of(["1", "2", "3", "5", "6"], "2025-10-09")).toEqual(year2025);
    expect(of(["1", "2", "5", "6"], "2026-07-02")).toEqual(year2026);
  });
});

describe("cycles", () => {
  it.each([
    ["3000", "fortnightly", 608],
    ["5000", "monthly", 832],
    ["4333.33", "monthly", 620],
    ["19500", "quarterly", 3952],
    ["6000", "four-weekly", 1216],
  ] as const)("$%s %s", (amount, cycle, expected) => {
    expect(regular(amount, { cycle })).toBe(expected);
  });
  it("rounds the unrounded y once: 237.4999 is 237", () => expect(regular("1293.50")).toBe(237));
  it("a payment for three weeks is three times one week", () => {
    expect(withholding(given("pay", decimal("4500"), "money"), 3, terms()).regular.value.toNumber()).toBe(3 * 304);
  });
});

describe("study loan", () => {
  const loan = (amount: string, payday: string, change: Partial<TaxDeclaration> = {}) =>
    withheldFrom(
      decimal(amount),
      terms({ payday, declared: { ...resident, studyLoan: true, ...change } }),
    ).studyLoan.toNumber();
  it.each([
    ["1500", "2025-10-09", {}, 32],
    ["1287", "2025-10-09", {}, 0],
    ["1500", "2025-10-09", { taxFreeThreshold: false }, 84],
    ["1500", "2025-06-12", {}, 53],
    ["1045", "2025-06-12", {}, 0],
    ["1046", "2025-06-12", {}, 10],
    ["1500", "2025-10-09", { fileNumber: "none" }, 0],
    ["1500", "2025-10-09", { residency: "working-holiday" }, 0],
  ] as const)("$%s on %s %o", (amount, payday, change, expected) =>
    expect(loan(amount, payday, change)).toBe(expected),
  );
});

describe("other declarations", () => {
  it("no number: 47 % of whole dollars, cents dropped; foreign 45 %", () => {
    expect(regular("1000.99", { declared: { ...resident, fileNumber: "none" } })).toBe(470);
    expect(regular("1000", { declared: { ...resident, fileNumber: "none", residency: "foreign" } })).toBe(450);
  });
  it("no number, under 18: nothing to $350 a week, $700 a fortnight, $1,517 a month; 47 % above", () => {
    const young = { declared: { ...resident, fileNumber: "none" }, birthDate: "2009-01-01" } as const;
    expect([regular("350", young), regular("351", young)]).toEqual([0, 164]);
    expect([
      regular("700", { ...young, cycle: "fortnightly" }),
      regular("701", { ...young, cycle: "fortnightly" }),
    ]).toEqual([0, 329]);
    expect([regular("1517", { ...young, cycle: "monthly" }), regular("1518", { ...young, cycle: "monthly" })]).toEqual([
      0, 713,
    ]);
  });
  it("a pending number is taxed as a given one", () =>
    expect(regular("1500", { declared: { ...resident, fileNumber: "pending" } })).toBe(304));
  it("offsets take 1.9 % of the year's amount and never below zero", () => {
    expect(regular("1500", { declared: { ...resident, offsetsPerYear: "1000" } })).toBe(285);
    expect(regular("400", { declared: { ...resident, offsetsPerYear: "9000" } })).toBe(0);
  });
  it("the family's Medicare adjustment gives back the levy", () => {
    expect(regular("800", { declared: { ...resident, medicareDependants: 2 } })).toBe(87 - 16);
    expect(regular("1500", { declared: { ...resident, medicareDependants: 2 } })).toBe(304);
  });
  it("a working holiday maker steps up at 45,000", () => {
    const declared = { ...resident, residency: "working-holiday" } as const;
    expect(regular("1000", { declared, taxableBefore: decimal("44500") })).toBe(225);
    expect(regular("1000", { declared: { ...declared, employerRegistered: false } })).toBe(300);
  });
});

describe("both sides of every threshold", () => {
  const continuous = (payday: string, most: number) => {
    const { scales } = rules.row(withholdingScales, payday).figures;
    for (const [scale, rows] of Object.entries(scales))
      for (const row of rows) {
        if (row.below === null) continue;
        const below = regular(String(Number(row.below) - 1), { declared: byScale[scale as ScaleName], payday });
        const from = regular(row.below, { declared: byScale[scale as ScaleName], payday });
        expect(from - below, `scale ${scale} at ${row.below}`).toBeGreaterThanOrEqual(0);
        expect(from - below, `scale ${scale} at ${row.below}`).toBeLessThanOrEqual(most);
      }
  };
  it("a dollar more never takes more than a dollar more tax, 2025–26", () => continuous("2025-10-09", 1));
  it("a dollar more never takes more than a dollar more tax, 2026–27", () => continuous("2026-07-02", 1));
  it("marginal study loan rows join", () => {
    for (const payday of ["2025-10-09", "2026-07-02"]) {
      const row = rules.row(studyLoanRates, payday).figures;
      if (row.method !== "marginal") throw new Error("marginal from 24 September 2025");
      const at = (rows: typeof row.claimed, x: number) => {
        const found = rows.find((each) => each.below === null || x < Number(each.below));
        return Number(found?.a) * x - Number(found?.b);
      };
      for (const each of row.claimed)
        if (each.below !== null)
          expect(
            Math.abs(at(row.claimed, Number(each.below) - 0.01) - at(row.claimed, Number(each.below))),
          ).toBeLessThan(0.4);
    }
  });
});

describe("properties", () => {
  const dollars = fc.integer({ min: 0, max: 2_000_000 }).map((cents) => decimal(cents).div(100));
  const declarations = fc.constantFrom(...Object.values(byScale), {
    ...resident,
    studyLoan: true,
    fileNumber: "none" as const,
  });
  it("more pay never means less tax, and tax is never above the pay", () => {
    fc.assert(
      fc.property(dollars, dollars, fc.constantFrom(...cycles), declarations, (a, b, cycle, declared) => {
        const [less, more] = a.lte(b) ? [a, b] : [b, a];
        const at = (amount: typeof a) => withheldFrom(amount, terms({ cycle, declared })).regular;
        expect(at(less).lte(at(more))).toBe(true);
        expect(at(more).lte(more.plus(1))).toBe(true);
        expect(at(more).isInteger()).toBe(true);
      }),
    );
  });
  it("52 weeks agree with the annual scale of 2025–26 within the structure of Schedule 1", () => {
    // Above the low income offset the schedule withholds the year's tax and Medicare levy plus $30 (reference, 2.4).
    const annual = (income: number) =>
      (income > 190_000
        ? 51_638 + 0.45 * (income - 190_000)
        : income > 135_000
          ? 31_288 + 0.37 * (income - 135_000)
          : 4_288 + 0.3 * (income - 45_000)) +
      0.02 * income;
    fc.assert(
      fc.property(fc.integer({ min: 1_300, max: 6_000 }), (week) => {
        expect(Math.abs(52 * regular(String(week)) - (annual(week * 52) + 30))).toBeLessThan(75);
      }),
    );
  });
});
