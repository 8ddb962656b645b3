/** Opens the store: SQLite with WAL, foreign keys and forward-only migrations after a backup copy. */
import { copyFileSync, existsSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import { type BetterSQLite3Database, drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import { type Crypt, openCrypt } from "./crypt.ts";
import * as schema from "./schema.ts";

export type Db = BetterSQLite3Database<typeof schema>;

export interface Store {
  db: Db;
  sqlite: Database.Database;
  crypt: Crypt;
  /** all or nothing; nested calls join the outer transaction */
  transaction<T>(work: () => T): T;
  close(): void;
}

/** The migrations lie beside the sources and beside the bundle, at different depths. */
const migrationsFolder =
  ["../../drizzle", "../drizzle"].map((up) => join(import.meta.dirname, up)).find((folder) => existsSync(folder)) ??
  "drizzle";

/** @param folder data folder; ":memory:" for tests that need no files */
export function openStore(folder: string): Store {
  const inMemory = folder === ":memory:";
  if (!inMemory) mkdirSync(folder, { recursive: true });
  const file = inMemory ? ":memory:" : join(folder, "zesty.db");
  const existed = !inMemory && existsSync(file);
  const sqlite = new Database(file);
  sqlite.pragma("journal_mode = WAL");
  sqlite.pragma("synchronous = FULL");
  sqlite.pragma("busy_timeout = 5000");
  const db = drizzle(sqlite, { schema });
  if (existed) {
    sqlite.pragma("wal_checkpoint(TRUNCATE)");
    copyFileSync(file, join(folder, "before-start.db"));
  }
  // Keys are off while migrating: a rebuilt table would otherwise cascade its deletes (stack.md, trap 9).
  sqlite.pragma("foreign_keys = OFF");
  migrate(db, { migrationsFolder });
  sqlite.pragma("foreign_keys = ON");
  const broken = sqlite.pragma("foreign_key_check") as unknown[];
  if (broken.length > 0) throw new Error(`After migrating, ${broken.length} rows point to nothing.`);
  const crypt = openCrypt(
    process.env.ZESTY_KEY_FILE ?? (inMemory ? join("data", "test.key") : join(folder, "key", "zesty.key")),
  );
  return {
    db,
    sqlite,
    crypt,
    transaction: (work) => (sqlite.inTransaction ? work() : sqlite.transaction(work).immediate()),
    close: () => sqlite.close(),
  };
}
