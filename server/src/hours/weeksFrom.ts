/** Weeks of people as they change up to a day: what leave goes by, day by day. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { WeekFrom } from "@zesty/core/leave/changingWeek";
import { evenPattern, type WorkPattern } from "@zesty/core/leave/leaveDays";
import { fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { byWeek } from "../store/rosters.ts";
import { employmentTerms } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

export type TermsFrom = typeof employmentTerms.$inferSelect;

/** Ordinary hours of each weekday, Monday first; null where nobody has said. */
export function patternOf({
  workPattern,
  basis,
  weeklyHoursE4,
}: Pick<TermsFrom, "workPattern" | "basis" | "weeklyHoursE4">): WorkPattern | null {
  const weekly = fromE4(weeklyHoursE4);
  const isAgreed = basis === "full-time" || basis === "part-time";
  return workPattern ?? (!isAgreed || weekly.isZero() ? null : evenPattern(weekly));
}

/** Terms of people from their first day up to a day, in order; of two words from one day the newer one is last. */
export function termsTo({ store }: Context, personIds: readonly number[], to: IsoDate): Map<number, TermsFrom[]> {
  const rows = rowsOf(
    store.sqlite,
    employmentTerms,
    `WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t."from" <= ? ORDER BY t."from", t.id`,
    JSON.stringify(personIds),
    to,
  );
  return byPerson(byWeek(rows, to), personIds);
}

export function byPerson<Row extends { personId: number }>(
  rows: readonly Row[],
  personIds: readonly number[],
): Map<number, Row[]> {
  const found = new Map<number, Row[]>(personIds.map((id) => [id, []]));
  for (const row of rows) found.get(row.personId)?.push(row);
  return found;
}

export const weeksOf = (context: Context, personIds: readonly number[], to: IsoDate): Map<number, WeekFrom[]> =>
  new Map(
    [...termsTo(context, personIds, to)].map(([id, rows]) => [
      id,
      rows.map(
        (row): WeekFrom => ({
          ...{ from: row.from, pattern: patternOf(row), basis: row.basis },
          hourlyRate: row.hourlyRateE4 == null ? null : fromE4(row.hourlyRateE4).toString(),
        }),
      ),
    ]),
  );

/** Of whom the week changes in these days: each week from its day. */
export function weeksChanging(context: Context, personIds: readonly number[], after: IsoDate, to: IsoDate) {
  const changing = context.store
    .prepared<[string, string, string], { id: number }>(
      `SELECT DISTINCT t.person_id AS id FROM employment_terms t
       WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t."from" > ? AND t."from" <= ?`,
    )
    .all(JSON.stringify(personIds), after, to)
    .map((each) => each.id);
  return changing.length === 0 ? new Map<number, WeekFrom[]>() : weeksOf(context, changing, to);
}
