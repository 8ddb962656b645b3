/**
 * Irregular and final payments: Schedules 5 (NAT 3348), 7 (NAT 3351) and 11, from memory. No published figure is
 * remembered; expected values are worked out by hand from the published steps and coefficients, shown beside each.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";
import { studyLoanRates } from "../rulebook/au/studyLoanRates.ts";
import { terminationRules } from "../rulebook/au/terminationRules.ts";
import { withholdingScales } from "../rulebook/au/withholdingScales.ts";
import { workingHolidayRates } from "../rulebook/au/workingHolidayRates.ts";
import { shippedRuleBook as rules } from "../rulebook/shippedRuleBook.ts";
import { given } from "../working/figure.ts";
import { extraPayment, extraPaymentMethodA } from "./extraPayment.ts";
import { redundancyTaxFree } from "./genuineRedundancy.ts";
import { medicareAdjustment } from "./medicareAdjustment.ts";
import { studyLoanWeekly } from "./studyLoan.ts";
import type { TaxDeclaration } from "./taxDeclaration.ts";
import { type EtpCode, terminationPayments } from "./terminationPayment.ts";
import { unusedLeave } from "./unusedLeave.ts";
import type { WithholdingTerms } from "./withholding.ts";
import { workingHolidayTax } from "./workingHoliday.ts";

const resident: TaxDeclaration = {
  fileNumber: "given",
  residency: "resident",
  taxFreeThreshold: true,
  studyLoan: false,
  medicare: "levy",
};
const terms = (change: Partial<WithholdingTerms> = {}): WithholdingTerms => ({
  declared: resident,
  payday: "2025-10-09",
  cycle: "weekly",
  rules,
  birthDate: "1980-01-01",
  taxableBefore: zero,
  ...change,
});
const money = (text: string) => given("", decimal(text), "money");

describe("bonus, method B(ii)", () => {
  const bonus = (
    normal: string,
    extra: string,
    earlier: [string, string] = ["0", "0"],
    change: Partial<WithholdingTerms> = {},
  ) =>
    extraPayment(
      money(normal),
      money(extra),
      { gross: decimal(earlier[0]), withheld: decimal(earlier[1]) },
      terms(change),
    ).value.toNumber();
  it.each([
    ["first of the year", bonus("1500", "5200"), (336 - 304) * 52],
    // 5,200 before, 1,664 withheld; 10,400 ÷ 52 = 200: T on 1,700 = 0.32 × 1,700.99 − 176.5769 = 367.74
    ["second of the year", bonus("1500", "5200", ["5200", "1664"]), (368 - 304) * 52 - 1664],
    // normal 3,600: T = 0.39 × 3,600.99 − 358.3077 = 1,046.08; + 100: 0.47 × 3,700.99 − 650.6154 = 1,088.85
    ["at the top rate", bonus("3600", "5200"), (1089 - 1046) * 52],
    // (T(1,000 + 1,000) − T(1,000)) × 52 = (464 − 143) × 52 = 16,692, cap 47 % of 52,000 = 24,440
    ["large", bonus("1000", "52000"), 16_692],
    ["capped when earlier withholding was small", bonus("3600", "520", ["52000", "0"]), 244],
    ["never negative", bonus("1500", "100", ["5200", "3000"]), 0],
    ["fortnightly: 26 pays", bonus("3000", "5200", ["0", "0"], { cycle: "fortnightly" }), (672 - 608) * 26],
    [
      "no number: 47 % flat",
      bonus("1500", "1000.50", ["0", "0"], { declared: { ...resident, fileNumber: "none" } }),
      470,
    ],
    [
      "with a study loan",
      bonus("1500", "5200", ["0", "0"], { declared: { ...resident, studyLoan: true } }),
      (336 + 47 - 304 - 32) * 52,
    ],
  ])("%s", (_words, found, expected) => expect(found).toBe(expected));
  it("taken back in its year it gives back all that was withheld for it, or what the rest of it does not need", () => {
    fc.assert(
      fc.property(fc.nat(400_000), fc.integer({ min: 100, max: 5_000_000 }), fc.nat(100), (normal, cents, percent) => {
        const [base, extra] = [(normal / 100).toFixed(2), (cents / 100).toFixed(2)];
        const part = (Math.floor((cents * percent) / 100) / 100).toFixed(2);
        const withheld = bonus(base, extra);
        expect(withheld + bonus(base, `-${extra}`, [extra, String(withheld)])).toBe(0);
        const kept = decimal(extra).minus(part).toFixed(2);
        const rest = bonus(base, kept);
        const isCapped = withheld > Number(extra) * 0.47 - 2 || rest > Number(kept) * 0.47 - 2;
        if (Number(part) === 0) return;
        const left = withheld + bonus(base, `-${part}`, [extra, String(withheld)]);
        // Where the 47 % cut it, the spreading asks for more than was withheld: nothing comes back.
        if (isCapped) expect(left).toBeLessThanOrEqual(withheld);
        else expect(left).toBe(rest);
      }),
    );
  });
  it("is never above 47 % of the payment, whatever came before", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400_000 }),
        fc.integer({ min: 1, max: 9_000_000 }),
        fc.integer({ min: 0, max: 5_000_000 }),
        (normal, extra, before) => {
          const text = (cents: number) => (cents / 100).toFixed(2);
          const found = bonus(text(normal), text(extra), [text(before), "0"]);
          expect(found).toBeGreaterThanOrEqual(0);
          expect(found).toBeLessThanOrEqual((extra / 100) * 0.47);
        },
      ),
    );
  });
});

describe("back pay, method A", () => {
  it("spreads over the pays that it relates to", () => {
    // 1,000 over 10 weeks: T(1,600) − T(1,500) = 32, × 10
    expect(extraPaymentMethodA(money("1500"), money("1000"), 10, terms()).value.toNumber()).toBe(320);
  });
  it("over never more pays than a year has", () => {
    const over = (pays: number) => extraPaymentMethodA(money("1500"), money("5200"), pays, terms()).value.toNumber();
    expect(over(60)).toBe(over(52));
  });
});

describe("unused leave on departure", () => {
  const leave = (amount: string, change: object = {}, context: Partial<WithholdingTerms> = {}) =>
    unusedLeave(
      [
        {
          leave: "annual",
          reason: "normal",
          amount: decimal(amount),
          amountBefore1993: zero,
          amountBefore1978: zero,
          ...change,
        },
      ],
      decimal("1500"),
      decimal("0"),
      terms(context),
    );
  it.each<[string, ReturnType<typeof leave>, number, number, number]>([
    // words, found, withheld, lump sum A, leave code U
    ["resigned: at the margin", leave("5200"), (336 - 304) * 52, 0, 5200],
    ["redundant: 32 %", leave("5200", { reason: "redundancy" }), 1664, 5200, 0],
    ["before August 1993: 32 %, lump sum A", leave("0", { amountBefore1993: decimal("1000") }), 320, 1000, 0],
    [
      "foreign resident, redundant: 30 %",
      leave("1000", { reason: "redundancy" }, { declared: { ...resident, residency: "foreign" } }),
      300,
      1000,
      0,
    ],
    ["no number: 47 %", leave("1000", {}, { declared: { ...resident, fileNumber: "none" } }), 470, 0, 1000],
    // 299 ÷ 52 = 5: T(1,505) = 0.32 × 1,505.99 − 176.5769 = 305.34 → (305 − 304) × 52 = 52; flat 95
    ["under $300: the smaller", leave("299"), 52, 0, 299],
  ])("%s", (_words, found, withheld, lumpA, ordinary) => {
    expect([found.withheld.value.toNumber(), found.lumpSumA.toNumber(), found.ordinary.toNumber()]).toEqual([
      withheld,
      lumpA,
      ordinary,
    ]);
  });
  it("long service before 1978: five per cent of it at the margin, all of it lump sum B", () => {
    const found = leave("0", { leave: "long-service", amountBefore1978: decimal("104000") });
    // 5,200 ÷ 52 = 100
    expect([found.withheld.value.toNumber(), found.lumpSumB.toNumber()]).toEqual([(336 - 304) * 52, 104_000]);
  });
  it("nothing left, nothing withheld", () =>
    expect(unusedLeave([], decimal("1500"), decimal("0"), terms()).withheld.value.toNumber()).toBe(0));
});

describe("termination payments", () => {
  const tax = (
    payments: [EtpCode, string][],
    other = "0",
    used = "0",
    change: Partial<WithholdingTerms> & { born?: string } = {},
  ) =>
    terminationPayments(
      payments.map(([code, amount]) => ({ code, amount: decimal(amount) })),
      change.born ?? "1980-01-01",
      decimal(other),
      decimal(used),
      terms(change),
    ).withheld.value.toNumber();
  it.each<[string, number, number]>([
    ["excluded, under 60", tax([["R", "100000"]]), 32_000],
    ["excluded, 60 by the end of the year", tax([["R", "100000"]], "0", "0", { born: "1966-06-30" }), 17_000],
    ["60 a day after the end of the year", tax([["R", "100000"]], "0", "0", { born: "1966-07-01" }), 32_000],
    ["excluded, at the cap of 260,000", tax([["R", "260000"]]), 83_200],
    ["a dollar above the cap: 47 % on it", tax([["R", "260100"]]), 83_247],
    ["the cap used before", tax([["R", "100000"]], "0", "200000"), 60_000 * 0.32 + 40_000 * 0.47],
    ["golden handshake: whole-of-income cap", tax([["O", "100000"]], "150000"), 30_000 * 0.32 + 70_000 * 0.47],
    ["other income does not touch the excluded part", tax([["R", "100000"]], "180000"), 32_000],
    [
      "both: the excluded part takes the cap first",
      tax([
        ["O", "100000"],
        ["R", "200000"],
      ]),
      64_000 + 60_000 * 0.32 + 40_000 * 0.47,
    ],
    ["death, to a dependant: nothing to the cap", tax([["D", "100000"]]), 0],
    ["death, to somebody else", tax([["N", "100000"]]), 32_000],
    ["to a trustee: settled by the trustee", tax([["T", "100000"]]), 0],
    [
      "foreign resident: two points less",
      tax([["O", "100000"]], "0", "0", { declared: { ...resident, residency: "foreign" } }),
      30_000,
    ],
    ["no number: 47 %", tax([["O", "1000"]], "0", "0", { declared: { ...resident, fileNumber: "none" } }), 470],
    ["cents of the result are dropped", tax([["R", "16380"]]), 5_241],
  ])("%s", (_words, found, expected) => expect(found).toBe(Math.floor(expected + 1e-9)));
  it.each([
    ["2025-10-09", 0, "13100"],
    ["2025-10-09", 10, "78620"],
    ["2024-10-10", 3, "31316"],
  ])("tax-free redundancy on %s after %i years", (payday, years, expected) =>
    expect(redundancyTaxFree(decimal("1000000"), years, rules.row(terminationRules, payday).figures).toString()).toBe(
      expected,
    ),
  );
});

describe("the family's Medicare adjustment (Schedule 1, Medicare levy adjustment)", () => {
  const table = rules.row(withholdingScales, "2025-10-09").figures;
  const at = (x: string, scale: "2" | "6", dependants: number): Decimal =>
    medicareAdjustment(decimal(x), scale, dependants, table);
  it.each([
    ["below the start", "499.99", "2", 0, 0],
    ["in the shade-in: a tenth above 500", "560.99", "2", 0, 6],
    ["full levy given back", "800.99", "2", 2, 16],
    // threshold (43,846 + 2 × 4,027) ÷ 52 = 998.08; × 2 % − (1,100.99 − 998.08) × 8 % = 19.96 − 8.23
    ["shading out", "1100.99", "2", 2, 12],
    // 998.08 × 1.25 = 1,247.60, cents dropped
    ["shaded out", "1247.99", "2", 2, 0],
    ["half levy, spouse only: nothing", "900.99", "6", 0, 0],
    ["half levy, two children", "990.99", "6", 2, 7],
  ] as const)("%s", (_words, x, scale, dependants, expected) =>
    expect(at(x, scale, dependants).toNumber()).toBe(expected),
  );
  it("never gives back more than the levy, and never a negative amount", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3000 }),
        fc.integer({ min: 0, max: 10 }),
        fc.constantFrom("2" as const, "6" as const),
        (week, dependants, scale) => {
          const found = at(`${week}.99`, scale, dependants).toNumber();
          expect(found).toBeGreaterThanOrEqual(0);
          expect(found).toBeLessThanOrEqual(week * (scale === "2" ? 0.02 : 0.01) + 1);
        },
      ),
    );
  });
});

describe("study loans before 24 September 2025: per cent of all earnings", () => {
  const row = rules.row(studyLoanRates, "2025-03-06").figures;
  if (row.method !== "percent-of-all") throw new Error("per cent in 2024–25");
  it.each(row.steps.map((step) => [step.from, step.fromWithoutThreshold, step.percent] as const))(
    "from %s and %s: %s %%",
    (from, without, percent) => {
      const declared = { ...resident, studyLoan: true };
      const at = (week: string, claimed: boolean) =>
        studyLoanWeekly(decimal(`${week}.99`), { ...declared, taxFreeThreshold: claimed }, row).toNumber();
      const expected = (week: string) => Math.round(((Number(week) + 0.99) * Number(percent)) / 100);
      expect(at(from, true)).toBe(expected(from));
      expect(at(without, false)).toBe(expected(without));
      expect(at(String(Number(from) - 1), true)).toBeLessThan(at(from, true));
    },
  );
});

describe("working holiday makers", () => {
  const rates = rules.row(workingHolidayRates, "2025-10-09").figures;
  it("the year's tax does not depend on how the year was paid", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 12_000 }), { minLength: 1, maxLength: 40 }), (pays) => {
        let before = zero;
        let tax = zero;
        for (const pay of pays) {
          tax = tax.plus(workingHolidayTax(decimal(pay), before, rates));
          before = before.plus(pay);
        }
        // Each pay drops its cents.
        expect(
          tax
            .minus(workingHolidayTax(before, zero, rates))
            .abs()
            .toNumber(),
        ).toBeLessThanOrEqual(pays.length);
      }),
    );
  });
  it.each([
    ["45000", 6_750],
    ["45100", 6_780],
    ["135000", 33_750],
    ["190000", 54_100],
    ["200000", 58_600],
  ])("%s in one pay", (amount, expected) =>
    expect(workingHolidayTax(decimal(amount), zero, rates).toNumber()).toBe(expected),
  );
});
