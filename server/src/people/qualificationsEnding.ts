/** Qualifications of people who work here that end soon, or have ended: whoever works by one may not any more. */
import { addDays } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";

export interface EndingQualification {
  businessId: number;
  personId: number;
  person: string;
  name: string;
  expires: string;
}

/** @param days how long beforehand */
export const qualificationsEnding = (
  { store }: Context,
  businessIds: readonly number[],
  today: string,
  days: number,
): EndingQualification[] =>
  store
    .prepared<[{ ids: string; today: string; until: string }], EndingQualification>(
      `SELECT p.business_id AS businessId, p.id AS personId, p.given_name || ' ' || p.family_name AS person,
         q.value ->> 'name' AS name, q.value ->> 'expires' AS expires
       FROM person p, json_each(p.qualifications) q
       WHERE p.business_id IN (SELECT value FROM json_each(@ids)) AND (p.end_date IS NULL OR p.end_date >= @today)
         AND q.value ->> 'expires' <= @until
       ORDER BY expires, p.family_name, p.given_name`,
    )
    .all({ ids: JSON.stringify(businessIds), today, until: addDays(today, days) });
