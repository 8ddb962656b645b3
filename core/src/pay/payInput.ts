/**
 * What a pay is worked out from: the input of the `work-out` contract, and a few names for the screens.
 * All money, hours, rates and percents are decimal text; dates are ISO.
 */

import type { TaxDeclaration } from "../au/taxDeclaration.ts";
import type { EtpCode } from "../au/terminationPayment.ts";
import type { IsoDate } from "../calendar/dates.ts";
import type { Cycle } from "../calendar/payPeriods.ts";
import type { LeaveEntitlement } from "../leave/accrual.ts";

export const bases = ["full-time", "part-time", "casual", "labour-hire", "contractor"] as const;
export type Basis = (typeof bases)[number];

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
] as const;
export type ElementAu = (typeof elementsAu)[number];

export const allowanceCodes = ["CD", "AD", "LD", "MD", "RD", "TD", "KN", "QN", "OD"] as const;
export type AllowanceCode = (typeof allowanceCodes)[number];
export const deductionCodes = ["F", "W", "G", "D"] as const;
export type DeductionCode = (typeof deductionCodes)[number];

export interface PayLine {
  element: ElementAu;
  hours?: string | undefined;
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
  /** the name of the pay element, and its code in the business: for workings, payslips and year-to-date */
  name?: string | undefined;
  code?: string | undefined;
}

export interface PersonAu {
  birthDate: IsoDate;
  basis: Basis;
  weeklyHours?: string | undefined;
  tax: TaxDeclaration;
  super?: { guarantee?: boolean | undefined; rate?: string | undefined } | undefined;
  leave?: LeaveEntitlement[] | undefined;
}

/** Year-to-date before this pay. */
export interface ToDate {
  gross?: string | undefined;
  taxable?: string | undefined;
  withheld?: string | undefined;
  guaranteeBase?: string | undefined;
  guaranteeBaseQuarter?: string | undefined;
  guarantee?: string | undefined;
  bonusGross?: string | undefined;
  bonusWithheld?: string | undefined;
  etpCapUsed?: string | undefined;
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
}
