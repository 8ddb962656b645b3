/** Days on which banks of a country work, and where a payday goes that falls on none. */
import { isBusinessDayAu } from "../calendar/businessDays.ts";
import { addDays, type IsoDate } from "../calendar/dates.ts";
import { isWorkingDayNz } from "../calendar/holidaysNz.ts";
import type { CountryCode } from "./countries.ts";

export const worksOn: Record<CountryCode, (date: IsoDate) => boolean> = { AU: isBusinessDayAu, NZ: isWorkingDayNz };

export const isBankDay = (country: CountryCode, date: IsoDate): boolean => worksOn[country](date);

export const closedDayRules = ["ask", "before", "after"] as const;
export type ClosedDayRule = (typeof closedDayRules)[number];

/** A payday by the rule of its cycle: moved to the bank day before or after; left where it is when the run asks. */
export function paydayByRule(country: CountryCode, payday: IsoDate, rule: ClosedDayRule): IsoDate {
  if (rule === "ask") return payday;
  let day = payday;
  while (!isBankDay(country, day)) day = addDays(day, rule === "before" ? -1 : 1);
  return day;
}
