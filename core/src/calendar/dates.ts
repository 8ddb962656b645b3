/** Plain calendar dates as ISO text, without a zone and without a clock. */

/** A calendar date, "2026-07-02". */
export type IsoDate = string;

interface Parts {
  year: number;
  month: number;
  day: number;
}

const partsOf = (date: IsoDate): Parts => ({
  year: Number(date.slice(0, 4)),
  month: Number(date.slice(5, 7)),
  day: Number(date.slice(8, 10)),
});
const two = (value: number): string => (value < 10 ? `0${value}` : String(value));
const textOf = ({ year, month, day }: Parts): IsoDate =>
  `${year > 999 ? year : String(year).padStart(4, "0")}-${two(month)}-${two(day)}`;

const isLeap = (year: number): boolean => year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
const lengths = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const daysInMonth = (year: number, month: number): number =>
  month === 2 && isLeap(year) ? 29 : (lengths[month - 1] ?? 0);

/**
 * Days since 1 March of the year nought, in the Gregorian calendar carried backwards. Years begin in March here, so that
 * the leap day is the last of its year and the months before it follow one rule of lengths.
 */
function dayNumber({ year, month, day }: Parts): number {
  const from = month > 2 ? year : year - 1;
  const ofYear = Math.floor((153 * (month > 2 ? month - 3 : month + 9) + 2) / 5) + day - 1;
  return 365 * from + Math.floor(from / 4) - Math.floor(from / 100) + Math.floor(from / 400) + ofYear;
}

/** The same backwards: 400 years have 146,097 days. */
function partsOfNumber(number: number): Parts {
  const era = Math.floor(number / 146_097);
  const ofEra = number - era * 146_097;
  const yearOfEra = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  );
  const ofYear = ofEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const march = Math.floor((5 * ofYear + 2) / 153);
  const month = march < 10 ? march + 3 : march - 9;
  return {
    year: era * 400 + yearOfEra + (month <= 2 ? 1 : 0),
    month,
    day: ofYear - Math.floor((153 * march + 2) / 5) + 1,
  };
}

/** Years of a payroll and of the people in it; reckoning about others, as about the year one, makes no sense. */
const years = { first: 1850, last: 2299 } as const;

/** Is it a day of the calendar, as 2026-07-01, within the years that a payroll can be about? */
export function isDate(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const { year, month, day } = partsOf(text);
  return (
    year >= years.first &&
    year <= years.last &&
    month >= 1 &&
    month <= 12 &&
    day >= 1 &&
    day <= daysInMonth(year, month)
  );
}

export const addDays = (date: IsoDate, days: number): IsoDate => textOf(partsOfNumber(dayNumber(partsOf(date)) + days));

/** A day that the month does not have becomes its last. */
export function addMonths(date: IsoDate, months: number): IsoDate {
  const { year, month, day } = partsOf(date);
  const count = year * 12 + month - 1 + months;
  const to = { year: Math.floor(count / 12), month: (((count % 12) + 12) % 12) + 1 };
  return textOf({ ...to, day: Math.min(day, daysInMonth(to.year, to.month)) });
}

/** A date as a whole number that rises by one a day, and back. */
export const dayOf = (date: IsoDate): number => dayNumber(partsOf(date));
export const dateOfDay = (day: number): IsoDate => textOf(partsOfNumber(day));

/** Whole days from one date to another. */
export const daysBetween = (from: IsoDate, to: IsoDate): number => dayNumber(partsOf(to)) - dayNumber(partsOf(from));
/** 1 is Monday, 7 is Sunday; 1 March of the year nought was a Wednesday. */
export const weekday = (date: IsoDate): number => ((dayNumber(partsOf(date)) + 2) % 7) + 1;
export function lastDayOfMonth(date: IsoDate): IsoDate {
  const { year, month } = partsOf(date);
  return textOf({ year, month, day: daysInMonth(year, month) });
}

/** Completed years between two dates; a birthday counts on the day itself. On text alone: it is asked for every pay. */
export const completedYears = (from: IsoDate, to: IsoDate): number =>
  Number(to.slice(0, 4)) - Number(from.slice(0, 4)) - (to.slice(5) < from.slice(5) ? 1 : 0);

/** The calendar date in a zone at an instant. "Today" of a business is the date at its own place. */
export function dateInZone(instant: string, zone: string): IsoDate {
  const parts = new Intl.DateTimeFormat("en", { timeZone: zone, year: "numeric", month: "2-digit", day: "2-digit" })
    .formatToParts(new Date(instant))
    .reduce<Record<string, string>>((found, { type, value }) => Object.assign(found, { [type]: value }), {});
  return `${parts.year}-${parts.month}-${parts.day}`;
}

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
