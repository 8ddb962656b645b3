/** The first change after a day that stands already, by person: a change made for that day holds until then. */
import type { SQLiteColumn, SQLiteTable } from "drizzle-orm/sqlite-core";
import type { Context } from "../ground/context.ts";
import { rowsOf } from "../store/statements.ts";

type Dated = SQLiteTable & { personId: SQLiteColumn; from: SQLiteColumn };

export function laterChanges(
  { store }: Context,
  table: Dated,
  personIds: readonly number[],
  after: string,
): Map<number, string> {
  const found = new Map<number, string>();
  const rows = rowsOf(
    store.sqlite,
    table as SQLiteTable,
    `WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t."from" > ? ORDER BY t."from"`,
    ...[JSON.stringify(personIds), after],
  ) as { personId: number; from: string }[];
  for (const { personId, from } of rows) if (!found.has(personId)) found.set(personId, from);
  return found;
}
