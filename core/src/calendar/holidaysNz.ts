/**
 * Public holidays of New Zealand for one person, and working days for due dates.
 * Set by: Holidays Act 2003, ss 44 to 45A: a holiday at the weekend moves to the following week for someone who does
 * not otherwise work that day, and stays where it is for someone who does; never both.
 * Example: Boxing Day 2026 is a Saturday: Monday 28 December for an office worker, the Saturday itself for a café.
 */
import { addDays, type IsoDate, weekday } from "./dates.ts";
import { holidayRowsNz } from "./generated/holidaysNz.ts";
import type { HolidayNz } from "./listedHolidays.ts";

export const provincesNz = [
  "Auckland",
  "Bay of Plenty",
  "Buller",
  "Canterbury",
  "Chatham Islands",
  "Gisborne",
  "Hawke's Bay",
  "Manawatū-Whanganui",
  "Marlborough",
  "Nelson",
  "Northland",
  "Otago",
  "South Canterbury",
  "Southland",
  "Taranaki",
  "Tasman",
  "Waikato",
  "Wellington",
  "Westland",
] as const;
export type ProvinceNz = (typeof provincesNz)[number];

export interface ObservedHoliday {
  /** the day on which it is this person's public holiday */
  date: IsoDate;
  /** as it falls; another day where it moved */
  falls: IsoDate;
  name: string;
}

/** Weekdays (1 is Monday) that a person works; what a weekend holiday hangs on. */
export type Weekdays = ReadonlySet<number>;
const officeWeek: Weekdays = new Set([1, 2, 3, 4, 5]);

const movesBoth = ["Christmas Day", "Boxing Day", "New Year's Day", "2 January"];
const movesToMonday = ["Waitangi Day", "Anzac Day"];

/** Where a holiday is observed by someone who works these weekdays. */
function observed({ date, name }: HolidayNz, works: Weekdays): IsoDate {
  const day = weekday(date);
  if (day < 6 || works.has(day)) return date;
  // s 45: of the Christmas and New Year pairs the Saturday moves to Monday, the Sunday to Tuesday.
  if (movesBoth.includes(name)) return addDays(date, 2);
  // s 45A: Waitangi Day and Anzac Day move to Monday.
  return movesToMonday.includes(name) ? addDays(date, 8 - day) : date;
}

/** A person's public holidays between two days, both included. */
export function holidaysBetweenNz(
  from: IsoDate,
  to: IsoDate,
  province: string,
  works: Weekdays = officeWeek,
): ObservedHoliday[] {
  // A holiday can move by two days into the range.
  const early = addDays(from, -2);
  return holidayRowsNz.flatMap((row): ObservedHoliday[] => {
    if (row.date < early || row.date > to || (row.province !== null && row.province !== province)) return [];
    const date = observed(row, works);
    return date >= from && date <= to ? [{ date, falls: row.date, name: row.name }] : [];
  });
}

/** A person's public holiday on a day, if it is one. */
export const holidayOnNz = (date: IsoDate, province: string, works: Weekdays = officeWeek): ObservedHoliday | null =>
  holidaysBetweenNz(date, date, province, works)[0] ?? null;

const closed = new Set(holidayRowsNz.filter((row) => row.province === null).map((row) => observed(row, officeWeek)));

/**
 * A working day for filing and paying: no Saturday, Sunday or public holiday (moved days counted), and not from 25
 * December to 2 January. Provincial anniversaries do not count. Of the readings of the summer break this is the second
 * (docs/rules/readings.md); the third, to 15 January, would be later.
 */
export const isWorkingDayNz = (date: IsoDate): boolean =>
  weekday(date) < 6 && !closed.has(date) && date.slice(5) < "12-25" && date.slice(5) > "01-02";

/** The n-th working day after a date; the date itself is day nought. */
export function addWorkingDaysNz(date: IsoDate, n: number): IsoDate {
  let day = date;
  for (let counted = 0; counted < n; counted += 1) {
    do day = addDays(day, 1);
    while (!isWorkingDayNz(day));
  }
  return day;
}

/** The date itself if it is a working day, else the next one. */
export function rollForwardNz(date: IsoDate): IsoDate {
  let day = date;
  while (!isWorkingDayNz(day)) day = addDays(day, 1);
  return day;
}
