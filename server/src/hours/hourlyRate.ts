/** What an hour of a person is worth on a day: what is agreed, or what the level asks for where that is more. */
import { allPurposeOf } from "@zesty/core/hours/allPurpose";
import { juniorPercent } from "@zesty/core/hours/juniorPercent";
import { baseRate } from "@zesty/core/hours/pricing";
import type { Decimal } from "@zesty/core/quantity/decimal";
import type { KnownPerson } from "./personTimes.ts";

/** @param person as of that day; @returns null where no rate is known */
export const hourlyRateOn = (person: KnownPerson, day: string): Decimal | null =>
  baseRate(
    person.time.rules,
    person.terms?.classification ?? null,
    person.rates,
    person.agreedRate,
    juniorPercent(person.time, day),
    allPurposeOf(person.time.rules, person.rates, person.time.person),
  ).rate;
