import { addDays } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";

/** The last day up to `end` on which what holds on a day holds: employment, agreement and leave by the year. */
export function termsUntil({ store }: Context, personId: number, date: string, end: string): string {
  const next = store
    .prepared<[number, string, string], { from: string | null }>(
      `SELECT MIN(t."from") AS "from" FROM (SELECT person_id, "from" FROM employment_terms
         UNION ALL SELECT person_id, "from" FROM time_terms UNION ALL SELECT person_id, "from" FROM leave_terms) t
       WHERE t.person_id = ? AND t."from" > ? AND t."from" <= ?`,
    )
    .get(personId, date, end)?.from;
  return next ? addDays(next, -1) : end;
}
