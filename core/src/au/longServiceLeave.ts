/**
 * Long service leave of one person under the Act of a State or Territory: what service counts, how many weeks it comes to,
 * whether leaving for a reason pays it, and at how many hours.
 * Set by: the eight Acts, from memory (rulebook/au/longServiceRules.ts). Years are whole anniversaries of counted service and
 * the days after the last one ÷ 365 (convention); Victoria counts calendar days ÷ 420.
 * Example: NSW, 1 February 2020 to 26 June 2026, redundant, 38 h at $35: 6 years 146 days × 13/15 = 5.54667 weeks, $7,377.07.
 */
import { addDays, addMonths, completedYears, dateWords, daysBetween, type IsoDate } from "../calendar/dates.ts";
import type { StateAu } from "../calendar/states.ts";
import { Decimal, decimal, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import type { HoursWindow, LongServiceReason, LongServiceRule } from "../rulebook/au/longServiceRules.ts";

export interface UnpaidSpan {
  kind: "parental" | "unpaid" | "illness" | "injury";
  from: IsoDate;
  days: number;
}

export interface LongServiceCase {
  state: StateAu;
  /** recognised start of service */
  start: IsoDate;
  lastDay: IsoDate;
  /** why the employment ends; `taken` for leave in service */
  reason: LongServiceReason | "taken";
  unpaid: readonly UnpaidSpan[];
  /** weekly hours that never changed; averages by window; or all ordinary hours of a casual */
  hours: { constant: string } | { averages: Partial<Record<HoursWindow, string>> } | { inAll: string };
  /** an hour, a casual's loading in it */
  rate: string;
  weeksTaken: string;
}

export interface LongServiceAnswer {
  countedDays: number;
  /** before what was taken; of the full blocks alone where only these are paid */
  weeks: Decimal;
  hoursAWeek: Decimal;
  payable: boolean;
  /** the reason pays it, whatever is left of it */
  entitled: boolean;
  /** half up to the cent, once */
  pay: Decimal;
  why: string[];
}

/** A reason of leaving, in the words of the Acts. */
export const reasonWords: Record<LongServiceReason, string> = {
  resignation: "resigning",
  necessity: "illness or another pressing need",
  redundancy: "the employer's own reasons",
  performance: "a dismissal for conduct or performance",
  misconduct: "a dismissal for serious misconduct",
  retirement: "retiring",
  death: "death",
};
const plural = (count: number, word: string) => `${count} ${word}${count === 1 ? "" : "s"}`;

type Served = Pick<LongServiceCase, "unpaid" | "start" | "lastDay">;

/** Days of unpaid absences that are no service: each kind by the State's rule; workers' compensation counts everywhere. */
function uncounted(rule: LongServiceRule, { unpaid, start, lastDay }: Served): number {
  return unpaid.reduce((sum, { kind, from, days }) => {
    if (kind === "injury" || (kind === "illness" && rule.illnessCounts)) return sum;
    const first = from < start ? start : from;
    const end = addDays(from, days) > addDays(lastDay, 1) ? addDays(lastDay, 1) : addDays(from, days);
    const within = Math.max(0, daysBetween(first, end));
    return sum + Math.max(0, within - rule.unpaidWeeksCounted * 7);
  }, 0);
}

/** Counted service in years: whole anniversaries and the days after the last one. */
function service(start: IsoDate, end: IsoDate): { years: number; days: number } {
  const years = completedYears(start, end);
  return { years, days: daysBetween(addMonths(start, years * 12), end) };
}

/** Service that a State counts, and the days of absence that it leaves out: they move the start. */
export function countedService(
  rule: LongServiceRule,
  served: Served,
): { from: IsoDate; leftOut: number; countedDays: number; years: number; days: number } {
  const leftOut = uncounted(rule, served);
  const [from, end] = [addDays(served.start, leftOut), addDays(served.lastDay, 1)];
  const countedDays = Math.max(0, daysBetween(from, end));
  return { from, leftOut, countedDays, ...(countedDays === 0 ? { years: 0, days: 0 } : service(from, end)) };
}

/** Hours of a week of this leave; null where none of the averages that the State looks at is known. */
function hoursOf(rule: LongServiceRule, given: LongServiceCase, weeks: Decimal, counted: number): Decimal | null {
  const { hours } = given;
  if ("constant" in hours) return decimal(hours.constant);
  if ("inAll" in hours) {
    const all = decimal(hours.inAll);
    if (rule.casualHoursDividedBy > 0 && weeks.gt(zero)) return all.div(rule.casualHoursDividedBy).div(weeks);
    return counted === 0 ? zero : all.times(7).div(counted);
  }
  const known = rule.windows.flatMap((window) => hours.averages[window] ?? []).map((text) => decimal(text));
  return known.reduce<Decimal | null>((most, each) => (most === null || each.gt(most) ? each : most), null);
}

/** Weeks that are paid, or why none are. */
function payableWeeks(
  rule: LongServiceRule,
  { state, reason }: LongServiceCase,
  years: number,
  all: Decimal,
  weeksOf: (years: number) => Decimal,
): { weeks: Decimal; why: string } | { none: string } {
  const blocks = () => {
    const more = rule.thenEvery === 0 ? years : years - ((years - rule.afterYears) % rule.thenEvery);
    return { blockYears: more, weeks: rule.thenEvery === 0 ? all : weeksOf(more) };
  };
  if (years < rule.afterYears) {
    if (reason === "taken")
      return {
        none: `In ${state} leave may be taken after ${rule.afterYears} years; ${plural(years, "year")} are completed.`,
      };
    if (years < rule.proRataYears)
      return {
        none: `${state} pays it on leaving from ${rule.proRataYears} years on; ${plural(years, "year")} are completed.`,
      };
    return rule.proRataFor.includes(reason)
      ? { weeks: all, why: `${state} pays it from ${rule.proRataYears} years on for ${reasonWords[reason]}.` }
      : { none: `Before ${rule.afterYears} years ${state} does not pay it for ${reasonWords[reason]}.` };
  }
  if (reason === "taken") {
    const { blockYears, weeks } = blocks();
    const rest = blockYears === years ? "" : `; the rest may be taken after ${blockYears + rule.thenEvery} years`;
    return { weeks, why: `In ${state} leave for ${plural(blockYears, "year")} may be taken${rest}.` };
  }
  if (reason === "misconduct" && rule.misconductLosesRest) {
    const { blockYears, weeks } = blocks();
    return {
      weeks,
      why: `For ${reasonWords.misconduct} ${state} pays the full blocks alone: ${plural(blockYears, "year")}.`,
    };
  }
  return { weeks: all, why: `After ${rule.afterYears} years ${state} pays it whatever the reason.` };
}

/** @returns the answer; a sentence where the hours of a week cannot be known from what was given */
export function longServiceLeave(
  rule: LongServiceRule,
  given: LongServiceCase,
): LongServiceAnswer | { missing: string } {
  const { leftOut: out, countedDays, years, days } = countedService(rule, given);
  const weeksOf = (count: number) => Decimal.fraction(rule.weeks * count, rule.inYears);
  const exact = Decimal.fraction(years * 365 + (rule.completedYearsOnly ? 0 : days), 365);
  const all = rule.inDays > 0 ? Decimal.fraction(countedDays, rule.inDays) : exact.times(rule.weeks).div(rule.inYears);
  const found = payableWeeks(rule, given, years, all, weeksOf);
  const weeks = "none" in found ? all : found.weeks;
  const hoursAWeek = hoursOf(rule, given, all, countedDays);
  if (hoursAWeek === null) {
    const wanted = rule.windows.map((each) => (each === 0 ? "of the whole service" : `of the last ${each} weeks`));
    return { missing: `${given.state} goes by the average hours ${wanted.join(" or ")}. Give one.` };
  }
  const left = weeks.minus(given.weeksTaken);
  const payable = !("none" in found) && left.gt(zero);
  const pay = payable ? halfUpToCent(left.times(hoursAWeek).times(given.rate)) : zero;
  const per = rule.inDays > 0 ? `one week for ${rule.inDays} days` : `${rule.weeks} weeks for ${rule.inYears} years`;
  return {
    ...{ countedDays, weeks, hoursAWeek, payable, pay, entitled: !("none" in found) },
    why: [
      `${dateWords(given.start)} to ${dateWords(given.lastDay)}: ${plural(countedDays, "day")} of service${out === 0 ? "" : `, ${plural(out, "day")} of unpaid absence left out`}, ${plural(years, "year")} and ${plural(days, "day")}.`,
      `${given.state}: ${per}${rule.completedYearsOnly ? ", completed years alone" : ""}.`,
      "none" in found ? found.none : found.why,
      ...(payable || "none" in found ? [] : ["All of it was taken already."]),
    ],
  };
}
