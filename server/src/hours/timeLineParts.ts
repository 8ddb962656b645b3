/** What lines of recorded time are made of: leave by its worth, days off on holidays, plain units. */
import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { dateWords } from "@zesty/core/calendar/dates";
import { calendarYears } from "@zesty/core/calendar/holidayWindows";
import { mondayOf, patternOn } from "@zesty/core/calendar/rosterWeeks";
import { wallOf } from "@zesty/core/calendar/wallClock";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { timeRulesIn } from "@zesty/core/countries/time";
import {
  holidayOn,
  type PersonHours,
  type PlainHours,
  patternMinutes,
  personHours,
  type TakenLeave,
} from "@zesty/core/hours/personHours";
import type { reportingCodeOf } from "@zesty/core/hours/pricing";
import type { DayShift } from "@zesty/core/hours/shiftText";
import { usualShiftsOn } from "@zesty/core/hours/usualTimes";
import type { Piece } from "@zesty/core/hours/worked";
import { leaveAmount } from "@zesty/core/leave/leaveDays";
import type { SheetLine } from "@zesty/core/pay/row";
import { Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToHourE4 } from "@zesty/core/quantity/rounding";
import type { KnownPerson } from "./personTimes.ts";

export interface Target {
  elementId: number;
  costCentre: string | undefined;
  minutes: number;
  /** of the minutes, those that are saved for a rostered day off */
  saved: Decimal;
  rate: Decimal | null;
  amount: Decimal | null;
  hours: Decimal | null;
  /** the hours stand beside an amount, and are not priced */
  isPaidByAmount?: boolean;
  units: Decimal | null;
  why: string[];
  /** public holidays on which an alternative holiday arose */
  arose?: string[];
}
/** What an hour of the day would have been paid, as a share of the rate: by the shift that was planned, or the day alone. */
export function fullShare(
  time: KnownPerson["time"],
  { date, hours }: TakenLeave,
  planned: DayShift[] | undefined,
): Decimal {
  const timed = planned ?? usualShiftsOn(time.usualTimes, date);
  const day = timed.length > 0 ? { shifts: timed, leave: [] } : { shifts: [], leave: [], hours: hours.toString() };
  const { pieces } = personHours({ ...time, use: "all", days: { [date]: day } }, [date]);
  const own = pieces.filter((piece) => !piece.overtime && !piece.topUp);
  const minutes = own.reduce((total, piece) => total + piece.minutes, 0);
  return minutes === 0 ? decimal(1) : sum(own.map((piece) => piece.percent.times(piece.minutes))).div(minutes * 100);
}
/** Leave of a kind, apart where its days have another rate. */
export function leaveByRate(
  leave: PersonHours["leave"],
  country: "AU" | "NZ",
  rateOn: (each: TakenLeave) => Decimal | null,
): { kind: string; rate: Decimal | null; taken: PersonHours["leave"] }[] {
  const found = new Map<string, { kind: string; rate: Decimal | null; taken: PersonHours["leave"] }>();
  for (const each of leave) {
    const rate = leaveKindIn(country, each.kind).unit === "hours" ? rateOn(each) : null;
    const key = `${each.kind} ${rate?.toString() ?? ""}`;
    const group = found.get(key) ?? { kind: each.kind, rate, taken: [] };
    group.taken.push(each);
    found.set(key, group);
  }
  return [...found.values()];
}
/** An agreement's rules or a calendar that is missing is said; hours are never priced as if it held nothing. */
export function unknownTables({ time, terms }: KnownPerson, dates: readonly string[]): string[] {
  const [first = "", last = ""] = [dates[0], dates.at(-1)];
  const [from, to] = calendarYears;
  const year = (date: string) => Number(date.slice(0, 4));
  return [
    ...(terms?.agreement && time.rules === null
      ? [
          `No version of ${terms.agreement} is known for ${dateWords(first)}. Load one in Set-up, Agreements, or choose another agreement.`,
        ]
      : []),
    ...(year(first) < from || year(last) > to
      ? [
          `Public holidays are known from ${from} to ${to} only: hours of ${year(first) < from ? year(first) : year(last)} cannot be priced.`,
        ]
      : []),
  ];
}
/** An hour for an hour, or as much time as the overtime would have paid, as the rule of the piece says. */
export function timeOffPercent(rules: AgreementRules | null, piece: Piece): string {
  const rule = rules?.overtime.find((each) => each.id === piece.rule)?.timeOffInstead;
  return rule?.ratio === "atOvertimeRate" ? piece.percent.toString() : "100";
}
export const startsAt = (wall: string): number =>
  wallOf(wall.slice(0, 10), Number(wall.slice(11, 13)) * 60 + Number(wall.slice(14)));
/** Holidays worked by who has no agreement that gives the day: the Act gives it (s 56). */
export const alternativeDays = ({ time }: KnownPerson, hours: PersonHours): string[] =>
  !timeRulesIn(time.country).holidaysByDay || time.rules
    ? []
    : [...new Set(hours.plain.filter((each) => !isHolidayOff(each)).map((each) => each.date))].filter(
        (date) => holidayOn(time, date) && time.person.otherwiseWorkingDays?.includes(date),
      );
export const isHolidayOff = (plain: PlainHours) => plain.why.endsWith("not worked");
export function plainElement({ time }: KnownPerson, plain: PlainHours, percent: string, find: Finder): number {
  const { holidaysByDay } = timeRulesIn(time.country);
  if (holidaysByDay && isHolidayOff(plain)) return find({ kind: "holiday", element: "publicHoliday" });
  // Hours without an agreement, or without their times: the Act's time and a half holds for them, too.
  if (holidaysByDay && holidayOn(time, plain.date)) return find({ kind: "holiday", element: "publicHolidayWorked" });
  return find({ kind: "hours", overtime: false, percent, rule: "ordinary" });
}
/** Leave in the unit of its kind: days by the hours of the day, weeks by the days of the person's week. */
export function unitsOf({ time }: KnownPerson, kind: string, taken: PersonHours["leave"]): Decimal {
  const { unit } = leaveKindIn(time.country, kind);
  // Of a roster each week is measured by its own days.
  const mondays = time.roster ? [...new Set(taken.map(({ date }) => mondayOf(date)))] : [null];
  return halfUpToHourE4(
    sum(
      mondays.map((monday) =>
        leaveAmount(
          taken
            .filter(({ date }) => monday === null || mondayOf(date) === monday)
            .map(({ date, hours }) => ({ hours, usual: hoursOf(patternMinutes(time, date)) })),
          unit,
          monday === null ? time.pattern : patternOn(time, monday),
        ),
      ),
    ),
  );
}
export function lineOf(each: Target, agreedRate: string | null): SheetLine {
  const hours =
    each.hours ?? (each.minutes > 0 ? halfUpToHourE4(decimal(each.minutes).minus(each.saved).div(60)) : null);
  const saved = each.saved.isZero() ? [] : [`${savedText(each.saved)} h of these are saved for a day off`];
  const said = {
    ...(each.amount ? { amount: each.amount.toFixed(2) } : {}),
    ...(hours && (!each.amount || each.isPaidByAmount) ? { hours: hours.toString() } : {}),
    ...(each.units ? { units: each.units.toString() } : {}),
  };
  const own = each.rate && (agreedRate === null || !decimal(agreedRate).eq(each.rate));
  return {
    elementId: each.elementId,
    ...said,
    ...(own && each.rate ? { rate: each.rate.toString() } : {}),
    ...(each.costCentre ? { costCentre: each.costCentre } : {}),
    time: {
      ...said,
      why: [...saved, ...each.why].slice(0, 100).map((text) => text.slice(0, 300)),
      ...(each.arose ? { arose: each.arose } : {}),
    },
  };
}

export type Finder = (wanted: Wanted) => number;

/** Hours of minutes saved, as they are read. */
export const savedText = (minutes: Decimal): string => halfUpToHourE4(minutes.div(60)).toString();
export const hoursOf = (minutes: number): Decimal => halfUpToHourE4(Decimal.fraction(minutes, 60));

export type Wanted =
  | { kind: "hours"; overtime: boolean; percent: string; rule: string }
  | { kind: "leave"; leave: string }
  /** overtime that becomes time off later, at a per cent of its hours */
  | { kind: "lieu"; percent: string }
  /** Australia: the loading on annual leave taken */
  | { kind: "loading" }
  /** piecework */
  | { kind: "pieces" }
  | { kind: "allowance"; id: string; name: string; code: ReturnType<typeof reportingCodeOf> }
  /** where holidays are paid by the day; `percent`: what the agreement pays for the hours, where that may be more than time and a half */
  | {
      kind: "holiday";
      element: "publicHoliday" | "publicHolidayWorked" | "alternativeEarned" | "daysWorked";
      percent?: string;
    };
