/** What the interpreter is given: a person's shifts, who the person is, and what was worked before. */
import type {
  AgreementRules,
  DayName,
  HolidayKind,
  RuleBasis,
  SettingValue,
  ShiftMark,
} from "../agreements/agreementRules.ts";
import type { IsoDate } from "../calendar/dates.ts";
import type { RosterWeeks } from "../calendar/rosterWeeks.ts";
import type { Availability } from "./availability.ts";
import type { Saving } from "./saving.ts";

/** Times are of the clock at the workplace, "2026-03-07T18:00". */
export interface ShiftBreak {
  start: string;
  end: string;
  paid?: boolean;
  /** unpaid, and spent where the person has to stay: an agreement may pay it without counting it as work */
  mark?: "onPremises";
}
export interface Shift {
  start: string;
  end: string;
  breaks?: ShiftBreak[];
  settings?: Record<string, SettingValue>;
  marks?: ShiftMark[];
  /** of a sleepover: when somebody was woken and worked */
  worked?: { start: string; end: string }[];
  /** of a day and night of care: hours of care in it, where they are more or less than the agreement's own */
  careHours?: number;
  /** this day's hours after a variation that was made before the shift ended; minutes */
  agreedMinutes?: number;
  longDay?: boolean;
  /** only how long it was is known: what asks for the clock does not hold of it */
  clockless?: Clockless;
}
/** Hours typed without their times, or those of the usual week. */
export type Clockless = "typed" | "usual";

export interface RosterPerson {
  basis: RuleBasis;
  age?: number;
  birthDate?: IsoDate;
  monthsOfService?: number;
  serviceStart?: IsoDate;
  /** ordinary minutes agreed for each weekday; a weekday that is left out has none. Absent: no such limit */
  agreedMinutes?: Partial<Record<DayName, number>>;
  /** agreed hours of a roster of several weeks, in place of one week's */
  rosterWeeks?: RosterWeeks;
  /** when a part-timer is there for more than the agreed hours, where that was agreed in writing */
  availability?: Availability;
  /** hours of a day at work that are saved for a rostered day off: agreed hours and the week's limit are of paid ones */
  saving?: Saving;
  classification?: string;
  flags?: Record<string, boolean>;
  leads?: number;
  /** New Zealand: dates that would otherwise be working days */
  otherwiseWorkingDays?: readonly IsoDate[];
}

/** A public holiday, or a part of a day that is one; minutes of the day. */
export interface HolidayWindow {
  date: IsoDate;
  from?: number;
  to?: number;
  name?: string;
  kind?: HolidayKind;
}

export interface Roster {
  rules: AgreementRules;
  person: RosterPerson;
  /** values of declared settings; what is left out has its default */
  settings?: Record<string, SettingValue>;
  timeZone: string;
  /** in place of the agreement's rules's own */
  daylightSaving?: "clock" | "elapsed";
  averagingWeeks?: number;
  /** first day of the averaging cycle; the week's start on or before the first shift when left out */
  periodStart?: IsoDate;
  holidays: readonly HolidayWindow[];
  /** being called back is overtime, whatever room the day has left; the command line counts it with the day */
  callsAreOvertime?: boolean;
  shifts: readonly Shift[];
  carryIn?: {
    ordinaryMinutes?: number;
    lastDayOvertimeMinutes?: number;
    lastShiftEnd?: string;
    /** there was a sleepover since that shift: fewer hours off are enough */
    slept?: boolean;
  };
}

/** What is wrong with a roster: where (the place in the input), and what to do, in a sentence. */
export interface RosterFault {
  path: string;
  text: string;
}
