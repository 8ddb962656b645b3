/**
 * Usual pay cut where terms change: each span of the period has its share of the usual pay that held then, at its rate.
 * Common practice, no source: shares go by the hours of the person's working week, Monday to Friday where none is
 * recorded; whoever starts or leaves within the period is paid for their own days.
 * Example: 40 h a week until Sunday 5 July 2026 and 32 h (Monday to Thursday) from the 6th, in a fortnight from 29 June
 * with usual pay of 80 h, then 64 h: 40 + 32 = 72 h.
 * An amount for the period is shared out whole, whatever days a week has: a salary of $1,200 a week stays $1,200 where five
 * days of 7.6 h become four of 9.5 h on a Wednesday; hours are those of the days, 34.2.
 */
import { addDays, type IsoDate, weekday } from "../calendar/dates.ts";
import { type RosterWeeks, weekOfRoster } from "../calendar/rosterWeeks.ts";
import { evenPattern } from "../leave/leaveDays.ts";
import { type Decimal, decimal, decimalOrZero, sum, zero } from "../quantity/decimal.ts";
import { halfUpToCent, halfUpToHourE4 } from "../quantity/rounding.ts";
import type { AccruesBy } from "./input.ts";
import type { PayElement, SheetLine } from "./row.ts";
import type { BaseLine, Span } from "./strands.ts";

/** What holds of a person on the days of a span. */
export interface SpanTerms {
  from: IsoDate;
  to: IsoDate;
  /** ordinary hours of each weekday, Monday first */
  workPattern: readonly string[] | null;
  /** a roster of several weeks, one of which the pattern is of */
  roster?: RosterWeeks | null | undefined;
  weeklyHours: string;
  rate: string | null;
  /** the cost centre of lines that name none, where it is not that of the period's last day */
  costCentre?: string | undefined;
  /** by what its hours accrue leave, where it is not what holds on the period's last day */
  accruesBy?: AccruesBy | undefined;
  lines: readonly SheetLine[];
}

type Elements = ReadonlyMap<number, Pick<PayElement, "element" | "percent">>;

const usualWeek = ["1", "1", "1", "1", "1", "0", "0"];

/** Hours of a working week. */
export const weekOf = (pattern: readonly string[]): Decimal => sum(pattern.map((hours) => decimalOrZero(hours)));

/** Hours of a week's days between two dates, both counted. */
export const hoursBetween = (pattern: readonly string[], from: IsoDate, to: IsoDate): Decimal => {
  let total = zero;
  for (let date = from; date <= to; date = addDays(date, 1))
    total = total.plus(decimalOrZero(pattern[weekday(date) - 1]));
  return total;
};

const works = (pattern: readonly string[] | null): pattern is readonly string[] =>
  pattern?.some((hours) => Number(hours) > 0) ?? false;

const patternOf = ({ workPattern }: SpanTerms): readonly string[] => (works(workPattern) ? workPattern : usualWeek);

/** Hours of the whole period by the terms of a span: by its week over and over, of a roster by each of its weeks. */
function hoursOfAll(span: SpanTerms, { start, end }: { start: IsoDate; end: IsoDate }): Decimal {
  const { roster } = span;
  if (!roster) return hoursBetween(patternOf(span), start, end);
  let total = zero;
  for (let date = start; date <= end; date = addDays(date, 1))
    total = total.plus(decimalOrZero(weekOfRoster(roster, date)[weekday(date) - 1]));
  return total;
}

/**
 * What each span weighs of an amount for the whole period: its hours in the hours that its own week has in the period.
 * @returns weights and what all days of the period come to, those outside the spans by the week beside them
 */
function weightsOf(
  spans: readonly SpanTerms[],
  whole: { start: IsoDate; end: IsoDate },
): { of: Decimal[]; sum: Decimal } {
  const weeks = spans.map((span) => ({
    week: patternOf(span),
    all: hoursOfAll(span, whole),
  }));
  const of = (from: IsoDate, to: IsoDate, at: number): Decimal =>
    weeks.reduce(
      (product, { all }, each) => (each === at || all.isZero() ? product : product.times(all)),
      hoursBetween(weeks[at]?.week ?? usualWeek, from, to),
    );
  const sum = spans.reduce((total, _span, at) => {
    const [from, next] = [at === 0 ? whole.start : spans[at]?.from, spans[at + 1]?.from];
    return total.plus(of(from ?? whole.start, next === undefined ? whole.end : addDays(next, -1), at));
  }, zero);
  return { of: spans.map(({ from, to }, at) => of(from, to, at)), sum };
}

/** Kinds of pay that are for time: a deduction or a bonus is not cut. */
const forTime = ["ordinary", "overtime", "allowance"];

export const isOrdinary = (line: SheetLine, elements: Elements): boolean => {
  const element = elements.get(line.elementId);
  return element?.element === "ordinary" && element.percent === "100" && !line.corrects && !line.terms;
};

/**
 * @param spans employed days of the period in order, each with its terms
 * @param whole the period of the cycle that usual pay is for
 * @returns hours to four places, dollars to the cent; shares of one line add up to what all its days come to
 */
export function baseOf(
  spans: readonly SpanTerms[],
  whole: { start: IsoDate; end: IsoDate },
  elements: Elements,
): { spans: Span[]; base: BaseLine[] } {
  const last = spans.at(-1);
  const cut = new Map<string, { exact: Decimal; given: Decimal }>();
  const base: BaseLine[] = [];
  const rounded = (key: string, exact: Decimal, round: (value: Decimal) => Decimal): Decimal => {
    const before = cut.get(key) ?? { exact: zero, given: zero };
    const sum = before.exact.plus(exact);
    const now = round(sum).minus(before.given);
    cut.set(key, { exact: sum, given: round(sum) });
    return now;
  };
  const weights = weightsOf(spans, whole);
  spans.forEach((span, at) => {
    const pattern = patternOf(span);
    const own = hoursBetween(pattern, span.from, span.to);
    const all = hoursOfAll(span, whole);
    const isWhole = span.from === whole.start && span.to === whole.end;
    // A period without a working day cannot be shared out: its usual pay stands once.
    const isUncut = isWhole || (all.isZero() && span === last);
    const share = (text: string) => (all.isZero() ? zero : decimal(text).times(own).div(all));
    const amountShare = (text: string) =>
      weights.sum.isZero()
        ? zero
        : decimal(text)
            .times(weights.of[at] ?? zero)
            .div(weights.sum);
    span.lines.forEach((line, place) => {
      const element = elements.get(line.elementId)?.element ?? "";
      const isForTime = forTime.includes(element) && !line.terms && !line.corrects;
      if (!isForTime) {
        // What is not for time stands whole, once, as it holds at the end.
        if (span === last) base.push({ span: at, line, ordinary: false });
        return;
      }
      const key = `${line.elementId} ${line.costCentre ?? ""} ${place}`;
      const quantity = isUncut
        ? {}
        : {
            ...(line.hours ? { hours: rounded(`${key} h`, share(line.hours), halfUpToHourE4).toString() } : {}),
            ...(line.amount ? { amount: rounded(`${key} $`, amountShare(line.amount), halfUpToCent).toFixed(2) } : {}),
          };
      const isNothing = Number(quantity.hours ?? quantity.amount ?? 1) === 0;
      if (isNothing || (own.isZero() && !isUncut)) return;
      const atRate =
        line.hours !== undefined && line.amount === undefined && line.rate === undefined && span.rate !== last?.rate;
      base.push({
        span: at,
        line: {
          ...line,
          ...quantity,
          ...(atRate && span.rate !== null ? { rate: span.rate } : {}),
          ...(span.costCentre && !line.costCentre ? { costCentre: span.costCentre } : {}),
          ...(span.accruesBy && element === "ordinary" ? { accruesBy: span.accruesBy } : {}),
        },
        ordinary: isOrdinary(line, elements),
      });
    });
  });
  return {
    spans: spans.map(({ from, to, workPattern, weeklyHours, rate }) => {
      const weekly = decimalOrZero(weeklyHours);
      const pattern = works(workPattern) ? workPattern : weekly.gt(0) ? evenPattern(weekly) : null;
      return {
        ...{ from, to, rate },
        hours: pattern ? hoursBetween(pattern, from, to).toString() : "0",
        ...(pattern && spans.length > 1 ? { week: weekOf(pattern).toString() } : {}),
      };
    }),
    base,
  };
}
