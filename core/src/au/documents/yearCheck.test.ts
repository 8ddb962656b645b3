/**
 * What stands in the way of a final year: requirements 54 to 59 of the year's end, from memory (Single Touch Payroll,
 * finalisation). Each case spoils one thing of a record in which nothing is wrong.
 */
import { describe, expect, it } from "vitest";
import { workingHolidayRates } from "../../rulebook/au/workingHolidayRates.ts";
import { shippedRuleBook } from "../../rulebook/shippedRuleBook.ts";
import { person } from "../../testMakers.ts";
import { type IncomeRecord, type PayeeFacts, type PayeeRecord, payeeRecord, updateEvent } from "./payEvent.ts";
import { examineYear } from "./yearCheck.ts";
import { yearSummaryAu } from "./yearSummary.ts";

const facts = (change: Partial<PayeeFacts> = {}): PayeeFacts => ({
  ...{
    payrollId: "E1",
    taxFileNumber: "123456782",
    name: { family: "Sample", given: "Alex" },
    birthDate: "1990-02-03",
  },
  address: { line1: "1 Example St", suburb: "Sampleton", state: "VIC", postcode: "3350" },
  ...{ startDate: "2020-01-06", endDate: null, cessation: null, basis: "full-time", tax: person().tax },
  ...{ periodStart: "2025-07-01", periodEnd: "2026-06-30", final: true },
  yearToDate: new Map([
    ["report:gross", 5_000_000],
    ["withheld", 800_000],
    ["guarantee", 600_000],
    ["guaranteeBase", 5_000_000],
  ]),
  ...change,
});
const marks = (change: Partial<PayeeFacts>, income: Partial<IncomeRecord> = {}, record: Partial<PayeeRecord> = {}) => {
  const made = payeeRecord(facts(change), false);
  return examineYear(
    facts(change),
    { ...made, incomes: made.incomes.map((each) => ({ ...each, ...income })), ...record },
    {
      ...{ from: "2025-07-01", guaranteePercent: "12" },
      holidayMakers: shippedRuleBook.row(workingHolidayRates, "2026-06-30").figures,
      redundancy: { redundancyBase: "13100", redundancyPerYear: "6552" },
    },
  ).map((each) => `${each.kind}: ${each.text}`);
};
const year = (...entries: [string, number][]) => ({ yearToDate: new Map([...facts().yearToDate, ...entries]) });
// $50,000 of the year: 45,000 × 15 % + 5,000 × 30 % = 8,250 (Schedule 15).
const holiday = (withheld: number) => ({
  ...{ tax: { ...person().tax, residency: "working-holiday" as const }, countries: { WHM: "DE" } },
  yearToDate: new Map([
    ...[...facts().yearToDate].filter(([code]) => code !== "report:gross"),
    ...([
      ["report@WHM:gross", 5_000_000],
      ["report@WHM:withheld", withheld],
      ["withheld", withheld],
    ] as [string, number][]),
  ]),
});
// Six completed years: 13,100 + 6 × 6,552.
const left = { endDate: "2026-06-12", cessation: "R" as const };
const etp = { code: "O", date: "2026-06-30", taxFree: "0.00", taxable: "10.00", withheld: "3.00" };

describe("a person's year", () => {
  it("has nothing against it, and says in its record that it is final", () => {
    expect(marks({})).toEqual([]);
    expect(payeeRecord(facts(), false).final).toBe(true);
    expect(payeeRecord(facts({ final: false }), false).final).toBe(false);
  });
  it.each<[string, string, Partial<PayeeFacts>, Partial<IncomeRecord>?, Partial<PayeeRecord>?]>([
    ["54 address", "stop: The home address", { address: { line1: "", suburb: "S", state: "VIC", postcode: "3350" } }],
    ["54 state", "stop: The home address", { address: { line1: "1", suburb: "S", state: "", postcode: "3350" } }],
    ["54 cessation", "stop: The employment has ended", { endDate: "2026-06-12" }],
    ["54 country", "stop: The country of", { tax: { ...person().tax, residency: "working-holiday" } }],
    ["54 country abroad", "stop: The country of", { tax: { ...person().tax, income: "FEI" } }],
    ["55 tax", "stop: More tax is withheld than was paid: 50000.01 of 50000.00.", year(["withheld", 5_000_001])],
    ["56 number", "query: No tax file number", { tax: { ...person().tax, fileNumber: "none" } }],
    ["56 super", "query: Super of 6061.00 is not 12 % of earnings of 50000.00.", year(["guarantee", 606_100])],
    ["57 ETP", "query: A termination payment, and the employment has not ended", {}, { etp: [etp] }],
    ["57 steps", "query: A working holiday maker's steps come to 8250.00", holiday(600_000)],
    [
      "58 D",
      "query: Lump sum D of 52413.00 is above 52412.00",
      left,
      { lumpSums: [{ type: "D", amount: "52413.00" }] },
    ],
    ["58 E", "stop: Lump sum E is for", {}, { lumpSums: [{ type: "E", detail: "2026", amount: "1.00" }] }],
    ["59 negative", "stop: An amount of the year is less than nothing", year(["report:overtime", -1])],
  ])("%s", (_number, words, change, income, record) => {
    const found = marks(change, income, record);
    expect(found.filter((each) => each.startsWith(words))).toHaveLength(1);
  });
  it.each<[string, Partial<PayeeFacts>, Partial<IncomeRecord>?]>([
    ["tax as high as the pay", year(["withheld", 5_000_000])],
    ["super a half per cent off", year(["guarantee", 602_999])],
    ["foreign work with its country", { tax: { ...person().tax, income: "FEI" }, countries: { FEI: "FJ" } }],
    ["a holiday maker's dropped dollars", holiday(825_000 - 5_300)],
    ["a redundancy's tax-free part", left, { lumpSums: [{ type: "D", amount: "52412.00" }] }],
    ["a closely held payee", { tax: { ...person().tax, income: "CHP" } }],
    ["a reason with the end", { endDate: "2026-06-12", cessation: "V" }],
    ["lump sum E of last year", {}, { lumpSums: [{ type: "E", detail: "2025", amount: "1.00" }] }],
  ])("just inside: %s", (_what, change, income) => expect(marks(change, income)).toEqual([]));
  it("goes out without totals of the payer", () =>
    expect(updateEvent({ payees: [payeeRecord(facts(), false)] } as never)).toMatchObject({
      action: "update",
      w1: null,
      w2: null,
      childSupport: { garnishee: null, deduction: null },
    }));
});

describe("a year summary", () => {
  const head = { year: "2025–26", employer: { name: "E", registration: "ABN 1" }, standing: "", name: "Alex Sample" };
  it("names every amount of the record, adds the income up, and leaves nothing and noughts out", () => {
    const made = payeeRecord(
      facts(
        year(
          ["report:allowance:OD:T1", 1_000],
          ["report:allowance:LD", 600],
          ["report:paidLeave:U", 2_000],
          ["report:lumpSumE:2023-24", 50_000],
          ["report:deduction:F", 500],
          ["report:overtime", 0],
        ),
      ),
      false,
    );
    expect(yearSummaryAu(made, head).blocks).toEqual([
      {
        title: "Salary and wages",
        rows: [
          ["Gross", "50000.00"],
          ["Unused leave on leaving", "20.00"],
          ["Laundry allowance", "6.00"],
          ["Other allowance, transport or fares", "10.00"],
          ["Lump sum E, of the year to June 2024", "500.00"],
        ],
        total: ["Income", "50536.00"],
      },
      { title: "Tax", rows: [["PAYG withheld", "8000.00"]], total: null },
      { title: "Deductions", rows: [["Union and professional fees", "5.00"]], total: null },
      {
        title: "Super",
        rows: [
          ["Super guarantee", "6000.00"],
          ["Ordinary time earnings", "50000.00"],
        ],
        total: null,
      },
    ]);
  });
});
