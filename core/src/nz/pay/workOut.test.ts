/**
 * New Zealand pays against figures worked by hand from the published tables (IR340, IR341) and both sides of each
 * threshold. No printed example of the specification is remembered; the annual totals are published.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { decimal } from "../../quantity/decimal.ts";
import { incomeTaxRates } from "../../rulebook/nz/incomeTaxRates.ts";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import { examinePayNz } from "../checks/examine.ts";
import { onScale } from "../paye.ts";
import { readTaxCode } from "../taxCode.ts";
import type { PayInputNz, PayLineNz } from "./input.ts";
import { workOutNz } from "./workOut.ts";

const input = (
  taxCode: string,
  lines: PayLineNz[] | string,
  change: Partial<Omit<PayInputNz, "person">> & { person?: Partial<PayInputNz["person"]> } = {},
): PayInputNz => ({
  country: "NZ",
  payday: "2025-06-11",
  cycle: "weekly",
  lines: typeof lines === "string" ? [{ element: "ordinary", amount: lines }] : lines,
  ...change,
  person: { birthDate: "1990-02-03", basis: "full-time", taxCode, ...change.person },
});
const work = (...args: Parameters<typeof input>) => workOutNz(input(...args), rules);
const withheld = (...args: Parameters<typeof input>) => work(...args).withheld.value.toFixed(2);

describe("PAYE with the levy, worked by hand", () => {
  it.each<[string, string, PayInputNz["cycle"], string, string]>([
    ["2024-06-12", "M", "weekly", "1150", "229.16"],
    ["2024-10-16", "M", "weekly", "1150", "213.79"],
    ["2025-06-11", "M", "weekly", "1150", "214.59"],
    ["2026-06-10", "M", "weekly", "1150", "215.51"],
    ["2025-06-11", "M", "weekly", "280", "34.07"],
    ["2025-06-11", "M", "fortnightly", "2730.40", "565.50"],
    ["2025-06-11", "M", "monthly", "13500", "3824.09"],
    ["2025-06-11", "ME", "weekly", "700", "103.19"],
    ["2025-06-11", "ME", "weekly", "1350", "277.93"],
    ["2025-06-11", "S", "weekly", "512", "98.15"],
    ["2026-06-10", "ND", "weekly", "640", "299.20"],
  ])("%s %s %s $%s: $%s", (payday, code, cycle, gross, expected) => {
    expect(withheld(code, gross, { payday, cycle })).toBe(expected);
  });
  it("shows the levy by itself, and the rest as tax", () => {
    const { parts } = work("M", "1150");
    // 998.66 ÷ 52 = 19.2050
    expect([parts.accLevy.value.toFixed(2), parts.incomeTax.value.toFixed(2)]).toEqual(["19.20", "195.39"]);
  });
  it("takes no levy on schedular payments, and the rate that was chosen", () => {
    expect(withheld("WT", "1000", { person: { specialRate: "20" } })).toBe("200.00");
    expect(withheld("WT", "1000")).toBe("450.00");
  });
  // An extra pay is taxed by what is earned beside it: a correction of wages alone moves its rate, too.
  it.each([
    ["wages that were forgotten, with a bonus beside them", ["500", "900"], ["1200", "900"]],
    ["wages that were too many", ["1200", "900"], ["500", "900"]],
    ["wages and bonus", ["500", "900"], ["1200", "400"]],
    ["a bonus that was none", ["1200", "400"], ["1200", "0"]],
    ["a bonus that was forgotten", ["1200", "0"], ["1200", "900"]],
    ["wages without a bonus", ["500", "0"], ["1200", "0"]],
  ])("a correction comes to what it would have been: %s", (_what, was, should) => {
    const linesOf = (wages: string, bonus: string): PayLineNz[] => [
      { element: "ordinary", amount: wages },
      ...(bonus === "0" ? [] : [{ element: "bonus" as const, amount: bonus }]),
    ];
    const paid = work("M", linesOf(was[0] ?? "", was[1] ?? ""), { history: { earlierGross: "0" } });
    const [wages, bonus] = [0, 1].map((at) =>
      decimal(should[at] ?? "0")
        .minus(was[at] ?? "0")
        .toFixed(2),
    );
    const fixed = work("M", linesOf(wages ?? "", bonus === "0.00" ? "0" : (bonus ?? "")), {
      correctsTaxable: was[0],
      correctsExtras: { gross: was[1] ?? "0", withheld: paid.parts.extraPay.value.toFixed(2) },
      history: { earlierGross: was[0] },
    });
    const due = withheld("M", linesOf(should[0] ?? "", should[1] ?? ""), { history: { earlierGross: "0" } });
    expect(paid.withheld.value.plus(fixed.withheld.value).toFixed(2)).toBe(due);
  });
  it("takes a pay that covers several as if it were paid in each", () => {
    expect(withheld("M", "2300", { periods: 2 })).toBe("429.18");
  });
  it.each([
    ["14000", "2024-04-03", "1470"],
    ["48000", "2024-04-03", "7420"],
    ["180000", "2024-04-03", "50320"],
    ["15600", "2025-04-02", "1638"],
    ["53500", "2025-04-02", "8270.5"],
    ["78100", "2025-04-02", "15650.5"],
    ["180000", "2025-04-02", "49277.5"],
  ])("a year's tax on %s (published totals)", (income, payday, tax) => {
    expect(onScale(decimal(income), rules.row(incomeTaxRates, payday).figures.brackets).toString()).toBe(tax);
  });
});

describe("the independent earner credit", () => {
  // 52 × 461.53 = 23,999.56, cut to 23,999; a cent a week more than 461.54 reaches 24,000.
  it("begins at 24,000 and not a dollar below", () => {
    const difference = (gross: string) =>
      work("M", gross).withheld.value.minus(work("ME", gross).withheld.value).toFixed(2);
    expect(difference("461.53")).toBe("0.00");
    expect(difference("461.54")).toBe("10.00");
    expect(difference("1269.23")).toBe("10.00");
    expect(difference("1346.16")).toBe("0.00");
  });
});

describe("extra pays", () => {
  const bonus = (amount: string, lastFourWeeksGross: string, code = "M") =>
    work(code, [{ element: "bonus", amount }], { history: { lastFourWeeksGross } }).parts.extraPay.value.toFixed(2);
  it("one rate on the whole by what the year comes to (4,400 in four weeks, 3,000: 30 % and 1.67 %)", () => {
    expect(bonus("3000", "4400")).toBe("950.10");
  });
  it("levy only on what fits under its maximum (11,500 in four weeks, 20,000)", () => {
    expect(bonus("20000", "11500")).toBe("6654.94");
  });
  it("changes rate a cent above a bracket: 15,600 with 13,000 in the year", () => {
    expect(bonus("2600", "1000")).toBe("316.42");
    expect(bonus("2600.01", "1000")).toBe("498.42");
  });
  it("stands on the low threshold of a secondary code", () => {
    // SH: 53,501 + 5,200 + 1,000 lies below 78,100: 30 %.
    expect(bonus("1000", "400", "SH")).toBe("316.70");
  });
  it("takes no levy and no KiwiSaver from redundancy", () => {
    const kiwiSaver = { status: "member", employeeRate: "3" } as const;
    const worked = work("M", [{ element: "redundancy", amount: "10000" }], {
      history: { lastFourWeeksGross: "4400" },
      person: { kiwiSaver },
    });
    expect(worked.parts.extraPay.value.toFixed(2)).toBe("3000.00");
    expect(worked.kiwiSaver.employee.value.toFixed(2)).toBe("0.00");
  });
});

describe("student loan", () => {
  const loan = (code: string, gross: string, change: Parameters<typeof input>[2] = {}) =>
    work(code, gross, change).parts.studentLoan.value.toFixed(2);
  it("12 % above 464 a week for main codes, of every dollar for secondary ones", () => {
    expect(loan("M SL", "1150")).toBe("82.32");
    expect(loan("M SL", "600")).toBe("16.32");
    expect(loan("M SL", "464")).toBe("0.00");
    expect(loan("M SL", "464.09")).toBe("0.01");
    expect(loan("SB SL", "464")).toBe("55.68");
    expect(loan("M", "1150")).toBe("0.00");
  });
  it("goes by the cycle: 24,128 ÷ 12 a month", () => {
    // (3,000 − 2,010.6667) × 12 % = 118.72
    expect(loan("ME SL", "3000", { cycle: "monthly" })).toBe("118.72");
  });
  it("never changes PAYE", () => {
    expect(withheld("M SL", "1150")).toBe(withheld("M", "1150"));
  });
});

describe("KiwiSaver and its tax", () => {
  const member = (change: object = {}) => ({
    status: "member" as const,
    employeeRate: "3",
    employerRate: "3",
    ...change,
  });
  const saver = (kiwiSaver: PayInputNz["person"]["kiwiSaver"], change: Parameters<typeof input>[2] = {}) => {
    const { employee, employerGross, esct, employerNet } = work("M", "1150", {
      ...change,
      person: { ...change?.person, kiwiSaver },
    }).kiwiSaver;
    return [employee, employerGross, esct, employerNet].map((each) => each.value.toFixed(2));
  };
  it("worked by hand: 34.50 each, 17.5 % cut to 6.03, net 28.47", () => {
    expect(saver(member({ esctRate: "17.5" }))).toEqual(["34.50", "34.50", "6.03", "28.47"]);
  });
  it.each([
    ["18720", "10.5"],
    ["18720.01", "17.5"],
    ["64200", "17.5"],
    ["64200.01", "30"],
    ["93720.01", "33"],
    ["216000.01", "39"],
  ])("base of %s: %s %%", (esctBase, percent) => {
    expect(saver(member({ esctBase }))[2]).toBe(saver(member({ esctRate: percent }))[2]);
  });
  it("no employer's part while suspended, under 18 or from 65", () => {
    expect(saver({ ...member(), status: "suspended" })).toEqual(["0.00", "0.00", "0.00", "0.00"]);
    expect(saver(member(), { person: { birthDate: "2007-06-12" } })[1]).toBe("0.00");
    expect(saver(member(), { person: { birthDate: "2007-06-11" } })[1]).toBe("34.50");
    expect(saver(member(), { person: { birthDate: "1960-06-12" } })[1]).toBe("34.50");
    expect(saver(member(), { person: { birthDate: "1960-06-11" } })[1]).toBe("0.00");
  });
  it("from 1 April 2026: 3.5 % where nothing is said, and the employer pays from 16", () => {
    const change = { payday: "2026-04-01", person: { birthDate: "2010-04-01" } };
    expect(saver({ status: "member" }, change).slice(0, 2)).toEqual(["40.25", "40.25"]);
    expect(saver({ status: "member" }, { payday: "2026-03-31" }).slice(0, 2)).toEqual(["34.50", "34.50"]);
  });
});

describe("child support and giving", () => {
  it("leaves 60 % of pay after PAYE", () => {
    // 1,150 − 214.59 = 935.41; 40 % = 374.164, cut.
    const support = (amount: string) =>
      work("M SL", "1150", { person: { childSupport: { amount } } }).parts.childSupport.value.toFixed(2);
    expect(support("374.16")).toBe("374.16");
    expect(support("400")).toBe("374.16");
  });
  it("gives a third of a donation back from PAYE, and never more than it", () => {
    const given = (amount: string, wages = "1150") =>
      work("M", [
        { element: "ordinary", amount: wages },
        { element: "payrollGiving", amount },
      ]);
    expect(given("100").parts.givingCredit.value.toFixed(2)).toBe("33.33");
    expect(given("100").withheld.value.toFixed(2)).toBe("181.26");
    expect(given("100").net.value.toFixed(2)).toBe("868.74");
    expect(given("200", "300").withheld.value.toFixed(2)).toBe("0.00");
  });
});

describe("8 % with each pay", () => {
  it("is paid on top, taxed, and asked about for who is no casual", () => {
    const change = { person: { holidayPayWithPay: true, basis: "casual" } } as const;
    const worked = work("M", "500.55", change);
    expect(worked.holidayPayWithPay?.value.toFixed(2)).toBe("40.04");
    expect(worked.gross.value.toFixed(2)).toBe("540.59");
    const codes = (basis: "casual" | "part-time") => {
      const pay = input("M", "500", { person: { holidayPayWithPay: true, basis } });
      return examinePayNz({ input: pay, worked: workOutNz(pay, rules) }, rules).map((mark) => mark.code);
    };
    expect(codes("casual")).not.toContain("eightPercent");
    expect(codes("part-time")).toContain("eightPercent");
  });
});

describe("marks", () => {
  const codes = (...args: Parameters<typeof input>) => {
    const pay = input(...args);
    return examinePayNz({ input: pay, worked: workOutNz(pay, rules) }, rules).map(
      (mark) => `${mark.kind} ${mark.code}`,
    );
  };
  const saver = (employeeRate: string, payday = "2026-06-10") =>
    codes("M", "1000", { payday, person: { kiwiSaver: { status: "member", employeeRate } } });
  it("appear where something is wrong, and not elsewhere", () => {
    const kiwiSaver = { status: "member", employeeRate: "3", esctRate: "17.5" } as const;
    expect(codes("M", "1000", { person: { kiwiSaver } })).toEqual([]);
    expect(codes("M", "1000")).toEqual(["query kiwiSaverUnknown"]);
    expect(codes("M", "1000", { person: { birthDate: "2008-01-01" } })).toEqual([]);
    expect(codes("ND", "1000", { person: { kiwiSaver } })).toEqual(["query taxCodeMissing"]);
    expect(codes("STC", "1000", { person: { kiwiSaver } })).toEqual(["stop specialRateMissing"]);
    expect(codes("M", [], { person: { kiwiSaver } })).toEqual(["stop noHours"]);
    const below: PayLineNz[] = [{ element: "ordinary", hours: "40", rate: "23.49" }];
    expect(codes("M", below, { person: { kiwiSaver } })).toEqual(["stop belowMinimumNz"]);
    expect(codes("M", [{ ...below[0], element: "ordinary", rate: "23.50" }], { person: { kiwiSaver } })).toEqual([]);
    const tooMuch: PayLineNz[] = [
      { element: "ordinary", amount: "100" },
      { element: "deductionAfterTax", amount: "99" },
    ];
    expect(codes("M", tooMuch, { person: { kiwiSaver } })).toEqual(["stop netBelowZero"]);
    expect(codes("M", "1000", { person: { kiwiSaver, childSupport: { amount: "900" } } })).toEqual([
      "note childSupportCut",
    ]);
  });
  it("ask about 3 % once it is the temporary rate, and stop at rates that are none", () => {
    expect(saver("3")).toContain("query kiwiSaverNotRaised");
    expect(saver("3", "2025-06-11").filter((code) => code.includes("kiwiSaver"))).toEqual([]);
    expect(saver("5")).toContain("stop kiwiSaverRate");
    expect(saver("3.5").filter((code) => code.includes("kiwiSaver"))).toEqual([]);
  });
});

describe("tax codes", () => {
  it.each(["M", "ME SL", "sb sl", "ND", "STC SL", "WT"])("%s is one", (text) =>
    expect(readTaxCode(text)).toBeDefined(),
  );
  it.each(["", "X", "ND SL", "M SL SL", "M LS", "CAE SL"])("“%s” is none", (text) =>
    expect(readTaxCode(text)).toBeUndefined(),
  );
});

describe("whatever the pay", () => {
  const code = fc.constantFrom("M", "M SL", "SB", "S SL", "SH", "ST", "SA", "CAE", "NSW", "ND");
  const cents = fc.integer({ min: 0, max: 2_000_000 });
  const money = (value: number) => (value / 100).toFixed(2);
  it("more pay never means less net, beyond what cutting to whole dollars and cents gives", () => {
    fc.assert(
      fc.property(code, cents, fc.integer({ min: 1, max: 100_000 }), (taxCode, gross, more) => {
        const net = (value: number) => work(taxCode, money(value)).net.value;
        expect(
          net(gross + more)
            .minus(net(gross))
            .gte("-0.02"),
        ).toBe(true);
      }),
    );
  });
  it("a year of equal pays withholds the year's tax and levy, at most a cent a pay less", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 350_000 }), (weekly) => {
        const { figures } = rules.row(incomeTaxRates, "2025-06-11");
        const income = decimal(money(weekly)).times(52).cutTo(0);
        const levied = income.lt("152790") ? income : decimal("152790");
        const year = onScale(income, figures.brackets).plus(levied.times("1.67").div(100));
        const short = year.minus(work("M", money(weekly)).withheld.value.times(52));
        expect(short.gte(0) && short.lt("0.52")).toBe(true);
      }),
    );
  });
  it("what is paid and what is kept add up", () => {
    fc.assert(
      fc.property(code, cents, cents, (taxCode, wages, bonus) => {
        const worked = work(taxCode, [
          { element: "ordinary", amount: money(wages) },
          { element: "bonus", amount: money(bonus) },
        ]);
        const { parts } = worked;
        const tax = parts.incomeTax.value.plus(parts.accLevy.value).plus(parts.extraPay.value);
        expect(tax.eq(worked.withheld.value)).toBe(true);
        const kept = worked.withheld.value.plus(parts.studentLoan.value);
        expect(worked.gross.value.minus(kept).eq(worked.net.value)).toBe(true);
      }),
    );
  });
});
