/** The words that an agreement's rules are made of: days, bases, marks, conditions, per cents, figures and effects. */
export const dayNames = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"] as const;
export type DayName = (typeof dayNames)[number];
export const ruleBases = ["fullTime", "partTime", "casual"] as const;
export type RuleBasis = (typeof ruleBases)[number];
export const shiftMarks = [
  "rosteredDayOff",
  "recall",
  "standby",
  "sleepover",
  "careDay",
  "remote",
  "cancelled",
  "training",
  "dayInLieu",
] as const;
export type ShiftMark = (typeof shiftMarks)[number];
export const holidayKinds = ["declared", "additional", "substituted", "agreed"] as const;
export type HolidayKind = (typeof holidayKinds)[number];
export type SettingValue = boolean | number | string;

/** Every key that is given must hold. Clock times are of the wall, "24:00" to "35:59" of the next day. */
export interface Condition {
  holiday?: boolean;
  holidayKind?: HolidayKind[];
  holidayName?: string[];
  days?: DayName[];
  dayMark?: ShiftMark[];
  /** a window of the clock: minutes in it; it belongs to the date on which it opens */
  from?: string;
  to?: string;
  /** of the whole shift: From and By inclusive */
  startsFrom?: string;
  startsBy?: string;
  endsFrom?: string;
  endsBy?: string;
  basis?: RuleBasis[];
  ageBelow?: number;
  ageFrom?: number;
  monthsOfServiceUpTo?: number;
  classification?: string[];
  shiftKind?: string[];
  endsInOvertime?: boolean;
  /** the value, or one of a list */
  settings?: Record<string, SettingValue | readonly SettingValue[]>;
  person?: Record<string, boolean>;
  /** people led */
  leads?: { from: number; to?: number };
}

export type Percent = number | { permanent: number; casual: number } | Record<RuleBasis, number>;
/** A figure, or one that a setting gives. */
export type Amount = number | { setting: string; times?: number };
export type RuleMoney = number | null | { percentOfStandardRate: number };
export type Effect = { floor: Percent } | { add: number } | { multiply: number } | { warn: true } | { overtime: true };
export type HolidayOf = "calendar" | "shiftStart" | "majorPortion";
