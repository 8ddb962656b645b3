/**
 * Employment information for one payday: a header with the totals and a line for each person and pay.
 * Set by: Tax Administration Act 1994 ss 23C to 23R; the payday filing file upload specification, from memory.
 * Due two working days after the payday where it is filed electronically.
 */
import { addDays, type IsoDate } from "../../calendar/dates.ts";
import { addWorkingDaysNz, rollForwardNz } from "../../calendar/holidaysNz.ts";
import type { Cycle } from "../../calendar/payPeriods.ts";
import { type DelimitedRecord, fileOf, fileText, writeRecord } from "../../formats/delimited.ts";
import type { Decimal } from "../../quantity/decimal.ts";
import { toCents } from "../../quantity/units.ts";
import { irdDigits } from "../irdNumber.ts";
import type { WorkedPayNz } from "../pay/worked.ts";
import { eiDetail, eiHeader } from "./filingLayout.ts";

export const payFrequency: Record<Cycle, string> = {
  weekly: "WK",
  fortnightly: "FT",
  "four-weekly": "4W",
  "half-monthly": "HM",
  monthly: "MT",
  quarterly: "AH",
};

export interface FiledPay {
  /** null while unknown: nine zeros, with tax code ND */
  ird: string | null;
  name: string;
  taxCode: string;
  /** only when the employment began or ended in this period */
  startDate: IsoDate | null;
  endDate: IsoDate | null;
  periodStart: IsoDate;
  periodEnd: IsoDate;
  cycle: Cycle;
  /** outside the cycle: filed as ad hoc */
  adHoc?: boolean | undefined;
  worked: WorkedPayNz;
  /** what the notice asks; less taken needs a reason */
  supportNotice: Decimal | null;
  /** this pay corrects an earlier payday: negative amounts go into the prior-period columns */
  isCorrection: boolean;
}

export interface Filing {
  employerIrd: string;
  /** who files for the employer; null where it files itself */
  intermediaryIrd?: string | null;
  payday: IsoDate;
  final: boolean;
  contact: { name: string; phone: string; email: string };
  pays: readonly FiledPay[];
}

export interface EmploymentInformation {
  header: DelimitedRecord;
  lines: DelimitedRecord[];
}

const compact = (date: IsoDate | null) => (date === null ? "" : date.replaceAll("-", ""));
const cents = (value: Decimal) => toCents(value);

/** One line; amounts below nought can only stand in the prior-period columns. */
function lineOf(pay: FiledPay): DelimitedRecord {
  const { worked } = pay;
  const { parts, kiwiSaver } = worked;
  const gross = cents(worked.gross.value);
  const paye = cents(worked.withheld.value.plus(parts.givingCredit.value));
  const back = pay.isCorrection && gross < 0;
  // More hours at less tax, where a bonus that was none became wages: the gross is this period's, the PAYE comes back.
  const taxBack = back || paye < 0;
  const support = cents(parts.childSupport.value);
  // A correction pays no notice: it was met, or cut, with the pay that it corrects.
  const asked = pay.supportNotice === null || pay.isCorrection ? 0 : cents(pay.supportNotice);
  const loan = cents(parts.studentLoan.value);
  const extra = worked.lines.some((line) => line.side === "extra");
  return {
    record: "DEI",
    employee_ird: pay.ird === null ? "000000000" : irdDigits(pay.ird),
    employee_name: fileText(pay.name, 255),
    tax_code: pay.taxCode,
    start_date: compact(pay.startDate),
    finish_date: compact(pay.endDate),
    period_start: compact(pay.periodStart),
    period_end: compact(pay.periodEnd),
    pay_frequency: pay.adHoc ? "AH" : payFrequency[pay.cycle],
    hours_paid: String(Math.max(cents(worked.hours.value.toDecimalPlaces(2)), 0)),
    gross: String(back ? 0 : gross),
    gross_adjustment: String(back ? gross : 0),
    not_liable_acc: String(back ? 0 : cents(worked.notLeviable.value)),
    lump_sum: extra && parts.extraPay.value.gt(0) ? "1" : "0",
    paye: String(taxBack ? 0 : paye),
    paye_adjustment: String(taxBack ? paye : 0),
    child_support: String(support),
    child_support_code: support < asked ? (pay.endDate === null ? "P" : "C") : "",
    student_loan: String(loan),
    slcir: String(cents(parts.slcir.value)),
    slbor: String(cents(parts.slbor.value)),
    ks_deduction: String(cents(kiwiSaver.employee.value)),
    ks_employer: String(cents(kiwiSaver.employerNet.value)),
    esct: String(cents(kiwiSaver.esct.value)),
    payroll_giving: String(cents(parts.givingCredit.value)),
    family_credit: "0",
    share_scheme: "0",
  };
}

const summed: Record<string, string> = {
  total_gross: "gross",
  total_gross_adjustment: "gross_adjustment",
  total_not_liable_acc: "not_liable_acc",
  total_paye: "paye",
  total_paye_adjustment: "paye_adjustment",
  total_child_support: "child_support",
  total_student_loan: "student_loan",
  total_slcir: "slcir",
  total_slbor: "slbor",
  total_ks_deduction: "ks_deduction",
  total_ks_employer: "ks_employer",
  total_esct: "esct",
  total_payroll_giving: "payroll_giving",
  total_family_credit: "family_credit",
  total_share_scheme: "share_scheme",
};
/** What is payable: PAYE with adjustments, child support, loans, KiwiSaver of both, ESCT, less the giving credits. */
const deducted = [
  "paye",
  "paye_adjustment",
  "child_support",
  "student_loan",
  "slcir",
  "slbor",
  "ks_deduction",
  "ks_employer",
  "esct",
];

const total = (lines: readonly DelimitedRecord[], name: string): number =>
  lines.reduce((sum, line) => sum + Number(line[name] ?? 0), 0);

export const payableCents = (lines: readonly DelimitedRecord[]): number =>
  deducted.reduce((sum, name) => sum + total(lines, name), 0) - total(lines, "payroll_giving");

/** A payday with nobody paid makes a nil return: no lines and no amounts. */
export function employmentInformation(filing: Filing): EmploymentInformation {
  const lines = filing.pays.map(lineOf);
  return {
    header: {
      record: "HEI2",
      employer_ird: irdDigits(filing.employerIrd),
      payday_date: compact(filing.payday),
      final_return: filing.final ? "Y" : "N",
      nil_return: lines.length === 0 ? "Y" : "N",
      intermediary_ird: filing.intermediaryIrd ? irdDigits(filing.intermediaryIrd) : "",
      contact_name: fileText(filing.contact.name, 20),
      contact_phone: fileText(filing.contact.phone, 12),
      contact_email: fileText(filing.contact.email, 60),
      line_count: String(lines.length),
      ...Object.fromEntries(Object.entries(summed).map(([name, of]) => [name, String(total(lines, of))])),
      total_deducted: String(payableCents(lines)),
      package: "Zesty Ledger 0.1",
      form_version: "0001",
    },
    lines,
  };
}

/** The upload file. @throws DelimitedFault where a field does not fit its layout */
export const employmentInformationFile = ({ header, lines }: EmploymentInformation): string =>
  fileOf([writeRecord(eiHeader, header), ...lines.map((line) => writeRecord(eiDetail, line))]);

/** The day by which a payday has to be filed electronically: two working days after it. */
export const filingDueDate = (payday: IsoDate): IsoDate => addWorkingDaysNz(payday, 2);

/**
 * The day by which what was deducted has to be paid (Income Tax Act 2007, RD 4 and RD 22): the 20th of the next month;
 * for a large employer the 20th of the same month or the 5th of the next, and 15 January for the end of December.
 */
export function payeDueDate(payday: IsoDate, large: boolean): IsoDate {
  const [year = "", month = "", day = ""] = payday.split("-");
  const next = addDays(`${year}-${month}-28`, 7).slice(0, 7);
  if (!large) return rollForwardNz(`${next}-20`);
  if (Number(day) <= 15) return rollForwardNz(`${year}-${month}-20`);
  return rollForwardNz(month === "12" ? `${next}-15` : `${next}-05`);
}
