/** Plain calendar dates as ISO text, without a zone and without a clock. */
import { Temporal } from "temporal-polyfill";

/** A calendar date, "2026-07-02". */
export type IsoDate = string;

export function isDate(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  try {
    Temporal.PlainDate.from(text, { overflow: "reject" });
    return true;
  } catch {
    return false;
  }
}

const plain = (date: IsoDate): Temporal.PlainDate => Temporal.PlainDate.from(date);

export const addDays = (date: IsoDate, days: number): IsoDate => plain(date).add({ days }).toString();
export const addMonths = (date: IsoDate, months: number): IsoDate => plain(date).add({ months }).toString();
/** Whole days from one date to another. ISO dates are read as UTC: every day has 24 hours, and it is asked for every pay. */
export const daysBetween = (from: IsoDate, to: IsoDate): number => (Date.parse(to) - Date.parse(from)) / 86_400_000;
/** 1 is Monday, 7 is Sunday. */
export const weekday = (date: IsoDate): number => plain(date).dayOfWeek;
export const lastDayOfMonth = (date: IsoDate): IsoDate => {
  const day = plain(date);
  return day.with({ day: day.daysInMonth }).toString();
};

/** Completed years between two dates; a birthday counts on the day itself. On text alone: it is asked for every pay. */
export const completedYears = (from: IsoDate, to: IsoDate): number =>
  Number(to.slice(0, 4)) - Number(from.slice(0, 4)) - (to.slice(5) < from.slice(5) ? 1 : 0);

/** The calendar date in a zone at an instant. "Today" of a business is the date at its own place. */
export const dateInZone = (instant: string, zone: string): IsoDate =>
  Temporal.Instant.from(instant).toZonedDateTimeISO(zone).toPlainDate().toString();

const months = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
];

/** "2 July 2026", the same in a worker, on the server and in a test. */
export const dateWords = (date: IsoDate): string => {
  const [year, month, day] = date.split("-");
  return `${Number(day)} ${months[Number(month) - 1] ?? ""} ${year}`;
};
