/** What comes out of the interpreter: pieces, lines, extras and marks. */
import type { IsoDate } from "../calendar/dates.ts";
import type { WallMinute } from "../calendar/wallClock.ts";
import type { Decimal } from "../quantity/decimal.ts";
import type { Clockless } from "./roster.ts";

/** A stretch of one shift on which every question has one answer: the strip of a day is drawn from these. */
export interface Piece {
  /** place of the shift in what was given */
  shift: number;
  date: IsoDate;
  /** what the clock shows */
  from: WallMinute;
  to: WallMinute;
  minutes: number;
  /** of the person's ordinary hourly rate, after uplifts */
  percent: Decimal;
  overtime: boolean;
  topUp: boolean;
  /** paid, and no work: a break that was spent on the premises */
  unworked?: true;
  /** worked on a public holiday as on any other day, for as much time off */
  inLieu?: true;
  /** id of the rule that priced it, and its clause */
  rule: string;
  ref?: string;
  /** why it is overtime, and which uplifts it has: words for a person */
  why: string;
  /** percentage of the adult rate */
  ratePercent: number;
  /** of hours without their times: from and to say nothing */
  clockless?: Clockless | "care";
}

/** All minutes of one calendar date that share percent, overtime and top-up. */
export interface HoursLine {
  date: IsoDate;
  percent: Decimal;
  minutes: number;
  overtime: boolean;
  topUp: boolean;
  ratePercent: number;
  why: string[];
}

export interface Extra {
  code: string;
  units: Decimal;
  /** what it is made of: day (the first of a week), units and why */
  on: { date: IsoDate; units: Decimal; why: string }[];
}

export interface HoursMark {
  kind: "stop" | "query" | "note";
  code: string;
  text: string;
  date?: IsoDate;
}

export interface WorkedHours {
  lines: HoursLine[];
  pieces: Piece[];
  /** junior percentage at the first shift */
  ratePercent: number;
  extras: Extra[];
  marks: HoursMark[];
}
