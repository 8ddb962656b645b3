/**
 * Approved leave and public holidays as a calendar (RFC 5545) at a secret address: calendars cannot sign in. It says
 * who is away, never of what kind of leave.
 */
import { createHash, randomBytes } from "node:crypto";
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { holidaysAt } from "@zesty/core/calendar/placeDays";
import { type WeekFrom, weekOn } from "@zesty/core/leave/changingWeek";
import { stretches } from "@zesty/core/leave/leaveDays";
import { and, eq, isNull } from "drizzle-orm";
import ical, { ICalEventTransparency } from "ical-generator";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import { weeksOf } from "../hours/weeksFrom.ts";
import { placeOfWork } from "../setup/places.ts";
import { calendarFeed, person, place } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { daysOf } from "./readLeave.ts";

const hashOf = (secret: string): string => createHash("sha256").update(secret).digest("hex");
/** How far a calendar reaches back and ahead, in days. */
const reach = { back: 60, ahead: 400 };

/** Makes a new address and ends the one that stood. @returns the path, shown this once */
export function makeFeed(context: Context, actor: Actor, businessId: number): { path: string } {
  const secret = randomBytes(24).toString("base64url");
  context.store.transaction(() => {
    closeFeeds(context, businessId);
    context.store.db
      .insert(calendarFeed)
      .values({ businessId, hash: hashOf(secret), userId: actor.userId, at: context.clock.now(), endedAt: null })
      .run();
    tell(context, actor, businessId, "made a calendar address");
  });
  return { path: `/api/calendars/${secret}.ics` };
}

export function endFeed(context: Context, actor: Actor, businessId: number): void {
  context.store.transaction(() => {
    closeFeeds(context, businessId);
    tell(context, actor, businessId, "ended the calendar address");
  });
}

const closeFeeds = ({ store, clock }: Context, businessId: number): void => {
  store.db
    .update(calendarFeed)
    .set({ endedAt: clock.now() })
    .where(and(eq(calendarFeed.businessId, businessId), isNull(calendarFeed.endedAt)))
    .run();
};

const tell = (context: Context, actor: Actor, businessId: number, what: string): void =>
  record(context.store, { at: context.clock.now(), userId: actor.userId, businessId, what, about: "leave" });

/** @param file the last part of the address, "secret.ics" */
export function feedText(context: Context, file: string): string {
  const secret = file.replace(/\.ics$/, "");
  const feed = context.store.db
    .select()
    .from(calendarFeed)
    .where(and(eq(calendarFeed.hash, hashOf(secret)), isNull(calendarFeed.endedAt)))
    .get();
  if (!feed) throw notFound("calendar");
  return calendarText(context, feed.businessId);
}

export function calendarText(context: Context, businessId: number): string {
  const owner = findBusiness(context, businessId);
  const today = context.clock.today(owner.timeZone);
  const [from, to] = [addDays(today, -reach.back), addDays(today, reach.ahead)];
  const calendar = ical({ name: `Away: ${owner.name}`, prodId: "//Zesty Ledger//Leave//EN", ttl: 3600 });
  const event = (id: string, first: IsoDate, last: IsoDate, summary: string) => {
    calendar.createEvent({
      id,
      allDay: true,
      start: first,
      end: addDays(last, 1),
      stamp: context.clock.now(),
      summary,
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  };
  const ids = context.store.db
    .select({ id: person.id })
    .from(person)
    .where(eq(person.businessId, businessId))
    .all()
    .map((each) => each.id);
  const weeks = weeksOf(context, ids, to);
  for (const known of personTimes(context, businessId, ids, from, to))
    for (const { first, last } of awayOf(known, weeks.get(known.who.id) ?? [], from, to))
      event(
        `${businessId}-${known.who.id}-${first.date}@leave`,
        first.date,
        last.date,
        `${known.who.givenName} ${known.who.familyName.charAt(0)}. away${first.hours === null ? "" : `, ${first.hours} h`}`,
      );
  for (const { key, placeId, name } of placesOf(context, businessId))
    for (const day of holidaysAt(placeOfWork(context, businessId, placeId), from, to))
      event(`${key}-${day.date}-${day.from ?? 0}@holidays`, day.date, day.date, `${day.name}${name}`);
  return calendar.toString();
}

/** Each region once, and each place with days of its own; named where there are several. */
function placesOf({ store }: Context, businessId: number): { key: string; placeId: number | null; name: string }[] {
  const places = store.db.select().from(place).where(eq(place.businessId, businessId)).all();
  if (places.length === 0) return [{ key: String(businessId), placeId: null, name: "" }];
  const found = new Map<string, { placeId: number; name: string }>();
  for (const { id, name, state, district, days } of places) {
    const own = district !== null || days !== "";
    const key = own ? `${state}-${id}` : state;
    if (!found.has(key)) found.set(key, { placeId: id, name: own ? name : state });
  }
  return [...found].map(([key, each]) => ({ ...each, key, name: found.size > 1 ? `, ${each.name}` : "" }));
}

/** Whole days in a row are one stretch; a part of a day stands alone. */
const awayOf = (known: KnownPerson, weeks: readonly WeekFrom[], from: IsoDate, to: IsoDate) =>
  stretches(
    daysOf(known, from, to).filter((day) => day.state !== "open"),
    (date) => weekOn(weeks, date)?.pattern ?? null,
    known.time.holidays,
    (last, next) => last.hours === null && next.hours === null,
  );
