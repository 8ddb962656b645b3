/** One business as `business-export/1`: every fact of it, and the documents as they were sent. */
import { allTables } from "@zesty/core/rulebook/tables";
import type Database from "better-sqlite3";
import type { Crypt } from "../store/crypt.ts";
import { lastThree } from "../store/crypt.ts";
import { StoreFault } from "../store/fault.ts";
import { type Manifest, pack, schemaName, sha256 } from "./archive.ts";
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

interface Read {
  rows: Plain[];
  columns: Column[];
}

function readTable(
  { sqlite, crypt }: Source,
  of: CarriedTable,
  business: number,
  plain: boolean,
  files: Map<string, Buffer>,
): Read {
  const columns = columnsOf(sqlite, of);
  const keys = (sqlite.pragma(`table_info(${of.table})`) as { name: string; pk: number }[])
    .filter((each) => each.pk > 0)
    .map((each) => `t."${each.name}"`);
  const order = keys.length > 0 ? keys.join(", ") : columns.map((each) => `t."${each.name}"`).join(", ");
  const names = columns.map((each) => `t."${each.name}"`).join(", ");
  const rows = sqlite
    .prepare<[{ b: number }], Plain>(`SELECT ${names} FROM "${of.table}" t WHERE ${of.whose} ORDER BY ${order}`)
    .all(of.whose.includes("@b") ? { b: business } : ({} as { b: number }));
  for (const row of rows)
    for (const [column, place] of Object.entries(of.secrets ?? {})) {
      const sealed = row[column];
      if (sealed === null || sealed === undefined) continue;
      if (Buffer.isBuffer(sealed)) {
        const bytes = crypt.openBytes(sealed, place(row));
        if (plain || !withNumbers.includes(row.kind)) files.set(`files/${sha256(bytes)}`, bytes);
        // The bytes lie beside the data, under the hash that stands in the row.
        delete row[column];
      } else {
        const text = crypt.open(String(sealed), place(row));
        row[column] = plain ? text : masked(column, text);
        if (row[column] !== null && typeof row[column] === "object") row[column] = JSON.stringify(row[column]);
      }
    }
  const held = columns.filter((each) => !(of.secrets?.[each.name] && each.kind === "blob"));
  return { rows, columns: of.withoutId ? held.filter((each) => each.name !== "id") : held };
}

/** @param passphrase null: numbers are masked, and the export is for reading only */
export async function exportBusiness(
  source: Source,
  business: number,
  passphrase: string | null,
  now: string,
): Promise<{ manifest: Omit<Manifest, "encryption">; bytes: Buffer; fileName: string }> {
  const { sqlite } = source;
  const owner = sqlite
    .prepare<[number], { id: number; name: string; country: string }>(
      "SELECT id, name, country FROM business WHERE id = ?",
    )
    .get(business);
  if (!owner) throw new StoreFault(`There is no business ${business} here. Nothing was written.`);
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
  const kept = readKept(sqlite, business);
  const tables = tablesOf(owner.country);
  const files = new Map<string, Buffer>();
  const data = new Map<string, Plain[]>();
  sqlite.transaction(() => {
    for (const of of carriedTables) {
      const { rows, columns } = readTable(source, of, business, passphrase !== null, files);
      data.set(
        camel(of.table),
        rows
          .filter((row) => of.table !== "loaded_row" || tables.has(String(row.table_name)))
          .map((row) => outward(columns, row, emailOf, kept.shift)),
      );
    }
  })();
  data.set(
    "users",
    [...named].sort().map((email) => {
      const found = [...users.values()].find((each) => each.email === email);
      return { email, name: found?.name ?? email, staff: found?.staff ?? 0 };
    }),
  );
  for (const [entity, fields] of Object.entries(kept.fields))
    data.set(
      entity,
      (data.get(entity) ?? []).map((row) => ({ ...row, ...fields[String(row.id)] })),
    );
  for (const [entity, rows] of Object.entries(kept.entities)) data.set(entity, rows);
  const entries = new Map<string, Buffer>();
  const entities: Manifest["entities"] = {};
  for (const [entity, rows] of data) {
    const bytes = Buffer.from(`[${rows.map((row) => `\n${JSON.stringify(row)}`).join(",")}\n]\n`);
    entries.set(`data/${entity}.json`, bytes);
    entities[entity] = { file: `data/${entity}.json`, count: rows.length, sha256: sha256(bytes) };
  }
  for (const name of [...files.keys()].sort()) entries.set(name, files.get(name) as Buffer);
  const manifest = signed(source.crypt, {
    schema: schemaName,
    ...{ createdAt: now, appVersion, schemaMigration: migrationOf(sqlite), entities },
    business: { ...owner, id: owner.id - kept.shift },
    files: { count: files.size, bytes: [...files.values()].reduce((sum, each) => sum + each.length, 0) },
    secrets: passphrase === null ? "masked" : "included-encrypted",
    anchor: sqlite
      .prepare<[], { entry: number; hash: string }>("SELECT id AS entry, hash FROM audit ORDER BY id DESC LIMIT 1")
      .get() ?? { entry: 0, hash: "" },
  });
  const fileName = `${owner.name
    .normalize("NFD")
    .replace(/[^A-Za-z0-9]+/g, "-")
    .toLowerCase()}-${now.slice(0, 10)}.zip`;
  return { manifest, bytes: await pack(manifest, entries, passphrase), fileName };
}

/** How many migrations the store has been through. */
export const migrationOf = (sqlite: Database.Database): number =>
  sqlite.prepare<[], { n: number }>("SELECT COUNT(*) AS n FROM __drizzle_migrations").get()?.n ?? 0;
