/** From when service counts, and what arose of it before this program (Holidays Act 2003, ss 16 and 63). */
import type { Context } from "../ground/context.ts";

export interface ServiceSaid {
  countsFrom: string | null;
  anniversaryFrom: string | null;
  sickFrom: string | null;
}
const nothing: ServiceSaid = { countsFrom: null, anniversaryFrom: null, sickFrom: null };

/**
 * By person. It is saved with what is agreed of holidays from a day and holds for every day, as in Australia: said in September
 * it counts for the anniversary of August, so the last word of it is asked for and never that of a date.
 */
export function serviceSaidNz({ store }: Context, ids: readonly number[]): (personId: number) => ServiceSaid {
  const said = store
    .prepared<[string], ServiceSaid & { personId: number }>(
      `SELECT person_id AS personId, counts_from AS countsFrom, anniversary_from AS anniversaryFrom, sick_from AS sickFrom
       FROM holiday_terms WHERE id IN (SELECT MAX(id) FROM holiday_terms
         WHERE person_id IN (SELECT value FROM json_each(?)) GROUP BY person_id)`,
    )
    .all(JSON.stringify(ids));
  const found = new Map(said.map(({ personId, ...words }) => [personId, words]));
  return (personId) => found.get(personId) ?? nothing;
}
