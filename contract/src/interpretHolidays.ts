/** The public holidays of a case of `interpret`: those that are given, or those of its place. */

import type { HolidayKind } from "@zesty/core/agreements/agreementRules";
import { addDays, isDate, weekday } from "@zesty/core/calendar/dates";
import { calendarYears, holidaysOfPlace, regionsOf } from "@zesty/core/calendar/holidayWindows";
import { readClock } from "@zesty/core/calendar/wallClock";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { HolidayWindow } from "@zesty/core/hours/roster";
import type { FieldError } from "./fields.ts";

export interface HolidayCase {
  publicHolidays?: (string | { date: string; from?: string; to?: string; name?: string; kind?: HolidayKind })[];
  place?: { country: CountryCode; region: string };
}

/** Holidays given, or those of the place; a list that is given replaces the calendar, an empty one too. */
export function holidaysFor(
  given: HolidayCase["publicHolidays"],
  place: HolidayCase["place"],
  firstDay: string,
  lastDay: string,
  otherwise: readonly string[],
): HolidayWindow[] | FieldError {
  if (given)
    return given.map((each) => {
      if (typeof each === "string") return { date: each };
      const { from, to, ...rest } = each;
      return { ...rest, ...(from ? { from: readClock(from) } : {}), ...(to ? { to: readClock(to) } : {}) };
    });
  if (!place || !isDate(firstDay) || firstDay > "2900") return [];
  if (!regionsOf(place.country).includes(place.region))
    return {
      path: "place.region",
      text: `“${place.region}” is not a region. Known are ${regionsOf(place.country).join(", ")}.`,
    };
  const [first, last] = calendarYears;
  if (Number(firstDay.slice(0, 4)) < first || Number(addDays(lastDay, 1).slice(0, 4)) > last)
    return { path: "place", text: `The calendar runs from ${first} to ${last}. Give publicHolidays for other years.` };
  const works = new Set([1, 2, 3, 4, 5, ...otherwise.map((each) => weekday(each))]);
  return holidaysOfPlace(place.country, place.region, addDays(firstDay, -1), addDays(lastDay, 2), works);
}
