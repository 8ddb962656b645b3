/** Relevant daily pay and average daily pay (Holidays Act 2003, ss 9, 9A). */
import { type Decimal, decimal, decimalOrZero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { counted } from "../quantity/units.ts";
import { type Figure, figure } from "../working/figure.ts";
import type { HolidayFacts } from "./holidayFacts.ts";
import { person, shown, shownMoney, span, zeroFigure } from "./holidayWords.ts";

/** Days in an ordinary week; five where nobody has said. */
export const daysAWeek = ({ pattern }: Pick<HolidayFacts, "pattern">): number =>
  pattern === null ? 5 : pattern.filter((hours) => Number(hours) > 0).length || 5;
/** Hours of an ordinary day: a week's hours over its days. */
export const hoursADay = (facts: HolidayFacts): Decimal => decimalOrZero(facts.weeklyHours).div(daysAWeek(facts));
/** Average daily pay: gross of 52 weeks over the days worked or paid for (s 9A). */
export function averageDailyPay({ history: { year } }: HolidayFacts): Figure {
  const label = "Average daily pay";
  if (!year || decimal(year.days).isZero()) return zeroFigure(label, "No days are on record before this pay");
  return figure(label, decimal(year.gross).div(year.days), "money", () => ({
    rule: "Gross earnings of the 52 weeks before, divided by the whole or part days worked, on paid leave or on holiday (s 9A)",
    formula: `${year.gross} ÷ ${counted(year.days, "days")}; ${span(year)}`,
  }));
}
/**
 * Pay for days: relevant daily pay, what the days would have brought; average daily pay where that cannot be found.
 * @param hours that would have been worked on those days; an ordinary day's hours when left out
 */
export function dailyPay(label: string, days: Decimal, facts: HolidayFacts, hours?: Decimal): Figure {
  const average = averageDailyPay(facts);
  const worked = hours ?? days.times(hoursADay(facts));
  const extras = decimalOrZero(facts.regularExtras).div(daysAWeek(facts)).times(days);
  const relevant = figure(
    "Relevant daily pay",
    worked.times(decimalOrZero(facts.hourlyRate)).plus(extras),
    "money",
    () => ({
      rule: "What would have been earned on those days, with regular overtime and allowances (s 9)",
      formula: `${shown(worked)} h × $${facts.hourlyRate ?? "0"}${extras.isZero() ? "" : ` + ${shownMoney(extras)}`}`,
      setting: person("employment"),
    }),
  );
  const byAverage = facts.varies && average.value.gt(0);
  const value = byAverage ? average.value.times(days) : relevant.value;
  return figure(label, halfUpToCent(value), "money", () => ({
    rule: byAverage
      ? "Daily pay varies, so average daily pay is used (s 9A(1))"
      : "Relevant daily pay, as it can be found (s 9); the average is shown beside it",
    formula: byAverage
      ? `${counted(days.toString(), "days")} × ${shownMoney(average.value)}`
      : `${shownMoney(relevant.value)} for ${counted(days.toString(), "days")}; the average would give ${shownMoney(average.value.times(days))}`,
    parts: [relevant, average],
  }));
}

/**
 * The employer's part of an injury at work: so many per cent of what the first seven days would have brought.
 * Set by: Accident Compensation Act 2001, s 98. Example: a day of $240.00 at 80 %: $192.00.
 */
export const firstWeekPay = (label: string, lost: Figure, percent: Decimal): Figure =>
  figure(label, halfUpToCent(lost.value.times(percent).div(100)), "money", () => ({
    rule: `${percent.toString()} % of the earnings lost in the first seven days after an injury at work (Accident Compensation Act 2001, s 98)`,
    formula: `${shownMoney(lost.value)} × ${percent.toString()} %`,
    parts: [lost],
  }));
