/**
 * One row of a run sheet: what is known of the person, the elements of the business and what stands in the row.
 * Everything is plain data, so that the web worker and the server work out the same row from the same bytes.
 */

import type { IsoDate } from "../../calendar/dates.ts";
import type { StateAu } from "../../calendar/listedHolidays.ts";
import { isByMonth, paysPerYear } from "../../calendar/payPeriods.ts";
import { hoursBetween, weekOf } from "../../pay/base.ts";
import { type PayElement, type PersonFactsBase, type RowBase, type SheetLine, underTerms } from "../../pay/row.ts";
import { atLeastZero, type Decimal, decimal, decimalOrZero, greatest, sum, zero } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import type { WeekOfPay } from "../superGuarantee.ts";
import { weeksIn } from "./accruingHours.ts";
import { groupOf } from "./elements.ts";
import type { CorrectedPay, ElementAu, PaidInPeriod, PayInput, PayLine, PersonAu } from "./input.ts";
import type { WorkedPay } from "./worked.ts";
import { workLine } from "./workLine.ts";
import { workOut } from "./workOut.ts";

/** A scheme under which the employer tops a pay up to a guaranteed amount. */
export interface TopUp {
  elementId: number;
  /** the amount guaranteed for each pay of this cycle */
  guaranteed: string;
}

export interface PersonFacts extends PersonFactsBase {
  /** State of the place of work: decides public holidays */
  state: StateAu;
  /** somebody said in which district of the State it lies, or that its days are its own */
  districtSaid?: boolean;
  numberPendingSince: IsoDate | null;
  fund: string | null;
  memberNumber: string | null;
  /** per cent of loading on annual leave: the person's own, or the agreement's */
  loadingPercent?: string | null;
  /** from when service counts, where that is known */
  serviceFrom?: IsoDate;
}

export interface RowContext extends RowBase {
  country: "AU";
  person: PersonAu;
  facts: PersonFacts;
  /** hours taken since the last work anniversary, of leave that is granted by the year */
  takenThisYear: Record<string, string>;
  topUp: TopUp | null;
  /** the record's weeks of somebody under 18 */
  weeks?: WeekOfPay[] | undefined;
  inPeriod?: PaidInPeriod | undefined;
  /** of somebody under 18: earlier pays by their paydays */
  paidYoung?: Record<IsoDate, CorrectedPay> | undefined;
}

export interface WorkedRow {
  context: RowContext;
  input: PayInput;
  worked: WorkedPay;
}

/** The lines of a row as the pipeline takes them. Lines without hours or amount are left out. */
export function payInputOf(
  context: RowContext,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
): PayInput {
  const payLines: PayLine[] = [];
  for (const line of lines) {
    const element = elements.get(line.elementId);
    if (!element) throw new RangeError(`The run has no pay element ${line.elementId}.`);
    const common = {
      element: element.element as ElementAu,
      name: element.name,
      code: element.code,
      ...(element.leave ? { leave: element.leave } : {}),
      ...(element.allowance ? { allowance: element.allowance } : {}),
      ...(element.deduction ? { deduction: element.deduction } : {}),
      ...(element.taxable === null ? {} : { taxable: element.taxable }),
      ...(element.superable === null ? {} : { superable: element.superable }),
      ...(element.detail ? { detail: element.detail } : {}),
      ...line.detail,
      ...(line.costCentre ? { costCentre: line.costCentre } : {}),
      ...(line.corrects ? { corrects: line.corrects } : {}),
      ...(line.explained ? { explained: line.explained } : {}),
      ...(line.time ? { reasons: line.time.why } : {}),
      ...(line.accrues === undefined ? {} : { accrues: line.accrues }),
      ...(line.accruesBy ? { accruesBy: line.accruesBy } : {}),
    };
    if (line.terms) {
      const limited = underTerms(line, line.terms, context, element.code);
      if (limited) payLines.push({ ...common, ...limited });
      continue;
    }
    const units = element.element === "allowance" && line.units ? { units: line.units } : {};
    if (line.amount !== undefined && line.amount !== "")
      // Leave paid out carries its hours beside the amount, so that the balance follows.
      payLines.push({
        ...common,
        amount: line.amount,
        ...units,
        ...(line.hours ? { hours: line.hours } : {}),
        ...(element.element === "ordinary" && !line.hours ? standsFor(line.amount, context) : {}),
      });
    else if (line.hours !== undefined && line.hours !== "")
      payLines.push({
        ...common,
        hours: line.hours,
        rate: line.rate ?? context.facts.hourlyRate ?? "0",
        percent: element.percent,
      });
    else if (element.entry === "units" && line.units !== undefined && line.units !== "")
      payLines.push({ ...common, units: line.units, rate: line.rate ?? element.unitRate ?? "0" });
  }
  const topUp = context.topUp && elements.get(context.topUp.elementId);
  if (context.topUp && topUp) {
    const guaranteed = decimal(context.topUp.guaranteed).times(context.periods);
    const earned = earnedIn(payLines);
    const missing = atLeastZero(guaranteed.minus(earned));
    if (missing.gt(0))
      payLines.push({
        element: topUp.element as ElementAu,
        name: topUp.name,
        code: topUp.code,
        ...(topUp.detail ? { detail: topUp.detail } : {}),
        superable: false,
        amount: missing.toFixed(2),
        explained: `Guaranteed ${guaranteed.toFixed(2)}, earned ${earned.toFixed(2)}: what is missing, without super`,
      });
  }
  const agreed = overParts(context);
  return {
    country: "AU",
    payday: context.payday,
    cycle: context.cycle,
    periods: context.periods,
    person: context.person,
    ...(agreed ? { agreedHours: agreed.hours.toString() } : {}),
    ...weeksByDays(context),
    ...(context.lateWeeks ? { lateWeeks: context.lateWeeks } : {}),
    ...(context.averagedWeeks ? { averagedWeeks: context.averagedWeeks } : {}),
    lines: payLines,
    toDate: context.toDate,
    ...(payLines.some((line) => line.element === "unusedLeave" || groupOf(line) === "extra")
      ? { history: normalPay(context) }
      : {}),
    ...(context.overrides ? { overrides: context.overrides } : {}),
    ...(context.weeks && (lines.some((line) => line.time) || areHoursOf(context.weeks, payLines))
      ? { weeks: context.weeks }
      : {}),
    ...(context.correctsTaxable === null ? {} : { correctsTaxable: context.correctsTaxable }),
    ...(context.paidBefore && context.correctsTaxable === null ? { earlierTaxable: context.paidBefore } : {}),
    ...(context.inPeriod && context.correctsTaxable === null ? { inPeriod: context.inPeriod } : {}),
    ...correctedOf(payLines, context),
    ...(context.employerCosts.length > 0 ? { employerCosts: context.employerCosts } : {}),
  };
}

function correctedOf(lines: PayInput["lines"], { paidYoung }: RowContext): Pick<PayInput, "corrected"> {
  const found = Object.entries(paidYoung ?? {}).filter(([day]) => lines.some(({ corrects }) => corrects === day));
  return found.length > 0 ? { corrected: Object.fromEntries(found) } : {};
}

/** Usual hours are those of the weeks, unless somebody typed others: then only their average is known. */
function areHoursOf(weeks: readonly WeekOfPay[], lines: PayInput["lines"]): boolean {
  const paid = lines.filter(({ element }) => element === "ordinary" || element === "leaveTaken");
  const hours = sum(paid.map((line) => decimalOrZero(line.hours ?? line.standsFor)));
  return halfUpToCent(hours).eq(halfUpToCent(sum(weeks.map((week) => decimal(week.hours)))));
}

const fiveDays = ["1", "1", "1", "1", "1", "0", "0"];

/** Months differ by their working days, and so does a period in which the week changed: the weeks that those days make. */
function weeksByDays(context: RowContext): Pick<PayInput, "weeksByDays"> {
  const { cycle, periods, facts, spans = [] } = context;
  const parts = sum(spans.map(({ hours, week }) => (week && Number(week) > 0 ? decimal(hours).div(week) : zero)));
  const byMonth = isByMonth(cycle) ? [weeksOf(fiveDays, context), weeksOf(facts.workPattern ?? fiveDays, context)] : [];
  const most = byMonth.reduce(greatest, parts).times(periods);
  return most.gt(weeksIn(cycle, periods)) ? { weeksByDays: most.toDecimalPlaces(4).toString() } : {};
}

function weeksOf(week: readonly string[], { periodStart, periodEnd }: RowContext): Decimal {
  const whole = weekOf(week);
  return whole.isZero() ? whole : hoursBetween(week, periodStart, periodEnd).div(whole);
}

/** The agreed hours of a period that terms changed in, and what a salary gives for one of them on the whole. */
function overParts(context: RowContext): { hours: Decimal; rate: Decimal } | null {
  const { spans = [], periods, cycle } = context;
  const bySalary = spans.filter((each) => each.salaried && each.rate !== null);
  const hoursOf = (some: typeof spans) => sum(some.map((each) => decimal(each.hours)));
  const paid = sum(bySalary.map((each) => decimalOrZero(each.rate ?? undefined).times(each.hours)));
  if (periods !== 1 || spans.length < 2 || hoursOf(bySalary).isZero()) return null;
  // A month's salary is for the hours of an average month, whatever the days of this one make.
  const days = isByMonth(cycle) ? weeksOf(fiveDays, context) : zero;
  const hours = days.isZero() ? hoursOf(spans) : hoursOf(spans).times(weeksIn(cycle, 1)).div(days);
  return { hours, rate: paid.div(hoursOf(bySalary)) };
}

/** Hours that a salary stands for: its share of the person's rate, the agreed hours at the most. */
function standsFor(amount: string, context: RowContext): Pick<PayLine, "standsFor"> {
  const { facts, person, cycle, periods } = context;
  const byParts = overParts(context);
  const rate = byParts?.rate ?? decimalOrZero(facts.hourlyRate ?? undefined);
  const agreed = byParts?.hours ?? decimalOrZero(person.weeklyHours).times(weeksIn(cycle, periods));
  if (!rate.gt(0) || !agreed.gt(0)) return {};
  const hours = decimal(amount).div(rate);
  // The rate is the salary's, cut to four places: a whole salary is the whole agreed time.
  const whole = hours.gt(agreed.minus("0.01"));
  return { standsFor: (whole ? agreed : hours).toDecimalPlaces(4).toString() };
}

/**
 * The gross of a normal pay, for unused leave: Schedule 7 goes by it, not by a short last pay. The agreed hours at the
 * person's rate; for who has none, the last pay.
 */
function normalPay({ person, facts, cycle, lastPay }: RowContext): PayInput["history"] {
  const agreed = decimalOrZero(person.weeklyHours)
    .times(facts.hourlyRate ?? "0")
    .times(52)
    .div(paysPerYear[cycle]);
  if (agreed.gt(0)) return { normalGross: agreed.toFixed(2) };
  return lastPay ? { normalGross: lastPay.gross } : undefined;
}

/** What a top-up is set against; a person without any pay in the period is topped up in full. */
const earnedIn = (lines: readonly PayLine[]) =>
  sum(
    lines
      .filter((line) => ["earnings", "extra"].includes(groupOf(line)))
      .map((line, at) => workLine(line, at).amount.value),
  );

export function workOutRow(
  context: RowContext,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  rules: RuleBook,
): WorkedRow {
  const input = payInputOf(context, lines, elements);
  return { context, input, worked: workOut(input, rules) };
}
