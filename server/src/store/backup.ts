/**
 * Backups: a folder with one consistent copy of the database (documents are in it) and a manifest that says what it
 * is. The key is not in it: who holds the backup alone can read no tax number, account or document.
 */
import { createHash } from "node:crypto";
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { basename, dirname, join } from "node:path";
import Database from "better-sqlite3";
import { asName, fromName, outlived } from "./copies.ts";
import { type Crypt, openCrypt, places } from "./crypt.ts";
import { StoreFault } from "./fault.ts";
import { databaseFile, defaultKeyFile, lockFolder, markStore } from "./folder.ts";
import { keepOut } from "./keepOut.ts";
import { keepOutside } from "./outsideAnchor.ts";
import { watchStates } from "./stateSeals.ts";

export interface Manifest {
  /** when it was made, UTC */
  madeAt: string;
  bytes: number;
  sha256: string;
  /** which key opens what is sealed in it */
  key: string;
  /** the end of the audit trail: nothing before it can be changed without this differing */
  anchor: { entry: number; hash: string };
}

export interface Backup extends Manifest {
  name: string;
}

export const backupsFolder = (folder: string): string => process.env.ZESTY_BACKUPS ?? join(folder, "backups");

const sha256Of = (file: string): string => createHash("sha256").update(readFileSync(file)).digest("hex");

function anchorIn(sqlite: Database.Database): Manifest["anchor"] {
  const row = sqlite
    .prepare<[], { entry: number; hash: string }>("SELECT id AS entry, hash FROM audit ORDER BY id DESC LIMIT 1")
    .get();
  return row ?? { entry: 0, hash: "" };
}

/**
 * Makes a backup of a store, also while the server runs on it: SQLite reads one state of it, whatever is written
 * meanwhile.
 * @param source an open connection to the store
 */
export function makeBackup(source: Database.Database, crypt: Crypt, into: string, now: string): Backup {
  mkdirSync(into, { recursive: true, mode: 0o700 });
  const name = asName(now);
  const made = join(into, name);
  if (existsSync(made)) throw new StoreFault(`A backup of this second is in ${into} already. Try once more.`);
  const half = `${made}.part`;
  rmSync(half, { recursive: true, force: true });
  mkdirSync(half, { mode: 0o700 });
  try {
    const file = join(half, "zesty.db");
    source.prepare("VACUUM INTO ?").run(file);
    chmodSync(file, 0o600);
    const copy = new Database(file, { readonly: true });
    let anchor: Manifest["anchor"];
    try {
      if ((copy.pragma("integrity_check") as { integrity_check: string }[])[0]?.integrity_check !== "ok")
        throw new StoreFault("The copy is damaged and was thrown away. Check the disk, then make the backup again.");
      anchor = anchorIn(copy);
    } finally {
      copy.close();
    }
    const manifest: Manifest = {
      madeAt: now,
      bytes: statSync(file).size,
      sha256: sha256Of(file),
      key: crypt.fingerprint,
      anchor,
    };
    writeFileSync(join(half, "manifest.json"), `${JSON.stringify(manifest, null, 2)}\n`, { mode: 0o600 });
    renameSync(half, made);
    for (const old of outlived(listBackups(into).map((each) => each.madeAt)))
      rmSync(join(into, asName(old)), { recursive: true, force: true });
    // What a killed one left behind: another one may be under way just now, but not for an hour.
    for (const name of readdirSync(into))
      if (name.endsWith(".part") && Date.now() - statSync(join(into, name)).mtimeMs > 3_600_000)
        rmSync(join(into, name), { recursive: true, force: true });
    return { name, ...manifest };
  } catch (error) {
    rmSync(half, { recursive: true, force: true });
    throw error;
  }
}

/** The backups in a folder, newest first; what is not whole is not listed. */
export function listBackups(into: string): Backup[] {
  if (!existsSync(into)) return [];
  return readdirSync(into)
    .filter((name) => fromName(name) !== null && existsSync(join(into, name, "manifest.json")))
    .sort()
    .reverse()
    .flatMap((name) => {
      const manifest = readManifest(join(into, name));
      return manifest ? [{ name, ...manifest }] : [];
    });
}

function readManifest(folder: string): Manifest | null {
  try {
    return JSON.parse(readFileSync(join(folder, "manifest.json"), "utf8")) as Manifest;
  } catch {
    return null;
  }
}

/**
 * Puts a backup in the place of the store. What stood there is moved aside, never deleted. The restored store holds
 * its outbox until what was sent since has been asked of agencies and bank.
 * @returns where the replaced store was moved, or null when there was none
 */
export function restoreBackup(
  folder: string,
  backup: string,
  now: string,
  keyFile = process.env.ZESTY_KEY_FILE ?? defaultKeyFile(folder),
): { manifest: Manifest; replaced: string | null } {
  const manifest = readManifest(backup);
  const file = join(backup, "zesty.db");
  if (!manifest || !existsSync(file))
    throw new StoreFault(`${backup} is no backup: it has no manifest.json and zesty.db. Nothing was changed.`);
  if (sha256Of(file) !== manifest.sha256)
    throw new StoreFault(
      `The backup ${basename(backup)} is not as it was made: its checksum differs. Choose another one; nothing was changed.`,
    );
  const crypt = openCrypt(keyFile);
  if (crypt.fingerprint !== manifest.key)
    throw new StoreFault(
      `The key file ${keyFile} does not belong to the backup ${basename(backup)}. Put the key of that time back; nothing was changed.`,
    );
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const lock = lockFolder(folder);
  try {
    const fresh = join(folder, "zesty.db.restored");
    copyFileSync(file, fresh);
    chmodSync(fresh, 0o600);
    demandKey(fresh, crypt);
    const unsealed = !hold(fresh, manifest, databaseFile(folder), crypt);
    const replaced = moveAside(folder, now);
    renameSync(fresh, databaseFile(folder));
    // The trail of the backup is shorter than the one that stood here: from now on it is the one to compare with.
    keepOutside(crypt, keyFile, folder, { ...manifest.anchor, at: now, ...(unsealed ? { unsealed } : {}) });
    markStore(folder, { madeAt: now });
    return { manifest, replaced };
  } finally {
    lock.release();
  }
}

function demandKey(file: string, crypt: Crypt): void {
  const sqlite = new Database(file, { readonly: true });
  try {
    const check = sqlite.prepare<[], { value: string }>("SELECT value FROM setting WHERE name = 'keyCheck'").get();
    if (check) crypt.open(check.value, places.setting("keyCheck"));
  } finally {
    sqlite.close();
  }
}

/**
 * @param replaced the database that stands there now, or none
 * @returns whether its rates and rights are sealed
 */
function hold(file: string, manifest: Manifest, replaced: string, crypt: Crypt): boolean {
  const sqlite = new Database(file);
  try {
    const isSealed = sqlite.prepare("SELECT 1 FROM sqlite_master WHERE name = 'state_seal'").get() !== undefined;
    if (isSealed) watchStates(sqlite, crypt);
    const users = keepOut(sqlite, replaced);
    const value = JSON.stringify({ backupOf: manifest.madeAt, asked: [], found: [], restored: true, users });
    sqlite
      .prepare(
        "INSERT INTO setting (name, value) VALUES ('outboxHeld', ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value",
      )
      .run(value);
    // How far the trail was found whole belongs to the store that was replaced.
    sqlite.prepare("DELETE FROM setting WHERE name = 'verifiedTo'").run();
    sqlite.prepare("DELETE FROM session").run();
    // A letter that waited may have gone out since: whoever it was for is asked anew, by a person.
    if (isSealed)
      sqlite
        .prepare(
          "UPDATE letter SET state = 'refused', text = NULL, detail = 'It may have gone out before the restore.' WHERE state = 'queued'",
        )
        .run();
    sqlite.pragma("wal_checkpoint(TRUNCATE)");
    return isSealed;
  } finally {
    sqlite.close();
  }
}

function moveAside(folder: string, now: string): string | null {
  const file = databaseFile(folder);
  if (!existsSync(file)) return null;
  const aside = join(folder, `replaced-${asName(now)}`);
  mkdirSync(aside, { recursive: true, mode: 0o700 });
  for (const name of [file, `${file}-wal`, `${file}-shm`])
    if (existsSync(name)) renameSync(name, join(aside, basename(name)));
  return aside;
}

/** A path of a backup as somebody names it: a folder, or the name of one below the usual place. */
export const backupNamed = (folder: string, name: string): string =>
  existsSync(join(name, "manifest.json")) || dirname(name) !== "." ? name : join(backupsFolder(folder), name);
