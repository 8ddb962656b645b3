/**
 * An agreement's rules: the pay rules of one award, agreement or statute from a day on, as data. The words are a closed
 * vocabulary; what an agreement's rules cannot say becomes a new kind here with its tests, never an award's name in an `if`.
 * The schema that takes one in is contract/src/agreementRules.ts; docs/rules/agreementRules.md describes each key.
 */
import type { IsoDate } from "../calendar/dates.ts";
import type {
  Amount,
  Condition,
  DayName,
  Effect,
  HolidayOf,
  Percent,
  RuleBasis,
  RuleMoney,
  SettingValue,
} from "./agreementWords.ts";

export * from "./agreementWords.ts";

interface Named {
  id: string;
  if?: Condition;
  /** clause or section */
  ref?: string;
}
export interface RuleSetting {
  key: string;
  type: "boolean" | "number" | "choice";
  scope: "workplace" | "person" | "shift";
  default: SettingValue;
  min?: number;
  max?: number;
  choices?: string[];
  /** what each choice is called on a page */
  words?: Record<string, string>;
  ask: string;
}
export interface ShiftKind {
  key: string;
  if?: Condition;
  startsFrom?: string;
  startsBefore?: string;
  endsAfter?: string;
  endsBy?: string;
}
export interface SpanEntry {
  if?: Condition;
  from: string;
  to: string;
}
export interface PenaltyEntry extends Named {
  percent: Percent;
}
export interface OvertimeEntry extends Named {
  /** what fills the tiers: the day's overtime (the default), or the week's */
  per?: "day" | "week";
  /** `most`: minutes of one day that a tier takes, where it is filled over the week */
  tiers: { minutes?: number; most?: number; percent: Percent }[];
  timeOffInstead?: { ratio: "hourForHour" | "atOvertimeRate"; withinMonths?: number };
}
export interface AdditionEntry extends Named {
  on: "ordinary" | "all";
  unit: "hour" | "hourOrPart";
  amount: RuleMoney;
}
export interface RestEntry {
  if?: Condition;
  minutes: Amount;
  onlyAfterOvertime?: boolean;
  effect: Effect;
}
export interface Trigger {
  kind:
    | "perHour"
    | "perShift"
    | "perDay"
    | "perWeek"
    | "overtimeOnDay"
    | "gapInDay"
    | "startsBefore"
    | "endsAfter"
    | "holidayWorked"
    | "recall"
    | "onCall"
    | "sleepover"
    | "workPeriods"
    | "higherDuties"
    | "entered";
  over?: number | number[];
  from?: number;
  to?: number;
  thenEvery?: number;
  hours?: "ordinary" | "overtime" | "all";
  time?: string;
  minimumMinutes?: number;
  wholeDayAfterMinutes?: number;
  wholeDayFromMinutes?: number;
  maxPerWeek?: number;
  otherwiseWorkingDay?: boolean;
  /** of gaps in a day: exactly so many, or any number of them; then once a day */
  gaps?: number | "any";
  /** of work periods: only on a day with a gap of so many minutes or more */
  ifGapFrom?: number;
}
export interface AllowanceEntry extends Named {
  trigger: Trigger;
  unit: "hour" | "occasion" | "day" | "week" | "km";
  amount: RuleMoney;
  allPurpose?: boolean;
  treat?: string;
}
export interface Classification {
  key: string;
  title: string;
  weekly: number | null;
  hourly: number | null;
  /** an apprentice's stage: per cent of another level's rate, to the cent */
  shareOf?: { classification: string; percent: number };
  source?: string;
  standing?: "published" | "remembered" | "unsure" | "entered";
}
/** Two ways to read one rule: the one shipped, the other, and the setting that chooses it where there is one. */
export interface Reading {
  rule: string;
  clause?: string;
  shipped: string;
  other: string;
  /** per cent: how sure we are of the one shipped */
  sure: number;
  choose?: { setting: string; value: SettingValue };
}
export const rosterCheckKinds = [
  "maximumConsecutiveDays",
  "daysOff",
  "longDaysRunning",
  "spreadOfDay",
  "shortestDay",
] as const;
export interface RuleCheck {
  kind: "minimumWage" | "shiftWorkPart" | "shiftRuns" | "ask" | "level" | (typeof rosterCheckKinds)[number];
  if?: Condition;
  /** of a roster: days in a row, long days in a row, days off; in so many weeks */
  days?: number;
  weeks?: number;
  /** of a roster: what a long day is more than, the most from first start to last end, the least of a day */
  minutes?: number;
  [detail: string]: unknown;
}
/** Ordinary minutes of a week, or of a cycle of weeks; the first whose condition holds of the person. */
export interface CycleEntry {
  if?: Condition;
  minutes: number;
  /** weeks of the cycle; the agreement's own averaging when left out */
  weeks?: number;
}
export interface MissedMeal {
  if?: Condition;
  after: number;
  since: "start" | "lastBreak";
  breakAtLeast: number;
  effect: Effect;
}
/** Within so many minutes from the first start of a day that is worked in parts; beyond, another per cent. */
export interface SpreadEntry {
  if?: Condition;
  minutes: number;
  percent: Percent;
}
/** A meal break that has to be spent on the premises: paid at a per cent, and no work. */
export interface BreakPayEntry extends Named {
  percent: Percent;
}
/** A night at the workplace: not working time, but for what is worked in it. */
export interface SleepoverRule {
  /** minutes that each piece of work in it is paid for at least */
  leastMinutes: number;
  /** minutes of work that lie on one side of it */
  besideMinutes: number;
  /** minutes off that are enough around it */
  restMinutes: number;
}
/** A day and night of care: so many hours at one per cent, whatever the clock; hours of care beyond them at another. */
export interface CareDayRule {
  hours: number;
  percent: Percent;
  beyond: Percent;
}
/** Work done from afar, by telephone or the like: each contact by itself, and no part of a day of work. */
export interface RemoteRule {
  /** what a contact is paid for at least, by when it began; `onCall`: within time on call. The first that fits */
  least: { if?: Condition; onCall?: boolean; minutes: number }[];
  /** beyond that, in steps of so many minutes */
  roundUpTo: number;
}

export interface AgreementRules {
  format: "rules/1";
  code: string;
  title: string;
  country: "AU" | "NZ";
  kind: "award" | "agreement" | "statute";
  validFrom: IsoDate;
  validTo?: IsoDate;
  starts: "firstFullPayPeriod" | "date";
  settings: RuleSetting[];
  time: {
    weekStart: DayName;
    averageWeeks: Amount;
    daylightSaving: "clock" | "elapsed";
    overtimeDay: "shiftStart" | "calendar";
    holidayOf: HolidayOf | { if?: Condition; rule: HolidayOf }[];
    roundMinutes?: 1 | 5 | 6 | 10 | 15;
    roundMode?: "none" | "nearest" | "up" | "employeeFavour";
  };
  /** work so many days after a named public holiday is paid as on one, whatever the State has */
  alsoHolidays?: { name: string; after: string; days: number }[];
  casualLoading: { percent: number; method: "add" | "compound" | "ordinaryOnly" };
  standardRate?: { classification: string };
  shiftKinds: ShiftKind[];
  ordinary: {
    span: SpanEntry[];
    dailyMax: { if?: Condition; minutes: Amount; timesPerWeek?: number }[];
    weeklyMax: number | null | CycleEntry[];
    agreedHours: RuleBasis[];
    /** whose hours within an availability agreed in writing are ordinary beyond those agreed; one entry that fits is enough */
    availability?: { if?: Condition }[];
    /** full-timers save so many minutes of a day at work of so many for rostered days off; the person's leave says whether */
    dayOffSaving?: { minutes: number; ofMinutes: number };
    spreadMax?: SpreadEntry[];
  };
  penalties: PenaltyEntry[];
  overtime: OvertimeEntry[];
  additions: AdditionEntry[];
  /** the first whose condition holds */
  missedMeal?: MissedMeal | MissedMeal[];
  breakPay?: BreakPayEntry[];
  sleepover?: SleepoverRule;
  careDay?: CareDayRule;
  /** shifts that are overtime whatever room the limits leave, and why */
  overtimeIf?: { if: Condition; why: string }[];
  remote?: RemoteRule;
  /** shifts that the client cancelled too late: paid as they were rostered */
  cancelled?: { if?: Condition }[];
  /** a public holiday may be worked as any other day, for as many hours off at another time */
  dayInLieu?: { if?: Condition }[];
  /** of the hourly rate, that paid leave comes to; the first entry that fits the person, by basis and settings alone */
  absencePercent?: { if?: Condition; percent: number }[];
  /** pieces in place of hours, made up to the hourly rate day by day; on a public holiday so many times their rate */
  piecework?: { holidayTimes: number };
  /** what of the instrument is not held: refused in a sentence, never priced by the rest */
  notHeld?: { if: Condition; text: string }[];
  restBetween: RestEntry[];
  minimumEngagement: (Named & { minutes: number })[];
  breakEntitlements: {
    workedFrom?: number;
    workedOver?: number;
    paidRests: number;
    unpaidMeals: number;
    note?: string;
  }[];
  allowances: AllowanceEntry[];
  juniors: { if: Condition; percent: number }[];
  classifications: Classification[];
  leaveLoading?: { percent: number; orPenaltiesIfGreater: boolean | "shiftWorkers" };
  annualisedWage?: {
    minimumAbove?: number;
    outerPenaltyHours?: number;
    outerOvertimeHours?: number;
    per?: "week" | "payPeriod" | "rosterCycle";
    reconcileMonths: number;
    payShortfallWithinDays?: number;
  };
  checks?: RuleCheck[];
  readings?: Reading[];
}

/** What an agreement says of missed meal breaks, as a list. */
export const mealEntries = ({ missedMeal = [] }: Pick<AgreementRules, "missedMeal">): readonly MissedMeal[] =>
  Array.isArray(missedMeal) ? missedMeal : [missedMeal];
