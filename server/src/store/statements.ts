/**
 * Statements prepared once for a database, and rows of a table read as they are typed: building a statement, and
 * looking at each value's type anew, costs many times what SQLite takes to answer.
 */
import type Database from "better-sqlite3";
import { getTableColumns, getTableName } from "drizzle-orm";
import type { SQLiteTable } from "drizzle-orm/sqlite-core";

const known = new WeakMap<Database.Database, Map<string, Database.Statement>>();

export function preparedOn<Parameters extends unknown[], Row = unknown>(
  sqlite: Database.Database,
  sql: string,
): Database.Statement<Parameters, Row> {
  const statements = known.get(sqlite) ?? new Map<string, Database.Statement>();
  known.set(sqlite, statements);
  const found = statements.get(sql) ?? sqlite.prepare(sql);
  statements.set(sql, found);
  return found as Database.Statement<Parameters, Row>;
}

/** So many texts are held; one with a list of its own in it is seldom asked for again. */
const mostHeld = 1000;

/** A connection as the query builder takes it: what it asks for once more is the statement of before. */
export function preparingOnce(sqlite: Database.Database): Database.Database {
  const held = new Map<string, Database.Statement>();
  const prepare = (sql: string): Database.Statement => {
    const statement = held.get(sql) ?? sqlite.prepare(sql);
    // The newest last: the first one gives way.
    held.delete(sql);
    held.set(sql, statement);
    const [oldest] = held.size > mostHeld ? held.keys() : [];
    if (oldest !== undefined) held.delete(oldest);
    return statement;
  };
  return Object.create(sqlite, { prepare: { value: prepare } });
}

interface Column {
  key: string;
  name: string;
  /** how a value that is not null becomes what the code handles; undefined where SQLite's own is right */
  read: ((value: never) => unknown) | undefined;
}
const columnsOf = new WeakMap<SQLiteTable, Column[]>();

function columns(table: SQLiteTable): Column[] {
  const found =
    columnsOf.get(table) ??
    Object.entries(getTableColumns(table)).map(([key, column]): Column => {
      const plain = ["SQLiteInteger", "SQLiteText", "SQLiteBlobBuffer"].includes(column.columnType);
      return { key, name: column.name, read: plain ? undefined : (value) => column.mapFromDriverValue(value) };
    });
  columnsOf.set(table, found);
  return found;
}

/**
 * Rows of a table, by a condition and an order in SQL over the alias `t`.
 * @param tail what follows the table in the statement: "WHERE t.id = ?"
 */
export function rowsOf<T extends SQLiteTable>(
  sqlite: Database.Database,
  table: T,
  tail: string,
  ...parameters: unknown[]
): T["$inferSelect"][] {
  const wanted = columns(table);
  const names = wanted.map((column) => `t."${column.name}"`).join(", ");
  const statement = preparedOn<unknown[], unknown[]>(
    sqlite,
    `SELECT ${names} FROM "${getTableName(table)}" t ${tail}`,
  ).raw();
  return statement.all(...parameters).map((values) => {
    const row: Record<string, unknown> = {};
    // Counted, not iterated: this is done for every column of every row that is read.
    for (let at = 0; at < wanted.length; at += 1) {
      const { key, read } = wanted[at] as Column;
      const value = values[at];
      row[key] = read === undefined || value === null ? value : read(value as never);
    }
    return row;
  });
}
