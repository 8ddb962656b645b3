/** Public holidays that people agreed to keep on another day, as they stand. */
import type { HolidaySwap } from "@zesty/core/calendar/swappedHolidays";
import type { Context } from "../ground/context.ts";

export function swapsOf({ store }: Context, personIds: readonly number[]): ReadonlyMap<number, HolidaySwap[]> {
  const found = new Map<number, HolidaySwap[]>();
  for (const { personId, ...swap } of store
    .prepared<[string], HolidaySwap & { personId: number }>(
      `SELECT person_id AS personId, original, substitute, name FROM holiday_swap
       WHERE undone_at IS NULL AND person_id IN (SELECT value FROM json_each(?)) ORDER BY original`,
    )
    .all(JSON.stringify(personIds)))
    found.set(personId, [...(found.get(personId) ?? []), swap]);
  return found;
}
