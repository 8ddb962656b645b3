/** From when service counts, where an earlier employer's was taken over (Australia: Fair Work Act 2009, s 22(5)). */
import { dateWords } from "@zesty/core/calendar/dates";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { person } from "../store/schema.ts";

/**
 * By person, where it was said. It is saved with the leave of a day and holds for every day: written down in July it counts
 * for who left in June, so the last word of it is asked for and never that of a date.
 */
export function serviceTakenOver({ store }: Context, ids: readonly number[]): ReadonlyMap<number, string> {
  const said = store
    .prepared<[string], { personId: number; day: string | null }>(
      `SELECT person_id AS personId, counts_from AS day FROM leave_terms
       WHERE person_id IN (SELECT value FROM json_each(?)) ORDER BY id`,
    )
    .all(JSON.stringify(ids));
  const found = new Map<number, string>();
  for (const { personId, day } of said)
    if (day === null) found.delete(personId);
    else found.set(personId, day);
  return found;
}

/** @returns null: from the start date. Left out, it stays as it was. */
export function serviceCountsFrom(context: Context, personId: number, said: string | null | undefined): string | null {
  if (said === undefined) return serviceTakenOver(context, [personId]).get(personId) ?? null;
  if (!said) return null;
  const start =
    context.store.db.select({ day: person.startDate }).from(person).where(eq(person.id, personId)).get()?.day ?? said;
  if (said > start) {
    const text = `Service counts from the start date, ${dateWords(start)}, or from earlier. Leave it empty for the start date.`;
    throw cannot("service-after-start", text, { errors: [{ path: "countsFrom", text }] });
  }
  return said === start ? null : said;
}
