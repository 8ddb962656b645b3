/** The junior's per cent of the level's rate on a day, as an hour at noon would be paid. */
import type { IsoDate } from "../calendar/dates.ts";
import { interpret } from "./interpret.ts";
import type { PersonTime } from "./personHours.ts";

/** Nobody is a junior from this age on, whatever the agreement. */
const grown = 22;

/** @returns 100 for who is no junior, and where no agreement says otherwise */
export function juniorPercent({ rules, person, settings, timeZone }: PersonTime, day: IsoDate): number {
  if (!rules || !person.birthDate || Number(day.slice(0, 4)) - Number(person.birthDate.slice(0, 4)) > grown) return 100;
  const shifts = [{ start: `${day}T12:00`, end: `${day}T13:00` }];
  const worked = interpret({ rules, person, settings, timeZone, holidays: [], periodStart: day, shifts });
  return "faults" in worked ? 100 : (worked.pieces[0]?.ratePercent ?? 100);
}
