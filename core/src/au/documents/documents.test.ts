/** Pay event, payslip and journal, built from worked pays. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { decimal } from "../../quantity/decimal.ts";
import { toCents } from "../../quantity/units.ts";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import { ordinary, pay, person } from "../../testMakers.ts";
import { workingText } from "../../working/text.ts";
import { factsOf, toDateOf } from "../pay/facts.ts";
import type { PayLine } from "../pay/input.ts";
import { workOut } from "../pay/workOut.ts";
import { taxTreatmentCode } from "../taxDeclaration.ts";
import { payRunJournal } from "./journal.ts";
import { payEvent, payeeRecord } from "./payEvent.ts";
import { payslip } from "./payslip.ts";

const lines: PayLine[] = [
  ordinary("30", "30"),
  { element: "leaveTaken", leave: "annual", hours: "8", rate: "30", code: "AL", name: "Annual leave" },
  { element: "overtime", hours: "2", rate: "30", percent: "150", code: "OT", name: "Overtime" },
  { element: "allowance", allowance: "LD", amount: "6", code: "LAUN", name: "Laundry" },
  { element: "salarySacrificeSuper", amount: "50", code: "SACS", name: "Super sacrifice" },
  { element: "deductionAfterTax", deduction: "F", amount: "10", code: "UNION", name: "Union fees" },
  { element: "reimbursement", amount: "12.34", code: "REIMB", name: "Reimbursement" },
];
const worked = workOut(pay(lines, { payday: "2026-07-02" }), rules);
const year = new Map(factsOf(worked, "2026-07-02").map((fact) => [fact.code, fact.cents]));

const payee = (id: string, family = "Sample") =>
  payeeRecord(
    {
      payrollId: id,
      taxFileNumber: "123456782",
      name: { family, given: "Alex" },
      birthDate: "1990-02-03",
      address: { line1: "1 Example St", suburb: "Sampleton", state: "VIC", postcode: "3350" },
      startDate: "2020-01-06",
      endDate: null,
      cessation: null,
      basis: "full-time",
      tax: person().tax,
      periodStart: "2026-06-22",
      periodEnd: "2026-06-28",
      yearToDate: year,
    },
    true,
  );

const slipOf = (own: PayLine[], receivers = new Map<string, string>()) =>
  payslip({
    employer: { name: "Example", abn: "63000000011" },
    employee: { name: "Alex", payrollId: "E1", classification: null },
    period: { start: "2026-06-22", end: "2026-06-28" },
    payday: "2026-07-02",
    worked: workOut(pay(own, { payday: "2026-07-02" }), rules),
    yearToDate: new Map(),
    fund: null,
    superDue: "2026-07-13",
    paidTo: [],
    balances: {},
    message: null,
    receivers,
  });

describe("a payslip", () => {
  it("has hours at one rate once, however cost centres and leave divide them; a raise is a line of its own", () => {
    const own = [
      { ...ordinary("22.8", "30"), accruesBy: { basis: "casual" as const } },
      { ...ordinary("7.6", "30.00"), costCentre: "A" },
      ordinary("7.6", "31.5"),
      { ...ordinary("-2", "30"), corrects: "2026-06-25" },
    ];
    expect(slipOf(own).earnings.map(({ hours, rate, amount }) => [hours, rate, amount])).toEqual([
      ["30.40", "30.00", "912.00"],
      ["7.60", "31.50", "239.40"],
      ["-2.00", "30.00", "-60.00"],
    ]);
  });
  it.each([
    ["100.00", "Loan, to Example Lender, 60.00 left"],
    ["40.00", "Loan, to Example Lender, nothing left"],
    [undefined, "Loan, to Example Lender"],
  ])("says of a deduction with %s to go who it is paid to and what is left", (upTo, words) => {
    const loan: PayLine = {
      element: "deductionAfterTax",
      amount: "40",
      code: "LOAN",
      name: "Loan",
      ...(upTo ? { upTo } : {}),
    };
    const slip = slipOf([ordinary("38", "30"), loan], new Map([["LOAN", "Example Lender"]]));
    expect(slip.deductions.map((each) => each.name)).toEqual([words]);
  });
});

describe("a payee of a pay event", () => {
  const record = payee("E1");
  it("puts each amount in exactly one place, gross before the sacrifice", () => {
    expect(record.incomes[0]).toMatchObject({
      type: "SAW",
      gross: "900.00",
      overtime: "90.00",
      paidLeave: [{ type: "O", amount: "240.00" }],
      allowances: [{ type: "LD", amount: "6.00" }],
      sacrifice: [{ type: "S", amount: "50.00" }],
    });
    expect(record.deductions).toEqual([{ type: "F", amount: "10.00" }]);
    expect(record.super).toEqual([
      { type: "L", amount: "136.80" },
      { type: "Q", amount: "1140.00" },
      { type: "R", amount: "50.00" },
    ]);
  });
  it("the places sum to gross", () => {
    const [income] = record.incomes;
    if (!income) throw new Error("no income");
    const all = [
      income.gross,
      income.overtime ?? "0",
      ...income.paidLeave.map((each) => each.amount),
      ...income.allowances.map((each) => each.amount),
    ];
    expect(all.reduce((total, each) => total.plus(each), decimal(0)).eq(worked.gross.value)).toBe(true);
  });
  it("payees stand in the order of payroll ID, so that two builds give the same bytes", () => {
    const event = payEvent({
      submissionId: "s",
      runAt: "",
      payDate: "2026-07-02",
      payer: {} as never,
      w1: "",
      w2: "",
      childSupport: { garnishee: null, deduction: null },
      declaration: {} as never,
      payees: [payee("E2"), payee("E1")],
    });
    expect(event.payees.map((each) => each.payrollId)).toEqual(["E1", "E2"]);
  });
});

describe("tax treatment codes", () => {
  it.each([
    [{}, "RTXXXX"],
    [{ taxFreeThreshold: false, studyLoan: true }, "RNSXXX"],
    [{ medicare: "exempt" }, "RTXXFX"],
    [{ residency: "foreign", studyLoan: true }, "FFSXXX"],
    [{ residency: "working-holiday" }, "HRXXXX"],
    [{ fileNumber: "none" }, "NAXXXX"],
    [{ medicareDependants: 12 }, "RTXXXA"],
  ] as const)("%o is %s", (change, code) => expect(taxTreatmentCode(person({ tax: change }).tax)).toBe(code));
});

describe("a payslip", () => {
  const slip = payslip({
    employer: { name: "Example Pty Ltd", abn: "63000000011" },
    employee: { name: "Alex Sample", payrollId: "E1", classification: null, annualRate: null },
    period: { start: "2026-06-22", end: "2026-06-28" },
    payday: "2026-07-02",
    worked: workOut(
      pay(
        [
          ...lines,
          {
            element: "leaveTaken",
            leave: "familyViolence",
            hours: "4",
            rate: "30",
            name: "Family violence leave",
            code: "FDV",
          },
        ],
        { payday: "2026-07-02" },
      ),
      rules,
    ),
    yearToDate: new Map([...year, ["line:FDV", 12_000]]),
    hiddenCodes: ["FDV"],
    fund: { name: "Example Super", memberNumber: "M1" },
    superDue: "2026-07-13",
    paidTo: [],
    balances: { annual: decimal("42"), familyViolence: decimal("72") },
    message: null,
  });
  it("holds what the regulations ask for", () => {
    expect(slip.earnings.map((each) => each.name)).toEqual(["Ordinary", "Annual leave", "Overtime", "Laundry"]);
    // 30 h worked and 4 h of family violence leave: one line, as if worked.
    expect(slip.earnings[0]).toMatchObject({ hours: "34.00", rate: "30.00", amount: "1020.00", yearToDate: "1020.00" });
    expect(slip.deductions.map((each) => [each.name, each.amount])).toEqual([
      ["Super sacrifice", "50.00"],
      ["Union fees", "10.00"],
    ]);
    expect(slip.super.map((each) => [each.name, each.fund, each.due])).toEqual([
      ["Super guarantee", "Example Super", "2026-07-13"],
      ["Salary sacrifice and agreed extra", "Example Super", "2026-07-13"],
    ]);
  });
  it.each([
    ["ORD", "Ordinary", true, "38.00", "30.00"],
    ["SAL", "Salary", false, null, null],
  ] as const)(
    "a pay of nothing but such leave stands under %s, year-to-date with it",
    (code, name, byHours, hours, rate) => {
      const leave = {
        element: "leaveTaken" as const,
        leave: "familyViolence",
        name: "Family violence leave",
        code: "FDV",
      };
      const alone = payslip({
        ...{ employer: slip.employer, employee: slip.employee, period: slip.period, payday: slip.payday },
        worked: workOut(pay([{ ...leave, hours: "38", rate: "30" }], { payday: "2026-07-02" }), rules),
        yearToDate: new Map([
          [`line:${code}`, 2_000_000],
          ["line:FDV", 114_000],
        ]),
        ...{ hiddenCodes: ["FDV"], ordinary: { code, name, byHours }, fund: null, superDue: "2026-07-13" },
        ...{ paidTo: [], balances: {}, message: null },
      });
      expect(alone.earnings).toEqual([{ name, hours, rate, amount: "1140.00", yearToDate: "21140.00" }]);
    },
  );
  it("never names family violence leave, nor its balance", () => {
    expect(JSON.stringify(slip).toLowerCase()).not.toContain("violence");
  });
});

describe("the journal", () => {
  const accounts = {
    wages: "6000",
    superExpense: "6100",
    withholdingPayable: "2100",
    superPayable: "2200",
    deductionsPayable: "2300",
    netPayClearing: "2400",
  };
  const posted = payRunJournal(
    [
      {
        payId: 7,
        worked,
        elementAccounts: new Map([["REIMB", "6200"]]),
        costAccounts: new Map(),
        costCentres: [
          { code: "A", percent: "33.3333" },
          { code: "B", percent: "66.6667" },
        ],
      },
    ],
    accounts,
  );
  const total = (account: string, side: "debitCents" | "creditCents") =>
    posted.filter((line) => line.account === account).reduce((sum, line) => sum + line[side], 0);
  it("balances, every line belongs to the pay, and cost centres lose no cent", () => {
    expect(posted.reduce((sum, line) => sum + line.debitCents - line.creditCents, 0)).toBe(0);
    expect(posted.every((line) => line.payId === 7 && (line.debitCents === 0 || line.creditCents === 0))).toBe(true);
    expect(total("6000", "debitCents")).toBe(123_600);
    expect(total("6200", "debitCents")).toBe(1_234);
    expect(total("2200", "creditCents")).toBe(13_680 + 5_000);
    expect(total("2300", "creditCents")).toBe(1_000);
  });
});

describe("year to date and workings", () => {
  it("comes from summed facts", () =>
    expect(toDateOf(year, year)).toMatchObject({ gross: "1236.00", guaranteeBase: "1140.00" }));
  it("a working can be copied as text", () => {
    const text = workingText(worked.net.working());
    expect(text).toContain("Net pay: $");
    expect(text).toContain("Source: Income tax rates enacted March 2025");
  });
});

describe("what a final pay leaves in the pay event", () => {
  const leaving = workOut(
    pay(
      [
        ordinary("38", "30"),
        { element: "unusedLeave", leave: "annual", reason: "redundancy", amount: "900" },
        { element: "redundancy", amount: "20000", completedYears: 1 },
        { element: "etp", etpCode: "O", amount: "4560" },
        { element: "backPay", amount: "500", earnedYear: "2023-24" },
        { element: "allowance", allowance: "OD", detail: "T1", amount: "12" },
      ],
      { payday: "2025-10-09" },
    ),
    rules,
  );
  const sums = new Map(factsOf(leaving, "2025-10-09").map((fact) => [fact.code, fact.cents]));
  const facts = (change: Partial<Parameters<typeof payeeRecord>[0]> = {}) =>
    payeeRecord(
      {
        payrollId: "E9",
        taxFileNumber: "123456782",
        name: { family: "Sample", given: "Alex" },
        birthDate: "1990-02-03",
        address: { line1: "1 Example St", suburb: "Sampleton", state: "VIC", postcode: "3350" },
        startDate: "2024-06-03",
        endDate: "2025-10-03",
        cessation: "R",
        basis: "full-time",
        tax: person().tax,
        periodStart: "2025-09-29",
        periodEnd: "2025-10-05",
        yearToDate: sums,
        ...change,
      },
      false,
    );
  it("names the last day and the reason, together or not at all", () => {
    expect([facts().end, facts().cessation]).toEqual(["2025-10-03", "R"]);
    expect([facts({ cessation: null }).end, facts({ endDate: null }).cessation]).toEqual([null, null]);
  });
  it("lists termination payments by code and payday, the tax-free part as lump sum D", () => {
    // 20,000 − (13,100 + 6,552) = 348, at 32 %: 111; notice 4,560 at 32 %: 1,459.
    expect(facts().incomes[0]?.etp).toEqual([
      { code: "O", date: "2025-10-09", taxFree: "0.00", taxable: "4560.00", withheld: "1459.00" },
      { code: "R", date: "2025-10-09", taxFree: "0.00", taxable: "348.00", withheld: "111.00" },
    ]);
    expect(facts().incomes[0]?.lumpSums).toEqual([
      { type: "D", amount: "19652.00" },
      { type: "R", amount: "900.00" },
      { type: "E", detail: "2024", amount: "500.00" },
    ]);
  });
  it("keeps termination payments out of the tax of the income stream", () => {
    const all = leaving.withheld.value.minus(leaving.etp?.withheld.value ?? "0").toFixed(2);
    expect(facts().incomes[0]?.withheld).toBe(all);
  });
  it("describes an allowance that has no code of its own", () => {
    expect(facts().incomes[0]?.allowances).toEqual([{ type: "OD", detail: "T1", amount: "12.00" }]);
  });
  it("says why there is no number: not given, applied for, or a minor with nothing withheld", () => {
    const number = (change: object, fileNumber: "none" | "pending") =>
      facts({ tax: { ...person().tax, fileNumber }, ...change }).taxFileNumber;
    expect(number({}, "none")).toBe("000000000");
    expect(number({}, "pending")).toBe("111111111");
    const young = { birthDate: "2008-01-01", yearToDate: new Map([["gross", 30_000]]) };
    expect(number(young, "none")).toBe("333333333");
    expect(number({ ...young, yearToDate: sums }, "none")).toBe("000000000");
    expect(number({ ...young, birthDate: "2007-10-05" }, "none")).toBe("000000000");
  });
});

describe("the journal of any pays", () => {
  const accounts = {
    wages: "6000",
    superExpense: "6100",
    withholdingPayable: "2100",
    superPayable: "2200",
    deductionsPayable: "2300",
    netPayClearing: "2400",
  };
  const costAccounts = new Map([["WC", { expense: "6300", payable: "2500" }]]);
  it("balances, and books every cent of cost to a centre where the person has centres", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 400_000 }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 0, max: 30_000 }),
        fc.integer({ min: 1, max: 99 }),
        fc.boolean(),
        (amounts, deducted, share, byRows) => {
          const lines = amounts.map(
            (cents, at): PayLine => ({
              element: "ordinary",
              amount: (cents / 100).toFixed(2),
              ...(byRows && at > 0 ? { costCentre: `C${at}` } : {}),
            }),
          );
          const some = workOut(
            pay([...lines, { element: "deductionAfterTax", amount: (deducted / 100).toFixed(2) }], {
              employerCosts: [{ code: "WC", name: "Cover", percent: "2.15", of: "gross" }],
            }),
            rules,
          );
          const posted = payRunJournal(
            [
              {
                payId: 1,
                worked: some,
                elementAccounts: new Map(),
                costCentres: [
                  { code: "A", percent: String(share) },
                  { code: "B", percent: String(100 - share) },
                ],
                costAccounts,
              },
            ],
            accounts,
          );
          const sum = (chosen: typeof posted) =>
            chosen.reduce((all, each) => all + each.debitCents - each.creditCents, 0);
          expect(sum(posted)).toBe(0);
          const expenses = posted.filter((each) => each.account.startsWith("6"));
          expect(expenses.every((each) => each.costCentre !== null)).toBe(true);
          const cost = some.gross.value
            .plus(some.super.guarantee.value)
            .plus(some.employerCosts[0]?.amount.value ?? "0");
          expect(sum(expenses)).toBe(toCents(cost));
        },
      ),
    );
  });
});
