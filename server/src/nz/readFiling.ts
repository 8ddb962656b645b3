/** Employment information in words, read from the file as it went out: what Inland Revenue was told, line by line. */
import type { ReadReport, ReportOfPerson } from "@zesty/contract/readReport";
import { dateWords } from "@zesty/core/calendar/dates";
import { linesOf, readRecord } from "@zesty/core/formats/delimited";
import { eiDetail, eiHeader } from "@zesty/core/nz/documents/filingLayout";
import { centsText } from "@zesty/core/quantity/units";
import { lastThree } from "../store/crypt.ts";

const headWords = {
  total_gross: "Gross, together",
  total_paye: "PAYE, together",
  total_ks_deduction: "KiwiSaver deductions, together",
  total_ks_employer: "KiwiSaver from the employer, together",
  total_esct: "ESCT, together",
  total_student_loan: "Student loan, together",
  total_child_support: "Child support, together",
  total_payroll_giving: "Payroll giving, together",
  total_deducted: "Payable",
} as const;
const lineWords = {
  gross: "Gross",
  gross_adjustment: "Gross, put right",
  not_liable_acc: "Not liable for the ACC levy",
  paye: "PAYE",
  paye_adjustment: "PAYE, put right",
  child_support: "Child support",
  student_loan: "Student loan",
  slcir: "Student loan, by Inland Revenue's notice",
  slbor: "Student loan, by the borrower's wish",
  ks_deduction: "KiwiSaver deduction",
  ks_employer: "KiwiSaver from the employer",
  esct: "ESCT",
  payroll_giving: "Payroll giving",
  family_credit: "Family tax credit",
  share_scheme: "Share scheme",
} as const;

const day = (text: string | undefined): string =>
  text && /^\d{8}$/.test(text) ? dateWords(`${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6)}`) : "";
const money = (text: string | undefined): string => {
  const value = Number(text ?? "0");
  return value === 0 ? "" : centsText(value);
};
function personOf(line: string): ReportOfPerson {
  const record = readRecord(eiDetail, line);
  const of = (name: keyof typeof lineWords) => money(record[name]);
  const whole: [string, string][] = [
    ["IRD number", lastThree(record.employee_ird ?? "")],
    ["Tax code", record.tax_code ?? ""],
    ["Started", day(record.start_date)],
    ["Finished", day(record.finish_date)],
    ["Period", `${day(record.period_start)} to ${day(record.period_end)}`],
    ["Hours", Number(record.hours_paid ?? "0") === 0 ? "" : centsText(Number(record.hours_paid))],
    ...Object.entries(lineWords).map(([name, words]): [string, string] => [words, money(record[name])]),
    ["Lump sum taxed at the lowest rate", record.lump_sum === "1" ? "yes" : ""],
  ];
  return {
    name: record.employee_name ?? "",
    cells: [of("gross"), of("paye"), of("ks_deduction"), of("ks_employer"), of("esct"), of("student_loan")],
    whole: whole.filter(([, value]) => value !== ""),
  };
}

export function readFiling(bytes: Buffer): ReadReport {
  const [first = "", ...lines] = linesOf(bytes.toString("utf8"));
  const record = readRecord(eiHeader, first);
  const yes = (text: string | undefined): string => (text === "Y" || text === "1" ? "yes" : "");
  const head: [string, string][] = [
    ["Employer's IRD number", lastThree(record.employer_ird ?? "")],
    ["Paid on", day(record.payday_date)],
    ["Final return", yes(record.final_return)],
    ["Nil return", yes(record.nil_return)],
    ["Contact", record.contact_name ?? ""],
    ...Object.entries(headWords).map(([name, words]): [string, string] => [words, money(record[name])]),
  ];
  return {
    title: "Employment information, as it was made",
    head: head.filter(([, value]) => value !== ""),
    columns: ["Gross", "PAYE", "KiwiSaver", "From the employer", "ESCT", "Student loan"],
    people: lines.filter((line) => line.startsWith("DEI")).map(personOf),
  };
}
