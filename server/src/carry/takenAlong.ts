/**
 * What belongs to a business that was taken in and stands in no table: what this version does not know, kept as it came
 * and written out again, and by how much its ids lie higher here.
 */
import type Database from "better-sqlite3";
import type { Plain } from "./rows.ts";

export interface Kept {
  /** whole entities */
  entities: Record<string, Plain[]>;
  /** fields of rows, by entity and id */
  fields: Record<string, Record<string, Plain>>;
  shift: number;
}
const name = (business: number) => `carried ${business}`;

export function readKept(sqlite: Database.Database, business: number): Kept {
  const row = sqlite
    .prepare<[string], { value: string }>("SELECT value FROM setting WHERE name = ?")
    .get(name(business));
  return { entities: {}, fields: {}, shift: 0, ...(row ? (JSON.parse(row.value) as Partial<Kept>) : {}) };
}

export function writeKept(sqlite: Database.Database, business: number, kept: Kept): void {
  if (Object.keys(kept.entities).length + Object.keys(kept.fields).length + kept.shift === 0) return;
  sqlite
    .prepare("INSERT INTO setting (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value")
    .run(name(business), JSON.stringify(kept));
}
