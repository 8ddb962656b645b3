/** Whose hours and leave a user may record and approve: everybody's of a business, or of the places and teams named. */
import type { GivenRight } from "@zesty/contract/session";
import { dateWords } from "@zesty/core/calendar/dates";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { ProblemError } from "../ground/problem.ts";
import { demandRight, mayPrepare } from "../ground/rights.ts";
import { person, userRight } from "../store/schema.ts";

export interface PersonDay {
  personId: number;
  date: string;
}

/** Does the right reach a day of a person: who moves to another place is another approver's from that day. */
export type TimeReach = (of: PersonDay) => boolean;
const everybody: TimeReach = () => true;
const nobody: TimeReach = () => false;

/** Whoever prepares runs reaches everybody; whoever was given just hours and leave, the places and teams named. */
export function timeReach(context: Context, actor: Actor, businessId: number): TimeReach {
  if (mayPrepare(context, actor, businessId)) return everybody;
  const row = context.store.db
    .select({ approves: userRight.approves, approvesFor: userRight.approvesFor })
    .from(userRight)
    .where(and(eq(userRight.userId, actor.userId), eq(userRight.businessId, businessId)))
    .get();
  if (!row?.approves) return nobody;
  return row.approvesFor ? reachOf(context, businessId, row.approvesFor) : everybody;
}

interface Where {
  personId: number;
  from: string;
  placeId: number | null;
  centres: string;
}

/** By the terms in force on the day, the first ones before they begin; without a place a person works at the first one. */
function reachOf(
  { store }: Context,
  businessId: number,
  { placeIds, costCentreIds }: NonNullable<GivenRight["approvesFor"]>,
): TimeReach {
  const terms = new Map<number, Where[]>();
  for (const row of store
    .prepared<[number], Where>(
      `SELECT t.person_id AS personId, t."from" AS "from",
         coalesce(t.place_id, (SELECT MIN(id) FROM place WHERE business_id = p.business_id)) AS placeId,
         CASE WHEN t.cost_split IS NULL THEN json_array(t.cost_centre_id)
           ELSE (SELECT json_group_array(value ->> 'costCentreId') FROM json_each(t.cost_split)) END AS centres
       FROM employment_terms t JOIN person p ON p.id = t.person_id WHERE p.business_id = ? ORDER BY t."from", t.id`,
    )
    .all(businessId))
    terms.set(row.personId, [...(terms.get(row.personId) ?? []), row]);
  return ({ personId, date }) => {
    const own = terms.get(personId) ?? [];
    const now = own.findLast((each) => each.from <= date) ?? own[0];
    if (!now) return false;
    const centres: (number | null)[] = JSON.parse(now.centres);
    return (
      (now.placeId !== null && placeIds.includes(now.placeId)) ||
      centres.some((id) => id !== null && costCentreIds.includes(id))
    );
  };
}

/**
 * As `demandRight`, for hours and leave.
 * @returns refuses days that the right does not reach, once it is known which are meant
 */
export function demandTimeRight(
  context: Context,
  actor: Actor,
  businessId: number,
): (days: readonly PersonDay[]) => void {
  demandRight(context, actor, businessId, "hours");
  const reach = timeReach(context, actor, businessId);
  if (reach === nobody)
    throw missing(
      "You may see the week, but not record or approve hours and leave. Ask the practice lead for the right.",
    );
  return (days) => {
    const beyond = days.find((each) => !reach(each));
    const who = beyond && context.store.db.select().from(person).where(eq(person.id, beyond.personId)).get();
    // Somebody of no or of another business is told of by what is asked, in the same words as to everybody.
    if (beyond && who?.businessId === businessId)
      throw missing(
        `Nothing was saved. ${who.givenName} ${who.familyName}, ${dateWords(beyond.date)}: of a place or team that you do not approve for. Ask the practice lead for the right.`,
      );
  };
}

const missing = (text: string) => new ProblemError(403, "right-missing", text);
