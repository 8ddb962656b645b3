/** One row of a New Zealand run sheet: what is known of the person, and what stands in the row. Plain data. */
import type { IsoDate } from "../../calendar/dates.ts";
import { type PayElement, type PersonFactsBase, type RowBase, type SheetLine, underTerms } from "../../pay/row.ts";
import { decimal, decimalOrZero, least, zero } from "../../quantity/decimal.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import type { HolidayFacts } from "../holidayFacts.ts";
import { daysAWeek, hoursADay } from "../relevantDailyPay.ts";
import type { ElementNz, PayInputNz, PayLineNz, PersonNz } from "./input.ts";
import type { WorkedPayNz } from "./worked.ts";
import { workOutNz } from "./workOut.ts";

export interface PersonFactsNz extends PersonFactsBase {
  /** province of the place of work: decides its anniversary day */
  province: string;
  hasIrdNumber: boolean;
  kiwiSaver: {
    /** days between which a person who was enrolled automatically may opt out */
    optOutFrom: IsoDate | null;
    optOutTo: IsoDate | null;
    /** the day on which the person opted out, of who has; null where it is not on record */
    optedOutOn?: IsoDate | null;
    suspendedUntil: IsoDate | null;
    temporaryUntil: IsoDate | null;
    /** the ESCT rate stands on an estimate, not on last year's pay */
    estimated: boolean;
    /** a rate that was typed in an earlier tax year, and is another than last year's pay gives */
    esctLapsed?: { rate: string; from: IsoDate; due: string } | null;
  };
  /** the pay of the four weeks before this one is not all on record */
  fourWeeksShort?: boolean;
  /** overtime and the like of the usual pay that is no part of ordinary weekly pay, dollars a week */
  usualOvertime?: string;
  /** weeks of annual holidays that were brought along and count as arisen around parental leave */
  openingAroundParental?: string | null;
  /** the last day of 8 % with each pay, where that ended in this period after more than a year of employment */
  eightPercentEnded?: IsoDate | null;
  /** 8 % with each pay that begins with this one, and what was earned since the last entitlement without it */
  eightPercentBegan?: { from: IsoDate; since: IsoDate; gross: string } | null;
  /** annual holidays that arose on a day before unpaid leave moved the anniversary to another */
  weeksGoBack?: { weeks: string; on: IsoDate; to: IsoDate } | null;
  /** the last day that a certificate, such as a tailored tax rate, counts */
  certificateUntil: IsoDate | null;
  /** employed for years before this program, and no balance of annual holidays was brought along */
  openingMissing: boolean;
  /** a casual with service before this program, and nobody said when sick leave arose last */
  sickUnknown?: boolean;
  /** six months' service: sick, bereavement and family violence leave */
  passesService: boolean;
}

/** A public holiday of the period for this person, and whether it would have been worked. */
export interface HolidayInPeriod {
  date: IsoDate;
  name: string;
  works: boolean;
  reason: string;
  /** ordinary hours of that day, where they are known */
  hours: string | null;
  /** nobody knows whether it would have been worked: it is asked, never taken for "no" */
  unknown?: boolean;
  /** hours on record as worked on it, without their times */
  worked?: string | null;
}

export interface RowContextNz extends RowBase {
  country: "NZ";
  person: PersonNz;
  facts: PersonFactsNz;
  holidays: HolidayFacts;
  publicHolidays: HolidayInPeriod[];
  /** regular earnings of the other pays in the four weeks up to this payday, for the rate of an extra pay */
  earlierGross: string;
  /** days of the period in the working week */
  patternDays: string;
  nextAnniversary: IsoDate | null;
  /** weeks cashed up before this pay in the same entitlement year */
  cashedUp: string;
  /** days of alternative holidays that arose long enough ago to be exchanged for money on the payday */
  exchangeable: string;
  /** other pays of the person for the same period: a notice and the loan's threshold count once */
  earlierInPeriod: PayInputNz["earlierInPeriod"] | null;
}

export interface WorkedRowNz {
  context: RowContextNz;
  input: PayInputNz;
  worked: WorkedPayNz;
}

/** The lines of a row as the pipeline takes them. Lines without hours, days or amount are left out. */
export function payInputOfNz(
  context: RowContextNz,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
): PayInputNz {
  return {
    country: "NZ",
    payday: context.payday,
    cycle: context.cycle,
    periods: context.periods,
    person: context.person,
    lines: withoutPublicHolidays(
      lines.flatMap((line) => lineOf(line, context, elements)),
      context,
    ),
    toDate: context.toDate,
    history: { earlierGross: context.earlierGross },
    holidays: context.holidays,
    patternDays: context.patternDays,
    worked: { from: context.periodStart, to: context.periodEnd },
    ...(context.earlierInPeriod ? { earlierInPeriod: context.earlierInPeriod } : {}),
    ...(context.overrides ? { overrides: context.overrides } : {}),
    ...(context.correctsTaxable === null ? {} : { correctsTaxable: context.correctsTaxable }),
    ...(context.correctsExtras ? { correctsExtras: context.correctsExtras } : {}),
    ...(context.employerCosts.length > 0 ? { employerCosts: context.employerCosts } : {}),
  };
}

/**
 * A public holiday within annual holidays is no annual holiday (Holidays Act 2003, s 40): where weeks and days of the
 * pay are more than its working days, the weeks are reduced by the public holidays among them.
 * Example: 2 weeks and Matariki in a fortnight of ten working days: 1.8 weeks and one public holiday.
 */
function withoutPublicHolidays(lines: PayLineNz[], context: RowContextNz): PayLineNz[] {
  const working = decimal(context.patternDays);
  const week = daysAWeek(context.holidays);
  const sumOfUnits = (wanted: (line: PayLineNz) => boolean) =>
    lines
      .filter((line) => wanted(line) && line.corrects === undefined)
      .reduce((total, line) => total.plus(decimalOrZero(line.units)), zero);
  const isAnnual = (line: PayLineNz) =>
    line.element === "leaveTaken" &&
    line.leave === "annual" &&
    line.amount === undefined &&
    line.corrects === undefined &&
    // The record of time has left its public holidays out already, and may hold weeks of later periods.
    line.reasons === undefined;
  const public_ = sumOfUnits((line) => line.element === "publicHoliday");
  const annual = sumOfUnits(isAnnual);
  const over = annual.times(week).plus(public_).minus(working);
  if (!working.gt(0) || !public_.gt(0) || !annual.gt(0) || !over.gt(0)) return lines;
  let less = least(over, public_).div(week);
  return lines.map((line) => {
    if (!isAnnual(line) || !less.gt(0)) return line;
    const units = decimalOrZero(line.units);
    const cut = least(less, units);
    less = less.minus(cut);
    const left = units.minus(cut);
    const hours =
      line.hours && units.gt(0)
        ? { hours: decimal(line.hours).times(left).div(units).toDecimalPlaces(4).toString() }
        : {};
    return { ...line, units: left.toString(), ...hours };
  });
}

function lineOf(line: SheetLine, context: RowContextNz, elements: ReadonlyMap<number, PayElement>): PayLineNz[] {
  const element = elements.get(line.elementId);
  if (!element) throw new RangeError(`The run has no pay element ${line.elementId}.`);
  const common = {
    element: element.element as ElementNz,
    name: element.name,
    code: element.code,
    ...(element.leave ? { leave: element.leave } : {}),
    ...(element.taxable === null ? {} : { taxable: element.taxable }),
    ...(element.holidayGross === null ? {} : { holidayGross: element.holidayGross }),
    ...(element.regular === null ? {} : { regular: element.regular }),
    ...(line.costCentre ? { costCentre: line.costCentre } : {}),
    ...(line.corrects ? { corrects: line.corrects } : {}),
    ...(line.explained ? { explained: line.explained } : {}),
    ...(line.time ? { reasons: line.time.why } : {}),
    ...(line.asOf ? { asOf: line.asOf } : {}),
  };
  if (line.terms) {
    const limited = underTerms(line, line.terms, context, element.code);
    return limited ? [{ ...common, ...limited }] : [];
  }
  const has = (text: string | undefined) => text !== undefined && text !== "";
  const hours = has(line.hours) ? { hours: line.hours } : {};
  const units = has(line.units) ? { units: line.units } : {};
  // A leave payment that was typed or kept as an amount still carries its weeks or days.
  if (has(line.amount)) return [{ ...common, amount: line.amount, ...hours, ...units }];
  if (has(line.units))
    return [
      {
        ...common,
        ...units,
        ...(has(line.hours) ? hours : { ...hoursOfUnits(line, element, context), byUnits: true }),
      },
    ];
  // Worked out from the other lines and from what was earned before.
  if (element.element === "finalPercent" || element.element === "closedownPay") return [common];
  if (!has(line.hours)) return [];
  const rate = line.rate ?? context.facts.hourlyRate ?? "0";
  return [{ ...common, ...hours, rate, percent: element.percent }];
}

/** Hours of leave typed in weeks or days, by the person's week: they are hours paid. */
function hoursOfUnits(line: SheetLine, element: PayElement, { holidays }: RowContextNz): { hours?: string } {
  const counts = ["leaveTaken", "publicHoliday", "alternativeHoliday"].includes(element.element);
  if (!counts || holidays.varies || Number(holidays.weeklyHours) === 0) return {};
  const each = element.entry === "weeks" ? decimal(holidays.weeklyHours) : hoursADay(holidays);
  return {
    hours: each
      .times(line.units ?? "0")
      .toDecimalPlaces(4)
      .toString(),
  };
}

export function workOutRowNz(
  context: RowContextNz,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  rules: RuleBook,
): WorkedRowNz {
  const input = payInputOfNz(context, lines, elements);
  return { context, input, worked: workOutNz(input, rules) };
}
