/**
 * One row of a run sheet: what is known of the person, the elements of the business and what stands in the row.
 * Everything is plain data, so that the web worker and the server work out the same row from the same bytes.
 */
import type { WeekOfPay } from "../au/superGuarantee.ts";
import type { StateAu } from "../calendar/businessDays.ts";
import type { IsoDate } from "../calendar/dates.ts";
import { type Cycle, paysPerYear } from "../calendar/payPeriods.ts";
import { atLeastZero, decimal, decimalOrZero, sum } from "../quantity/decimal.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";
import { weeksIn } from "./accruingHours.ts";
import { groupOf } from "./elements.ts";
import type {
  AllowanceCode,
  DeductionCode,
  ElementAu,
  EmployerCost,
  Overrides,
  PayInput,
  PayLine,
  PersonAu,
  ToDate,
} from "./payInput.ts";
import type { ElementNz } from "./payInputNz.ts";
import type { WorkedPay } from "./workedPay.ts";
import { workLine } from "./workLine.ts";
import { workOut } from "./workOut.ts";

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
  /** how the amount was arrived at, where a final pay was worked out; gone once somebody types over it */
  explained?: string | undefined;
  /** what the record of time says here, and why: other hours or dollars beside it were typed over it */
  time?: TimeOfLine | undefined;
}

/** Hours or dollars of a line as the record of time gives them. */
export interface TimeOfLine {
  hours?: string;
  amount?: string;
  units?: string;
  why: string[];
  /** of the hours, those of days outside the period; below nought: hours of the period that another pay has paid */
  elsewhere?: string;
}

/** A scheme under which the employer tops a pay up to a guaranteed amount. */
export interface TopUp {
  elementId: number;
  /** the amount guaranteed for each pay of this cycle */
  guaranteed: string;
}

/** What the checks want to know of a person beside the pay itself, in both countries. */
export interface PersonFactsBase {
  id: number;
  name: string;
  hourlyRate: string | null;
  /** ordinary hours of each weekday, Monday first; null for an even five-day week */
  workPattern: string[] | null;
  /** code of the person's cost centres with their share, per cent */
  costCentres: { code: string; percent: string }[];
  /** what the award or agreement asks at least, before casual loading; null when not recorded */
  minimumRate: string | null;
  /** a casual's loading stands in the per cent of each line, as an agreement has it, not in the rate */
  loadedByLine?: boolean;
  /** the rate changed within the period: from when, and what it was */
  rateChange: { from: IsoDate; was: string; is: string } | null;
  paidByHours: boolean;
  startDate: IsoDate;
  endDate: IsoDate | null;
  bankAccounts: number;
  hasAddress: boolean;
  email: string | null;
}

export interface PersonFacts extends PersonFactsBase {
  /** State of the place of work: decides public holidays */
  state: StateAu;
  numberPendingSince: IsoDate | null;
  fund: string | null;
  memberNumber: string | null;
  /** per cent of loading on annual leave: the person's own, or the agreement's */
  loadingPercent?: string | null;
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
}

/** A row in either country. */
export interface RowBase {
  payday: IsoDate;
  periodStart: IsoDate;
  periodEnd: IsoDate;
  cycle: Cycle;
  periods: number;
  toDate: ToDate;
  /** leave balances before this pay by kind: hours in Australia, weeks or days in New Zealand */
  balances: Record<string, string>;
  lastPay: LastPay | null;
  /** taken so far of deductions that run until a total, by code of the pay element */
  deducted: Record<string, string>;
  overrides: Overrides | null;
  /** a correction's starting point: the regular taxable earnings of the pay that it corrects */
  correctsTaxable: string | null;
  /** days of the record of time that are not approved, or cannot be priced; null where none is kept */
  openTime?: OpenTime | null | undefined;
  /** what other pays of this period were paid before, where there are any: regular taxable earnings */
  paidBefore?: string | null | undefined;
  employerCosts: EmployerCost[];
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
  return {
    country: "AU",
    payday: context.payday,
    cycle: context.cycle,
    periods: context.periods,
    person: context.person,
    lines: payLines,
    toDate: context.toDate,
    ...(payLines.some((line) => line.element === "unusedLeave" || groupOf(line) === "extra")
      ? { history: normalPay(context) }
      : {}),
    ...(context.overrides ? { overrides: context.overrides } : {}),
    ...(context.weeks && lines.some((line) => line.time) ? { weeks: context.weeks } : {}),
    ...(context.correctsTaxable === null ? {} : { correctsTaxable: context.correctsTaxable }),
    ...(context.paidBefore && context.correctsTaxable === null ? { earlierTaxable: context.paidBefore } : {}),
    ...(context.employerCosts.length > 0 ? { employerCosts: context.employerCosts } : {}),
  };
}

/** Hours that a salary stands for: its share of the person's rate, the agreed hours at the most. */
function standsFor(amount: string, { facts, person, cycle, periods }: RowContext): Pick<PayLine, "standsFor"> {
  const rate = decimalOrZero(facts.hourlyRate ?? undefined);
  const agreed = decimalOrZero(person.weeklyHours).times(weeksIn(cycle, periods));
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

/** What a deduction under terms comes to in this pay; null when it has run out. */
export function underTerms(
  line: SheetLine,
  terms: DeductionTerms,
  context: RowBase,
  code: string,
): Pick<PayLine, "amount" | "percentOfGross" | "keepNet" | "upTo"> | null {
  if (terms.until !== undefined && context.payday > terms.until) return null;
  const left = terms.total === undefined ? undefined : decimal(terms.total).minus(context.deducted[code] ?? "0");
  if (left?.lte(0)) return null;
  return {
    ...(terms.percentOfGross === undefined ? { amount: line.amount ?? "0" } : { percentOfGross: terms.percentOfGross }),
    ...(terms.keepNet === undefined ? {} : { keepNet: terms.keepNet }),
    ...(left === undefined ? {} : { upTo: left.toFixed(2) }),
  };
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
