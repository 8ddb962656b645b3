import { addDays } from "@zesty/core/calendar/dates";
import { mondayOf } from "@zesty/core/calendar/rosterWeeks";
import type { Context } from "../ground/context.ts";

/** The last day up to `end` on which what holds on a day holds: employment, agreement, leave by the year, the week of a roster. */
export function termsUntil({ store }: Context, personId: number, date: string, end: string): string {
  const next = store
    .prepared<[number, string, string], { from: string | null }>(
      `SELECT MIN(t."from") AS "from" FROM (SELECT person_id, "from" FROM employment_terms
         UNION ALL SELECT person_id, "from" FROM time_terms UNION ALL SELECT person_id, "from" FROM leave_terms) t
       WHERE t.person_id = ? AND t."from" > ? AND t."from" <= ?`,
    )
    .get(personId, date, end)?.from;
  const last = next ? addDays(next, -1) : end;
  const sunday = addDays(mondayOf(date), 6);
  if (sunday >= last) return last;
  const held = store
    .prepared<[number, string], { roster: string | null }>(
      `SELECT roster FROM employment_terms WHERE person_id = ? AND "from" <= ? ORDER BY "from" DESC, id DESC LIMIT 1`,
    )
    .get(personId, date);
  return held?.roster && held.roster !== "null" ? sunday : last;
}
