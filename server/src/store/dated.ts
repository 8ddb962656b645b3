/** Readers of dated records: for each person the newest row whose `from` is not after the date. */
import type { SQLiteColumn, SQLiteTable } from "drizzle-orm/sqlite-core";
import { agreedIn, asAgreed } from "./asAgreed.ts";
import type { Db } from "./open.ts";
import { onDay } from "./rosters.ts";
import {
  bankSplit,
  employmentTerms,
  holidayTerms,
  kiwiSaver,
  leaveTerms,
  payOrders,
  superChoice,
  taxCode,
  taxDeclaration,
  usualPay,
} from "./schema.ts";
import { preparedOn, rowsOf } from "./statements.ts";

type Dated = SQLiteTable & { id: SQLiteColumn; personId: SQLiteColumn; from: SQLiteColumn };

export function newest<T extends Dated>(db: Db, table: T, personIds: readonly number[], date: string) {
  const rows = rowsOf(
    db.$client,
    table as SQLiteTable,
    `WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t."from" <= ? ORDER BY t."from", t.id`,
    JSON.stringify(personIds),
    date,
  ) as (T["$inferSelect"] & { personId: number })[];
  const found = new Map<number, T["$inferSelect"]>();
  for (const row of rows) found.set(row.personId, row);
  // Of a roster of several weeks the one that the day lies in.
  if ((table as SQLiteTable) === employmentTerms)
    for (const [id, row] of found) found.set(id, onDay(row as Terms, date) as T["$inferSelect"]);
  return found;
}

export type DatedRecords = ReturnType<typeof datedRecords>;

/** What somebody is asked once: the first saying counts from the start, whenever it was typed. */
function newestOrFirst<T extends Dated>(db: Db, table: T, personIds: readonly number[], date: string) {
  const found = newest(db, table, personIds, date);
  const missing = personIds.filter((id) => !found.has(id));
  if (missing.length === 0) return found;
  const rows = rowsOf(
    db.$client,
    table as SQLiteTable,
    `WHERE t.person_id IN (SELECT value FROM json_each(?)) ORDER BY t."from" DESC, t.id`,
    JSON.stringify(missing),
  ) as (T["$inferSelect"] & { personId: number; from: string })[];
  // The first day, and of that day the newest word.
  for (const row of rows) found.set(row.personId, row);
  return found;
}

/** All dated records of people as they stand on a date. */
export const datedRecords = (db: Db, personIds: readonly number[], date: string) => {
  const terms = newest(db, employmentTerms, personIds, date);
  return {
    terms,
    tax: newestOrFirst(db, taxDeclaration, personIds, date),
    super: newestOrFirst(db, superChoice, personIds, date),
    bank: newestOrFirst(db, bankSplit, personIds, date),
    leave: newest(db, leaveTerms, personIds, date),
    usual: usualOn(db, terms, newest(db, usualPay, personIds, date)),
  };
};

type Terms = typeof employmentTerms.$inferSelect;
type Usual = typeof usualPay.$inferSelect;

/** Usual pay with what is as agreed worked from the terms of the day. */
function usualOn(db: Db, terms: ReadonlyMap<number, Terms>, usual: Map<number, Usual>): Map<number, Usual> {
  // Nearly always the terms were said once, and usual pay with them.
  const moved = preparedOn<[string], { id: number }>(
    db.$client,
    `SELECT person_id AS id FROM employment_terms WHERE person_id IN (SELECT value FROM json_each(?))
     GROUP BY person_id HAVING COUNT(*) > 1`,
  ).all(JSON.stringify([...usual.keys()]));
  for (const { id } of moved) {
    const [held, row] = [terms.get(id), usual.get(id)];
    if (!held || !row) continue;
    const rows = rowsOf(
      db.$client,
      employmentTerms,
      'WHERE t.person_id = ? AND t."from" <= ? ORDER BY t."from", t.id',
      ...[id, held.from],
    );
    usual.set(id, { ...row, lines: asAgreed(row.lines, row.from, rows, agreedIn(db)) });
  }
  return usual;
}

export type DatedRecordsNz = ReturnType<typeof datedRecordsNz>;

/** What New Zealand law asks to be known, as it stands on a date. */
export const datedRecordsNz = (db: Db, personIds: readonly number[], date: string) => ({
  taxCode: newestOrFirst(db, taxCode, personIds, date),
  kiwiSaver: newest(db, kiwiSaver, personIds, date),
  orders: newest(db, payOrders, personIds, date),
  holidays: newest(db, holidayTerms, personIds, date),
});
