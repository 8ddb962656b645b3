/** One business as `business-export/1`: every fact of it, and the documents as they were sent. */
import { rmSync } from "node:fs";
import { setImmediate } from "node:timers/promises";
import { allTables } from "@zesty/core/rulebook/tables";
import Database from "better-sqlite3";
import type { Crypt } from "../store/crypt.ts";
import { lastThree } from "../store/crypt.ts";
import { StoreFault } from "../store/fault.ts";
import { databaseFile } from "../store/folder.ts";
import { type Manifest, type Part, pack, schemaName, sha256 } from "./archive.ts";
import { type Column, columnsOf, outward, type Plain } from "./rows.ts";
import { signed } from "./signature.ts";
import { type CarriedTable, camel, carriedTables } from "./tables.ts";
import { readKept } from "./takenAlong.ts";

export interface Source {
  sqlite: Database.Database;
  crypt: Crypt;
}

const appVersion = "0.1.0";
/** Rule tables of a country: those that the practice loaded for another one are nothing of this business. */
const tablesOf = (country: string): ReadonlySet<string> =>
  new Set(allTables.filter((table) => table.country === country).map((table) => table.name));
/** Documents that hold tax numbers or accounts in clear: they leave with a passphrase only. */
const withNumbers: readonly unknown[] = ["payEvent", "paymentFile", "employmentInformation", "employeeDetails"];

/** What a secret is shown as where the export has no passphrase. */
function masked(column: string, text: string): unknown {
  if (column === "file_number" || column === "ird_number") return lastThree(text);
  if (column === "bank_account" || column === "parts") return accountsMasked(JSON.parse(text));
  return null;
}
function accountsMasked(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(accountsMasked);
  const row = value as Plain;
  return { ...row, account: lastThree(String(row.account ?? "")) };
}

/** Rows between two looks at what else waits. */
const atOnce = 2000;

interface Table {
  of: CarriedTable;
  columns: Column[];
  /** secret columns that are bytes: documents, which lie beside the data under their hash */
  bytes: string[];
  rows(): IterableIterator<Plain>;
}

function tableOf({ sqlite }: Source, of: CarriedTable, business: number): Table {
  const columns = columnsOf(sqlite, of);
  const keys = (sqlite.pragma(`table_info(${of.table})`) as { name: string; pk: number }[])
    .filter((each) => each.pk > 0)
    .map((each) => `t."${each.name}"`);
  const order = keys.length > 0 ? keys.join(", ") : columns.map((each) => `t."${each.name}"`).join(", ");
  const bytes = columns.filter((each) => of.secrets?.[each.name] && each.kind === "blob").map((each) => each.name);
  const held = columns.filter((each) => !bytes.includes(each.name));
  // The bytes of a document are not read for its row.
  const names = held.map((each) => `t."${each.name}"`).join(", ");
  const asked = sqlite.prepare<[{ b: number }], Plain>(
    `SELECT ${names} FROM "${of.table}" t WHERE ${of.whose} ORDER BY ${order}`,
  );
  const whose = of.whose.includes("@b") ? { b: business } : ({} as { b: number });
  return {
    ...{ of, bytes, columns: of.withoutId ? held.filter((each) => each.name !== "id") : held },
    rows: () => asked.iterate(whose),
  };
}

/** Opens what is sealed in a row, or masks it. */
function unsealed({ crypt }: Source, { of, bytes }: Table, row: Plain, plain: boolean): Plain {
  for (const [column, place] of Object.entries(of.secrets ?? {})) {
    const sealed = row[column];
    if (bytes.includes(column) || sealed === null || sealed === undefined) continue;
    const text = crypt.open(String(sealed), place(row));
    row[column] = plain ? text : masked(column, text);
    if (row[column] !== null && typeof row[column] === "object") row[column] = JSON.stringify(row[column]);
  }
  return row;
}

/** Documents by their hash, in its order; each is read and opened when it is written. */
function papersOf({ sqlite, crypt }: Source, tables: readonly Table[], plain: boolean): Map<string, () => Buffer> {
  const found = new Map<string, () => Buffer>();
  for (const table of tables)
    for (const column of table.bytes) {
      const { table: name, secrets } = table.of;
      const one = sqlite.prepare<[number], Buffer>(`SELECT "${column}" FROM "${name}" WHERE id = ?`).pluck();
      for (const row of table.rows()) {
        if (!plain && withNumbers.includes(row.kind)) continue;
        const [id, place] = [Number(row.id), secrets?.[column]?.(row) ?? ""];
        found.set(String(row.sha256), () => crypt.openBytes(one.get(id) as Buffer, place));
      }
    }
  return new Map([...found].sort(([one], [other]) => (one < other ? -1 : 1)));
}

/** One list as the export writes it: a row a line, what else waits let in between. */
async function* linesOf(rows: Iterable<Plain>): AsyncGenerator<string> {
  let [text, count] = ["[", 0];
  for (const row of rows) {
    text += `${count === 0 ? "" : ","}\n${JSON.stringify(row)}`;
    count += 1;
    if (count % atOnce > 0) continue;
    yield text;
    text = "";
    await setImmediate();
  }
  yield `${text}\n]\n`;
}

export interface Exported {
  manifest: Omit<Manifest, "encryption">;
  /** size of the file */
  bytes: number;
}

/**
 * Writes the file of a business: one list and one document at a time is all that is held. The source stands still
 * meanwhile: a store of its own that nobody else writes to, or a reader with a transaction begun (`readerOf`).
 * @param passphrase null: numbers are masked, and the export is for reading only
 * @throws StoreFault with one sentence; then nothing is written
 */
export async function exportBusiness(
  source: Source,
  business: number,
  passphrase: string | null,
  now: string,
  path: string,
): Promise<Exported> {
  const { sqlite } = source;
  const owner = ownerOf(sqlite, business);
  if (passphrase !== null && passphrase.length < 12)
    throw new StoreFault("The passphrase is too short: take twelve characters or more. Nothing was written.");
  const users = new Map(
    sqlite
      .prepare<[], { id: number; email: string; name: string; staff: number }>(
        'SELECT id, email, name, staff FROM "user"',
      )
      .all()
      .map((each) => [each.id, each]),
  );
  const named = new Set<string>();
  const emailOf = (id: number): string => {
    const email = users.get(id)?.email ?? `user-${id}@nowhere.invalid`;
    named.add(email);
    return email;
  };
  const usersNamed = () =>
    [...named].sort().map((email) => {
      const found = [...users.values()].find((each) => each.email === email);
      return { email, name: found?.name ?? email, staff: found?.staff ?? 0 };
    });
  const kept = readKept(sqlite, business);
  const rules = tablesOf(owner.country);
  const tables = carriedTables.map((of) => tableOf(source, of, business));
  function* rowsOf(table: Table): Generator<Plain> {
    const fields = kept.fields[camel(table.of.table)];
    for (const row of table.rows()) {
      if (table.of.table === "loaded_row" && !rules.has(String(row.table_name))) continue;
      const out = outward(table.columns, unsealed(source, table, row, passphrase !== null), emailOf, kept.shift);
      yield fields ? { ...out, ...fields[String(out.id)] } : out;
    }
  }
  const entities: Manifest["entities"] = {};
  const list = (entity: string, rows: () => Iterable<Plain>): Part => [
    `data/${entity}.json`,
    async () => {
      let count = 0;
      function* counted() {
        for (const row of rows()) {
          count += 1;
          yield row;
        }
      }
      const lines: string[] = [];
      for await (const text of linesOf(counted())) lines.push(text);
      const bytes = Buffer.from(lines.join(""));
      entities[entity] = { file: `data/${entity}.json`, count, sha256: sha256(bytes) };
      return bytes;
    },
  ];
  const papers = papersOf(source, tables, passphrase !== null);
  const files = { count: papers.size, bytes: 0 };
  function* parts(): Generator<Part> {
    for (const table of tables) yield list(camel(table.of.table), () => rowsOf(table));
    yield list("users", usersNamed);
    for (const [entity, rows] of Object.entries(kept.entities)) yield list(entity, () => rows);
    for (const [hash, read] of papers)
      yield [
        `files/${hash}`,
        () => {
          const bytes = read();
          files.bytes += bytes.length;
          return bytes;
        },
      ];
  }
  const manifest = () =>
    signed(source.crypt, {
      schema: schemaName,
      ...{ createdAt: now, appVersion, schemaMigration: migrationOf(sqlite), entities },
      business: { ...owner, id: owner.id - kept.shift },
      files,
      secrets: passphrase === null ? "masked" : "included-encrypted",
      anchor: sqlite
        .prepare<[], { entry: number; hash: string }>("SELECT id AS entry, hash FROM audit ORDER BY id DESC LIMIT 1")
        .get() ?? { entry: 0, hash: "" },
    });
  try {
    const bytes = await pack(path, parts(), manifest, passphrase);
    return { manifest: manifest(), bytes };
  } catch (error) {
    // What stood there before is somebody's, and stays.
    if ((error as NodeJS.ErrnoException).code !== "EEXIST") rmSync(path, { force: true });
    throw error;
  }
}

function ownerOf(sqlite: Database.Database, business: number): { id: number; name: string; country: string } {
  const owner = sqlite
    .prepare<[number], { id: number; name: string; country: string }>(
      "SELECT id, name, country FROM business WHERE id = ?",
    )
    .get(business);
  if (!owner) throw new StoreFault(`There is no business ${business} here. Nothing was written.`);
  return owner;
}

/** "saltbush-cycle-kitchen-2026-07-01.zip" @throws StoreFault where there is no such business */
export const fileNameOf = (sqlite: Database.Database, business: number, now: string): string =>
  `${ownerOf(sqlite, business)
    .name.normalize("NFD")
    .replace(/[^A-Za-z0-9]+/g, "-")
    .toLowerCase()}-${now.slice(0, 10)}.zip`;

/** The store as it is at this moment, for as long as the reader is open: what is written meanwhile is not in it. */
export function readerOf(folder: string): Database.Database {
  const sqlite = new Database(databaseFile(folder), { readonly: true });
  sqlite.exec("BEGIN");
  // A transaction begins with its first read.
  sqlite.prepare("SELECT COUNT(*) FROM business").get();
  return sqlite;
}

/** How many migrations the store has been through. */
export const migrationOf = (sqlite: Database.Database): number =>
  sqlite.prepare<[], { n: number }>("SELECT COUNT(*) AS n FROM __drizzle_migrations").get()?.n ?? 0;
