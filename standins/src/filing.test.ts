/**
 * The simulated Inland Revenue's own reading of a filing and of payment files: each rule (formats of the reference, 4.5)
 * refuses what it should and nothing else. Field order from memory, as in the sender's layout; the two share no code.
 */
import { describe, expect, it } from "vitest";
import { irdPasses, readDetails, readFiling } from "./filingReader.ts";
import { headerItems, lineItems } from "./filingRules.ts";
import { readCreditTransfer, readPaymentCsv } from "./paymentReader.ts";
import { twoWorkingDaysAfter } from "./workingDays.ts";

const line = (change: Record<string, string> = {}): string =>
  Object.values({
    record: "DEI",
    employee_ird: "139000013",
    employee_name: "ALEX SAMPLE",
    tax_code: "M SL",
    start_date: "",
    finish_date: "",
    period_start: "20260615",
    period_end: "20260628",
    pay_frequency: "FT",
    hours_paid: "8000",
    gross: "240000",
    gross_adjustment: "0",
    not_liable_acc: "0",
    lump_sum: "0",
    paye: "45000",
    paye_adjustment: "0",
    child_support: "0",
    child_support_code: "",
    student_loan: "17664",
    slcir: "0",
    slbor: "0",
    ks_deduction: "8400",
    ks_employer: "5880",
    esct: "2520",
    payroll_giving: "0",
    family_credit: "0",
    share_scheme: "0",
    ...change,
  }).join(",");
const header = (change: Record<string, string> = {}): string =>
  Object.values({
    record: "HEI2",
    employer_ird: "139000315",
    payday_date: "20260630",
    final_return: "N",
    nil_return: "N",
    intermediary_ird: "",
    contact_name: "Kim Example",
    contact_phone: "0300000000",
    contact_email: "kim@example.org",
    line_count: "1",
    total_gross: "240000",
    total_gross_adjustment: "0",
    total_not_liable_acc: "0",
    total_paye: "45000",
    total_paye_adjustment: "0",
    total_child_support: "0",
    total_student_loan: "17664",
    total_slcir: "0",
    total_slbor: "0",
    total_ks_deduction: "8400",
    total_ks_employer: "5880",
    total_esct: "2520",
    total_deducted: "79464",
    total_payroll_giving: "0",
    total_family_credit: "0",
    total_share_scheme: "0",
    package: "example",
    form_version: "0001",
    ...change,
  }).join(",");
const file = (...rows: string[]) => readFiling(Buffer.from(rows.map((row) => `${row}\r\n`).join("")));
const known = new Map([["139000013", { taxCode: "M SL", supportNotice: null as number | null }]]);
const ofHeader = (change: Record<string, string>, rows = [line()]) =>
  headerItems(file(header(change), ...rows), "2026-07-01").map((each) => each.code);
const ofLine = (change: Record<string, string>, people = known, today = "2026-07-01") =>
  lineItems(file(header(), line(change)), people, "2026-07-02", today).map((each) => each.code);

describe("a filing that is right", () => {
  it("is read field by field and has no fault", () => {
    const message = file(header(), line());
    expect([message.employer, message.payday, message.nil]).toEqual(["139000315", "2026-06-30", false]);
    expect(message.lines[0]).toMatchObject({ employee_name: "ALEX SAMPLE", gross: "240000", esct: "2520" });
    expect(message.faults).toEqual([]);
    expect([...ofHeader({}), ...ofLine({})]).toEqual([]);
  });
  it("may be a nil return without lines", () => {
    const nothing = Object.fromEntries(
      "gross paye student_loan ks_deduction ks_employer esct deducted".split(" ").map((name) => [`total_${name}`, "0"]),
    );
    expect(ofHeader({ ...nothing, nil_return: "Y", line_count: "0" }, [])).toEqual([]);
    expect(ofHeader({ ...nothing, line_count: "0" }, [])).toEqual(["N06"]);
  });
});

describe("the whole filing is refused", () => {
  it.each<[string, Record<string, string>, string]>([
    ["employer's number fails its check", { employer_ird: "139000316" }, "N03"],
    ["payday before payday filing", { payday_date: "20190331" }, "N04"],
    ["payday more than 31 days ahead", { payday_date: "20260802" }, "N04"],
    ["another number of lines", { line_count: "2" }, "N05"],
    ["a total is not its column", { total_paye: "45001" }, "N05"],
    ["deducted is not the sum of its parts", { total_deducted: "79465" }, "N05"],
    ["nil with a line", { nil_return: "Y" }, "N06"],
  ])("%s", (_, change, code) => {
    expect(ofHeader(change)).toContain(code);
  });
  it("takes the last day that can be filed", () => {
    expect(ofHeader({ payday_date: "20260801" })).toEqual([]);
    expect(ofHeader({ payday_date: "20190401" })).toEqual([]);
  });
  it("when it cannot be read", () => {
    expect(file("HEI,139000315").faults.map((each) => each.text)).toEqual([
      "The header record is not HEI2 with 28 fields.",
    ]);
    expect(file(header(), "DEI,139000013").faults.map((each) => each.text)).toEqual([
      "Line 1 is not DEI with 27 fields.",
    ]);
    const cut = readFiling(Buffer.from(`${header()}\r\n${line()}`));
    expect(cut.faults.map((each) => each.text)).toEqual(["The last line does not end in CR LF."]);
  });
});

describe("a line is in error", () => {
  it.each<[string, Record<string, string>, string]>([
    ["number fails its check", { employee_ird: "139000014" }, "N09"],
    ["no such code", { tax_code: "MX" }, "N10"],
    ["a loan with a code that has none", { tax_code: "CAE SL" }, "N10"],
    ["no number and not ND", { employee_ird: "000000000" }, "N11"],
    ["period the wrong way round", { period_start: "20260629" }, "N12"],
    ["leaves before starting", { start_date: "20260620", finish_date: "20260619" }, "N12"],
    ["no such frequency", { pay_frequency: "XX" }, "N13"],
    ["below nought", { ks_deduction: "-1" }, "N14"],
    ["PAYE above gross", { paye: "240001" }, "N15"],
    ["loan without SL", { tax_code: "M" }, "N16"],
    ["employer's part without its tax", { esct: "0" }, "N17"],
  ])("%s", (_, change, code) => {
    expect(ofLine(change)).toContain(code);
  });
  it("when child support falls short of the notice without a reason", () => {
    const noticed = new Map([["139000013", { taxCode: "M SL", supportNotice: 20_000 }]]);
    expect(ofLine({ child_support: "19999" }, noticed)).toEqual(["N18"]);
    expect(ofLine({ child_support: "19999", child_support_code: "P" }, noticed)).toEqual([]);
    expect(ofLine({ child_support: "20000" }, noticed)).toEqual([]);
  });
  it("an adjustment may be below nought", () => {
    expect(ofLine({ gross_adjustment: "-12000", paye_adjustment: "-3000" })).toEqual([]);
  });
});

describe("a line is warned of", () => {
  it("late, unknown, too many hours, another code", () => {
    expect(ofLine({}, known, "2026-07-02")).toEqual([]);
    expect(ofLine({}, known, "2026-07-03")).toEqual(["N19"]);
    expect(ofLine({}, new Map())).toEqual(["N20"]);
    expect(ofLine({ hours_paid: "33600" })).toEqual([]);
    expect(ofLine({ hours_paid: "33601" })).toEqual(["N21"]);
    expect(ofLine({}, new Map([["139000013", { taxCode: "M", supportNotice: null }]]))).toEqual(["N22"]);
  });
});

describe("employee details", () => {
  const person = (record = "DED") => `${record},139000013${",".repeat(18)},new`;
  const read = (...rows: string[]) => readDetails(Buffer.from(`${rows.join("\r\n")}\r\n`));
  it("are read by their fields", () => {
    const details = read("HED,139000315,,1,example,0001", person());
    expect([details.employer, details.people[0]?.change, details.faults]).toEqual(["139000315", "new", []]);
  });
  it("are refused when lines or fields are missing", () => {
    expect(read("HED,139000315,,2,example,0001", person()).faults.map((each) => each.code)).toEqual(["N05"]);
    expect(read("HED,139000315", person("XXX")).faults.map((each) => each.code)).toEqual(["N02", "N02"]);
  });
});

describe("IRD numbers by the second reading", () => {
  // The examples of Inland Revenue's validation rule, from memory.
  it.each(["049091850", "035901981", "136410132"])("%s passes", (text) => expect(irdPasses(text)).toBe(true));
  it.each(["136410133", "009125568", "9125568", "04909185A"])("%s does not", (text) =>
    expect(irdPasses(text)).toBe(false),
  );
});

describe("two working days after a payday", () => {
  it.each([
    ["2026-06-30", "2026-07-02"],
    ["2026-07-09", "2026-07-14"],
    ["2026-04-01", "2026-04-07"],
    ["2025-12-23", "2026-01-05"],
    ["2026-02-05", "2026-02-10"],
  ])("%s: %s", (payday, due) => expect(twoWorkingDaysAfter(payday)).toBe(due));
});

describe("payment files as the bank reads them", () => {
  const csv = (...rows: string[]) =>
    readPaymentCsv(Buffer.from(["payment_date,payee_name,account,amount,reference", ...rows].join("\r\n")));
  it("adds up a CSV", () => {
    const read = csv(
      "2026-07-14,A Sample,38-9599-1200345-000,1750.52,K1",
      '2026-07-14,"B, C",38-9599-1200346-00,0.01,K2',
    );
    expect([read.processDate, read.credit, read.faults]).toEqual(["2026-07-14", 175_053, []]);
    expect(read.entries[1]).toMatchObject({ title: "B, C", cents: 1 });
  });
  it.each<[string, string[], string]>([
    ["two days", ["2026-07-14,A,38-9599-1200345-000,1.00,K", "2026-07-15,A,38-9599-1200345-000,1.00,K"], "one day"],
    ["no account", ["2026-07-14,A,38-9599,1.00,K"], "right form"],
    ["nothing to pay", ["2026-07-14,A,38-9599-1200345-000,0.00,K"], "not above nought"],
    ["another form of money", ["2026-07-14,A,38-9599-1200345-000,1,K"], "not above nought"],
  ])("refuses %s", (_, rows, words) => {
    expect(
      csv(...rows)
        .faults.map((each) => each.text)
        .join(),
    ).toContain(words);
  });
  it("refuses what is no such file", () => {
    expect(readPaymentCsv(Buffer.from("hello\r\nthere")).faults[0]?.text).toContain("are missing");
    expect(readCreditTransfer(Buffer.from("<Document/>")).faults[0]?.text).toContain("no credit transfer");
  });
  const transfer = (count: string, sum: string) =>
    readCreditTransfer(
      Buffer.from(
        `<Document><CstmrCdtTrfInitn><GrpHdr><NbOfTxs>${count}</NbOfTxs><CtrlSum>${sum}</CtrlSum><InitgPty><Nm>K</Nm></InitgPty></GrpHdr><PmtInf><ReqdExctnDt><Dt>2026-07-14</Dt></ReqdExctnDt><CdtTrfTxInf><Amt><InstdAmt Ccy="NZD">12.30</InstdAmt></Amt><Cdtr><Nm>A</Nm></Cdtr><CdtrAcct><Id><Othr><Id>38-9599-1200345-000</Id></Othr></Id></CdtrAcct></CdtTrfTxInf></PmtInf></CstmrCdtTrfInitn></Document>`,
      ),
    );
  it("checks number and sum of a credit transfer", () => {
    expect(transfer("1", "12.30")).toMatchObject({ processDate: "2026-07-14", credit: 1230, faults: [] });
    expect(transfer("2", "12.30").faults[0]?.text).toContain("NbOfTxs");
    expect(transfer("1", "12.31").faults[0]?.text).toContain("CtrlSum");
  });
});
