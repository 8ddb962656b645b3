/** Days of a person that cannot be: rates by age and super would go by them, or nobody would be paid, in silence. */
import type { Details } from "@zesty/contract/people";
import { addMonths, completedYears, type IsoDate } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";

/** House convention: younger or older on the first day, a year slipped. */
const ages = { least: 10, most: 100 } as const;

/** @returns what is wrong with it, in a sentence; null where nothing is */
export function birthFault(birth: IsoDate, start: IsoDate): string | null {
  if (birth >= start) return "The birth date is not before the start date.";
  const age = completedYears(birth, start);
  if (age >= ages.least && age <= ages.most) return null;
  return `By this birth date somebody of ${age} ${age === 1 ? "year" : "years"} starts work. Look at its year, and at the start date.`;
}

/** Who starts in years to come stands in no run, and nobody misses them. */
export const startFault = (start: IsoDate, today: IsoDate): string | null =>
  start > addMonths(today, 24) ? "The start date is more than two years ahead. Look at its year." : null;

/** @throws where a day of a person cannot be */
export function demandDates(context: Context, businessId: number, details: Details): void {
  if (details.endDate && details.endDate < details.startDate) {
    const text = "The last day is before the start date.";
    throw cannot("dates", text, { errors: [{ path: "endDate", text }] });
  }
  const faults = {
    birthDate: birthFault(details.birthDate, details.startDate),
    startDate: startFault(details.startDate, todayAt(context, businessId)),
  };
  for (const [path, text] of Object.entries(faults))
    if (text) throw cannot("dates", text, { errors: [{ path, text }] });
}
