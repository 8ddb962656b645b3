import type { ContractDates } from "@zesty/core/calendar/contractDays";
import { statesAu } from "@zesty/core/calendar/states";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { LeaveEntitlement } from "@zesty/core/leave/accrual";
import { bases } from "@zesty/core/pay/input";
import type { SheetLine } from "@zesty/core/pay/row";
import type { SplitPart } from "@zesty/core/quantity/split";
import Joi from "joi";
import { type FringeBenefitView, fringeBenefits } from "./au/fringeBenefits.ts";
import { type OpeningYearView, openingYear } from "./au/openingYear.ts";
import { type Super, superChoice, type Tax, tax } from "./au/taxAndSuper.ts";
import { type BankPart, bank } from "./bank.ts";
import { contract, type Emergency, emergency, type Qualification, qualifications } from "./besidePay.ts";
import type { DepartureView, EarlierEmployment } from "./departures.ts";
import { amountNotNegative, date, hoursIn, id, name, optional, percent, rate } from "./fields.ts";
import { leave } from "./leaveTerms.ts";
import { sheetLine } from "./lines.ts";
import { type OwnField, ownFacts } from "./ownFacts.ts";
import type { PaperView } from "./papers.ts";
import { type TimeTerms, timeTerms } from "./time.ts";

export interface PersonSummary {
  id: number;
  payrollId: string;
  name: string;
  basis: string;
  cycle: string;
  rate: string | null;
  startDate: string;
  endDate: string | null;
  missing: { section: string; text: string }[];
}

export interface PersonView {
  id: number;
  businessId: number;
  payrollId: string;
  /** after a change: days of later facts on record that it went on into */
  carried?: string[];
  /** after a change: what it means to pays that are signed off since */
  told?: string[];
  /** pays and leave entries that are not as they were sealed, in words */
  broken: string[];
  details: Details;
  /** when the photo was put in; null where there is none */
  photo: string | null;
  emergency: Emergency | null;
  /** how long the agreement holds; null where nothing is on record */
  contract: ContractDates | null;
  qualifications: Qualification[];
  /** what the business keeps for itself, known or not */
  ownFacts: (OwnField & { id: number; value: string })[];
  employment: Employment & { from: string };
  tax: Omit<Tax, "fileNumber"> & { from: string; fileNumberShown: string | null };
  super: Super & { from: string };
  bank: {
    from: string;
    parts: { title: string; shown: string; text?: string | undefined; kind: SplitPart["kind"]; value: string }[];
  };
  leave: {
    from: string;
    entitlements: LeaveEntitlement[];
    loadingPercent: string | null;
    /** from when service counts; null: the start date */
    countsFrom: string | null;
    balances: { kind: string; hours: string }[];
    entries: LeaveEntryView[];
  };
  usualPay: { from: string; lines: UsualLine[] };
  pays: { runId: number; payId: number; payday: string; gross: string; withheld: string; super: string; net: string }[];
  /** what stands in each section, as it was read: sent with If-Match, it is not written over where somebody else was faster */
  stamps: Record<string, string>;
  /** why they cannot be taken out as added by mistake; null where they can */
  stays: string | null;
  missing: PersonSummary["missing"];
  departure: DepartureView | null;
  /** employments of before, newest first */
  earlier: EarlierEmployment[];
  fringeBenefits: FringeBenefitView[];
  /** Australia: what was paid in a payroll year before this program, newest year first */
  openingYears: OpeningYearView[];
  /** by which agreement the person is paid; null where nothing was said */
  time: (TimeTerms & { from: string }) | null;
  state: string;
  /** Australia: long service leave by the dates of service; null elsewhere, and for who has none */
  longService: LongServiceView | null;
  /** papers owed lately or soon, and days on which a right begins */
  papers: PaperView[];
  country: CountryCode;
  /** New Zealand: what its law asks for; null in Australia */
}
/** What long service leave comes to today by the dates of service alone. */
export interface LongServiceView {
  state: string;
  /** from when service counts */
  since: string;
  /** days of absence without pay on record here that the State does not count */
  leftOut: number;
  weeksPerYear: string;
  years: number;
  days: number;
  weeks: string;
  /** null where no weekly hours are agreed, and what was paid is not on record for as long as the State looks back */
  hours: string | null;
  /** hours of a week of it: the average that the State goes by */
  hoursAWeek: string | null;
  /** when leave may first be taken */
  takenFrom: string;
  /** reasons of leaving for which it would be paid today, and those for which not */
  paidFor: string[];
  notFor: string[];
}
export interface LeaveEntryView {
  date: string;
  kind: string;
  why: string;
  hours: string;
  runId: number | null;
}

export interface Details {
  familyName: string;
  givenName: string;
  birthDate: string;
  email: string | null;
  phone: string | null;
  address: { line1: string; suburb: string; state: string; postcode: string } | null;
  startDate: string;
  endDate: string | null;
  payslipMessage: string | null;
  /** how the payslip comes to the person; by mail where nobody says */
  payslipBy?: PayslipBy | undefined;
  privateNotes: string | null;
}
export const payslipWays = ["mail", "page", "print"] as const;
export type PayslipBy = (typeof payslipWays)[number];
export const payslipBy = () =>
  Joi.string()
    .valid(...payslipWays)
    .default("mail")
    .label("Payslip comes by");
export const states = statesAu;
export const details = Joi.object<Details>({
  familyName: name(40).required().label("Family name"),
  givenName: name(40).required().label("Given name"),
  birthDate: date().required().label("Birth date"),
  email: optional(Joi.string().trim().email({ tlds: false })).label("E-mail"),
  phone: optional(Joi.string().trim().max(16)).label("Phone"),
  address: Joi.object({
    line1: name(38).required().label("Street"),
    suburb: name(27).required().label("Suburb"),
    state: Joi.string()
      .valid(...states)
      .required()
      .label("State"),
    postcode: Joi.string()
      .pattern(/^\d{4}$/)
      .required()
      .label("Postcode")
      .messages({ "string.pattern.base": "Postcode has four digits." }),
  })
    .allow(null)
    .default(null),
  startDate: date().required().label("Start date"),
  endDate: optional(date()).label("Last day"),
  payslipMessage: optional(Joi.string().max(300)).label("Payslip message"),
  payslipBy: payslipBy(),
  privateNotes: optional(Joi.string().max(2000)).label("Private notes"),
});

export interface Employment {
  cycleId: number;
  basis: (typeof bases)[number];
  classification: string | null;
  weeklyHours: string;
  hourlyRate: string | null;
  minimumRate: string | null;
  placeId: number | null;
  costCentreId: number | null;
  /** shares of several cost centres, in place of the one */
  costSplit?: { costCentreId: number; percent: string }[] | null | undefined;
  /** a year; the hourly rate follows from it */
  salary?: string | null | undefined;
  /** ordinary hours of each weekday, Monday first */
  workPattern?: string[] | null | undefined;
  /** a roster of several weeks that repeats: hours of each weekday of each week, from the Monday of a first week */
  roster?: { from: string; weeks: string[][] } | null | undefined;
  /** ledger account of this person's wages, in place of the business's */
  wagesAccount?: string | null | undefined;
  /** per cents of costs that the employer sets aside, in place of the business's; nought: none for this person */
  ownCosts?: { code: string; percent: string }[] | null | undefined;
}
export const employment = Joi.object<Employment & { from?: string }>({
  from: date().label("From"),
  cycleId: id().required().label("Pay cycle"),
  basis: Joi.string()
    .valid(...bases)
    .required()
    .label("Basis"),
  classification: optional(Joi.string().max(80)).label("Classification"),
  weeklyHours: hoursIn("week").required().label("Hours a week"),
  hourlyRate: optional(rate()).label("Hourly rate"),
  minimumRate: optional(rate()).label("Award minimum"),
  placeId: id().allow(null).default(null).label("Place of work"),
  costCentreId: id().allow(null).default(null).label("Cost centre"),
  costSplit: Joi.array()
    .items(
      Joi.object({
        costCentreId: id().required().label("Cost centre"),
        percent: percent().required().label("Per cent"),
      }),
    )
    .max(20)
    .allow(null)
    .default(null)
    .label("Split over cost centres"),
  salary: optional(amountNotNegative()).label("Salary a year"),
  workPattern: Joi.array()
    .items(hoursIn("day").label("Hours of a day"))
    .length(7)
    .allow(null)
    .default(null)
    .label("Work pattern"),
  roster: Joi.object({
    from: date().required().label("First week"),
    weeks: Joi.array()
      .items(Joi.array().items(hoursIn("day").label("Hours of a day")).length(7))
      .min(2)
      .max(8)
      .required()
      .label("Weeks of the roster"),
  })
    .allow(null)
    .default(null)
    .label("Roster"),
  wagesAccount: optional(Joi.string().trim().max(20)).label("Wages go to account"),
  ownCosts: Joi.array()
    .items(
      Joi.object({
        code: name(20).required().label("Cost"),
        percent: percent().required().label("Per cent of the cost"),
      }),
    )
    .max(20)
    .unique("code")
    .allow(null)
    .default(null)
    .label("Costs of this person"),
});

export type UsualLine = SheetLine;
export const usualPay = Joi.object<{ from?: string; lines: UsualLine[] }>({
  from: date().label("From"),
  lines: Joi.array().items(sheetLine).max(40).required(),
});

export interface NewPerson {
  payrollId: string;
  details: Details;
  employment: Employment;
  tax?: Tax | undefined;
  super?: Super | undefined;
  bank?: { parts: BankPart[] } | undefined;
  leave?:
    | { entitlements: LeaveEntitlement[]; loadingPercent?: string | null; opening?: { kind: string; hours: string }[] }
    | undefined;
  usualPay?: { lines: UsualLine[] } | undefined;
  time?: TimeTerms | undefined;
}
export const newPerson = Joi.object<NewPerson>({
  payrollId: name(20).required().label("Payroll ID"),
  details: details.required(),
  employment: employment.required(),
  tax,
  super: superChoice,
  bank,
  leave,
  usualPay,
  time: timeTerms,
});

export const sections = {
  details,
  employment,
  tax,
  super: superChoice,
  bank,
  leave,
  usualPay,
  fringeBenefits,
  openingYear,
  time: timeTerms,
  emergency,
  contract,
  qualifications,
  ownFacts,
} as const;
export type Section = keyof typeof sections;
