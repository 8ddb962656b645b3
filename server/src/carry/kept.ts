/** What an export of another version held that this one does not know: kept as it came, and written out again. */
import type Database from "better-sqlite3";
import type { Plain } from "./rows.ts";

export interface Kept {
  /** whole entities */
  entities: Record<string, Plain[]>;
  /** fields of rows, by entity and id */
  fields: Record<string, Record<string, Plain>>;
}
const name = (business: number) => `carried ${business}`;

export function readKept(sqlite: Database.Database, business: number): Kept {
  const row = sqlite
    .prepare<[string], { value: string }>("SELECT value FROM setting WHERE name = ?")
    .get(name(business));
  return row ? (JSON.parse(row.value) as Kept) : { entities: {}, fields: {} };
}

export function writeKept(sqlite: Database.Database, business: number, kept: Kept): void {
  if (Object.keys(kept.entities).length + Object.keys(kept.fields).length === 0) return;
  sqlite
    .prepare("INSERT INTO setting (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value")
    .run(name(business), JSON.stringify(kept));
}
