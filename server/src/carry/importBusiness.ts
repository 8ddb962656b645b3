/** Takes a business in from its export: into an installation that has none, all of it or nothing. */
import { countries } from "@zesty/core/countries/countries";
import { holdImported } from "../outbox/held.ts";
import { record } from "../store/audit.ts";
import { StoreFault } from "../store/fault.ts";
import { unbalanced } from "../store/invariants.ts";
import type { Store } from "../store/open.ts";
import { type Opened, sha256, unpack } from "./archive.ts";
import { migrationOf } from "./exportBusiness.ts";
import { type Kept, writeKept } from "./kept.ts";
import { columnsOf, inward, type Plain } from "./rows.ts";
import { type CarriedTable, camel, carriedTables } from "./tables.ts";

export interface Imported {
  business: { id: number; name: string };
  people: number;
  runs: number;
}

const whole = (words: string) => new StoreFault(`${words} Nothing was changed.`);

async function readEntities({ manifest, read }: Opened): Promise<Map<string, Plain[]>> {
  const found = new Map<string, Plain[]>();
  for (const [entity, { file, count, sha256: wanted }] of Object.entries(manifest.entities)) {
    const bytes = await read(file);
    if (!bytes || sha256(bytes) !== wanted) throw whole(`${file} is missing, or is not what the manifest says.`);
    const rows = JSON.parse(bytes.toString("utf8")) as Plain[];
    if (!Array.isArray(rows) || rows.length !== count) throw whole(`${file} does not hold ${count} rows.`);
    found.set(entity, rows);
  }
  return found;
}

/** @param now an instant @throws StoreFault with one sentence; then nothing is changed */
export async function importBusiness(
  store: Store,
  file: Buffer,
  passphrase: string | null,
  now: string,
): Promise<Imported> {
  const opened = await unpack(file, passphrase);
  const { manifest } = opened;
  const { sqlite } = store;
  if (manifest.schemaMigration > migrationOf(sqlite))
    throw whole(
      `The export was made by a newer version (${manifest.schemaMigration} changes of the store, here ${migrationOf(sqlite)}). Bring this one up to date first.`,
    );
  const here = sqlite.prepare<[], { name: string }>("SELECT name FROM business LIMIT 1").get();
  if (here)
    throw whole(
      `${here.name} is here already. A business is taken in by an installation that has none yet: begin with an empty folder.`,
    );
  if (!Object.hasOwn(countries, manifest.business.country))
    throw whole(`No country ${manifest.business.country} is known here.`);
  const entities = await readEntities(opened);
  const documents = new Map<string, Buffer>();
  for (const row of entities.get("document") ?? []) {
    const hash = String(row.sha256);
    const bytes = await opened.read(`files/${hash}`);
    if (!bytes || sha256(bytes) !== hash)
      throw whole(`The document ${String(row.fileName)} is missing, or is not as it was sent.`);
    documents.set(hash, bytes);
  }
  return store.transaction(() => {
    // Rows refer to each other both ways; what refers to nothing is found at the end.
    sqlite.pragma("defer_foreign_keys = ON");
    const idOf = takeUsersIn(store, entities.get("users") ?? []);
    const kept: Kept = { entities: {}, fields: {} };
    const known = new Set<string>([...carriedTables.map((each) => camel(each.table)), "users"]);
    for (const [entity, rows] of entities) if (!known.has(entity)) kept.entities[entity] = rows;
    for (const of of carriedTables) {
      if (of.table === "audit") continue;
      const rows = entities.get(camel(of.table)) ?? [];
      const unknown = insertRows(store, of, rows, idOf, documents);
      if (Object.keys(unknown).length > 0) kept.fields[camel(of.table)] = unknown;
    }
    // An earlier version had another word for it.
    sqlite.exec("UPDATE pay_run SET kind = 'outsideCycle' WHERE kind = 'unscheduled'");
    sqlite.exec("UPDATE pay SET stale = true WHERE run_id IN (SELECT id FROM pay_run WHERE state = 'open')");
    deriveYears(store, manifest.business.country);
    const { id } = manifest.business;
    writeKept(sqlite, id, kept);
    for (const row of entities.get("audit") ?? [])
      record(store, {
        at: String(row.at),
        userId: row.userId === null ? null : idOf(String(row.userId)),
        businessId: id,
        ...{ what: String(row.what), about: String(row.about) },
        ...(row.change === null ? {} : { change: row.change as object }),
      });
    const { name } = manifest.business;
    record(store, {
      at: now,
      userId: null,
      businessId: null,
      what: "took a business in from its export",
      about: `${name}, made ${manifest.createdAt}`,
    });
    holdImported(store, manifest.createdAt);
    demandSound(store);
    const count = (entity: string) => entities.get(entity)?.length ?? 0;
    return { business: { id, name }, people: count("person"), runs: count("payRun") };
  });
}

/** Users by address: who is not here yet comes without a password and without a way in. */
function takeUsersIn({ sqlite }: Store, rows: readonly Plain[]): (email: string) => number {
  const known = new Map(
    sqlite
      .prepare<[], { id: number; email: string }>('SELECT id, email FROM "user"')
      .all()
      .map((each) => [each.email, each.id]),
  );
  const write = sqlite.prepare(
    `INSERT INTO "user" (email, name, password_hash, lead, active, staff) VALUES (?, ?, '-', 0, 0, ?)`,
  );
  for (const { email, name, staff } of rows)
    if (!known.has(String(email)))
      known.set(String(email), Number(write.run(String(email), String(name), Number(staff)).lastInsertRowid));
  return (email) => {
    const id = known.get(email);
    if (id === undefined) throw whole(`The user ${email} is named in the data and not among its users.`);
    return id;
  };
}

/** @returns fields that no column has, by id */
function insertRows(
  { sqlite, crypt }: Store,
  of: CarriedTable,
  rows: readonly Plain[],
  idOf: (email: string) => number,
  documents: ReadonlyMap<string, Buffer>,
): Record<string, Plain> {
  const columns = columnsOf(sqlite, of).filter((each) => !(of.withoutId && each.name === "id"));
  const fields = new Set(columns.map((each) => each.field));
  const unknown: Record<string, Plain> = {};
  for (const row of rows) {
    const values = inward(columns, row, idOf);
    for (const [column, place] of Object.entries(of.secrets ?? {})) {
      if (column === "bytes")
        values.bytes = crypt.sealBytes(documents.get(String(values.sha256)) ?? Buffer.alloc(0), place(values));
      else if (typeof values[column] === "string") values[column] = crypt.seal(values[column], place(values));
    }
    const names = Object.keys(values);
    sqlite
      .prepare(
        `INSERT INTO "${of.table}" (${names.map((each) => `"${each}"`).join(", ")}) VALUES (${names.map(() => "?").join(", ")})`,
      )
      .run(...names.map((each) => values[each]));
    const strange = Object.entries(row).filter(([field]) => !fields.has(field));
    if (strange.length > 0 && row.id !== undefined) unknown[String(row.id)] = Object.fromEntries(strange);
  }
  return unknown;
}

/** Kept years are sums over facts, made anew by the year of the country. */
function deriveYears({ sqlite }: Store, country: string): void {
  const starts = countries[country as keyof typeof countries].payrollYear("2026-12-31").from.slice(5);
  sqlite
    .prepare(
      `INSERT INTO year_sum (person_id, year_start, code, cents)
       SELECT person_id, CASE WHEN substr(payday, 6) >= @day THEN substr(payday, 1, 4)
           ELSE CAST(substr(payday, 1, 4) - 1 AS TEXT) END || '-' || @day AS year, code, SUM(cents)
       FROM pay_fact GROUP BY person_id, year, code`,
    )
    .run({ day: starts });
}

function demandSound(store: Store): void {
  const lost = store.sqlite.pragma("foreign_key_check") as { table: string; parent: string }[];
  if (lost[0]) throw whole(`A row of ${lost[0].table} refers to a ${lost[0].parent} that the export does not hold.`);
  const [first] = unbalanced(store);
  if (first) throw whole(`The figures do not agree: ${first}`);
}
