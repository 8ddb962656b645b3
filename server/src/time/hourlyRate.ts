/** What an hour of a person is worth on a day: what is agreed, or what the level asks for where that is more. */
import { interpret } from "@zesty/core/hours/interpret";
import { baseRate } from "@zesty/core/hours/pricing";
import type { Decimal } from "@zesty/core/quantity/decimal";
import type { KnownPerson } from "./personTimes.ts";

/** The junior's per cent on a day, as an hour at noon would be paid. */
function juniorPercent({ time }: KnownPerson, day: string): number {
  if (!time.rules) return 100;
  const { rules, person: who, settings, timeZone } = time;
  const shifts = [{ start: `${day}T12:00`, end: `${day}T13:00` }];
  const worked = interpret({ rules, person: who, settings, timeZone, holidays: [], periodStart: day, shifts });
  return "faults" in worked ? 100 : (worked.pieces[0]?.ratePercent ?? 100);
}

/** @param person as of that day; @returns null where no rate is known */
export const hourlyRateOn = (person: KnownPerson, day: string): Decimal | null =>
  baseRate(
    person.time.rules,
    person.terms?.classification ?? null,
    person.rates,
    person.agreedRate,
    juniorPercent(person, day),
  ).rate;
