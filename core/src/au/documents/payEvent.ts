/**
 * A pay event of Single Touch Payroll, phase 2, as data: year-to-date amounts of each payee, and the payer's totals of
 * this payday. Set by: the published message structure (PAYEVNT / PAYEVNTEMP), from memory; see docs/rules/sources.md.
 */

import { completedYears, type IsoDate } from "../../calendar/dates.ts";
import type { Basis } from "../../pay/input.ts";
import { centsText } from "../../quantity/units.ts";
import {
  type IncomeType,
  incomeTypeOf,
  incomeTypes,
  reportPrefix,
  type TaxDeclaration,
  taxTreatmentCode,
} from "../taxDeclaration.ts";

export interface Payer {
  bmsId: string;
  /** or the withholding payer number, where there is none */
  abn: string;
  branch: string;
  name: string;
  contact: { name: string; phone: string; email: string };
}

export interface Declaration {
  declarer: string;
  date: IsoDate;
  accepted: true;
}

/** A registered agent that lodges and declares for the payer. */
export interface EventAgent {
  abn: string;
  number: string;
  contact: { name: string; phone: string; email: string };
}

export interface PayeeFacts {
  payrollId: string;
  taxFileNumber: string | null;
  name: { family: string; given: string };
  birthDate: IsoDate;
  address: { line1: string; suburb: string; state: string; postcode: string };
  startDate: IsoDate;
  /** from when service counts; left out, the start date */
  serviceFrom?: IsoDate;
  endDate: IsoDate | null;
  /** why the employment ended; with the end date */
  cessation: CessationCode | null;
  basis: Basis;
  tax: TaxDeclaration;
  /** the country of each type of income that names one */
  countries?: Partial<Record<IncomeType, string>>;
  periodStart: IsoDate;
  periodEnd: IsoDate;
  /** grossed-up fringe benefits that this payroll year reports, by code */
  fringeBenefits?: readonly CodedAmount[];
  /** the key that an earlier system reported this year under; given once */
  previous?: PreviousKey | null;
  /** this record makes the person's year final */
  final?: boolean;
  /** summed facts of the payroll year, this pay with it, by code */
  yearToDate: ReadonlyMap<string, number>;
}

export interface PreviousKey {
  bmsId: string;
  payrollId: string;
}

export interface PayEvent {
  /** an update corrects year-to-date amounts when nobody is paid, and carries no totals of the payer */
  action: "submit" | "update";
  /** takes the place of the event that went out under this submission ID, as a whole; with a submit only */
  replaces?: boolean;
  submissionId: string;
  runAt: string;
  payDate: IsoDate;
  payer: Payer;
  w1: string | null;
  w2: string | null;
  /** child support taken in this event: by garnishee and by deduction notice; null where there was none */
  childSupport: { garnishee: string | null; deduction: string | null };
  /** the payer's; the agent's where one lodges */
  declaration: Declaration;
  agent?: EventAgent | null;
  payees: PayeeRecord[];
}

export interface CodedAmount {
  type: string;
  amount: string;
  /** what an allowance OD is, or the payroll year (its last) of a part of lump sum E */
  detail?: string;
}

export interface EtpRecord {
  code: string;
  date: IsoDate;
  taxFree: string;
  taxable: string;
  withheld: string;
}

/** Reasons of the end of an employment (Single Touch Payroll, phase 2). */
export const cessationReasons = {
  V: "left of their own accord",
  I: "left for ill health",
  D: "died",
  R: "redundancy or early retirement scheme",
  F: "dismissed",
  C: "contract ended",
  T: "transferred to another payroll",
} as const;
export type CessationCode = keyof typeof cessationReasons;

export interface IncomeRecord {
  type: IncomeType;
  /** where the type of income names one */
  country?: string;
  withheld: string;
  gross: string;
  overtime?: string;
  bonus?: string;
  directorFee?: string;
  paidLeave: CodedAmount[];
  allowances: CodedAmount[];
  sacrifice: CodedAmount[];
  lumpSums: CodedAmount[];
  etp: EtpRecord[];
}

export interface PayeeRecord {
  payrollId: string;
  taxFileNumber: string;
  previous?: PreviousKey;
  name: { family: string; given: string };
  birth: { day: number; month: number; year: number };
  address: { line1: string; suburb: string; state: string; postcode: string };
  start: IsoDate;
  end: IsoDate | null;
  cessation: CessationCode | null;
  basis: string;
  taxTreatment: string;
  period: { start: IsoDate; end: IsoDate };
  final: boolean;
  /** one a type of income, salary and wages first */
  incomes: IncomeRecord[];
  deductions: CodedAmount[];
  super: CodedAmount[];
  fringeBenefits: CodedAmount[];
}

/** Stand-ins for a number in tax reports: not quoted, applied for (TFN declaration instructions, from memory). */
const standIn = { none: "000000000", pending: "111111111", young: "333333333" } as const;

const basisCodes: Record<Basis, string> = {
  "full-time": "F",
  "part-time": "P",
  casual: "C",
  "labour-hire": "L",
  // Paid super only: not reported in a pay event at all.
  contractor: "N",
};

/** The number, or the stand-in that says why there is none: a minor below the threshold has nothing withheld for it. */
function reportedNumber({ tax, taxFileNumber, birthDate, periodEnd, yearToDate }: PayeeFacts): string {
  if (tax.fileNumber === "given") return taxFileNumber ?? standIn.none;
  const young = completedYears(birthDate, periodEnd) < 18 && (yearToDate.get("withheld") ?? 0) === 0;
  return tax.fileNumber === "none" && young ? standIn.young : standIn[tax.fileNumber];
}

/** One payee's record from the sums of the year. */
export function payeeRecord(payee: PayeeFacts, reportsQualifyingEarnings: boolean): PayeeRecord {
  const cents = (code: string) => payee.yearToDate.get(code) ?? 0;
  const [year, month, day] = payee.birthDate.split("-").map(Number) as [number, number, number];
  const contributions: CodedAmount[] = [{ type: "L", amount: centsText(cents("guarantee")) }];
  contributions.push({ type: reportsQualifyingEarnings ? "Q" : "O", amount: centsText(cents("guaranteeBase")) });
  if (payee.yearToDate.has("reportable")) contributions.push({ type: "R", amount: centsText(cents("reportable")) });
  return {
    payrollId: payee.payrollId,
    taxFileNumber: reportedNumber(payee),
    ...(payee.previous ? { previous: payee.previous } : {}),
    name: payee.name,
    birth: { day, month, year },
    address: payee.address,
    start: payee.startDate,
    // The last day and the reason are reported together or not at all.
    end: payee.cessation === null ? null : payee.endDate,
    cessation: payee.endDate === null ? null : payee.cessation,
    basis: basisCodes[payee.basis],
    taxTreatment: taxTreatmentCode(payee.tax),
    period: { start: payee.periodStart, end: payee.periodEnd },
    final: payee.final ?? false,
    incomes: typesOf(payee).map((type) => incomeOf(payee, type)),
    deductions: coded(payee.yearToDate, "report:", "deduction"),
    super: contributions,
    fringeBenefits: [...(payee.fringeBenefits ?? [])],
  };
}

/** Types of income that the year holds, and the one of today. */
function typesOf({ tax, basis, yearToDate }: PayeeFacts): IncomeType[] {
  const now = incomeTypeOf(tax, basis);
  return incomeTypes.filter(
    (type) =>
      type === now ||
      [...yearToDate].some(
        ([code, cents]) => code.startsWith(reportPrefix(type)) && !code.includes("deduction") && cents !== 0,
      ),
  );
}

const coded = (year: PayeeFacts["yearToDate"], report: string, name: string): CodedAmount[] =>
  [...year]
    .filter(([code]) => code.startsWith(`${report}${name}:`))
    .map(([code, amount]) => {
      const [type = "", detail] = code.slice(report.length + name.length + 1).split(":");
      return { type, ...(detail ? { detail } : {}), amount: centsText(amount) };
    })
    .sort((a, b) => `${a.type}${a.detail ?? ""}`.localeCompare(`${b.type}${b.detail ?? ""}`));

function incomeOf({ yearToDate: year, countries }: PayeeFacts, type: IncomeType): IncomeRecord {
  const report = reportPrefix(type);
  const cents = (code: string) => year.get(code) ?? 0;
  const optional = (name: "overtime" | "bonus" | "directorFee") =>
    year.has(`${report}${name}`) ? { [name]: centsText(cents(`${report}${name}`)) } : {};
  // What was withheld is summed in all: from salary and wages it is what the other streams leave.
  const others = incomeTypes
    .filter((each) => each !== "SAW")
    .reduce((total, each) => total + cents(`${reportPrefix(each)}withheld`), 0);
  const withheld = type === "SAW" ? cents("withheld") - cents("etpWithheld") - others : cents(`${report}withheld`);
  return {
    type,
    ...(countries?.[type] ? { country: countries[type] } : {}),
    withheld: centsText(withheld),
    gross: centsText(cents(`${report}gross`)),
    ...optional("overtime"),
    ...optional("bonus"),
    ...optional("directorFee"),
    paidLeave: coded(year, report, "paidLeave"),
    allowances: coded(year, report, "allowance"),
    sacrifice: coded(year, report, "sacrifice"),
    lumpSums: [
      ...coded(year, report, "lumpSum"),
      // The year that a part of lump sum E was earned in goes by its last calendar year.
      ...coded(year, report, "lumpSumE").map(({ type: earned, amount }) => ({
        type: "E",
        detail: `20${earned.slice(5)}`,
        amount,
      })),
    ],
    etp: etpRecords(year, report),
  };
}

function etpRecords(year: ReadonlyMap<string, number>, report: string): EtpRecord[] {
  const records = [...year].flatMap(([name, taxable]): EtpRecord[] => {
    if (!name.startsWith(`${report}etp:`)) return [];
    const [, , code = "", date = "", what] = name.split(":");
    if (what !== "taxable") return [];
    const withheld = year.get(`${report}etp:${code}:${date}:withheld`) ?? 0;
    return [{ code, date, taxFree: "0.00", taxable: centsText(taxable), withheld: centsText(withheld) }];
  });
  return records.sort((a, b) => `${a.date}${a.code}`.localeCompare(`${b.date}${b.code}`));
}

/** Payees in the order of payroll ID, so that two builds of one run give the same bytes. */
const inOrder = (payees: readonly PayeeRecord[]) => [...payees].sort((a, b) => a.payrollId.localeCompare(b.payrollId));

export function payEvent(event: Omit<PayEvent, "action">): PayEvent {
  // Less than nothing cannot be paid: such an event only corrects what was reported.
  const corrects = event.w1?.startsWith("-") === true || event.w2?.startsWith("-") === true;
  return corrects ? updateEvent(event) : { ...event, action: "submit", payees: inOrder(event.payees) };
}

/** The year of people when nobody is paid: it corrects or finalises, and carries no totals of the payer. */
export const updateEvent = (event: Omit<PayEvent, "action" | "w1" | "w2" | "childSupport">): PayEvent => ({
  ...event,
  action: "update",
  w1: null,
  w2: null,
  childSupport: { garnishee: null, deduction: null },
  payees: inOrder(event.payees),
});
