/**
 * One row of a run sheet in any country: what is known of the person, the elements of the business and what stands in
 * the row. Everything is plain data, so that the web worker and the server work out the same row from the same bytes.
 */
import type { AllowanceCode, DeductionCode, ElementAu, PayLine } from "../au/pay/input.ts";
import type { IsoDate } from "../calendar/dates.ts";
import type { Cycle } from "../calendar/payPeriods.ts";
import type { RosterWeeks } from "../calendar/rosterWeeks.ts";
import type { HolidaySwap } from "../calendar/swappedHolidays.ts";
import type { ElementNz } from "../nz/pay/input.ts";
import { decimal } from "../quantity/decimal.ts";
import type { AccruesBy, AsOf, EmployerCost, Extras, LateWeek, Overrides, ToDate } from "./input.ts";

export const entries = ["hours", "amount", "days", "weeks", "units"] as const;

export type Entry = (typeof entries)[number];

/** A pay element as a business has set it up. */
export interface PayElement {
  id: number;
  code: string;
  name: string;
  element: ElementAu | ElementNz;
  /** typed in the sheet as hours (at the person's rate), as dollars, as days or weeks of leave, or as units at `unitRate` */
  entry: Entry;
  /** dollars of a unit: of a kilometre, a meal, a night */
  unitRate?: string | null | undefined;
  /** per cent of the person's rate, for hours */
  percent: string;
  leave: string | null;
  allowance: AllowanceCode | null;
  deduction: DeductionCode | null;
  taxable: boolean | null;
  superable: boolean | null;
  /** which kind of other allowance, for an allowance of code OD */
  detail: string | null;
  /** New Zealand: counts in gross earnings of the Holidays Act; by the kind where null */
  holidayGross: boolean | null;
  /** New Zealand: part of an ordinary week; by the kind where null */
  regular: boolean | null;
}

/** How long a deduction goes on, and what must be left to the person. */
export interface DeductionTerms {
  percentOfGross?: string | undefined;
  /** protected net pay */
  keepNet?: string | undefined;
  /** the last payday that it is taken */
  until?: IsoDate | undefined;
  /** it stops when so much has been taken since `since` */
  total?: string | undefined;
  since?: IsoDate | undefined;
  /** a debt of its own: what was taken counts by it, not by the pay element */
  debt?: number | undefined;
}

/** What a line says beyond hours and amount, for bonuses, back pay and final pays. */
export type LineDetail = Pick<
  PayLine,
  | "method"
  | "paysCovered"
  | "reason"
  | "amountBefore1993"
  | "amountBefore1978"
  | "etpCode"
  | "completedYears"
  | "earnedYear"
  | "cashOut"
  | "fromExtra"
>;

/** What stands in the sheet for one element of one row. */
export interface SheetLine {
  elementId: number;
  hours?: string | undefined;
  /** weeks of annual holidays, days of other leave and of public holidays; hours beside them where they are known */
  units?: string | undefined;
  /** typed over the person's own rate */
  rate?: string | undefined;
  amount?: string | undefined;
  terms?: DeductionTerms | undefined;
  detail?: LineDetail | undefined;
  /** code of the cost centre, where a person stands in several rows */
  costCentre?: string | undefined;
  /** the payday of the pay that this line corrects */
  corrects?: IsoDate | undefined;
  /** by how much a correction changes the hours that leave accrues on */
  accrues?: string | undefined;
  /** leave that pays looked over are owed beside the dollars, by kind, in its unit; below nought: more of it was taken */
  owedLeave?: Readonly<Record<string, string>> | undefined;
  /** how the amount was arrived at, where a final pay was worked out; gone once somebody types over it */
  explained?: string | undefined;
  /** what the record of time says here, and why: other hours or dollars beside it were typed over it */
  time?: TimeOfLine | undefined;
  /** the act that put it there: a correction, back pay, a debt */
  act?: number | undefined;
  /** typed over what lies beneath: what that was when it was typed, and what it is now */
  typed?: TypedOver | undefined;
  /** the terms of its own day, where they are not those of the period's last one */
  asOf?: AsOf | undefined;
  /** by what the hours of its own days accrue leave, where it is not what holds on the period's last one; in a correction that of the pay it corrects */
  accruesBy?: AccruesBy | undefined;
}

export interface TypedOver {
  over?: string | undefined;
  now?: string | undefined;
}

/** Hours or dollars of a line as the record of time gives them. */
export interface TimeOfLine {
  hours?: string;
  amount?: string;
  units?: string;
  why: string[];
  /** public holidays on which an alternative holiday arose */
  arose?: IsoDate[];
  /** of the hours, those of days outside the period; below nought: hours of the period that another pay has paid */
  elsewhere?: string;
}

export interface BesideLevel {
  /** a rate below the level's, a casual's with the loading in it, a salary below the level's or not above it as agreed */
  is: "below" | "loaded" | "salaryBelow" | "salaryNotAbove";
  own: string;
  level: string;
  /** per cent that an annualised wage is above the level's */
  percent?: string;
}

/** What the checks want to know of a person beside the pay itself, in both countries. */
export interface PersonFactsBase {
  id: number;
  name: string;
  hourlyRate: string | null;
  /** ordinary hours of each weekday, Monday first; null for an even five-day week */
  workPattern: string[] | null;
  /** a roster of several weeks, one of which the pattern is of */
  roster?: RosterWeeks | undefined;
  /** code of the person's cost centres with their share, per cent */
  costCentres: { code: string; percent: string }[];
  /** what the award or agreement asks at least, before casual loading; null when not recorded */
  minimumRate: string | null;
  /** a casual's loading stands in the per cent of each line, as an agreement has it, not in the rate */
  loadedByLine?: boolean;
  /** the rate changed within the period: from when, and what it was */
  rateChange: { from: IsoDate; was: string; is: string } | null;
  /** an own rate beside that of the level: below it, or with a casual's loading in it that the agreement adds */
  besideLevel?: BesideLevel | null;
  /** hours on record as worked in the period: approved ones of who is paid by the record, all of the others */
  recordedHours?: string | null;
  /** the last day of a fixed term */
  fixedUntil?: IsoDate;
  /** paid by a salary at the period's end */
  salaried?: boolean;
  /** what the salary comes to for a pay, and the less that usual pay has: a raise that never reached it */
  salaryAboveUsual?: { salary: string; usual: string };
  /** the payday of a pay that this one corrects and pays a raise back for: neither knows of the other */
  raisedAndCorrected?: IsoDate;
  /** who left before days that were paid already: up to which day, and on which paydays */
  paidBeyond?: { to: IsoDate; paydays: string };
  /** days of the period on which the person is in the run's cycle, and the name of the other; left out for all of it */
  inCycle?: { days: { from: IsoDate; to: IsoDate }[]; other: string };
  /** public holidays that were to be kept on a day after the last one, and fell before it */
  heldOver?: HolidaySwap[];
  startDate: IsoDate;
  endDate: IsoDate | null;
  bankAccounts: number;
  hasAddress: boolean;
  /** where the payslip goes: an address, the staff page, paper; null where it reaches nobody */
  payslipTo: string | null;
}

export interface LastPay {
  payday: IsoDate;
  hours: string;
  gross: string;
  withheld: string;
  super: string;
  net: string;
}

/** What the record of time still asks of a pay. */
export interface OpenTime {
  /** days that are recorded and not approved */
  unapproved: IsoDate[];
  /** what the agreement could not price, in sentences */
  faults: string[];
  /** what a person should look at: long shifts, allowances without an amount */
  queries: string[];
  /** days that are paid late, the days paid already that come out otherwise with them, and by how many dollars */
  moved?: { late: IsoDate[]; days: IsoDate[]; more: string } | undefined;
}

/** A row in either country. */
export interface RowBase {
  payday: IsoDate;
  periodStart: IsoDate;
  periodEnd: IsoDate;
  cycle: Cycle;
  periods: number;
  /** where terms changed within the period: each part with its hours, those of its week, its rate, and whether a salary paid it */
  spans?: { hours: string; week?: string | undefined; rate: string | null; salaried: boolean }[] | undefined;
  /** hours come from the record, and the agreement averages ordinary ones over so many weeks */
  averagedWeeks?: number | undefined;
  /** weeks of before that days are paid late of */
  lateWeeks?: LateWeek[] | undefined;
  toDate: ToDate;
  /** leave balances before this pay by kind: hours in Australia, weeks or days in New Zealand */
  balances: Record<string, string>;
  /** of the cycle; null outside the cycle */
  lastPay: LastPay | null;
  /** no pay of a cycle was signed off here for this person before */
  isFirstPay: boolean;
  /** taken so far of deductions that run until a total, by code of the pay element or by debt */
  deducted: Record<string, string>;
  overrides: Overrides | null;
  /** a correction's starting point: the regular taxable earnings of the pay that it corrects */
  correctsTaxable: string | null;
  /** extra pays of the pay that it corrects, where they are taxed by the difference */
  correctsExtras?: Extras | null;
  /** days of the record of time that are not approved, or cannot be priced; null where none is kept */
  openTime?: OpenTime | null | undefined;
  /** what other pays of this period were paid before, where there are any: regular taxable earnings */
  paidBefore?: string | null | undefined;
  employerCosts: EmployerCost[];
}

/** Under what is counted what a deduction with a total has taken. */
export const takenKey = (code: string, { debt }: DeductionTerms): string =>
  debt === undefined ? code : `debt:${debt}`;

/** What a deduction under terms comes to in this pay; null when it has run out. */
export function underTerms(
  line: SheetLine,
  terms: DeductionTerms,
  context: RowBase,
  code: string,
): Pick<PayLine, "amount" | "percentOfGross" | "keepNet" | "upTo" | "debt"> | null {
  if (terms.until !== undefined && context.payday > terms.until) return null;
  const taken = context.deducted[takenKey(code, terms)] ?? "0";
  const left = terms.total === undefined ? undefined : decimal(terms.total).minus(taken);
  if (left?.lte(0)) return null;
  return {
    ...(terms.percentOfGross === undefined ? { amount: line.amount ?? "0" } : { percentOfGross: terms.percentOfGross }),
    ...(terms.keepNet === undefined ? {} : { keepNet: terms.keepNet }),
    ...(left === undefined ? {} : { upTo: left.toFixed(2) }),
    ...(terms.debt === undefined ? {} : { debt: terms.debt }),
  };
}
