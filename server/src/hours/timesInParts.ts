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
  const timesOf = (id: number, first: IsoDate, last: IsoDate): TimesPart[] =>
    personTimes(context, businessId, [id], first, last).map((person) => ({ person, from: first, to: last }));
  return personTimes(context, businessId, personIds, from, to).flatMap((whole) => {
    const { id } = whole.who;
    const isOne = termsUntil(context, id, from, to) === to;
    const byTerms = isOne
      ? [{ person: whole, from, to }]
      : termParts(context, id, from, to).flatMap((part) => timesOf(id, ...part));
    return byTerms.flatMap((part) => {
      const versions = part.person.versions.map((each) => each.validFrom);
      return versions.length === 0
        ? [part]
        : parted([part.from, ...versions], part.to).flatMap((each) => timesOf(id, ...each));
    });
  });
}

/** A time cut where the terms of a person change: first and last day of each part. */
export function termParts(context: Context, personId: number, from: IsoDate, to: IsoDate): [IsoDate, IsoDate][] {
  const starts: IsoDate[] = [];
  for (let day = from; day <= to; day = addDays(termsUntil(context, personId, day, to), 1)) starts.push(day);
  return parted(starts, to);
}

/** From each of these days to the day before the next. */
const parted = (starts: readonly IsoDate[], to: IsoDate): [IsoDate, IsoDate][] =>
  [...new Set(starts)].map((start, at, all) => {
    const next = all[at + 1];
    return [start, next === undefined ? to : addDays(next, -1)];
  });
