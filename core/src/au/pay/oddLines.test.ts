/** Lines and terms beyond hours and salary: each case worked by hand, with the rule beside it. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import { ordinary, pay, person, salary } from "../../testMakers.ts";
import { factsOf } from "./facts.ts";
import type { PayInput, PayLine } from "./input.ts";
import { workOut } from "./workOut.ts";

const work = (lines: PayLine[], change: Partial<PayInput> = {}) => workOut(pay(lines, change), rules);
const amount = (worked: ReturnType<typeof work>, element: string) =>
  worked.lines.find((each) => each.line.element === element)?.amount.value.toFixed(2);
const wages = salary("1500");
const deduct = (change: Partial<PayLine>): PayLine => ({ element: "deductionAfterTax", ...change });

describe("deductions", () => {
  // $1,500 a week on scale 2 in 2025–26 withholds $304 (the published weekly table); 1,196 is left.
  it("takes a share of gross, to the cent", () => {
    expect(amount(work([wages, deduct({ percentOfGross: "1.25" })]), "deductionAfterTax")).toBe("18.75");
    expect(amount(work([salary("333.33"), deduct({ percentOfGross: "1.5" })]), "deductionAfterTax")).toBe("5.00");
  });
  it("stops at its total", () => {
    const worked = work([wages, deduct({ amount: "80", upTo: "12.50" })]);
    expect(amount(worked, "deductionAfterTax")).toBe("12.50");
    expect(worked.lines[1]?.cutFrom?.toFixed(2)).toBe("80.00");
  });
  it.each([
    ["1100.00", "96.00", "exactly what is left above it"],
    ["1096.00", "100.00", "nothing is cut at the edge"],
    ["1196.00", "0.00", "nothing left to take"],
    ["1300.00", "0.00", "never below nought"],
  ])("keeps a protected net of $%s: takes $%s, %s", (keepNet, taken) => {
    expect(amount(work([wages, deduct({ amount: "100", keepNet })]), "deductionAfterTax")).toBe(taken);
  });
  it("takes child support before a garnishee, and both before the others, wherever they stand", () => {
    const worked = work([
      wages,
      deduct({ name: "Social club", amount: "300", keepNet: "700" }),
      deduct({ name: "Court order", deduction: "G", amount: "200", keepNet: "700" }),
      deduct({ name: "Child support", deduction: "D", amount: "250", keepNet: "700" }),
    ]);
    // 1,196: child support leaves 946, the order 746, so 46 is left for the club.
    expect(worked.lines.map((each) => each.amount.value.toFixed(2))).toEqual(["1500.00", "46.00", "200.00", "250.00"]);
    expect(worked.net.value.toFixed(2)).toBe("700.00");
  });
  it("does not count a reimbursement towards what may be taken", () => {
    const worked = work([
      wages,
      { element: "reimbursement", amount: "90" },
      deduct({ amount: "100", keepNet: "1150" }),
    ]);
    expect(amount(worked, "deductionAfterTax")).toBe("46.00");
    expect(worked.net.value.toFixed(2)).toBe("1240.00");
  });
  it("lets nobody fall below a protected net, whatever is taken", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400_000 }),
        fc.array(fc.integer({ min: 0, max: 90_000 }), { maxLength: 5 }),
        fc.integer({ min: 0, max: 120_000 }),
        (gross, wanted, keep) => {
          const keepNet = (keep / 100).toFixed(2);
          const worked = work([
            salary((gross / 100).toFixed(2)),
            ...wanted.map((cents) => deduct({ amount: (cents / 100).toFixed(2), keepNet })),
          ]);
          const before = worked.gross.value.minus(worked.withheld.value);
          if (before.gte(keepNet)) expect(worked.net.value.gte(keepNet)).toBe(true);
          else expect(worked.net.value.eq(before)).toBe(true);
        },
      ),
    );
  });
});

describe("contributions of the person's own", () => {
  const worked = work([wages, { element: "memberContribution", amount: "50" }]);
  it("are paid from net pay, and are no employer contribution", () => {
    expect(worked.net.value.toFixed(2)).toBe("1146.00");
    expect(worked.super.guarantee.value.toFixed(2)).toBe("180.00");
    expect(worked.super.reportable.value.toFixed(2)).toBe("0.00");
    expect(worked.super.member.value.toFixed(2)).toBe("50.00");
  });
});

describe("what is typed by hand", () => {
  const overrides = { withheld: "250.00", guarantee: "190.00", reason: "variation notice" };
  const worked = work([wages], { overrides });
  it("stands in place of the worked figure, which the working keeps", () => {
    expect(worked.withheld.value.toFixed(2)).toBe("250.00");
    expect(worked.parts.regular.value.toFixed(2)).toBe("250.00");
    expect(worked.net.value.toFixed(2)).toBe("1250.00");
    expect(worked.super.guarantee.value.toFixed(2)).toBe("190.00");
    expect(worked.withheld.working().rule).toContain("variation notice");
    expect(worked.withheld.working().parts?.[0]?.value).toBe("304.00");
  });
  it("leaves the worked parts of a bonus alone", () => {
    const both = work([wages, { element: "bonus", amount: "5200" }], { overrides: { withheld: "2000", reason: "x" } });
    // Schedule 5: $1,664 on the bonus (worked by hand from the schedule).
    expect(both.parts.bonus.value.toFixed(2)).toBe("1664.00");
    expect(both.parts.regular.value.toFixed(2)).toBe("336.00");
  });
});

describe("leave loading in one lump", () => {
  // Schedule 5: $798 ÷ 52 = 15.34 → 15; T on 1,515 = 0.32 × 1,515.99 − 176.5769 = 308.54 → 309; (309 − 304) × 52 = 260.
  it("is taxed like a bonus and reported with paid leave", () => {
    const worked = work([wages, { element: "leaveLoading", amount: "798", method: "B" }]);
    expect(worked.parts.bonus.value.toFixed(2)).toBe("260.00");
    expect(
      new Map(factsOf(worked, "2025-10-09").map((each) => [each.code, each.cents])).get("report:paidLeave:O"),
    ).toBe(79_800);
  });
  it("paid with the leave, is part of that pay", () => {
    expect(work([wages, { element: "leaveLoading", amount: "100" }]).parts.bonus.value.toFixed(2)).toBe("0.00");
  });
});

describe("back pay of earlier years", () => {
  const worked = work([
    wages,
    { element: "backPay", amount: "1040", earnedYear: "2023-24" },
    { element: "backPay", amount: "520", earnedYear: "2024-25" },
    { element: "backPay", amount: "100" },
  ]);
  const facts = new Map(factsOf(worked, "2025-10-09").map((each) => [each.code, each.cents]));
  it("is lump sum E, by the year it was earned in", () => {
    expect(worked.lumpSums.E?.value.toFixed(2)).toBe("1560.00");
    expect(facts.get("report:lumpSumE:2023-24")).toBe(104_000);
    expect(facts.get("report:lumpSumE:2024-25")).toBe(52_000);
    expect(facts.get("report:gross")).toBe(160_000);
  });
  it("is withheld like other back pay: 1,660 ÷ 52 = 31; T on 1,531 = 313.66 → 314; (314 − 304) × 52 = 520", () => {
    expect(worked.parts.bonus.value.toFixed(2)).toBe("520.00");
  });
});

describe("a return-to-work payment (Schedule 4, rates unsure)", () => {
  it.each([
    ["100000", "32000.00"],
    ["135000", "43200.00"],
    ["140000", "45150.00"],
    ["200000", "69350.00"],
  ])("$%s: $%s is withheld, lump sum W", (paid, withheld) => {
    const worked = work([{ element: "returnToWork", amount: paid }]);
    expect(worked.withheld.value.toFixed(2)).toBe(withheld);
    expect(worked.lumpSums.W?.value.toFixed(2)).toBe(`${paid}.00`);
    expect(worked.taxable.value.toFixed(2)).toBe("0.00");
    expect(worked.super.guarantee.value.toFixed(2)).toBe("0.00");
  });
});

describe("a correction of an earlier pay", () => {
  // Paid $1,500 (304), should have been $1,400: T on 1,400.99 = 271.74 → 272. The tax to give back is 32.
  it("gives back tax on what was too much", () => {
    const worked = work([{ element: "ordinary", hours: "-2.5", rate: "40" }], { correctsTaxable: "1500" });
    expect(worked.gross.value.toFixed(2)).toBe("-100.00");
    expect(worked.withheld.value.toFixed(2)).toBe("-32.00");
    expect(worked.net.value.toFixed(2)).toBe("-68.00");
    expect(worked.super.guarantee.value.toFixed(2)).toBe("-12.00");
    // 2.5 h × 4 ÷ 52
    expect(worked.leave.annual?.value.toFixed(4)).toBe("-0.1923");
  });
  it("taxes what was too little at the margin of that pay", () => {
    expect(work([ordinary("2.5", "40")], { correctsTaxable: "1500" }).withheld.value.toFixed(2)).toBe("32.00");
  });
  it("undone by its opposite, leaves no tax", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300_000 }), fc.integer({ min: 1, max: 100_000 }), (was, change) => {
        const money = (cents: number) => (cents / 100).toFixed(2);
        const more = work([salary(money(change))], { correctsTaxable: money(was) });
        const less = work([salary(money(-change))], { correctsTaxable: money(was + change) });
        expect(more.withheld.value.plus(less.withheld.value).toFixed(2)).toBe("0.00");
      }),
    );
  });
});

describe("what the employer sets aside", () => {
  const employerCosts = [
    { code: "WC", name: "Workers' compensation", percent: "2.15", of: "gross" },
    { code: "PT", name: "Payroll tax", percent: "4", of: "grossAndSuper" },
  ] as const;
  const worked = work([wages], { employerCosts });
  it("is a share of gross, or of gross and super, and no part of the pay", () => {
    expect(worked.employerCosts.map((each) => each.amount.value.toFixed(2))).toEqual(["32.25", "67.20"]);
    expect(worked.net.value.toFixed(2)).toBe("1196.00");
  });
});

describe("leave of other kinds", () => {
  const taken = (leave: string, change: Partial<PayLine> = {}): PayLine => ({
    element: "leaveTaken",
    leave,
    hours: "38",
    rate: "40",
    ...change,
  });
  it.each<[string, PayLine, string, string, string]>([
    ["annual leave accrues and counts for super", taken("annual"), "1520.00", "182.40", "2.9231"],
    ["cashed out, nothing accrues on it", taken("annual", { cashOut: true }), "1520.00", "182.40", "0.0000"],
    ["unpaid leave is hours only", taken("unpaid"), "0.00", "0.00", "0.0000"],
    ["paid parental leave has no super", taken("parental"), "1520.00", "0.00", "2.9231"],
    ["the government's parental pay accrues nothing", taken("governmentParental"), "1520.00", "0.00", "0.0000"],
    ["workers' compensation has no super", taken("workersCompensation"), "1520.00", "0.00", "2.9231"],
  ])("%s", (_what, line, gross, guarantee, accrued) => {
    const worked = work([line]);
    expect(worked.gross.value.toFixed(2)).toBe(gross);
    expect(worked.super.guarantee.value.toFixed(2)).toBe(guarantee);
    expect(worked.leave.annual?.value.toFixed(4)).toBe(accrued);
  });
  it("time in lieu is earned at the element's per cent, without pay", () => {
    const worked = work([wages, { element: "timeInLieuEarned", hours: "3", rate: "40", percent: "150" }]);
    expect(worked.leave.timeInLieu?.value.toFixed(4)).toBe("4.5000");
    expect(worked.gross.value.toFixed(2)).toBe("1500.00");
  });
  it("long service leave accrues for casuals too, annual leave does not", () => {
    const casual = person({
      basis: "casual",
      leave: [
        { kind: "annual", weeksPerYear: "4" },
        { kind: "long-service", weeksPerYear: "0.8667" },
      ],
    });
    const { leave } = work([ordinary("38", "40")], { person: casual });
    // 38 × 0.8667 ÷ 52
    expect(leave["long-service"]?.value.toFixed(4)).toBe("0.6334");
    expect(leave.annual).toBeUndefined();
  });
});

describe("super for the young", () => {
  const young = { birthDate: "2009-01-01" };
  it("is not owed for thirty hours a week, unless an agreement says so", () => {
    const paid = (change: object) => work([ordinary("20", "20")], { person: person({ ...young, ...change }) });
    expect(paid({}).super.guarantee.value.toFixed(2)).toBe("0.00");
    expect(paid({ super: { anyAge: true } }).super.guarantee.value.toFixed(2)).toBe("48.00");
  });
});

describe("a contractor paid super only", () => {
  it("costs the super, and pays nobody", () => {
    const worked = work([{ element: "contractorSuper", amount: "330" }], {
      person: person({ basis: "contractor", super: { guarantee: false }, leave: [] }),
    });
    expect(worked.super.guarantee.value.toFixed(2)).toBe("330.00");
    expect(worked.net.value.toFixed(2)).toBe("0.00");
    expect(worked.withheld.value.toFixed(2)).toBe("0.00");
  });
});
