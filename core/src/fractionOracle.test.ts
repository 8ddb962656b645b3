/**
 * Tax over all cycles and periods against whole-number fractions (bigint): nothing is rounded before the one place
 * where the schedule says so. The coefficients and thresholds are the rule book's; only the arithmetic is done again.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { withholding } from "./au/withholding.ts";
import { type Cycle, cycles, paysPerYear } from "./calendar/payPeriods.ts";
import { paye } from "./nz/paye.ts";
import { studentLoan } from "./nz/studentLoan.ts";
import { readTaxCode } from "./nz/taxCode.ts";
import { decimal } from "./quantity/decimal.ts";
import { withholdingScales } from "./rulebook/au/withholdingScales.ts";
import { deductionRatesNz } from "./rulebook/nz/deductionRatesNz.ts";
import { earnersLevy } from "./rulebook/nz/earnersLevy.ts";
import { incomeTaxRates } from "./rulebook/nz/incomeTaxRates.ts";
import { shippedRuleBook as rules } from "./rulebook/shippedRuleBook.ts";
import { given } from "./working/figure.ts";

/** "0.3455" as a whole number of millionths. */
const million = 1_000_000n;
const micro = (text: string): bigint => BigInt(decimal(text).times(1_000_000).toFixed(0));
const halfUp = (numerator: bigint, denominator: bigint): bigint => (2n * numerator + denominator) / (2n * denominator);
const dollars = fc.integer({ min: 1, max: 3_000_000 });
const periodsOf = fc.integer({ min: 1, max: 60 });
const cycleOf = fc.constantFrom(...cycles);
const earnings = (cents: number) => given("earnings", decimal(cents).div(100), "money");

describe("Australia, Schedule 1 scale 2", () => {
  const payday = "2026-03-12";
  const { scales } = rules.row(withholdingScales, payday).figures;
  /** the weekly share of one period as a fraction of cents: times a, divided by b */
  const weekly: Record<Cycle, [bigint, bigint]> = {
    weekly: [1n, 1n],
    fortnightly: [1n, 2n],
    "four-weekly": [1n, 4n],
    "half-monthly": [6n, 13n],
    monthly: [3n, 13n],
    quarterly: [1n, 13n],
  };
  function oracle(cents: bigint, cycle: Cycle, periods: bigint): bigint {
    const [a, b] = weekly[cycle];
    const thirty3 = cycle === "monthly" && (cents - 33n * periods) % (100n * periods) === 0n;
    const x = (((thirty3 ? cents + periods : cents) * a) / (b * periods * 100n)) * 100n + 99n;
    const row = scales["2"].find((each) => each.below === null || x * million < micro(each.below) * 100n);
    if (!row) throw new Error("no row");
    const y = (micro(row.a) * x) / 1n - micro(row.b) * 100n;
    const week = y <= 0n ? 0n : halfUp(y, 100n * million);
    const one = cycle === "monthly" || cycle === "half-monthly" ? halfUp(week * b, a) : (week * b) / a;
    return one * periods;
  }
  const terms = (cycle: Cycle) => ({
    declared: {
      fileNumber: "given" as const,
      residency: "resident" as const,
      taxFreeThreshold: true,
      studyLoan: false,
      medicare: "levy" as const,
    },
    payday,
    cycle,
    rules,
    birthDate: "1990-01-01",
    taxableBefore: decimal(0),
  });
  const worked = (cents: number, cycle: Cycle, periods: number) =>
    withholding(earnings(cents), periods, terms(cycle)).regular.value.toNumber();
  it("agrees over all cycles and periods", () =>
    fc.assert(
      fc.property(dollars, cycleOf, periodsOf, (cents, cycle, periods) => {
        expect(worked(cents, cycle, periods)).toBe(Number(oracle(BigInt(cents), cycle, BigInt(periods))));
      }),
      { numRuns: 3000 },
    ));
  it("monthly $5,551.00 over 3 periods: 144, not 129", () => expect(worked(555_100, "monthly", 3)).toBe(144));
});

describe("New Zealand, code M and flat codes", () => {
  const payday = "2026-06-11";
  const tax = rules.row(incomeTaxRates, payday).figures;
  const levy = rules.row(earnersLevy, payday).figures;
  function oracle(cents: bigint, cycle: Cycle, periods: bigint, code: "M" | "SB"): bigint {
    const n = BigInt(paysPerYear[cycle]);
    const most = micro(levy.maximumEarnings) / 10_000n;
    if (code === "SB") {
      const levied = cents * n < most * periods ? cents * n : most * periods;
      const top = cents * n * micro(tax.flat.SB) + levied * micro(levy.percent);
      return (top / (100n * million * n * periods)) * periods;
    }
    const year = ((cents * n) / (periods * 100n)) * 100n;
    let owed = (year < most ? year : most) * micro(levy.percent);
    let floor = 0n;
    for (const { upTo, percent } of tax.brackets) {
      const top = upTo === null || year < micro(upTo) / 10_000n ? year : micro(upTo) / 10_000n;
      if (top > floor) owed += (top - floor) * micro(percent);
      floor = upTo === null ? floor : micro(upTo) / 10_000n;
    }
    return (owed / (100n * million * n)) * periods;
  }
  const worked = (cents: number, cycle: Cycle, periods: number, code: string) => {
    const read = readTaxCode(code);
    if (!read) throw new Error("no code");
    const { tax: income, levy: part } = paye(earnings(cents), periods, { code: read, payday, cycle, rules });
    return income.value.plus(part.value).times(100).toNumber();
  };
  it("agrees over all cycles and periods", () =>
    fc.assert(
      fc.property(
        dollars,
        cycleOf,
        periodsOf,
        fc.constantFrom("M" as const, "SB" as const),
        (cents, cycle, n, code) => {
          expect(worked(cents, cycle, n, code)).toBe(Number(oracle(BigInt(cents), cycle, BigInt(n), code)));
        },
      ),
      { numRuns: 3000 },
    ));
  it("$135.00 over 13 weeks: 16.51, not 16.38", () => {
    const read = readTaxCode("M");
    if (!read) throw new Error("no code");
    const found = paye(earnings(13_500), 13, { code: read, payday, cycle: "weekly", rules });
    expect(found.tax.value.plus(found.levy.value).toFixed(2)).toBe("16.51");
  });
  it("the student loan's threshold is a share of the year, cut once", () =>
    fc.assert(
      fc.property(dollars, cycleOf, periodsOf, (cents, cycle, periods) => {
        const read = readTaxCode("M SL");
        if (!read) throw new Error("no code");
        const { percent, yearlyThreshold } = rules.row(deductionRatesNz, payday).figures.studentLoan;
        const n = BigInt(paysPerYear[cycle]);
        const above = BigInt(cents) * n - (micro(yearlyThreshold) / 10_000n) * BigInt(periods);
        const owed = above <= 0n ? 0n : (above * micro(percent)) / (100n * million * n);
        const found = studentLoan(earnings(cents), read, cycle, periods, { payday, rules });
        expect(found.value.times(100).toNumber()).toBe(Number(owed));
      }),
      { numRuns: 2000 },
    ));
});
