/**
 * Another key in the place of the old one: everything that is encrypted is encrypted anew, the trail is hashed and what it
 * vouches for sealed anew, in one transaction. Only of a store that is whole: what was changed before would be vouched
 * for from then on.
 */
import type Database from "better-sqlite3";
import { type Crypt, places } from "../store/crypt.ts";
import { StoreFault } from "../store/fault.ts";
import { unbalanced } from "../store/invariants.ts";
import type { Store } from "../store/open.ts";
import { rekeyTrail } from "../store/rekey.ts";
import { sealStates, watchStates } from "../store/stateSeals.ts";
import { againstOutside, anchorOf, record, verify } from "../store/trail.ts";
import { carriedTables } from "./tables.ts";

type Row = Record<string, unknown>;
type PlaceOf = (row: Row) => string;

/** Every secret column with the place of each of its rows: those of businesses, and those of this installation. */
function secretColumns(): [table: string, column: string, place: PlaceOf][] {
  return [
    ...carriedTables.flatMap(({ table, secrets }) =>
      Object.entries(secrets ?? {}).map(([column, place]): [string, string, PlaceOf] => [table, column, place]),
    ),
    ["user", "second_factor", ({ id }) => places.userSecret(Number(id))],
    ["listener", "secret", ({ id }) => places.listener(Number(id))],
    ["letter", "text", ({ id }) => places.letter(Number(id))],
  ];
}

function sealAnew(sqlite: Database.Database, before: Crypt, now: Crypt): void {
  for (const [table, column, place] of secretColumns()) {
    const write = sqlite.prepare(`UPDATE "${table}" SET "${column}" = ? WHERE rowid = ?`);
    // A document may have megabytes: one at a time.
    const ids = sqlite
      .prepare<[], { id: number }>(`SELECT rowid AS id FROM "${table}" WHERE "${column}" IS NOT NULL`)
      .all();
    const read = sqlite.prepare<[number], Row>(`SELECT * FROM "${table}" WHERE rowid = ?`);
    for (const { id } of ids) {
      const row = read.get(id) ?? {};
      const sealed = row[column] as string | Buffer;
      const bytes = before.openBytes(typeof sealed === "string" ? Buffer.from(sealed, "base64") : sealed, place(row));
      const again = now.sealBytes(bytes, place(row));
      write.run(typeof sealed === "string" ? again.toString("base64") : again, id);
    }
  }
  const settings = sqlite.prepare<[], { name: string; value: string }>("SELECT name, value FROM setting").all();
  for (const { name, value } of settings)
    if (["keyCheck", "sessionSecret"].includes(name) || name.startsWith("secondFactor "))
      sqlite
        .prepare("UPDATE setting SET value = ? WHERE name = ?")
        .run(now.seal(before.open(value, places.setting(name)), places.setting(name)), name);
}

/** @param at an instant @throws StoreFault where the store is not whole; then nothing is changed */
export function changeKey(store: Store, now: Crypt, at: string): { entry: number; hash: string } {
  const broken = [...againstOutside(store), ...verify(store).broken].map((each) => each.words);
  const [first] = [...broken, ...unbalanced(store)];
  if (first)
    throw new StoreFault(`The store is not whole, so its key stays: ${first} Nothing was changed; see npm run verify.`);
  const fresh = { ...store, crypt: now };
  store.transaction(() => {
    sealAnew(store.sqlite, store.crypt, now);
    // Keyed hashes of codes cannot be made anew: who has them set up makes others.
    store.sqlite.exec(`UPDATE "user" SET recovery = NULL; DELETE FROM invitation WHERE kind = 'code'`);
    rekeyTrail(fresh);
    sealStates(store.sqlite, now);
    watchStates(store.sqlite, now);
    record(fresh, { at, userId: null, businessId: null, what: "changed the key", about: `now ${now.fingerprint}` });
  });
  return anchorOf(fresh);
}
