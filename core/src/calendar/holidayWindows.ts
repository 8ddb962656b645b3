/**
 * Public holidays of a place as windows of time. Part-days: Christmas Eve and New Year's Eve from 7 pm in South Australia
 * and the Northern Territory, Christmas Eve from 6 pm in Queensland (Public Holidays Acts of the three; from memory).
 */
import { holidaysOn } from "./businessDays.ts";
import { addDays, type IsoDate } from "./dates.ts";
import { holidaysAu } from "./generated/holidaysAu.ts";
import { holidaysBetweenNz, provincesNz, type Weekdays } from "./holidaysNz.ts";
import { type StateAu, statesAu } from "./listedHolidays.ts";
import { minutesOfDay } from "./wallClock.ts";

/** A public holiday, or the part of a day that is one; minutes of the day, the whole day when left out. */
export interface HolidayOfPlace {
  date: IsoDate;
  name: string;
  from?: number;
  to?: number;
}

const evening = 19 * 60;
const partDays: Partial<Record<StateAu, Record<string, [name: string, from: number]>>> = {
  SA: { "12-24": ["Christmas Eve", evening], "12-31": ["New Year's Eve", evening] },
  NT: { "12-24": ["Christmas Eve", evening], "12-31": ["New Year's Eve", evening] },
  QLD: { "12-24": ["Christmas Eve", 18 * 60] },
};

/** A holiday with or without its name. */
export type HolidayWindow = Omit<HolidayOfPlace, "name"> & { name?: string };

/** A holiday of the evening alone leaves the day a working day. */
export const isWholeDay = ({ from, to }: HolidayWindow): boolean =>
  (from ?? 0) === 0 && (to ?? minutesOfDay) === minutesOfDay;

/** First and last year of the calendars. */
export const calendarYears: readonly [number, number] = [
  Number(holidaysAu[0]?.date.slice(0, 4)),
  Number(holidaysAu.at(-1)?.date.slice(0, 4)),
];

/** What a country says of the public holidays of its places. */
interface PlaceCalendar {
  regions: readonly string[];
  between(region: string, from: IsoDate, to: IsoDate, works?: Weekdays): HolidayOfPlace[];
  /** a place may have days of its own beside its region's: of its district, or declared for it */
  ownDays?: boolean;
}

function between(region: string, from: IsoDate, to: IsoDate): HolidayOfPlace[] {
  const found: HolidayOfPlace[] = [];
  const state = region as StateAu;
  for (let date = from; date <= to; date = addDays(date, 1)) {
    for (const { name } of holidaysOn(date, state)) found.push({ date, name });
    const part = partDays[state]?.[date.slice(5)];
    if (part) found.push({ date, name: part[0], from: part[1], to: 24 * 60 });
  }
  return found;
}

export const calendars: Record<"AU" | "NZ", PlaceCalendar> = {
  AU: { regions: statesAu, between, ownDays: true },
  NZ: {
    regions: provincesNz,
    between: (region, from, to, works) =>
      holidaysBetweenNz(from, to, region, works).map(({ date, name }) => ({ date, name })),
  },
};

export const keepsOwnDays = (country: keyof typeof calendars): boolean => calendars[country].ownDays === true;

export const regionsOf = (country: keyof typeof calendars): readonly string[] => calendars[country].regions;

/**
 * The public holidays of a place between two days, both included.
 * @param works weekdays that the person works: what a New Zealand holiday at a weekend hangs on
 */
export const holidaysOfPlace = (
  country: keyof typeof calendars,
  region: string,
  from: IsoDate,
  to: IsoDate,
  works?: Weekdays,
): HolidayOfPlace[] => calendars[country].between(region, from, to, works);
