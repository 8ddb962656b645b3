/**
 * Opens the store: SQLite with WAL, foreign keys and forward-only migrations after a copy. Nothing is written before
 * the folder is locked and the database, its key and its schema have been looked at.
 */
import { chmodSync, existsSync, mkdirSync, renameSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import { type BetterSQLite3Database, drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import { readMigrationFiles } from "drizzle-orm/migrator";
import { asName } from "./copies.ts";
import { type Crypt, makeKey, openCrypt, places } from "./crypt.ts";
import { damaged, StoreFault, storeFaultOf } from "./fault.ts";
import { claimFolder, databaseFile, defaultKeyFile, fileGuard, lockFolder, markStore, stateOf } from "./folder.ts";
import { readOutside } from "./outsideAnchor.ts";
import { placeSecrets } from "./placeSecrets.ts";
import * as schema from "./schema.ts";
import { preparedOn, preparingOnce } from "./statements.ts";
import { brokenStates, sealedColumns, sealStates, updatesOf, watchStates } from "./stateSeals.ts";
import { type Transactions, transactions } from "./transactions.ts";

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database };

export interface Store extends Transactions {
  db: Db;
  sqlite: Database.Database;
  /** the statement of this text, prepared once */
  prepared<Parameters extends unknown[], Row = unknown>(sql: string): Database.Statement<Parameters, Row>;
  crypt: Crypt;
  folder: string;
  keyFile: string;
  /** A text that is another one after anything was written, by whomever: what was read before may have changed. */
  stamp(): string;
  /** puts what was committed into the main file: for a moment in which nobody waits */
  rest(): void;
  /** @throws StoreFault when the files under the database were taken away */
  checkFiles(): void;
  close(): void;
}

/** The migrations lie beside the sources and beside the bundle, at different depths. */
const migrationsFolder =
  ["../../drizzle", "../drizzle"].map((up) => join(import.meta.dirname, up)).find((folder) => existsSync(folder)) ??
  "drizzle";

/** They lie there for as long as the program runs: read once. */
let migrationsRead: ReturnType<typeof readMigrationFiles> | undefined;
const migrations = () => {
  migrationsRead ??= readMigrationFiles({ migrationsFolder });
  return migrationsRead;
};

/** @throws StoreFault with one sentence that says what is wrong and the way out */
export function openStore(folder: string, keyFile = process.env.ZESTY_KEY_FILE ?? defaultKeyFile(folder)): Store {
  let release = () => {};
  try {
    claimFolder(folder);
    release = lockFolder(folder).release;
    return openLocked(folder, keyFile, release);
  } catch (error) {
    release();
    throw storeFaultOf(error, folder) ?? error;
  }
}

function openLocked(folder: string, keyFile: string, release: () => void): Store {
  const isNew = stateOf(folder) === "new";
  if (isNew) {
    makeKey(keyFile);
    makeDatabase(folder);
  }
  const crypt = openCrypt(keyFile);
  const sqlite = new Database(databaseFile(folder));
  try {
    settle(sqlite);
    if (!isNew) demandWhole(sqlite, folder);
    const db = drizzle(preparingOnce(sqlite), { schema });
    const waiting = isNew ? 0 : waitingMigrations(sqlite, folder);
    if (!isNew) demandOwnKey(sqlite, crypt, keyFile);
    const outside = readOutside(crypt, keyFile, folder);
    const states = isNew ? null : statesBefore(sqlite, crypt);
    if (states === null && outside !== null && !isNew && !(outside !== "forged" && outside.unsealed))
      throw new StoreFault(
        `The seals of rates, accounts and rights were taken out of the database in ${folder}, or it is a copy from before an update. Restore the newest backup with: npm run restore.`,
      );
    if (outside !== null && outside !== "forged" && updatesOf(sqlite) < (outside.updates ?? 0))
      throw new StoreFault(
        `The database in ${folder} has had ${updatesOf(sqlite)} updates, and the anchor beside the key says ${outside.updates}: it is an older copy, or somebody changed it. Restore the newest backup with: npm run restore.`,
      );
    if (waiting > 0) {
      copyBeforeUpdate(sqlite, folder);
      bringForward(sqlite, db);
    }
    sqlite.pragma("foreign_keys = ON");
    watchStates(sqlite, crypt);
    placeSecrets(sqlite, crypt);
    keepKeyCheck(sqlite, crypt);
    sealColumns(sqlite, crypt, waiting > 0 ? states : isNew ? null : "asTheyAre");
    if (isNew) sqlite.prepare("INSERT OR IGNORE INTO setting (name, value) VALUES ('trailKeyed', '1')").run();
    markStore(folder, { madeAt: new Date().toISOString() });
    const checkFiles = fileGuard(folder);
    const close = () => {
      sqlite.close();
      release();
    };
    const stamp = () =>
      `${preparedOn<[]>(sqlite, "SELECT total_changes()").pluck().get()} ${sqlite.pragma("data_version", { simple: true })}`;
    const prepared: Store["prepared"] = (sql) => preparedOn(sqlite, sql);
    const rest = () => void sqlite.pragma("wal_checkpoint(PASSIVE)");
    const ways = { stamp, rest, checkFiles, close, ...transactions(sqlite, checkFiles) };
    return { db, sqlite, prepared, crypt, folder, keyFile, ...ways };
  } catch (error) {
    sqlite.close();
    throw error;
  }
}

/** The tables whose rows were all as they were sealed, before an update; null where there were no such seals yet. */
function statesBefore(sqlite: Database.Database, crypt: Crypt): Record<string, string> | null {
  const made = sqlite.prepare("SELECT 1 FROM sqlite_master WHERE name = 'state_seal'").get();
  if (!made) return null;
  const had = updatesOf(sqlite);
  const whole = sealedColumns(sqlite, had);
  // Where no update waits nothing is looked at here: the walk over the trail does that.
  if (had === migrations().length) return whole;
  for (const words of brokenStates(sqlite, crypt, had)) if (words) return {};
  return whole;
}

/** After an update that changed columns their tables are sealed anew, where they were whole before. */
function sealColumns(
  sqlite: Database.Database,
  crypt: Crypt,
  before: Record<string, string> | null | "asTheyAre",
): void {
  if (before === "asTheyAre") return;
  if (before === null) return sealStates(sqlite, crypt);
  const now = sealedColumns(sqlite);
  const changed = Object.keys(before).filter((table) => now[table] !== before[table]);
  const added = Object.keys(now).filter((table) => before[table] === undefined && Object.keys(before).length > 0);
  sealStates(sqlite, crypt, [...changed, ...added]);
}

/** A new database gets its name only when it is whole: an empty file is then never a first start. */
function makeDatabase(folder: string): void {
  const file = join(folder, "zesty.db.new");
  const fresh = new Database(file);
  settle(fresh);
  bringForward(fresh, drizzle(fresh, { schema }));
  fresh.close();
  chmodSync(file, 0o600);
  renameSync(file, databaseFile(folder));
}

function settle(sqlite: Database.Database): void {
  sqlite.pragma("journal_mode = WAL");
  sqlite.pragma("synchronous = FULL");
  // Put into the main file in a quiet moment (`rest`), not within somebody's commit, as long as it stays small.
  sqlite.pragma("wal_autocheckpoint = 8000");
  sqlite.pragma("busy_timeout = 5000");
}

function demandWhole(sqlite: Database.Database, folder: string): void {
  const found = sqlite.pragma("quick_check(1)") as { quick_check: string }[];
  if (found[0]?.quick_check !== "ok") throw new StoreFault(damaged(folder));
}

/** How many migrations this version brings; a store that knows newer ones is not touched. */
function waitingMigrations(sqlite: Database.Database, folder: string): number {
  const known = migrations().map((each) => each.folderMillis);
  const done = sqlite
    .prepare<[], { at: number }>("SELECT created_at AS at FROM __drizzle_migrations")
    .all()
    .map((row) => Number(row.at));
  if (done.some((at) => !known.includes(at)))
    throw new StoreFault(
      `The database in ${folder} was written by a newer version of Zesty Ledger. Start that version, or restore a backup from before the update; nothing was changed.`,
    );
  return known.length - done.length;
}

function bringForward(sqlite: Database.Database, db: Db): void {
  // Keys are off while migrating: a rebuilt table would otherwise cascade its deletes (stack.md, trap 9).
  sqlite.pragma("foreign_keys = OFF");
  migrate(db, { migrationsFolder });
  sqlite.pragma("foreign_keys = ON");
  const broken = sqlite.pragma("foreign_key_check") as unknown[];
  if (broken.length > 0) throw new Error(`After migrating, ${broken.length} rows point to nothing.`);
}

/** The copy is made by SQLite itself: opening the file a second time would give up this process's locks on it. */
function copyBeforeUpdate(sqlite: Database.Database, folder: string): void {
  const copies = join(folder, "copies");
  mkdirSync(copies, { recursive: true, mode: 0o700 });
  const file = join(copies, `before-update-${asName(new Date().toISOString())}.db`);
  sqlite.prepare("VACUUM INTO ?").run(file);
  chmodSync(file, 0o600);
}

const settingOf = (sqlite: Database.Database, name: string): string | undefined =>
  sqlite.prepare<[string], { value: string }>("SELECT value FROM setting WHERE name = ?").get(name)?.value;

/** Every store keeps something sealed with its key; what cannot be opened tells that the key is another one. */
function demandOwnKey(sqlite: Database.Database, crypt: Crypt, keyFile: string): void {
  try {
    const check = settingOf(sqlite, "keyCheck");
    const older = settingOf(sqlite, "sessionSecret");
    if (check) crypt.open(check, places.setting("keyCheck"));
    else if (older) crypt.openUnplaced(older);
    else if (sqlite.prepare("SELECT 1 FROM audit LIMIT 1").get()) throw new Error("no mark of a key");
  } catch {
    throw new StoreFault(
      existsSync(`${keyFile}.new`)
        ? `The key file ${keyFile} does not belong to this database: a change of the key did not end. Put ${keyFile}.new in its place; nothing was changed.`
        : `The key file ${keyFile} does not belong to this database. Put the right key back, or name its place in ZESTY_KEY_FILE; nothing was changed.`,
    );
  }
}

function keepKeyCheck(sqlite: Database.Database, crypt: Crypt): void {
  if (settingOf(sqlite, "keyCheck")) return;
  sqlite
    .prepare("INSERT INTO setting (name, value) VALUES ('keyCheck', ?)")
    .run(crypt.seal("zesty", places.setting("keyCheck")));
}
