/**
 * What the Holidays Act looks at: a person's ordinary week and days, and what was earned before. Decimal text, ISO dates.
 */
import { addDays, addMonths, daysBetween, type IsoDate } from "../calendar/dates.ts";
import { type Cycle, paysPerYear } from "../calendar/payPeriods.ts";
import { type Decimal, decimal, decimalOrZero, sum } from "../quantity/decimal.ts";

/** One earlier pay, or earnings of a time before this program. */
export interface PastPay {
  start: IsoDate;
  end: IsoDate;
  /** gross earnings in the Act's sense (s 14) */
  gross: string;
  /** irregular or exceptional payments among them (s 8(1)(c)) */
  irregular: string;
  /** whole or part days worked, on paid leave or on holiday */
  days: string;
  /** of the gross, what 8 % was paid on with the pay (s 28) */
  withPay?: string | undefined;
  /** of the gross, annual holidays in advance: of a time before this program, whose pays are not known one by one */
  advance?: string | undefined;
  /** of the gross, the 8 % of a closedown; with one that began in it, it was paid on all of the pay (s 34) */
  closed?: string | undefined;
}

/** Earnings of a span of time. */
export interface Earned {
  from: IsoDate;
  to: IsoDate;
  gross: string;
  irregular: string;
  days: string;
  /** of the gross, what 8 % was paid on with the pays; where nobody says, all or none of it as `withPay` has it */
  withPay?: string | undefined;
  /** of the gross, annual holidays in advance from before this program */
  advance?: string | undefined;
  /** calendar days employed in the span, of a year at most 52 weeks; divided by seven they are its weeks */
  calendarDays: string;
  pays: number;
}

export interface HolidayHistory {
  /** the four weeks, or the one longer period, before the end of the last pay period */
  fourWeeks: Earned | null;
  /** the twelve months before it, or the time since the start */
  year: Earned | null;
  /** since the last entitlement arose, or since the start */
  sinceAnniversary: Earned;
  /** less is on record than was worked: averages would come out too low */
  incomplete: boolean;
}

export interface HolidayFacts {
  /** hours of an ordinary working week, and of each weekday from Monday on; null when they vary */
  weeklyHours: string;
  pattern: string[] | null;
  hourlyRate: string | null;
  /** regular overtime, allowances and the like of an ordinary week, in dollars */
  regularExtras: string;
  /** ordinary weekly pay that the agreement sets, where it is greater */
  agreedWeek: string | null;
  /** hours vary: ordinary weekly pay by the four-week formula, daily pay by the average */
  varies: boolean;
  /** parental leave: annual holidays at average weekly earnings only */
  averageOnly: boolean;
  /** of the weeks left, how many arose around parental leave, and how many before, which are used first */
  averageWeeks?: { earlier: string; weeks: string } | undefined;
  /** unpaid leave beyond a week, where it was agreed that the anniversary stays: the divisor falls by these weeks */
  lessWeeks: string;
  /** 8 % is paid with each pay, so nothing is owed at the end */
  withPay: boolean;
  /** annual holidays paid in advance since the last entitlement arose, in dollars */
  advancePaid: string;
  /** weeks taken in advance before this program, where nobody said what was paid for them */
  advanceUnknown?: string | undefined;
  /** the closedown that this pay pays 8 % for began before its period: what was earned since then, which is not among it */
  closedBefore?: string | undefined;
  /** a final pay with an anniversary in its period: of how many of its days the earnings count since then (s 25) */
  daysSince?: { days: number; of: number } | undefined;
  history: HolidayHistory;
  /** annual holidays that began before this period and go on in it: what held when they began (s 21(2)) */
  begun?: HolidayBegun | undefined;
}

export interface HolidayBegun {
  on: IsoDate;
  hourlyRate: string | null;
  weeklyHours: string;
  history: HolidayHistory;
}

/** Weeks of a span as people read them; sums are divided by its days. */
export const weeksOf = ({ calendarDays }: Earned): Decimal => decimal(calendarDays).div(7);

/** A span of earnings recorded from before this program: longer than any pay period of the cycle. */
const isRecordedSpan = (pay: PastPay, cycle: Cycle): boolean =>
  daysBetween(pay.start, pay.end) + 1 > (cycle === "quarterly" ? 93 : 35);

const total = (pays: readonly PastPay[], of: "gross" | "irregular" | "days" | "withPay" | "advance"): Decimal =>
  sum(pays.map((pay) => decimalOrZero(pay[of])));

/** A span from whole pay periods; weeks by the calendar days that the person was employed. */
function earned(pays: readonly PastPay[], from: IsoDate, to: IsoDate, most?: number): Earned {
  const calendarDays = Math.max(daysBetween(from, to) + 1, 0);
  return {
    from,
    to,
    gross: total(pays, "gross").toFixed(2),
    irregular: total(pays, "irregular").toFixed(2),
    days: total(pays, "days").toString(),
    ...(pays.some((pay) => pay.withPay !== undefined) ? { withPay: total(pays, "withPay").toFixed(2) } : {}),
    ...(pays.some((pay) => pay.advance !== undefined) ? { advance: total(pays, "advance").toFixed(2) } : {}),
    calendarDays: String(most === undefined ? calendarDays : Math.min(calendarDays, most * 7)),
    pays: pays.length,
  };
}

/**
 * Sums of a person's earlier pays as the Act asks for them, by whole pay periods: the pays whose period ends in the
 * span, at most as many as the cycle has in a year (reading H1, docs/rules/readings.md).
 * @param pays earlier pays in any order; pays of one period (a correction) count as one
 * @param lastEnd end of the last pay period before the holiday
 */
export function holidayHistory(
  pays: readonly PastPay[],
  {
    startDate,
    anniversary,
    lastEnd,
    cycle,
  }: {
    startDate: IsoDate;
    anniversary: IsoDate | null;
    lastEnd: IsoDate;
    cycle: Cycle;
  },
): HolidayHistory {
  const before = pays.filter((pay) => pay.end <= lastEnd).sort((a, b) => (a.end < b.end ? 1 : a.end > b.end ? -1 : 0));
  const newest = before[0];
  const fourWeeksFrom = addDays(lastEnd, -27);
  const longPeriod =
    (cycle === "monthly" || cycle === "quarterly") && newest !== undefined && !isRecordedSpan(newest, cycle);
  const lately = before.filter((pay) => (longPeriod ? pay.end === newest.end : pay.end >= fourWeeksFrom));
  // Of a recorded span only the four weeks count; two half months count with all their days.
  const fourPays = lately.map((pay) => (isRecordedSpan(pay, cycle) ? fromDay(pay, fourWeeksFrom) : pay));
  const oldestLately = fourPays.reduce((first, pay) => (pay.start < first ? pay.start : first), fourWeeksFrom);
  const fourFrom = longPeriod ? newest.start : cycle === "half-monthly" ? oldestLately : fourWeeksFrom;
  const yearStart = addDays(addMonths(lastEnd, -12), 1);
  const yearPays = mostPeriods(
    before.filter((pay) => pay.end >= yearStart),
    paysPerYear[cycle],
    // A span recorded from before this program may reach further back than a pay period.
  ).map((pay) => (isRecordedSpan(pay, cycle) ? fromDay(pay, yearStart) : pay));
  const since = anniversary ?? startDate;
  const oldest = before.at(-1);
  const employedFrom = startDate > yearStart ? startDate : yearStart;
  return {
    fourWeeks: newest ? earned(fourPays, fourFrom < startDate ? startDate : fourFrom, lastEnd) : null,
    year: newest ? earned(yearPays, employedFrom, lastEnd, 52) : null,
    sinceAnniversary: earned(
      // What had its 8 % when a closedown began is not counted again: neither those wages nor the 8 % itself.
      before
        .filter((pay) => pay.end >= since && !(pay.closed !== undefined && pay.start <= since))
        .map((pay) => withoutClosed(fromDay(pay, since))),
      since,
      lastEnd < since ? since : lastEnd,
    ),
    incomplete: oldest === undefined ? startDate < lastEnd : oldest.start > addDays(employedFrom, 13),
  };
}

/** Of a pay that paid a closedown of before it, the 8 % was of what was earned until then: its own earnings count, it does not. */
const withoutClosed = (pay: PastPay): PastPay =>
  pay.closed === undefined ? pay : { ...pay, gross: decimalOrZero(pay.gross).minus(pay.closed).toFixed(2) };

/** Gross earnings of pays between two days, those that straddle one of them by calendar days. */
export const grossBetween = (pays: readonly PastPay[], from: IsoDate, to: IsoDate): Decimal =>
  sum(
    pays
      .filter((pay) => pay.end >= from && pay.start <= to)
      .map((pay) => {
        const part = fromDay(pay, from);
        const beyond = pay.end > to ? decimalOrZero(fromDay(pay, addDays(to, 1)).gross) : decimal(0);
        return decimalOrZero(part.gross).minus(beyond);
      }),
  );

/** The share of a pay that falls on a day or after it, by calendar days (reading H4). */
function fromDay(pay: PastPay, day: IsoDate): PastPay {
  if (pay.start >= day) return pay;
  const share = decimal(daysBetween(day, pay.end) + 1).div(daysBetween(pay.start, pay.end) + 1);
  const part = (text: string) => decimalOrZero(text).times(share).toDecimalPlaces(2).toString();
  return {
    start: day,
    end: pay.end,
    gross: part(pay.gross),
    irregular: part(pay.irregular),
    days: part(pay.days),
    ...(pay.withPay === undefined ? {} : { withPay: part(pay.withPay) }),
    ...(pay.advance === undefined ? {} : { advance: part(pay.advance) }),
    ...(pay.closed === undefined ? {} : { closed: part(pay.closed) }),
  };
}

/**
 * Earnings of a time before this program had 8 % with them on the days on which that was agreed, by calendar days (H4).
 * @param agreed whether 8 % with each pay was agreed on a day
 */
export function withAgreed(pay: PastPay, agreed: (day: IsoDate) => boolean): PastPay {
  if (pay.withPay !== undefined) return pay;
  const of = daysBetween(pay.start, pay.end) + 1;
  const had = Array.from({ length: of }, (_, at) => agreed(addDays(pay.start, at))).filter(Boolean).length;
  return { ...pay, withPay: decimalOrZero(pay.gross).times(had).div(of).toFixed(2) };
}

/** Earnings of a time before this program as they were taxed: holiday pay of so many per cent is beside the Act's gross. */
export const asTaxed = (pay: PastPay, percent: string): PastPay => ({
  ...pay,
  gross: decimal(pay.gross).plus(decimalOrZero(pay.withPay).times(percent).div(100)).toFixed(2),
});

/** The newest pays of so many different periods. */
function mostPeriods(pays: readonly PastPay[], most: number): PastPay[] {
  const ends = [...new Set(pays.map((pay) => pay.end))].slice(0, most);
  const last = ends.at(-1);
  return last === undefined ? [] : pays.filter((pay) => pay.end >= last);
}
