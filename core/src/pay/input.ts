/** What the input of a pay has in every country. All money, hours, rates and percents are decimal text. */
import type { LeaveEntitlement } from "../leave/accrual.ts";
import type { Decimal } from "../quantity/decimal.ts";

export const bases = ["full-time", "part-time", "casual", "labour-hire", "contractor"] as const;

export type Basis = (typeof bases)[number];

/** Year-to-date before this pay. */
export interface ToDate {
  gross?: string | undefined;
  taxable?: string | undefined;
  withheld?: string | undefined;
  guaranteeBase?: string | undefined;
  guaranteeBaseQuarter?: string | undefined;
  /** earnings that count for super before the ceiling; what was capped counts when left out */
  guaranteeEarnings?: string | undefined;
  guaranteeEarningsQuarter?: string | undefined;
  guarantee?: string | undefined;
  reportable?: string | undefined;
  bonusGross?: string | undefined;
  bonusWithheld?: string | undefined;
  etpCapUsed?: string | undefined;
  /** termination payments of the year that the whole-of-income cap falls by; all of them when left out */
  etpOther?: string | undefined;
  lumpSumA?: string | undefined;
  /** kilometres and laundry allowances of the year, of which a part is not taxed */
  kilometres?: string | undefined;
  laundry?: string | undefined;
}

/** A figure typed by hand in place of the worked one, and why. */
export interface Overrides {
  withheld?: string | undefined;
  guarantee?: string | undefined;
  reason: string;
}

/** A cost on top of a pay that the employer sets aside: workers' compensation, payroll tax. Never part of the pay. */
export interface EmployerCost {
  code: string;
  name: string;
  percent: string;
  of: "gross" | "grossAndSuper";
}

/** A figure that stands as typed, and what would stand there otherwise. */
export interface Overridden {
  what: "withheld" | "guarantee";
  typed: Decimal;
  worked: Decimal;
  reason: string;
}

/** Bonuses and other extra pays, and the tax on them. */
export interface Extras {
  gross: string;
  withheld: string;
}

/** What leave accrues by. */
export interface Accrual {
  basis: Basis;
  leave: LeaveEntitlement[];
}

/** Hours of a pay that leave accrues on, by what they accrue. */
export interface AccruingHours {
  by: Accrual;
  hours: Decimal;
}

/** By what the hours of a line accrue leave, where it is not what holds at the end of the pay's period (Australia). */
export type AccruesBy = Pick<Accrual, "basis"> & {
  /** of the days that the hours are of, or of the pay that a correction is of; the person's own where left out */
  leave?: LeaveEntitlement[] | undefined;
};

/** What a day of leave is worth by the terms of that day (New Zealand, ss 9 and 21). */
export interface AsOf {
  hourlyRate: string | null;
  weeklyHours: string;
  pattern: string[] | null;
  regularExtras: string;
}

/** A week of before, of which days are paid late: leave arises on the hours of a week, up to the law's, whenever they are paid. */
export interface LateWeek {
  /** of the late days, as they are paid now; none of the hours of a week are overtime */
  hours: string;
  /** what was paid without them */
  before: string;
  /** what the week comes to with them */
  together: string;
}
