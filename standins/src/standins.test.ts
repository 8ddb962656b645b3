/** The stand-ins' own reading of the rules: each rule refuses what it should and nothing else. */
import { describe, expect, it } from "vitest";
import { readDirectEntry } from "./directEntryReader.ts";
import type { IncomeRecord, PayEventMessage, PayeeRecord } from "./payEventReader.ts";
import { readPayEvent } from "./payEventReader.ts";
import { messageItems, payeeItems } from "./payEventRules.ts";

const income = (change: Partial<IncomeRecord> = {}): IncomeRecord => ({
  type: "SAW",
  country: "",
  withheld: "200.00",
  gross: "1000.00",
  overtime: "",
  bonus: "",
  directorFee: "",
  paidLeave: [],
  allowances: [],
  sacrifice: [],
  lumpSums: [],
  etp: [],
  ...change,
});
const payee = (change: Partial<PayeeRecord> = {}): PayeeRecord => ({
  tfn: "123456782",
  payrollId: "E1",
  previous: { bms: "", payrollId: "" },
  family: "Sample",
  given: "Alex",
  birth: "1990-02-28",
  address: { line1: "1 Example St", suburb: "Sampleton", state: "VIC", postcode: "3350" },
  start: "2025-02-03",
  end: "",
  cessation: "",
  basis: "F",
  treatment: "RTXXXX",
  periodStart: "2026-06-22",
  periodEnd: "2026-06-28",
  final: false,
  incomes: [income()],
  deductions: [],
  fringeBenefits: [],
  super: [
    { type: "L", amount: "120.00" },
    { type: "Q", amount: "1000.00" },
  ],
  ...change,
});
const message = (change: Partial<PayEventMessage> = {}): PayEventMessage => ({
  action: "submit",
  version: "0004",
  bms: "bms-1",
  ...{ abn: "63000000011", wpn: "", payerNumber: "63000000011" },
  payer: "Example",
  payDate: "2026-07-02",
  count: 1,
  runAt: "2026-07-01T01:00:00Z",
  submission: "s-1",
  replaces: false,
  w1: "1000.00",
  w2: "200.00",
  garnishee: "",
  childSupport: "",
  declarer: "kim@example.org",
  declaredOn: "2026-07-01",
  accepted: true,
  declarations: 1,
  agent: null,
  payees: [payee()],
  ...change,
});
const now = "2026-07-01T02:00:00Z";
const agent = { abn: "63000000011", number: "24680135", contact: "Lou Birch" };

describe("the agency's rules of the message", () => {
  it("pass a good one", () => expect(messageItems(message(), now)).toEqual([]));
  it.each<[string, Partial<PayEventMessage>]>([
    ["T02", { version: "0003" }],
    ["T02", { action: "replace" }],
    ["P01", { bms: "" }],
    ["P02", { abn: "63000000012" }],
    ["P02", { wpn: "12345678" }],
    ["P02", { abn: "", wpn: "1234567" }],
    ["P02", { abn: "", wpn: "" }],
    ["P04", { submission: "" }],
    ["P06", { runAt: "2026-07-01T02:06:00Z" }],
    ["P07", { runAt: "2026-06-20T02:00:00Z" }],
    ["P08", { payDate: "2026-07-32" }],
    ["P09", { payDate: "2026-06-30" }],
    ["P10", { payDate: "2026-08-02" }],
    ["P12", { count: 2 }],
    ["P12", { count: 0, payees: [] }],
    ["P13", { w1: "" }],
    ["P13", { w2: "12.5" }],
    ["P13", { garnishee: "80" }],
    ["P14", { w2: "1000.01" }],
    ["T03", { agent: { ...agent, number: "1234567" } }],
    ["T03", { agent: { ...agent, abn: "63000000012" } }],
    ["T03", { agent: { ...agent, number: "11111111" } }],
    ["P15", { accepted: false }],
    ["P15", { declarations: 0 }],
    ["P15", { declarations: 2 }],
    ["P16", { declarer: "" }],
    ["P16", { declaredOn: "2026-07-02" }],
  ])("%s %o", (code, change) =>
    expect(messageItems(message(change), now, ["24680135"]).map((item) => item.code)).toContain(code),
  );
  it.each<Partial<PayEventMessage>>([
    { runAt: "2026-07-01T02:05:00Z" },
    { payDate: "2026-08-01" },
    { payDate: "2026-07-01" },
    { w2: "1000.00" },
    { agent },
    { abn: "", wpn: "123456789" },
  ])("just inside: %o", (change) => expect(messageItems(message(change), now, ["24680135"])).toEqual([]));
});

describe("an update: nobody is paid, only the year to date is corrected", () => {
  const update = (change: Partial<PayEventMessage> = {}) =>
    messageItems(message({ action: "update", w1: "", w2: "", payDate: "2026-07-01", ...change }), now).map(
      (item) => item.code,
    );
  it("carries no payer totals", () => {
    expect(update()).toEqual([]);
    expect(update({ w1: "1000.00" })).toEqual(["P13"]);
    expect(update({ w2: "0.00" })).toEqual(["P13"]);
    expect(update({ childSupport: "10.00" })).toEqual(["P13"]);
  });
  it("is not dated ahead, and may be dated back", () => {
    expect(update({ payDate: "2026-07-02" })).toEqual(["P11"]);
    expect(update({ payDate: "2026-06-30" })).toEqual([]);
  });
});

describe("the agency's rules of a payee", () => {
  const codes = (
    change: Partial<PayeeRecord>,
    event: Partial<PayEventMessage> = {},
    previous?: Pick<PayeeRecord, "incomes" | "final">,
  ) => {
    const record = payee(change);
    return payeeItems(record, message({ payees: [record], ...event }), previous).map((item) => item.code);
  };
  it("pass a good one", () => expect(codes({})).toEqual([]));
  it("pass one who left, with all that a final pay can hold", () =>
    expect(
      codes({
        end: "2026-06-26",
        cessation: "R",
        incomes: [
          income({
            allowances: [
              { type: "OD", amount: "1.00", detail: "G1" },
              { type: "OD", amount: "2.00", detail: "T1" },
            ],
            lumpSums: [
              { type: "R", amount: "10.00" },
              { type: "E", amount: "3.00", detail: "2024" },
              { type: "E", amount: "4.00", detail: "2025" },
            ],
            etp: [{ code: "O", date: "2026-07-02", amounts: ["0.00", "100.00", "32.00"] }],
          }),
          income({ type: "WHM", country: "de" }),
        ],
      }),
    ).toEqual([]));
  it.each<[string, Partial<PayeeRecord>]>([
    ["E01", { tfn: "123456789" }],
    ["E02", { tfn: "111111111" }],
    ["E03", { payrollId: "" }],
    ["E04", { previous: { bms: "old", payrollId: "" } }],
    ["E04", { previous: { bms: "bms-1", payrollId: "E1" } }],
    ["E05", { family: "" }],
    ["E05", { family: "Agent 47" }],
    ["E06", { birth: "1990-02-30x" }],
    ["E07", { address: { line1: "", suburb: "S", state: "VIC", postcode: "3350" } }],
    ["E07", { address: { line1: "1", suburb: "S", state: "VIC", postcode: "2690" } }],
    ["E07", { address: { line1: "1", suburb: "S", state: "XX", postcode: "3350" } }],
    ["E08", { start: "2026-06-29" }],
    ["E08", { end: "2026-06-26" }],
    ["E08", { cessation: "V" }],
    ["E08", { end: "2024-06-26", cessation: "V" }],
    ["E08", { end: "2026-06-26", cessation: "Q" }],
    ["E17", { incomes: [income({ allowances: [{ type: "OD", amount: "1.00" }] })] }],
    ["E17", { incomes: [income({ allowances: [{ type: "KN", amount: "1.00", detail: "G1" }] })] }],
    ["E15", { incomes: [income({ type: "WHM" })] }],
    ["E15", { incomes: [income({ country: "de" })] }],
    ["E15", { incomes: [income({ type: "CHP", country: "de" })] }],
    ["E15", { incomes: [income({ type: "FEI" })] }],
    ["E16", { incomes: [] }],
    ["E18", { incomes: [income({ lumpSums: [{ type: "A", amount: "1.00" }] })] }],
    ["E18", { incomes: [income({ lumpSums: [{ type: "E", amount: "1.00" }] })] }],
    ["E18", { incomes: [income({ lumpSums: [{ type: "D", amount: "1.00", detail: "2024" }] })] }],
    ["E16", { fringeBenefits: [{ type: "Z", amount: "3773.62" }] }],
    ["E16", { fringeBenefits: [{ type: "T", amount: "3773.6" }] }],
    ["E19", { incomes: [income({ etp: [{ code: "X", date: "2026-07-02", amounts: ["0.00", "1.00", "0.00"] }] })] }],
    ["E19", { incomes: [income({ etp: [{ code: "O", date: "2 July", amounts: ["0.00", "1.00", "0.00"] }] })] }],
    ["E19", { incomes: [income({ etp: [{ code: "O", date: "2026-07-02", amounts: ["0.00", "1", "0.00"] }] })] }],
    ["E09", { basis: "X" }],
    ["E10", { treatment: "RTXX" }],
    ["E10", { treatment: "HRXXXX" }],
    ["E11", { periodStart: "2026-06-29" }],
    ["E13", { super: [] }],
    [
      "E14",
      {
        super: [
          { type: "L", amount: "110.00" },
          { type: "Q", amount: "1000.00" },
        ],
      },
    ],
    ["E16", { incomes: [income({ gross: "1000.5" })] }],
    [
      "E16",
      {
        incomes: [
          income({
            allowances: [
              { type: "LD", amount: "1.00" },
              { type: "LD", amount: "2.00" },
            ],
          }),
        ],
      },
    ],
  ])("%s %o", (code, change) => expect(codes(change)).toContain(code));
  it("a year-to-date that fell is a warning", () =>
    expect(codes({}, {}, { final: false, incomes: [income({ withheld: "200.01", gross: "1" })] })).toEqual(["E20"]));
  it("a year is made final in June, or with the end of an employment, and is told when it is open again", () => {
    const before = { final: true, incomes: [income({ withheld: "0", gross: "0" })] };
    const left = { end: "2026-05-26", cessation: "V" } as const;
    expect(codes({ final: true })).toEqual(["E21"]);
    expect(codes({ final: true }, { payDate: "2026-06-30" })).toEqual([]);
    expect(codes({ final: true, ...left, start: "2024-01-08" })).toEqual([]);
    expect(codes({}, {}, before)).toEqual(["E21"]);
    expect(codes({ final: true }, { payDate: "2026-06-30" }, before)).toEqual([]);
  });
  it("a record says something", () => {
    const nothing = {
      incomes: [income({ withheld: "0.00", gross: "0.00" })],
      ...{
        deductions: [],
        super: [
          { type: "L", amount: "0.00" },
          { type: "Q", amount: "0.00" },
        ],
      },
    };
    expect(codes(nothing)).toEqual(["E12"]);
    expect(codes({ ...nothing, final: true }, { payDate: "2026-06-30" })).toEqual([]);
  });
  it.each<Partial<PayeeRecord>>([
    { tfn: "000000000", start: "2026-06-15" },
    { family: "O'Neil-Ōtene" },
    { treatment: "RTSXFX" },
    { previous: { bms: "old", payrollId: "E1" } },
    { treatment: "NAXXXX" },
    { address: { line1: "1", suburb: "S", state: "TAS", postcode: "7000" } },
  ])("just inside: %o", (change) => expect(codes(change)).toEqual([]));
  it("super codes were not asked for before July 2026", () =>
    expect(codes({ super: [] }, { payDate: "2026-06-25" })).toEqual([]));
});

describe("the agency's reader", () => {
  it("reads parent and children", () => {
    const xml = `<?xml version="1.0"?><StandardBusinessMessage action="submit" version="0004"><PAYEVNT><Rp><AustralianBusinessNumberId>63000000011</AustralianBusinessNumberId><Payroll><InteractionRecordCt>1</InteractionRecordCt></Payroll></Rp></PAYEVNT><PAYEVNTEMP><Payee><Identifiers><TaxFileNumberId>012345678</TaxFileNumberId></Identifiers><PersonDemographicDetails><BirthDm>3</BirthDm><BirthM>2</BirthM><BirthY>1990</BirthY></PersonDemographicDetails></Payee></PAYEVNTEMP></StandardBusinessMessage>`;
    const read = readPayEvent(Buffer.from(xml));
    expect([read.abn, read.count, read.action, read.payees[0]?.tfn, read.payees[0]?.birth]).toEqual([
      "63000000011",
      1,
      "submit",
      "012345678",
      "1990-02-03",
    ]);
  });
  it.each(["", "{}", "<a><b></a>", "<StandardBusinessMessage/>"])("throws on %s", (text) =>
    expect(() => readPayEvent(Buffer.from(text))).toThrow(),
  );
});

describe("the bank's reader", () => {
  // The worked example of the reference, section 1.6.
  const lines = [
    "0                 01ZZZ       EXAMPLE BAKERY PTY LTD    000001WAGES       261126                                        ",
    "1990-001 12345678 530000145267SAMPLE ALEX                     WAGES 26NOV26     990-002 87654321EXAMPLE BAKERY  00000000",
    "1990-005001234567N530000098733O'SAMPLE JO                     WAGES 26NOV26     990-002 87654321EXAMPLE BAKERY  00000000",
    "1990-002 87654321 130000244000EXAMPLE BAKERY PTY LTD          WAGES 26NOV26     990-002 87654321EXAMPLE BAKERY  00000000",
    "7999-999            000000000000002440000000244000                        000003                                        ",
  ];
  const read = (changed: string[]) => readDirectEntry(Buffer.from(`${changed.join("\r\n")}\r\n`, "latin1"));
  const put = (line: number, column: number, text: string) =>
    lines.map((each, at) =>
      at === line ? each.slice(0, column - 1) + text + each.slice(column - 1 + text.length) : each,
    );
  it("takes the worked example", () => {
    const file = read(lines);
    expect([file.faults, file.credit, file.processDate, file.entries.length]).toEqual([[], 244_000, "2026-11-26", 3]);
  });
  it.each<[string, string[], string]>([
    ["a record of 119", lines.map((line, at) => (at === 1 ? line.slice(1) : line)), "119 characters"],
    ["a character outside the set", put(1, 31, "é"), "not permitted"],
    ["a BSB without a hyphen", put(1, 2, "9900001"), "BSB"],
    ["an account of letters", put(1, 9, "ABCDEFGHI"), "account number"],
    ["an unknown code", put(1, 19, "99"), "transaction code"],
    ["an amount of nothing", put(1, 21, "0000000000"), "above zero"],
    ["a title that is missing", put(1, 31, " ".repeat(32)), "title"],
    ["a date that is none", put(0, 75, "321326"), "date to be processed"],
    ["a filler that is not blank", put(0, 24, "X"), "24 to 30"],
    ["a wrong credit total", put(4, 31, "0000244001"), "credit total"],
    ["a wrong count", put(4, 75, "000004"), "count"],
    ["withholding without its indicator", put(1, 113, "00000001"), "Withholding"],
  ])("refuses %s", (_words, changed, text) =>
    expect(
      read(changed)
        .faults.map((fault) => fault.text)
        .join(" "),
    ).toContain(text),
  );
});
