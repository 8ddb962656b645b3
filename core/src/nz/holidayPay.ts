/**
 * Pay for holidays and leave: the greater of ordinary weekly pay and average weekly earnings for annual holidays,
 * relevant or average daily pay for days. Every figure shows both sides. One rounding at the end (convention C6).
 * Set by: Holidays Act 2003, ss 8, 9, 9A, 21, 22, 50.
 * Example: 1.5 weeks, ordinary weekly pay 1,150, twelve months' gross 62,400: 62,400 ÷ 52 = 1,200, so 1,800.00.
 */
import { dateWords } from "../calendar/dates.ts";
import { type Decimal, decimal, decimalOrZero, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { type Figure, figure } from "../working/figure.ts";
import { type Earned, type HolidayFacts, weeksOf } from "./holidayFacts.ts";

const person = (section: string) => ({ place: "person" as const, section });
const span = ({ from, to, pays }: Earned) => `${from} to ${to}, ${pays} pays`;
/** Shown to six places, so that a reader can follow the one rounding at the end. */
const shown = (value: Decimal) => value.toDecimalPlaces(6).toString();
/** The same for money: cents at least. */
const shownMoney = (value: Decimal) => (value.decimalPlaces() < 2 ? value.toFixed(2) : shown(value));

const zeroFigure = (label: string, rule: string): Figure => figure(label, zero, "money", () => ({ rule }));

/** Ordinary weekly pay as at the start of the holiday (s 8). */
export function ordinaryWeeklyPay(facts: HolidayFacts): Figure {
  const label = "Ordinary weekly pay";
  const found = facts.varies ? byFourWeeks(facts) : byAgreement(facts);
  const agreed = facts.agreedWeek === null ? null : decimal(facts.agreedWeek);
  if (agreed?.gt(found.value))
    return figure(label, agreed, "money", () => ({
      rule: "The agreement sets a greater ordinary weekly pay (s 8(3))",
      formula: `the greater of ${agreed.toFixed(2)} and ${shownMoney(found.value)}`,
      setting: person("holidays"),
      parts: [found],
    }));
  return found;
}

function byAgreement({ weeklyHours, hourlyRate, regularExtras }: HolidayFacts): Figure {
  const value = decimalOrZero(weeklyHours).times(decimalOrZero(hourlyRate)).plus(decimalOrZero(regularExtras));
  return figure("Ordinary weekly pay", value, "money", () => ({
    rule: "What the agreement gives for an ordinary working week, with regular overtime and allowances (s 8(1))",
    formula: `${weeklyHours} h × $${hourlyRate ?? "0"}${decimalOrZero(regularExtras).isZero() ? "" : ` + ${regularExtras}`}`,
    setting: person("employment"),
  }));
}

/** (a − b) ÷ c over the four calendar weeks before; a single longer pay period counts as its own weeks. */
function byFourWeeks({ history: { fourWeeks } }: HolidayFacts): Figure {
  const label = "Ordinary weekly pay";
  if (!fourWeeks) return zeroFigure(label, "No pay period has ended yet");
  const net = decimal(fourWeeks.gross).minus(fourWeeks.irregular);
  const days = decimal(fourWeeks.calendarDays);
  return figure(label, days.gt(0) ? net.times(7).div(days) : net, "money", () => ({
    rule: "The week varies: gross earnings less irregular payments of the four weeks before, divided by the weeks (s 8(2))",
    formula: `(${fourWeeks.gross} − ${fourWeeks.irregular}) ÷ ${shown(weeksOf(fourWeeks))}; ${span(fourWeeks)}`,
  }));
}

/** Average weekly earnings: a fifty-second of twelve months' gross, or of the weeks worked so far (ss 5, 21, 22). */
export function averageWeeklyEarnings({ history: { year }, lessWeeks }: HolidayFacts): Figure {
  const label = "Average weekly earnings";
  if (!year) return zeroFigure(label, "No pay period has ended yet");
  const days = decimal(year.calendarDays).minus(decimalOrZero(lessWeeks).times(7));
  const weeks = days.div(7);
  const short = decimalOrZero(lessWeeks).gt(0);
  const gross = decimal(year.gross);
  return figure(label, days.gt(0) ? gross.times(7).div(days) : gross, "money", () => ({
    rule: decimal(year.calendarDays).lt(364)
      ? "Gross earnings so far, divided by the weeks so far (s 22)"
      : `Gross earnings of the twelve months before, divided by ${shown(weeks)}${short ? ": 52 less unpaid leave beyond a week" : ""} (s 21)`,
    formula: `${year.gross} ÷ ${shown(weeks)}; ${span(year)}`,
  }));
}

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
      formula: `${around.toString()} weeks × ${shownMoney(average.value)} + ${rest.toString()} weeks × ${shownMoney(greater.value)}`,
      parts: [average, greater],
    }));
  }
  const rate = annualHolidayWeek({ ...facts, averageOnly: around.gt(0) });
  return figure(label, halfUpToCent(rate.value.times(weeks)), "money", () => ({
    rule: "Weeks × the rate of annual holidays, rounded once",
    formula: `${weeks.toString()} weeks × ${shownMoney(rate.value)}`,
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

/** Days in an ordinary week; five where nobody has said. */
export const daysAWeek = ({ pattern }: HolidayFacts): number =>
  pattern === null ? 5 : pattern.filter((hours) => Number(hours) > 0).length || 5;

/** Hours of an ordinary day: a week's hours over its days. */
export const hoursADay = (facts: HolidayFacts): Decimal => decimalOrZero(facts.weeklyHours).div(daysAWeek(facts));

/** Average daily pay: gross of 52 weeks over the days worked or paid for (s 9A). */
export function averageDailyPay({ history: { year } }: HolidayFacts): Figure {
  const label = "Average daily pay";
  if (!year || decimal(year.days).isZero()) return zeroFigure(label, "No days are on record before this pay");
  return figure(label, decimal(year.gross).div(year.days), "money", () => ({
    rule: "Gross earnings of the 52 weeks before, divided by the whole or part days worked, on paid leave or on holiday (s 9A)",
    formula: `${year.gross} ÷ ${year.days} days; ${span(year)}`,
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
      ? `${days.toString()} days × ${shownMoney(average.value)}`
      : `${shownMoney(relevant.value)} for ${days.toString()} days; the average would give ${shownMoney(average.value.times(days))}`,
    parts: [relevant, average],
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
