/** Holidays Act 2003: when an alternative holiday may be exchanged, and when the employer may fix its day. */
import { type Source, table } from "../ruleBook.ts";

export interface AlternativeHolidayRules {
  /** months after it arose in which the day is agreed or chosen; then it may be exchanged, and the employer may fix it */
  months: number;
  /** days of notice that the employer gives of a day it fixes */
  noticeDays: number;
}

const source: Source = { title: "Holidays Act 2003", section: "ss 57, 58, 61", seen: "from memory" };

export const alternativeHolidayRules = table<AlternativeHolidayRules>(
  "alternativeHolidayRules",
  "Alternative holidays",
  "NZ",
  [{ from: "2024-04-01", to: "2027-03-31", figures: { months: 12, noticeDays: 14 }, source, standing: "remembered" }],
);
