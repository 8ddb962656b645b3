/**
 * What a pay is worked out from: the input of the `work-out` contract, and a few names for the screens.
 * All money, hours, rates and percents are decimal text; dates are ISO.
 */

import type { IsoDate } from "../../calendar/dates.ts";
import type { Cycle } from "../../calendar/payPeriods.ts";
import type { LeaveEntitlement } from "../../leave/accrual.ts";
import type { AccruesBy, Basis, EmployerCost, LateWeek, Overrides, ToDate } from "../../pay/input.ts";
import type { WeekOfPay } from "../superGuarantee.ts";
import type { TaxDeclaration } from "../taxDeclaration.ts";
import type { EtpCode } from "../terminationPayment.ts";

export const elementsAu = [
  "ordinary",
  "overtime",
  "leaveTaken",
  "leaveLoading",
  "allowance",
  "bonus",
  "backPay",
  "commission",
  "directorFee",
  "reimbursement",
  "salarySacrificeSuper",
  "salarySacrificeOther",
  "deductionBeforeTax",
  "deductionAfterTax",
  "unusedLeave",
  "etp",
  "redundancy",
  "contractorSuper",
  "returnToWork",
  "memberContribution",
  "topUp",
  "timeInLieuEarned",
] as const;
export type ElementAu = (typeof elementsAu)[number];

export const allowanceCodes = ["CD", "AD", "LD", "MD", "RD", "TD", "KN", "QN", "OD"] as const;
export type AllowanceCode = (typeof allowanceCodes)[number];
export const deductionCodes = ["F", "W", "G", "D"] as const;
export type DeductionCode = (typeof deductionCodes)[number];

export interface PayLine {
  element: ElementAu;
  hours?: string | undefined;
  /** how many of an allowance: kilometres, meals; at `rate` each, or beside an amount */
  units?: string | undefined;
  rate?: string | undefined;
  percent?: string | undefined;
  amount?: string | undefined;
  leave?: string | undefined;
  allowance?: AllowanceCode | undefined;
  deduction?: DeductionCode | undefined;
  taxable?: boolean | undefined;
  superable?: boolean | undefined;
  method?: "A" | "B" | undefined;
  paysCovered?: number | undefined;
  reason?: "normal" | "redundancy" | undefined;
  amountBefore1993?: string | undefined;
  amountBefore1978?: string | undefined;
  etpCode?: EtpCode | undefined;
  completedYears?: number | undefined;
  /**
   * back pay that accrued more than twelve months before the payday: the payroll year that it was earned in, "2023-24";
   * withheld like other back pay, reported as lump sum E
   */
  earnedYear?: string | undefined;
  /** leave paid out while employed instead of being taken */
  cashOut?: boolean | undefined;
  /** a deduction as a share of gross earnings, instead of an amount */
  percentOfGross?: string | undefined;
  /** protected net: the deduction is cut so that this much stays */
  keepNet?: string | undefined;
  /** what is left until the deduction has reached its total */
  upTo?: string | undefined;
  /** a debt of its own, by which what was taken is counted */
  debt?: number | undefined;
  /** which kind of other allowance an allowance OD is: G1, H1, ND, T1, U1, V1 or the code of a scheme */
  detail?: string | undefined;
  /** the cost centre that this line belongs to, where a person is split over several by rows */
  costCentre?: string | undefined;
  /** the payday of the pay that this line corrects */
  corrects?: IsoDate | undefined;
  /** hours that an amount of ordinary pay stands for; the agreed hours when left out */
  standsFor?: string | undefined;
  /** in a correction: by how much it changes the hours that leave accrued on in the pay that it corrects */
  accrues?: string | undefined;
  /** the basis of its own days, where it is not that of the period's last one; in a correction that of the pay it corrects */
  accruesBy?: AccruesBy | undefined;
  /** sacrificed out of a bonus, not out of wages */
  fromExtra?: boolean | undefined;
  /** how an amount was arrived at that nobody typed: a top-up, a final pay; shown in its working */
  explained?: string | undefined;
  /** pieces of the record of time behind the line */
  reasons?: readonly string[] | undefined;
  /** the name of the pay element, and its code in the business: for workings, payslips and year-to-date */
  name?: string | undefined;
  code?: string | undefined;
}

export interface PersonAu {
  birthDate: IsoDate;
  basis: Basis;
  weeklyHours?: string | undefined;
  tax: TaxDeclaration;
  super?:
    | {
        guarantee?: boolean | undefined;
        rate?: string | undefined;
        /** an agreement asks for super whatever the age and hours */
        anyAge?: boolean | undefined;
      }
    | undefined;
  leave?: LeaveEntitlement[] | undefined;
}

/** What a correction of somebody under 18 starts from: the hours of that pay, and its earnings in super and out of it. */
export interface CorrectedPay {
  employed: string;
  counted: string;
  uncounted: string;
}

/** What other pays of the same period paid. */
export interface PaidInPeriod {
  /** ordinary hours and paid leave */
  ordinary: string;
  /** those, and overtime */
  employed: string;
  /** earnings that would count for super, and did not: of weeks that were too short for somebody under 18 */
  uncounted: string;
}

export interface PayInput {
  country: "AU";
  payday: IsoDate;
  cycle: Cycle;
  periods?: number | undefined;
  person: PersonAu;
  lines: readonly PayLine[];
  toDate?: ToDate | undefined;
  history?: { normalGross?: string | undefined } | undefined;
  overrides?: Overrides | undefined;
  /** agreed hours of the period, where they are not those of its last day's week throughout */
  agreedHours?: string | undefined;
  /** weeks that the working days make, where they are more than the cycle's: of a long month, or where the week changed */
  weeksByDays?: string | undefined;
  /** hours come from the record, and the agreement averages ordinary ones over so many weeks */
  averagedWeeks?: number | undefined;
  /** weeks of before that days are paid late of */
  lateWeeks?: readonly LateWeek[] | undefined;
  /** the weeks of this pay one by one, where they are known; else hours are averaged over them */
  weeks?: readonly WeekOfPay[] | undefined;
  /** this pay corrects an earlier one: its regular taxable earnings, above or below which the difference is taxed */
  correctsTaxable?: string | undefined;
  /** regular taxable earnings that other pays of the same period were paid before: the period is taxed once, on all */
  earlierTaxable?: string | undefined;
  /** hours that other pays of the same period paid: a week has one limit for leave, and one for super under 18 */
  inPeriod?: PaidInPeriod | undefined;
  /** by their paydays the pays that lines of this one correct, of somebody under 18 */
  corrected?: Record<IsoDate, CorrectedPay> | undefined;
  employerCosts?: readonly EmployerCost[] | undefined;
}
