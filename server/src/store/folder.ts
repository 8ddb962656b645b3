/** The data folder: who may read it, one server at a time, and what state the database file in it is in. */
import {
  chmodSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import { damaged, StoreFault } from "./fault.ts";

export const databaseFile = (folder: string): string => join(folder, "zesty.db");
export const defaultKeyFile = (folder: string): string => join(folder, "key", "zesty.key");
/** Says that a store was made here, so that a vanished database is not taken for a first start. */
const markFile = (folder: string): string => join(folder, "store.json");

/** Only this user reads what lies here. A file may go while we look: whoever read the database last folds its log in. */
export function claimFolder(folder: string): void {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  chmodSync(folder, 0o700);
  for (const name of readdirSync(folder)) {
    const file = join(folder, name);
    if (!statSync(file, { throwIfNoEntry: false })?.isFile()) continue;
    try {
      chmodSync(file, 0o600);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== "ENOENT") throw error;
    }
  }
}

/**
 * One server a folder. The lock is an open transaction on a database of its own: it ends with the process, however
 * that ends, and needs no clean-up. (The store itself stays open to readers from outside.)
 */
export function lockFolder(folder: string): { release(): void } {
  const lock = new Database(join(folder, "running.lock"), { timeout: 0 });
  try {
    lock.exec("BEGIN EXCLUSIVE");
  } catch (error) {
    lock.close();
    if (String((error as { code?: string }).code).startsWith("SQLITE_BUSY"))
      throw new StoreFault(
        `Zesty Ledger is running on ${folder} already. Stop that one first, or name another folder in ZESTY_DATA.`,
      );
    throw error;
  }
  return { release: () => lock.close() };
}

/** Is there a store, is there none yet, or is something wrong with what lies here? */
export function stateOf(folder: string): "new" | "there" {
  const file = databaseFile(folder);
  const marked = existsSync(markFile(folder));
  const restore =
    "Restore the newest backup with: npm run restore. If you really mean to begin anew, move the folder away first.";
  if (!existsSync(file)) {
    if (marked) throw new StoreFault(`The database ${file} is gone, but a store was made here. ${restore}`);
    return "new";
  }
  const head = headOf(file);
  if (head.length === 0) throw new StoreFault(`The database ${file} is empty, as after a broken copy. ${restore}`);
  if (head !== "SQLite format 3\0") throw new StoreFault(damaged(folder));
  return "there";
}

/** The first bytes of a file. Only while this process has no connection to it: closing a file frees its locks. */
function headOf(file: string): string {
  const handle = openSync(file, "r");
  try {
    const bytes = Buffer.alloc(16);
    return bytes.subarray(0, readSync(handle, bytes, 0, 16, 0)).toString("latin1");
  } finally {
    closeSync(handle);
  }
}

export function markStore(folder: string, facts: { madeAt: string }): void {
  if (!existsSync(markFile(folder))) writeFileSync(markFile(folder), `${JSON.stringify(facts)}\n`, { mode: 0o600 });
}

/**
 * Notices when the files under the open database were replaced or deleted from outside: what is committed afterwards
 * would be lost. `stat` opens nothing, so it does not touch SQLite's locks.
 */
export function fileGuard(folder: string): () => void {
  const files = [databaseFile(folder), `${databaseFile(folder)}-wal`];
  const inode = (file: string) => statSync(file, { throwIfNoEntry: false })?.ino ?? null;
  const known = files.map(inode);
  return () => {
    for (const [at, file] of files.entries())
      if (inode(file) !== known[at])
        throw new StoreFault(
          `${file} was removed or replaced while Zesty Ledger was running, so nothing more is written. Stop, put the file back or restore the newest backup (npm run restore), then start again.`,
        );
  };
}
