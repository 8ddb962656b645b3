/** Readers of dated records: for each person the newest row whose `from` is not after the date. */
import type { SQLiteColumn, SQLiteTable } from "drizzle-orm/sqlite-core";
import type { Db } from "./open.ts";
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
import { rowsOf } from "./statements.ts";

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
  return found;
}

export type DatedRecords = ReturnType<typeof datedRecords>;

/** All dated records of people as they stand on a date. */
export const datedRecords = (db: Db, personIds: readonly number[], date: string) => ({
  terms: newest(db, employmentTerms, personIds, date),
  tax: newest(db, taxDeclaration, personIds, date),
  super: newest(db, superChoice, personIds, date),
  bank: newest(db, bankSplit, personIds, date),
  leave: newest(db, leaveTerms, personIds, date),
  usual: newest(db, usualPay, personIds, date),
});

export type DatedRecordsNz = ReturnType<typeof datedRecordsNz>;

/** What New Zealand law asks to be known, as it stands on a date. */
export const datedRecordsNz = (db: Db, personIds: readonly number[], date: string) => ({
  taxCode: newest(db, taxCode, personIds, date),
  kiwiSaver: newest(db, kiwiSaver, personIds, date),
  orders: newest(db, payOrders, personIds, date),
  holidays: newest(db, holidayTerms, personIds, date),
});
