/** Who leaves, and the lines of a final pay. */
import { addDays, completedYears, type IsoDate } from "../../calendar/dates.ts";
import type { StateAu } from "../../calendar/listedHolidays.ts";
import type { Basis } from "../../pay/input.ts";
import type { LineDetail } from "../../pay/row.ts";
import { type Decimal, decimal } from "../../quantity/decimal.ts";
import type { HoursWindow } from "../../rulebook/au/longServiceRules.ts";
import type { CessationCode } from "../documents/payEvent.ts";
import { daysOutOfService, type UnpaidAbsence } from "./serviceAbsence.ts";

export interface Departing {
  lastDay: IsoDate;
  startDate: IsoDate;
  /** from when service counts: the start date, or earlier where another employer's was taken over */
  serviceFrom: IsoDate;
  birthDate: IsoDate;
  reason: CessationCode;
  basis: Basis;
  state: StateAu;
  weeklyHours: string;
  hourlyRate: string;
  /** hours by kind of leave, this pay's accrual not yet in */
  balances: Readonly<Record<string, string>>;
  /** per cent of loading that is paid on annual leave taken, and so on leave paid out */
  loadingPercent: string;
  /** was the notice worked? else it is paid in lieu */
  noticeWorked: boolean;
  /** regular allowances and penalties of an ordinary week: notice is paid at the full rate */
  weeklyExtras?: string;
  /** certified that the person can never work in such a job again (ITAA 1997, s 83-20): only then is ill health taxed flat */
  invalidity?: boolean | undefined;
  /** as the bookkeeper counts; by `employees` when left out */
  smallEmployer?: boolean | null | undefined;
  /** people employed, for the redundancy pay of small employers */
  employees: number;
  misconduct: boolean;
  /** absences without pay on record: not all of them are service */
  absences?: readonly UnpaidAbsence[];
  /** average weekly hours by what the State's long service Act looks at; null or left out: the agreed hours of now */
  averages?: Partial<Record<HoursWindow, string>> | null;
}

export interface DepartureLine {
  element: "unusedLeave" | "leaveTaken" | "etp" | "redundancy";
  leave?: "annual" | "long-service" | "timeInLieu" | "dayOff";
  hours: string;
  amount: string;
  detail: LineDetail;
  /** why this much, in a sentence */
  why: string;
}

export interface DeparturePay {
  lines: DepartureLine[];
  /** what is not paid and why, and what to look at */
  notes: string[];
}
/**
 * Years of service completed at the end of the last day, which is a day of service itself: from 4 July 2025 to 3 July 2026
 * one. Set by: Fair Work Act 2009, s 119 ("at least 1 year … on termination"); the same in the Acts of long service.
 */
export const serviceYears = ({ serviceFrom, lastDay }: Pick<Departing, "serviceFrom" | "lastDay">): number =>
  completedYears(serviceFrom, addDays(lastDay, 1));

/** The same without what is no service for redundancy pay, or for notice: days out of it move the start (s 22). */
export const serviceYearsFor = (who: Departing, of: "redundancy" | "notice"): number =>
  serviceYears({ ...who, serviceFrom: addDays(who.serviceFrom, daysOutOfService(who.absences ?? [], who, of)) });

export const weeksFor = (steps: readonly { years: number; weeks: string }[], years: number): Decimal =>
  decimal([...steps].reverse().find((step) => years >= step.years)?.weeks ?? "0");
