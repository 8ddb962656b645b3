/**
 * Payday filing against its layout, field by field (Inland Revenue's payday filing file upload specification, from
 * memory), and its due dates against a table worked by hand. The order of fields is remembered, not published to us.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DelimitedFault, fileOf, fileText, linesOf, readRecord, writeRecord } from "../../formats/delimited.ts";
import { decimal } from "../../quantity/decimal.ts";
import { shippedRuleBook as rules } from "../../rulebook/shippedRuleBook.ts";
import type { PayInputNz, PayLineNz, PersonNz } from "../pay/input.ts";
import { workOutNz } from "../pay/workOut.ts";
import { employeeDetails, employeeDetailsFile } from "./employeeDetails.ts";
import {
  employmentInformation,
  employmentInformationFile,
  type FiledPay,
  filingDueDate,
  payableCents,
  payeDueDate,
} from "./employmentInformation.ts";
import { edDetail, eiDetail, eiHeader } from "./filingLayout.ts";

const pay = (lines: PayLineNz[], person: Partial<PersonNz> = {}, change: Partial<PayInputNz> = {}) =>
  workOutNz(
    {
      country: "NZ",
      payday: "2026-06-16",
      cycle: "fortnightly",
      lines,
      person: { birthDate: "1990-02-03", basis: "full-time", taxCode: "M", ...person },
      ...change,
    },
    rules,
  );
const filed = (worked: FiledPay["worked"], change: Partial<FiledPay> = {}): FiledPay => ({
  ird: "139000013",
  name: "Aroha Tamatea, Lynd",
  taxCode: "M",
  startDate: null,
  endDate: null,
  periodStart: "2026-06-01",
  periodEnd: "2026-06-14",
  cycle: "fortnightly",
  worked,
  supportNotice: null,
  isCorrection: false,
  ...change,
});
const contact = { name: "Kim Example of the Payroll Desk", phone: "0300000004", email: "kim@example.org" };
const file = (pays: FiledPay[]) =>
  employmentInformation({ employerIrd: "139000315", payday: "2026-06-16", final: false, contact, pays });

const full = pay(
  [
    { element: "ordinary", hours: "76", rate: "33.80" },
    { element: "redundancy", amount: "500" },
  ],
  {
    taxCode: "M SL",
    kiwiSaver: { status: "member", employeeRate: "4", esctRate: "30" },
    childSupport: { amount: "212" },
    slbor: { amount: "20" },
  },
);

describe("employment information", () => {
  it("has 28 fields in the header and 27 in a line, in the order of the layout", () => {
    expect([eiHeader.length, eiDetail.length, edDetail.length]).toEqual([28, 27, 21]);
    const text = employmentInformationFile(file([filed(full, { taxCode: "M SL", supportNotice: decimal("212") })]));
    const [header = "", line = ""] = linesOf(text);
    expect(text.endsWith("\r\n")).toBe(true);
    expect(header.split(",").slice(0, 10)).toEqual([
      "HEI2",
      "139000315",
      "20260616",
      "N",
      "N",
      "",
      "Kim Example of the P",
      "0300000004",
      "kim@example.org",
      "1",
    ]);
    expect(header.split(",").slice(26)).toEqual(["Zesty Ledger 0.1", "0001"]);
    const read = readRecord(eiDetail, line);
    // No comma in a name; 76 h as hundredths; cents without a point; redundancy bears no levy.
    expect(read).toMatchObject({
      record: "DEI",
      employee_ird: "139000013",
      employee_name: "Aroha Tamatea Lynd",
      tax_code: "M SL",
      period_start: "20260601",
      period_end: "20260614",
      pay_frequency: "FT",
      hours_paid: "7600",
      gross: "306880",
      not_liable_acc: "50000",
      lump_sum: "1",
      child_support: "21200",
      child_support_code: "",
      slbor: "2000",
      ks_deduction: "10275",
      family_credit: "0",
      share_scheme: "0",
    });
    expect(read.ks_employer).toBe(String(8991 - 2697));
    expect(read.esct).toBe("2697");
  });
  it("its totals are the sums of the lines, and what is payable adds up", () => {
    const made = file([filed(full), filed(full, { ird: null, taxCode: "ND" })]);
    expect(made.header.total_gross).toBe(String(2 * 306_880));
    expect(made.header.total_deducted).toBe(String(payableCents(made.lines)));
    const one = payableCents([made.lines[0] ?? {}]);
    const { parts, kiwiSaver, withheld } = full;
    const sum = [
      withheld,
      parts.childSupport,
      parts.studentLoan,
      parts.slbor,
      kiwiSaver.employee,
      kiwiSaver.employerNet,
      kiwiSaver.esct,
    ];
    expect(one).toBe(sum.reduce((total, each) => total + each.value.times(100).toNumber(), 0));
    expect(made.lines[1]?.employee_ird).toBe("000000000");
  });
  it("says why less child support was taken", () => {
    const short = pay([{ element: "ordinary", amount: "300" }], { childSupport: { amount: "500" } });
    expect(file([filed(short, { supportNotice: decimal("500") })]).lines[0]?.child_support_code).toBe("P");
    const left = filed(short, { supportNotice: decimal("500"), endDate: "2026-06-12" });
    expect(file([left]).lines[0]).toMatchObject({ child_support_code: "C", finish_date: "20260612" });
  });
  it("puts what is taken back into the prior-period columns", () => {
    const back = pay([{ element: "ordinary", amount: "-100" }], {}, { correctsTaxable: "2000" });
    const line = file([filed(back, { isCorrection: true })]).lines[0];
    expect(line).toMatchObject({ gross: "0", gross_adjustment: "-10000", paye: "0" });
    expect(Number(line?.paye_adjustment)).toBeLessThan(0);
  });
  it("is a nil return where nobody is paid", () => {
    const { header, lines } = file([]);
    expect([header.nil_return, header.line_count, header.total_gross, lines]).toEqual(["Y", "0", "0", []]);
  });
  it("payroll giving lowers what is payable, not the PAYE that is filed", () => {
    const giving = pay([
      { element: "ordinary", amount: "2000" },
      { element: "payrollGiving", amount: "30" },
    ]);
    const line = file([filed(giving)]).lines[0];
    expect(line?.payroll_giving).toBe("1000");
    expect(Number(line?.paye)).toBe(giving.withheld.value.plus(10).times(100).toNumber());
  });
});

describe("employee details", () => {
  it("are written and read by the layout", () => {
    const made = employeeDetails("139000315", [
      {
        ird: "139000021",
        givenName: "Wiremu",
        familyName: "Stirling",
        birthDate: "1993-06-30",
        address: { line1: "18 Oystercatcher Lane", suburb: "", town: "Richmond", postcode: "7020" },
        phone: null,
        email: "w@example.org",
        startDate: "2021-11-15",
        endDate: null,
        taxCode: "M SL",
        kiwiSaver: { code: "automatic", rate: "3.5", optOutDate: null },
        change: "new",
      },
    ]);
    const [, line = ""] = linesOf(employeeDetailsFile(made));
    expect(readRecord(edDetail, line)).toMatchObject({ town: "Richmond", kiwisaver_status: "AE", change: "N" });
  });
});

describe("a record", () => {
  it("is read as it was written, whatever the amounts", () => {
    const cents = fc.integer({ min: 0, max: 99_999_999 }).map(String);
    fc.assert(
      fc.property(cents, cents, fc.integer({ min: -99_999, max: 99_999 }), (gross, paye, adjustment) => {
        const line = { ...file([filed(full)]).lines[0], gross, paye, gross_adjustment: String(adjustment) };
        expect(readRecord(eiDetail, writeRecord(eiDetail, line))).toEqual(line);
      }),
    );
  });
  it.each([
    ["gross", "-1"],
    ["gross", "12.50"],
    ["employee_ird", "12345"],
    ["employee_name", "a,b"],
    ["period_start", "20261301"],
    ["tax_code", ""],
    ["tax_code", "M SL X"],
  ])("is refused with %s “%s”, by name", (name, value) => {
    const line = { ...file([filed(full)]).lines[0], [name]: value };
    expect(() => writeRecord(eiDetail, line)).toThrow(DelimitedFault);
    expect(() => writeRecord(eiDetail, line)).toThrow(name);
  });
  it("is refused with fields too few", () => expect(() => readRecord(eiDetail, "DEI,1")).toThrow("instead of 27"));
  it("keeps macrons, drops commas, ends each line", () => {
    expect(fileText("  Rātā,  Ridge\r\n Ltd ", 12)).toBe("Rātā Ridge L");
    expect(fileOf(["a", "b"])).toBe("a\r\nb\r\n");
  });
});

describe("due", () => {
  it.each([
    ["2026-11-19", "2026-11-23"],
    ["2026-10-22", "2026-10-27"],
    ["2026-12-23", "2027-01-05"],
    ["2026-04-02", "2026-04-08"],
  ])("a payday of %s is filed by %s", (payday, due) => expect(filingDueDate(payday)).toBe(due));
  it.each([
    ["small, November", "2026-11-12", false, "2026-12-21"],
    ["small, January", "2027-01-14", false, "2027-02-22"],
    ["small, December", "2026-12-23", false, "2027-01-20"],
    ["large, first half", "2026-12-10", true, "2026-12-21"],
    ["large, second half", "2026-11-26", true, "2026-12-07"],
    ["large, end of December", "2026-12-23", true, "2027-01-15"],
    ["large, end of March over Easter", "2026-03-31", true, "2026-04-07"],
  ])("%s: paid %s", (_words, payday, large, due) => expect(payeDueDate(payday, large)).toBe(due));
});
