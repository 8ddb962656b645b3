/**
 * What is owed when an employment ends: unused leave, notice not worked, redundancy. Each line is a proposal with its
 * reason; the bookkeeper may change it in the sheet.
 * Set by: Fair Work Act 2009 ss 90, 117, 119; the States' long service leave Acts; see the rule book for the figures.
 * Example: five completed years, age 40, redundancy from an employer of twenty, 38 h at $40: notice 4 weeks = 152 h =
 * $6,080.00; redundancy 10 weeks = 380 h = $15,200.00; 60 h of annual leave with 17.5 % loading = $2,820.00.
 */

import { completedYears, dateWords, type IsoDate } from "../../calendar/dates.ts";
import type { StateAu } from "../../calendar/listedHolidays.ts";
import type { Basis } from "../../pay/input.ts";
import type { LineDetail } from "../../pay/row.ts";
import { type Decimal, decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import { employmentStandards } from "../../rulebook/au/employmentStandards.ts";
import { type LongServiceRule, longServiceRules } from "../../rulebook/au/longServiceRules.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import type { CessationCode } from "../documents/payEvent.ts";

export interface Departing {
  lastDay: IsoDate;
  startDate: IsoDate;
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
  /** regular allowances of an ordinary week: notice is paid at the full rate */
  weeklyExtras?: string;
  /** certified that the person can never work in such a job again (ITAA 1997, s 83-20): only then is ill health taxed flat */
  invalidity?: boolean | undefined;
  /** as the bookkeeper counts; by `employees` when left out */
  smallEmployer?: boolean | null | undefined;
  /** people employed, for the redundancy pay of small employers */
  employees: number;
  misconduct: boolean;
}

export interface DepartureLine {
  element: "unusedLeave" | "leaveTaken" | "etp" | "redundancy";
  leave?: "annual" | "long-service" | "timeInLieu";
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

export function departurePay(who: Departing, rules: RuleBook): DeparturePay {
  const lines: DepartureLine[] = [];
  const notes: string[] = [];
  if (who.reason === "D") {
    notes.push("Unused leave goes to the estate without withholding and is not reported: pay it outside this run.");
    notes.push(
      "Wages earned before death and paid after it are not taxed and not reported either: take them out of this run and pay them to the estate.",
    );
    return { lines, notes };
  }
  const rate = decimal(who.hourlyRate);
  const flat = who.reason === "R" || (who.reason === "I" && who.invalidity === true);
  if (who.reason === "I" && who.invalidity !== true)
    notes.push(
      "Ill health is taxed like any departure, unless two doctors certified that the person can never work in such a job again.",
    );
  const detail: LineDetail = { reason: flat ? "redundancy" : "normal" };
  const casual = who.basis === "casual" || who.basis === "contractor";

  const annual = decimalOrZero(who.balances.annual);
  if (annual.gt(0)) {
    const loading = decimalOrZero(who.loadingPercent);
    lines.push({
      element: "unusedLeave",
      leave: "annual",
      hours: annual.toString(),
      amount: halfUpToCent(annual.times(rate).times(loading.plus(100)).div(100)).toFixed(2),
      detail,
      why: `${annual.toFixed(2)} h of annual leave × $${rate.toString()}${loading.gt(0) ? ` with ${loading.toString()} % loading` : ""}`,
    });
  } else if (annual.lt(0))
    notes.push(
      `Annual leave is ${annual.abs().toFixed(2)} h in advance. Taking it from the final pay needs the person's written agreement.`,
    );
  const inLieu = decimalOrZero(who.balances.timeInLieu);
  if (inLieu.gt(0))
    lines.push({
      element: "leaveTaken",
      leave: "timeInLieu",
      hours: inLieu.toString(),
      amount: halfUpToCent(inLieu.times(rate)).toFixed(2),
      detail: { cashOut: true },
      why: `${inLieu.toFixed(2)} h of time in lieu not taken × $${rate.toString()}`,
    });
  if (decimalOrZero(who.balances.personal).gt(0)) notes.push("Unused personal leave is not paid out.");

  longService(who, rate, detail, rules, lines, notes);
  if (!casual) {
    notice(who, rate, rules, lines, notes);
    redundancy(who, rate, rules, lines, notes);
  }
  return { lines, notes };
}

/** Weeks of long service leave that may be owed to who has no balance of it; null where none can be. */
export const serviceLeaveUnknown = (
  { basis }: { basis: Basis },
  years: number,
  rule: LongServiceRule,
): string | null =>
  basis === "contractor" || years < rule.proRataYears
    ? null
    : decimal(rule.weeksPerYear).times(years).toDecimalPlaces(1).toString();

function longService(
  who: Departing,
  rate: Decimal,
  detail: LineDetail,
  rules: RuleBook,
  lines: DepartureLine[],
  notes: string[],
): void {
  const hours = decimalOrZero(who.balances["long-service"]);
  const rule = rules.row(longServiceRules, who.lastDay).figures[who.state];
  const years = completedYears(who.startDate, who.lastDay);
  if (hours.lte(0)) {
    const weeks = serviceLeaveUnknown(who, years, rule);
    if (weeks)
      notes.push(
        `No balance of long service leave is kept. ${years} completed years in ${who.state} come to about ${weeks} weeks: record the balance under Leave, or add the line in the run.`,
      );
    return;
  }
  if (years < rule.proRataYears) {
    notes.push(
      `No long service leave is paid: ${years} completed years, and ${who.state} asks for ${rule.proRataYears} on leaving.`,
    );
    return;
  }
  if (years < rule.afterYears && rule.proRata === "notMisconduct" && who.misconduct) {
    notes.push(`No long service leave is paid: dismissed for misconduct before ${rule.afterYears} years.`);
    return;
  }
  if (years < rule.afterYears && rule.proRata === "certain") {
    if (who.reason === "V") {
      notes.push(
        `No long service leave is paid: before ${rule.afterYears} years ${who.state} pays it only for certain reasons, such as illness, domestic need or the employer's own reasons. Add it in the sheet if one applies.`,
      );
      return;
    }
    if (who.misconduct) {
      notes.push(
        `No long service leave is paid: dismissed for serious misconduct before ${rule.afterYears} years in ${who.state}.`,
      );
      return;
    }
    notes.push(
      `Long service leave before ${rule.afterYears} years: check that the reason is one that ${who.state} names.`,
    );
  }
  lines.push({
    element: "unusedLeave",
    leave: "long-service",
    hours: hours.toString(),
    amount: halfUpToCent(hours.times(rate)).toFixed(2),
    detail,
    why: `${hours.toFixed(2)} h of long service leave × $${rate.toString()}, ${years} completed years in ${who.state}`,
  });
}

function notice(who: Departing, rate: Decimal, rules: RuleBook, lines: DepartureLine[], notes: string[]): void {
  if (who.noticeWorked || !(who.reason === "R" || who.reason === "F")) return;
  if (who.misconduct) {
    notes.push("No notice is owed after serious misconduct.");
    return;
  }
  const standards = rules.row(employmentStandards, who.lastDay).figures;
  const years = completedYears(who.startDate, who.lastDay);
  const older = standards.noticeOlder;
  const extra = completedYears(who.birthDate, who.lastDay) > older.over && years >= older.minYears ? older.weeks : "0";
  const weeks = weeksFor(standards.notice, years).plus(extra);
  const hours = weeks.times(who.weeklyHours);
  const extras = decimalOrZero(who.weeklyExtras);
  lines.push({
    element: "etp",
    hours: hours.toString(),
    amount: halfUpToCent(hours.times(rate).plus(weeks.times(extras))).toFixed(2),
    // With a redundancy it is part of that payment, and shares its tax-free amount.
    detail: who.reason === "R" ? { etpCode: "R", completedYears: years } : { etpCode: "O" },
    why: `${weeks.toString()} weeks of notice not worked (${years} completed years${extra === "0" ? "" : `, over ${older.over}`}) × ${who.weeklyHours} h × $${rate.toString()}${extras.gt(0) ? `, with $${extras.toString()} of allowances a week` : ""}`,
  });
}

function redundancy(who: Departing, rate: Decimal, rules: RuleBook, lines: DepartureLine[], notes: string[]): void {
  if (who.reason !== "R") return;
  const standards = rules.row(employmentStandards, who.lastDay).figures;
  const years = completedYears(who.startDate, who.lastDay);
  const small = who.smallEmployer ?? who.employees < standards.smallEmployerUnder;
  if (who.smallEmployer == null)
    notes.push(
      `Counted here: ${who.employees} people without contractors and casuals. Regular casuals and people of associated businesses count too: say whether they come to ${standards.smallEmployerUnder}.`,
    );
  if (small) {
    notes.push(
      `No redundancy pay by law: an employer of fewer than ${standards.smallEmployerUnder} people owes none, unless the award says otherwise.`,
    );
    return;
  }
  const weeks = weeksFor(standards.redundancy, years);
  if (weeks.isZero()) {
    notes.push(`No redundancy pay: employed since ${dateWords(who.startDate)}, less than a year.`);
    return;
  }
  const hours = weeks.times(who.weeklyHours);
  lines.push({
    element: "redundancy",
    hours: hours.toString(),
    amount: halfUpToCent(hours.times(rate)).toFixed(2),
    detail: { completedYears: years },
    why: `${weeks.toString()} weeks of redundancy pay (${years} completed years) × ${who.weeklyHours} h × $${rate.toString()}`,
  });
}

const weeksFor = (steps: readonly { years: number; weeks: string }[], years: number): Decimal =>
  decimal([...steps].reverse().find((step) => years >= step.years)?.weeks ?? "0");
