/** People over a long time, cut where what prices their days changes: terms, agreement, leave, a version of the agreement. */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import { type KnownPerson, personTimes } from "./personTimes.ts";
import { termsUntil } from "./termsUntil.ts";

export interface TimesPart {
  person: KnownPerson;
  from: IsoDate;
  to: IsoDate;
}

/** @returns by name and day; whoever changed nothing is one part */
export function timesInParts(
  context: Context,
  businessId: number,
  personIds: readonly number[],
  from: IsoDate,
  to: IsoDate,
): TimesPart[] {
  const whole = personTimes(context, businessId, personIds, from, to);
  return whole.flatMap((person) => {
    const parts = cuts(context, person, from, to);
    if (parts.length === 1) return [{ person, from, to }];
    return parts.flatMap((start, at) => {
      const next = parts[at + 1];
      const end = next === undefined ? to : addDays(next, -1);
      return personTimes(context, businessId, [person.who.id], start, end).map((part) => ({
        ...{ person: part, from: start, to: end },
      }));
    });
  });
}

/** The first days of the parts. */
function cuts(context: Context, { who, versions }: KnownPerson, from: IsoDate, to: IsoDate): IsoDate[] {
  const found = new Set([from, ...versions.map((each) => each.validFrom)]);
  for (let day = from; day <= to; ) {
    const until = termsUntil(context, who.id, day, to);
    day = addDays(until, 1);
    if (day <= to) found.add(day);
  }
  return [...found].sort();
}
