/** Business days and the public holidays they leave out. */
import { addDays, type IsoDate, weekday } from "./dates.ts";
import { holidaysAu } from "./generated/holidaysAu.ts";
import type { Holiday, StateAu } from "./listedHolidays.ts";

const byDate = new Map<IsoDate, Holiday[]>();
for (const holiday of holidaysAu) {
  const day = byDate.get(holiday.date);
  if (day) day.push(holiday);
  else byDate.set(holiday.date, [holiday]);
}

/** Whole-day public holidays on a date in a State. */
export const holidaysOn = (date: IsoDate, state: StateAu): Holiday[] =>
  (byDate.get(date) ?? []).filter((holiday) => holiday.states.includes(state));

/**
 * A business day in tax and super law: not a Saturday, a Sunday, or a public holiday for the whole of any State, the
 * ACT or the NT (Income Tax Assessment Act 1997 s 995-1, from memory). Part-day holidays do not count.
 */
export const isBusinessDayAu = (date: IsoDate): boolean => weekday(date) < 6 && !byDate.has(date);

/** The n-th business day after a date; the date itself is day nought. */
export function addBusinessDaysAu(date: IsoDate, n: number): IsoDate {
  let day = date;
  for (let counted = 0; counted < n; counted += 1) {
    do day = addDays(day, 1);
    while (!isBusinessDayAu(day));
  }
  return day;
}

/** The date itself if it is a business day, else the next one. */
export function rollForwardAu(date: IsoDate): IsoDate {
  let day = date;
  while (!isBusinessDayAu(day)) day = addDays(day, 1);
  return day;
}
