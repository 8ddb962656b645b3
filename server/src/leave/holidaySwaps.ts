/**
 * Public holidays kept on another day, by agreement with each person (core/src/calendar/swappedHolidays.ts): who, which day
 * for which, agreed when and how. What was paid already stays as it was paid.
 */
import type { SwapHoliday } from "@zesty/contract/leave";
import { dateWords, type IsoDate, weekday } from "@zesty/core/calendar/dates";
import { isWholeDay } from "@zesty/core/calendar/holidayWindows";
import { patternOn } from "@zesty/core/calendar/rosterWeeks";
import { timeRulesIn } from "@zesty/core/countries/time";
import { and, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import type { PersonDay } from "../http/timeRights.ts";
import { holidaySwap, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { withLeaveLaidAnew } from "./laidAnew.ts";
import { paidOn, readSwaps } from "./readSwaps.ts";

const refused = (path: string, text: string) => cannot("swap-refused", text, { errors: [{ path, text }] });
const nameOf = ({ who }: KnownPerson) => `${who.givenName} ${who.familyName}`;

export function swapHolidays(
  context: Context,
  actor: Actor,
  businessId: number,
  { personIds, original, substitute, agreedOn, how }: SwapHoliday,
): void {
  const [first, last] = original < substitute ? [original, substitute] : [substitute, original];
  if (first === last) throw refused("substitute", "It is kept on that very day already. Choose another day.");
  const people = personTimes(context, businessId, personIds, first, last, false);
  if (people.length < personIds.length || people.some((each) => each.who.businessId !== businessId))
    throw notFound("person");
  const wanted = people.map((each) => ({ each, ...swappable(context, each, original, substitute) }));
  const faults = wanted.flatMap(({ fault }) => (fault ? [fault] : []));
  const [fault] = faults;
  // All at once: who of many cannot is not found one by one.
  if (fault) throw cannot("swap-refused", fault.text, { errors: faults });
  const write = () => {
    for (const { each, name } of wanted) {
      context.store.db
        .insert(holidaySwap)
        .values({
          ...{ personId: each.who.id, original, substitute, name, agreedOn, how },
          ...{ userId: actor.userId, at: context.clock.now() },
        })
        .run();
      record(context.store, {
        at: context.clock.now(),
        userId: actor.userId,
        businessId,
        what: "took down that a public holiday is kept on another day",
        about: `${nameOf(each)}: ${name}, ${dateWords(original)} to ${dateWords(substitute)}; agreed on ${dateWords(agreedOn)}: ${how}`,
      });
    }
  };
  context.store.transaction(() => {
    withLeaveLaidAnew(context, actor, businessId, null, write);
    context.factsChanged(businessId, personIds);
  });
}

/** The holiday's name, or why the days of a person cannot be swapped. */
function swappable(
  context: Context,
  known: KnownPerson,
  original: IsoDate,
  substitute: IsoDate,
): { name: string; fault?: { path: string; text: string } } {
  const { who, time } = known;
  const holiday = time.holidays.find((each) => each.date === original && isWholeDay(each));
  const name = holiday?.name ?? "Public holiday";
  const because = (path: string, text: string) => ({ name, fault: { path, text } });
  if (!holiday)
    return because("original", `${dateWords(original)} is no whole public holiday where ${nameOf(known)} works.`);
  if (readSwaps(context, [who.id]).some((each) => each.substitute === original || each.original === original))
    return because(
      "original",
      `${dateWords(original)} has to do with an agreement of ${nameOf(known)} already. Take that back first.`,
    );
  if (time.holidays.some((each) => each.date === substitute))
    return because("substitute", `${dateWords(substitute)} is a public holiday already where ${nameOf(known)} works.`);
  for (const [path, day] of [
    ["original", original],
    ["substitute", substitute],
  ] as const) {
    if (day < who.startDate || (who.endDate !== null && day > who.endDate))
      return because(path, `${nameOf(known)} is not employed on ${dateWords(day)}.`);
    if (paidOn(context, who.id, day))
      return because(
        path,
        `${nameOf(known)} was paid for ${dateWords(day)} already. Correct that pay in the run instead.`,
      );
  }
  // Holidays Act 2003, s 44B: the other day must be one that would otherwise be worked.
  const hours = patternOn(time, substitute)?.[weekday(substitute) - 1];
  return timeRulesIn(time.country).holidaysByDay && hours !== undefined && Number(hours) === 0
    ? because(
        "substitute",
        `${dateWords(substitute)} is no working day of ${nameOf(known)}: a holiday moves to a day that would be worked. Choose another day, or untick the name.`,
      )
    : { name };
}

export function undoSwap(
  context: Context,
  actor: Actor,
  businessId: number,
  swapId: number,
  within: (days: PersonDay[]) => void,
): void {
  const { db } = context.store;
  const found = db
    .select({ swap: holidaySwap, who: person })
    .from(holidaySwap)
    .innerJoin(person, eq(person.id, holidaySwap.personId))
    .where(and(eq(holidaySwap.id, swapId), eq(person.businessId, businessId), isNull(holidaySwap.undoneAt)))
    .get();
  if (!found) throw notFound("agreement");
  const { swap, who } = found;
  within([{ personId: who.id, date: swap.original }]);
  for (const day of [swap.original, swap.substitute])
    if (paidOn(context, who.id, day))
      throw refused(
        "original",
        `${who.givenName} ${who.familyName} was paid for ${dateWords(day)} already. Correct that pay in the run instead.`,
      );
  const write = () => {
    db.update(holidaySwap).set({ undoneAt: context.clock.now() }).where(eq(holidaySwap.id, swapId)).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "took back that a public holiday is kept on another day",
      about: `${who.givenName} ${who.familyName}: ${swap.name}, ${dateWords(swap.original)}`,
    });
  };
  context.store.transaction(() => {
    withLeaveLaidAnew(context, actor, businessId, who.id, write);
    context.factsChanged(businessId, [who.id]);
  });
}
