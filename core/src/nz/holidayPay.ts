/**
 * Pay for holidays and leave: the greater of ordinary weekly pay and average weekly earnings for annual holidays,
 * relevant or average daily pay for days. Every figure shows both sides. One rounding at the end (convention C6).
 * Set by: Holidays Act 2003, ss 8, 9, 9A, 21, 22, 50.
 * Example: 1.5 weeks, ordinary weekly pay 1,150, twelve months' gross 62,400: 62,400 ÷ 52 = 1,200, so 1,800.00.
 */
import { dateWords } from "../calendar/dates.ts";
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { counted } from "../quantity/units.ts";
import { type Figure, figure } from "../working/figure.ts";
import { averageWeeklyEarnings } from "./averageWeeklyEarnings.ts";
import type { HolidayFacts } from "./holidayFacts.ts";
import { shownMoney } from "./holidayWords.ts";
import { ordinaryWeeklyPay } from "./ordinaryWeeklyPay.ts";

/** The weekly rate of annual holidays: the greater one, or the average alone around parental leave. */
export function annualHolidayWeek(facts: HolidayFacts): Figure {
  const average = averageWeeklyEarnings(facts);
  if (facts.averageOnly)
    return figure("Rate of annual holidays", average.value, "money", () => ({
      rule: "Entitled during or in the twelve months after parental leave: average weekly earnings only (Parental Leave and Employment Protection Act 1987, s 42)",
      parts: [average],
    }));
  const ordinary = ordinaryWeeklyPay(facts);
  const greater = ordinary.value.gte(average.value) ? ordinary : average;
  return figure("Rate of annual holidays", greater.value, "money", () => ({
    rule: `The greater of both: ${greater === ordinary ? "ordinary weekly pay" : "average weekly earnings"} (s 21)`,
    formula: `the greater of ordinary weekly pay ${shownMoney(ordinary.value)} and average weekly earnings ${shownMoney(average.value)}`,
    parts: [ordinary, average],
  }));
}

/** Of so many weeks taken now, those that are paid at average weekly earnings. */
function atAverage(weeks: Decimal, { averageOnly, averageWeeks }: HolidayFacts): Decimal {
  if (!averageWeeks) return averageOnly ? weeks : zero;
  const left = weeks.minus(averageWeeks.earlier);
  if (left.lte(0)) return zero;
  return left.lt(averageWeeks.weeks) ? left : decimal(averageWeeks.weeks);
}

/**
 * Pay for so many weeks of annual holidays, rounded once. The oldest weeks are used first: those that arose around
 * parental leave are paid at the average, those before and after at the greater rate, whenever they are taken.
 */
export function annualHolidayPay(label: string, weeks: Decimal, facts: HolidayFacts): Figure {
  const around = atAverage(weeks, facts);
  if (around.gt(0) && around.lt(weeks)) {
    const average = annualHolidayWeek({ ...facts, averageOnly: true });
    const greater = annualHolidayWeek({ ...facts, averageOnly: false });
    const rest = weeks.minus(around);
    return figure(label, halfUpToCent(average.value.times(around).plus(greater.value.times(rest))), "money", () => ({
      rule: "Weeks that arose around parental leave at the average, the others at the greater rate, rounded once",
      formula: `${counted(around.toString(), "weeks")} × ${shownMoney(average.value)} + ${counted(rest.toString(), "weeks")} × ${shownMoney(greater.value)}`,
      parts: [average, greater],
    }));
  }
  const rate = annualHolidayWeek({ ...facts, averageOnly: around.gt(0) });
  return figure(label, halfUpToCent(rate.value.times(weeks)), "money", () => ({
    rule: "Weeks × the rate of annual holidays, rounded once",
    formula: `${counted(weeks.toString(), "weeks")} × ${shownMoney(rate.value)}`,
    parts: [rate],
  }));
}

/**
 * Annual holidays over several pays have one rate: both sides are found as at the day on which the holiday began.
 * Set by: Holidays Act 2003, s 21(2) (from memory).
 */
export function continuedHolidayPay(label: string, weeks: Decimal, facts: HolidayFacts): Figure {
  if (!facts.begun) return annualHolidayPay(label, weeks, facts);
  const { on, ...then } = facts.begun;
  const paid = annualHolidayPay(label, weeks, { ...facts, ...then });
  return figure(label, paid.value, "money", () => ({
    rule: `The holiday began on ${dateWords(on)} and goes on: its rate is that of its first day (s 21(2))`,
    parts: [paid],
  }));
}

/**
 * Hours worked on a public holiday (s 50): the greater of the rate without penal rates × time and a half, and the rate
 * with them.
 * @param penalPercent per cent that the agreement gives for that day, 100 for none
 */
export function publicHolidayWorked(
  label: string,
  hours: Decimal,
  rate: Decimal,
  penalPercent: Decimal,
  percent: Decimal,
): Figure {
  const half = hours.times(rate).times(percent).div(100);
  const penal = hours.times(rate).times(penalPercent).div(100);
  // Of hours taken back the greater is the one further below nought.
  const greater = penal.abs().gt(half.abs()) ? penal : half;
  return figure(label, halfUpToCent(greater), "money", () => ({
    rule:
      greater === penal
        ? "The agreement's penal rate is greater than time and a half (s 50)"
        : "Time and a half for the hours worked (s 50)",
    formula: `the greater of ${hours.toString()} h × $${rate.toString()} × ${percent.toString()} % and × ${penalPercent.toString()} %`,
  }));
}
