import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { snapshotOf, workingOf } from "../../countries/countries.ts";
import { toCents } from "../../quantity/units.ts";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import { ordinary, pay, person, salary } from "../../testMakers.ts";
import { factsOf } from "./facts.ts";
import type { PayInput, PayLine } from "./input.ts";
import { rowFigures } from "./snapshot.ts";
import { workOut } from "./workOut.ts";

const figures = (input: PayInput) => rowFigures(workOut(input, rules));

describe("a plain week", () => {
  const worked = workOut(
    pay([ordinary("38", "30.00"), { element: "overtime", hours: "2", rate: "30.00", percent: "150" }]),
    rules,
  );
  it("adds up from lines to net", () => {
    const row = rowFigures(worked);
    expect(row).toMatchObject({
      gross: "1230.00",
      taxable: "1230.00",
      withheld: "217.00",
      net: "1013.00",
      super: "136.80",
      cost: "1366.80",
    });
    expect(row.leave).toEqual({ annual: "2.9231", personal: "1.4615" });
  });
  it("overtime counts neither for super nor for leave", () => {
    expect(worked.super.base.value.toFixed(2)).toBe("1140.00");
    expect(worked.ordinaryHours.value.toNumber()).toBe(38);
  });
  it("every figure of the sheet answers why, down to its inputs", () => {
    for (const name of ["gross", "withheld", "net", "super", "cost", "taxable", "hours", "leave:annual", "line:ORD"])
      expect(workingOf(worked, name)?.label, name).toBeTruthy();
    const tax = workingOf(worked, "withheld")?.parts?.[0];
    expect(tax?.formula).toContain("0.3227 × 1230.99 − 180.0385");
    expect(tax?.source?.standing).toBe("remembered");
  });
});

describe("salary sacrifice", () => {
  it("lowers tax, not the guarantee, and is reportable", () => {
    const plain = figures(pay([salary("1500")]));
    const worked = workOut(pay([salary("1500"), { element: "salarySacrificeSuper", amount: "100" }]), rules);
    expect(worked.super.guarantee.value.toFixed(2)).toBe("180.00");
    expect(worked.super.reportable.value.toFixed(2)).toBe("100.00");
    expect(worked.taxable.value.toFixed(2)).toBe("1400.00");
    expect(worked.withheld.value.lt(plain.withheld)).toBe(true);
    expect(worked.net.value.toFixed(2)).toBe("1128.00");
  });
});

describe("super", () => {
  const base = (lines: PayLine[], change: Partial<PayInput> = {}) =>
    workOut(pay(lines, change), rules).super.guarantee.value.toFixed(2);
  it.each<[string, PayLine[], Partial<PayInput>, string]>([
    ["11.5 % in 2024–25", [salary("1000")], { payday: "2025-06-26" }, "115.00"],
    ["12 % in 2025–26", [salary("1000")], {}, "120.00"],
    ["12 % of qualifying earnings in 2026–27", [salary("1000")], { payday: "2026-07-02" }, "120.00"],
    ["under 18 with 30 hours: none", [ordinary("30", "20")], { person: person({ birthDate: "2009-01-01" }) }, "0.00"],
    [
      "under 18 with more than 30 hours",
      [ordinary("30.5", "20")],
      { person: person({ birthDate: "2009-01-01" }) },
      "73.20",
    ],
    [
      "what is left under the quarter's ceiling",
      [salary("5000")],
      { toDate: { guaranteeBase: "90000", guaranteeBaseQuarter: "60000" } },
      "300.00",
    ],
    [
      "what is left under the year's ceiling",
      [salary("5000")],
      { payday: "2026-07-02", toDate: { guaranteeBase: "270000" } },
      "99.60",
    ],
    [
      "not on expense allowances and reimbursements",
      [
        salary("1000"),
        { element: "allowance", amount: "50", allowance: "CD" },
        { element: "reimbursement", amount: "30" },
      ],
      {},
      "120.00",
    ],
    ["on task allowances", [salary("1000"), { element: "allowance", amount: "50", allowance: "KN" }], {}, "126.00"],
    ["not where none is set", [salary("1000")], { person: person({ super: { guarantee: false } }) }, "0.00"],
  ])("%s", (_words, lines, change, expected) => expect(base(lines, change)).toBe(expected));
  it("an agreed rate above the law is reportable, the guarantee stays the law's", () => {
    const worked = workOut(pay([salary("1000")], { person: person({ super: { rate: "15" } }) }), rules);
    expect([worked.super.guarantee.value.toNumber(), worked.super.reportable.value.toNumber()]).toEqual([120, 30]);
  });
});

describe("leave", () => {
  it("casuals accrue none, overtime none, unpaid none", () => {
    expect(figures(pay([ordinary("20", "30")], { person: person({ basis: "casual" }) })).leave).toEqual({});
    expect(figures(pay([{ element: "leaveTaken", leave: "unpaid", hours: "38", rate: "30" }])).leave.annual).toBe(
      "0.0000",
    );
    expect(figures(pay([{ element: "leaveTaken", leave: "unpaid", hours: "38", rate: "30" }])).gross).toBe("0.00");
  });
  it("accrues on at most 38 ordinary hours a week", () =>
    expect(figures(pay([ordinary("45", "30")])).leave.annual).toBe("2.9231"));
  it("52 full weeks make four weeks' hours", () =>
    expect(52 * Number(figures(pay([ordinary("38", "30")])).leave.annual)).toBeCloseTo(152, 2));
  it("a salary accrues on the agreed hours", () =>
    expect(figures(pay([salary("6000")], { cycle: "monthly" })).leave.annual).toBe("12.6667"));
});

describe("irregular and final payments (Schedules 5, 7, 11; examples computed from the published steps)", () => {
  it("a first bonus of $5,200 on $1,500 a week: $1,664", () => {
    const worked = workOut(pay([salary("1500"), { element: "bonus", amount: "5200" }]), rules);
    expect(worked.parts.bonus.value.toNumber()).toBe(1664);
    expect(worked.withheld.value.toNumber()).toBe(1968);
  });
  it("a bonus of $100 on $1,000 a week withholds nothing: the share is lost in whole dollars", () => {
    expect(
      workOut(pay([salary("1000"), { element: "bonus", amount: "100" }]), rules).parts.bonus.value.toNumber(),
    ).toBe(0);
  });
  it("never more than 47 % of the payment", () => {
    expect(
      workOut(
        pay([salary("3640"), { element: "bonus", amount: "520" }], { toDate: { bonusGross: "0" } }),
        rules,
      ).parts.bonus.value.lte(244),
    ).toBe(true);
  });
  it("ten completed years, $95,000 redundancy: 78,620 tax-free, 5,241 on the rest", () => {
    const worked = workOut(pay([{ element: "redundancy", amount: "95000", completedYears: 10 }]), rules);
    expect(worked.lumpSums.D?.value.toFixed(2)).toBe("78620.00");
    expect(worked.etp?.withheld.value.toNumber()).toBe(5241);
    expect(worked.net.value.toFixed(2)).toBe("89759.00");
  });
  it.each<[string, PayLine[], string, string, number]>([
    [
      "notice beside redundancy pay shares one tax-free amount",
      [
        { element: "redundancy", amount: "70000", completedYears: 10 },
        { element: "etp", amount: "25000", etpCode: "R", completedYears: 10 },
      ],
      "78620.00",
      "16380.00",
      5241,
    ],
    [
      "a small employer's, of notice alone",
      [{ element: "etp", amount: "9000", etpCode: "R", completedYears: 3 }],
      "9000.00",
      "0.00",
      0,
    ],
    [
      "what was typed as the taxable part stays taxable",
      [{ element: "etp", amount: "5000", etpCode: "R" }],
      "0.00",
      "5000.00",
      1600,
    ],
  ])("genuine redundancy: %s", (_what, lines, free, taxable, withheld) => {
    const worked = workOut(pay(lines), rules);
    expect([worked.lumpSums.D?.value.toFixed(2) ?? "0.00", worked.etp?.taxable.value.toFixed(2)]).toEqual([
      free,
      taxable,
    ]);
    expect(worked.etp?.withheld.value.toNumber()).toBe(withheld);
  });
  it("unused leave on redundancy: 32 %, lump sum A; resigned: at the margin, code U", () => {
    const leave = (reason: "normal" | "redundancy") =>
      workOut(
        pay([{ element: "unusedLeave", leave: "annual", reason, amount: "5200" }], {
          history: { normalGross: "1500" },
        }),
        rules,
      );
    expect(leave("redundancy").parts.unusedLeave.value.toNumber()).toBe(1664);
    expect(leave("redundancy").lumpSums.A?.value.toNumber()).toBe(5200);
    expect(leave("normal").parts.unusedLeave.value.toNumber()).toBe(1664);
    expect(leave("normal").unusedLeaveOrdinary.value.toNumber()).toBe(5200);
  });
  it("a golden handshake meets the whole-of-income cap", () => {
    const worked = workOut(
      pay([{ element: "etp", amount: "100000", etpCode: "O" }], { toDate: { taxable: "120000" } }),
      rules,
    );
    // 60,000 left under 180,000 at 32 %, 40,000 at 47 %
    expect(worked.etp?.withheld.value.toNumber()).toBe(19200 + 18800);
  });
});

describe("properties of every pay", () => {
  const amount = fc.integer({ min: 0, max: 900_000 }).map((cents) => (cents / 100).toFixed(2));
  const line = fc.oneof(
    amount.map((value): PayLine => salary(value)),
    amount.map((value): PayLine => ({ element: "deductionAfterTax", amount: value })),
    amount.map((value): PayLine => ({ element: "reimbursement", amount: value })),
    amount.map((value): PayLine => ({ element: "bonus", amount: value })),
    fc
      .record({ hours: fc.integer({ min: 0, max: 600 }), rate: fc.integer({ min: 1, max: 900_000 }) })
      .map(({ hours, rate }): PayLine => ordinary((hours / 10).toFixed(1), (rate / 10_000).toFixed(4))),
  );
  it("net = gross + reimbursements − deductions − tax, in whole cents, the same each time", () => {
    fc.assert(
      fc.property(fc.array(line, { maxLength: 6 }), fc.constantFrom("2025-10-09", "2026-07-02"), (lines, payday) => {
        const input = pay(lines, { payday });
        const worked = workOut(input, rules);
        const expected = worked.gross.value
          .plus(worked.reimbursements.value)
          .minus(worked.deductions.beforeTax.value)
          .minus(worked.deductions.afterTax.value)
          .minus(worked.withheld.value);
        expect(worked.net.value.eq(expected)).toBe(true);
        expect(Number.isInteger(toCents(worked.net.value))).toBe(true);
        expect(worked.withheld.value.lte(worked.gross.value.plus(1))).toBe(true);
        expect(JSON.stringify(snapshotOf(worked))).toBe(JSON.stringify(snapshotOf(workOut(input, rules))));
        const facts = new Map(factsOf(worked, input.payday).map((fact) => [fact.code, fact.cents]));
        expect(facts.get("net") ?? 0).toBe(toCents(worked.net.value));
      }),
    );
  });
});
