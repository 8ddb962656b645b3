/**
 * Takes a business in from its export, all of it or nothing. Beside other businesses its ids are moved out of the way of
 * theirs; rights of users who are here already are given by hand.
 */
import { countries } from "@zesty/core/countries/countries";
import { holdMovedIn } from "../outbox/movedIn.ts";
import { dryRun } from "../store/dryRun.ts";
import { unbalanced } from "../store/invariants.ts";
import type { Store } from "../store/open.ts";
import { record } from "../store/trail.ts";
import { type Manifest, unpacked } from "./archive.ts";
import { migrationOf } from "./exportBusiness.ts";
import { Parts, whole } from "./parts.ts";
import { columnsOf, inward, type Plain, shifted } from "./rows.ts";
import { signerOf } from "./signature.ts";
import { type CarriedTable, camel, carriedTables } from "./tables.ts";
import { type Kept, writeKept } from "./takenAlong.ts";

export interface Imported {
  business: { id: number; name: string };
  people: number;
  runs: number;
  /** addresses of its users who work here already: what they may do in it is for a lead to say */
  usersHere: string[];
  /** the mark of the installation that signed it, to be compared with what stands there; null: made by an earlier version */
  signedBy: string | null;
}

/**
 * @param file where it lies on disk @param now an instant
 * @param how "look" does all of it and takes it back: what it says is what would come
 * @throws StoreFault with one sentence; then nothing is changed
 */
export const importBusiness = (
  store: Store,
  file: string,
  passphrase: string | null,
  now: string,
  how: "take" | "look" = "take",
): Promise<Imported> =>
  unpacked(file, passphrase, (opened) => {
    const { manifest } = opened;
    const here = migrationOf(store.sqlite);
    if (manifest.schemaMigration > here)
      throw whole(
        `The export was made by a newer version (${manifest.schemaMigration} changes of the store, here ${here}). Bring this one up to date first.`,
      );
    if (!Object.hasOwn(countries, manifest.business.country))
      throw whole(`No country ${manifest.business.country} is known here.`);
    const signedBy = signerOf(manifest);
    const work = () => takeIn(store, manifest, new Parts(opened), signedBy, now);
    return how === "look" ? dryRun(store, work) : store.transaction(work);
  });

/** Within a transaction. */
function takeIn(store: Store, manifest: Manifest, parts: Parts, signedBy: string | null, now: string): Imported {
  const { sqlite } = store;
  // Rows refer to each other both ways; what refers to nothing is found at the end.
  sqlite.pragma("defer_foreign_keys = ON");
  demandNotHere(store, parts.rows("business"));
  const shift = highestId(store);
  const { idOf, usersHere } = takeUsersIn(store, parts.rows("users"));
  const kept: Kept = { entities: {}, fields: {}, shift };
  const known = new Set<string>([...carriedTables.map((each) => camel(each.table)), "users"]);
  for (const entity of Object.keys(manifest.entities))
    if (!known.has(entity)) kept.entities[entity] = [...parts.rows(entity)];
  const rowsTaken = (table: string): Iterable<Plain> => {
    const rows = parts.rows(camel(table));
    if (table === "user_right") return [...rows].filter((each) => !usersHere.includes(String(each.userId)));
    return table === "loaded_row" ? [...rows].filter((each) => isNewTable(store, each)) : rows;
  };
  for (const of of carriedTables) {
    if (of.table === "audit") continue;
    const unknown = insertRows(store, of, rowsTaken(of.table), {
      idOf,
      shift,
      documentOf: (row) => parts.document(row),
    });
    if (Object.keys(unknown).length > 0) kept.fields[camel(of.table)] = unknown;
  }
  // An earlier version had another word for it.
  sqlite.exec("UPDATE pay_run SET kind = 'outsideCycle' WHERE kind = 'unscheduled'");
  const { name, country } = manifest.business;
  const id = manifest.business.id + shift;
  // A file of the version before does not say from when dues are followed: nobody here knows what was paid before.
  if (!parts.has("business", "duesFrom"))
    sqlite
      .prepare(
        "UPDATE business SET dues_from = substr(?, 1, 10) WHERE id = ? AND EXISTS (SELECT 1 FROM due WHERE business_id = ?)",
      )
      .run(now, id, id);
  sqlite
    .prepare(
      "UPDATE pay SET stale = true WHERE run_id IN (SELECT id FROM pay_run WHERE state = 'open' AND business_id = ?)",
    )
    .run(id);
  deriveYears(store, id, country);
  writeKept(sqlite, id, kept);
  for (const row of parts.rows("audit"))
    record(store, {
      at: String(row.at),
      userId: row.userId === null ? null : idOf(String(row.userId)),
      businessId: id,
      ...{ what: String(row.what), about: String(row.about) },
      ...(row.change === null ? {} : { change: shifted(row.change, "change", shift) as object }),
    });
  record(store, {
    at: now,
    userId: null,
    businessId: null,
    what: "took a business in from its export",
    about: `${name}, made ${manifest.createdAt}${signedBy === null ? ", not signed" : `, signed by ${signedBy}`}`,
  });
  holdMovedIn(store, id, manifest.createdAt);
  demandSound(store);
  const [people, runs] = [parts.count("person"), parts.count("payRun")];
  return { business: { id, name }, people, runs, usersHere, signedBy };
}

/** A business keeps its identity with the agencies for life: the same one twice would be paid and lodged twice. */
function demandNotHere({ sqlite }: Store, businesses: Iterable<Plain>): void {
  const known = sqlite.prepare<[string], { name: string }>("SELECT name FROM business WHERE bms_id = ?");
  for (const { bmsId } of businesses) {
    const here = known.get(String(bmsId));
    if (here) throw whole(`${here.name} is here already, and is not taken in a second time.`);
  }
}

/** The highest id of whatever a business is made of: what comes in lies above it. */
function highestId({ sqlite }: Store): number {
  const withId = carriedTables.filter(
    ({ table, withoutId }) =>
      !withoutId && (sqlite.pragma(`table_info(${table})`) as { name: string }[]).some((each) => each.name === "id"),
  );
  return Math.max(
    ...withId.map(
      ({ table }) => sqlite.prepare<[], { n: number | null }>(`SELECT MAX(id) AS n FROM "${table}"`).get()?.n ?? 0,
    ),
  );
}

/** Rule tables are of the whole practice: one that is here comes no second time, and two that differ are not mixed. */
function isNewTable({ sqlite }: Store, table: Plain): boolean {
  const row = typeof table.row === "string" ? table.row : JSON.stringify(table.row);
  const here = sqlite
    .prepare<[unknown, unknown], { row: string; withdrawn: string | null }>(
      `SELECT row, withdrawn_at AS withdrawn FROM loaded_row WHERE table_name = ? AND "from" = ?`,
    )
    .all(table.tableName, table.from);
  if (here.some((each) => each.row === row && (each.withdrawn === null) === (table.withdrawnAt === null))) return false;
  if (table.withdrawnAt === null && here.some((each) => each.withdrawn === null))
    throw whole(
      `The table ${String(table.tableName)} from ${String(table.from)} holds other figures here than where the business comes from. Look under Set-up, Rules, which are right, and withdraw the others.`,
    );
  return true;
}

/** Users by address: who is not here yet comes without a password and without a way in. */
function takeUsersIn(
  { sqlite }: Store,
  named: Iterable<Plain>,
): { idOf: (email: string) => number; usersHere: string[] } {
  const rows = [...named];
  const known = new Map(
    sqlite
      .prepare<[], { id: number; email: string }>('SELECT id, email FROM "user"')
      .all()
      .map((each) => [each.email, each.id]),
  );
  const active = new Set(
    sqlite
      .prepare<[], { email: string }>('SELECT email FROM "user" WHERE active = 1')
      .all()
      .map(({ email }) => email),
  );
  const usersHere = rows.map((each) => String(each.email)).filter((email) => active.has(email));
  const write = sqlite.prepare(
    `INSERT INTO "user" (email, name, password_hash, lead, active, staff) VALUES (?, ?, '-', 0, 0, ?)`,
  );
  for (const { email, name, staff } of rows)
    if (!known.has(String(email)))
      known.set(String(email), Number(write.run(String(email), String(name), Number(staff)).lastInsertRowid));
  return {
    usersHere,
    idOf: (email) => {
      const id = known.get(email);
      if (id === undefined) throw whole(`The user ${email} is named in the data and not among its users.`);
      return id;
    },
  };
}

/** @returns fields that no column has, by id */
function insertRows(
  { sqlite, crypt }: Store,
  of: CarriedTable,
  rows: Iterable<Plain>,
  { idOf, shift, documentOf }: { idOf: (email: string) => number; shift: number; documentOf: (row: Plain) => Buffer },
): Record<string, Plain> {
  const columns = columnsOf(sqlite, of).filter((each) => !(of.withoutId && each.name === "id"));
  const fields = new Set(columns.map((each) => each.field));
  const unknown: Record<string, Plain> = {};
  for (const row of rows) {
    const values = inward(columns, row, idOf, shift);
    for (const [column, place] of Object.entries(of.secrets ?? {})) {
      if (column === "bytes") values.bytes = crypt.sealBytes(documentOf(row), place(values));
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
function deriveYears({ sqlite }: Store, business: number, country: string): void {
  const starts = countries[country as keyof typeof countries].payrollYear("2026-12-31").from.slice(5);
  sqlite
    .prepare(
      `INSERT INTO year_sum (person_id, year_start, code, cents)
       SELECT person_id, CASE WHEN substr(payday, 6) >= @day THEN substr(payday, 1, 4)
           ELSE CAST(substr(payday, 1, 4) - 1 AS TEXT) END || '-' || @day AS year, code, SUM(cents)
       FROM pay_fact WHERE person_id IN (SELECT id FROM person WHERE business_id = @business)
       GROUP BY person_id, year, code`,
    )
    .run({ day: starts, business });
}

function demandSound(store: Store): void {
  const lost = store.sqlite.pragma("foreign_key_check") as { table: string; parent: string }[];
  if (lost[0]) throw whole(`A row of ${lost[0].table} refers to a ${lost[0].parent} that the export does not hold.`);
  const [first] = unbalanced(store);
  if (first) throw whole(`The figures do not agree: ${first}`);
}
