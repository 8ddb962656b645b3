/** The trail hashed anew under another key, and every seal made anew: for the change of the key alone, after a whole walk. */

import type { Store } from "./open.ts";
import { audit } from "./schema.ts";
import { macOfSeals, resealAll } from "./seals.ts";
import { rowsOf } from "./statements.ts";
import { hashOf } from "./trail.ts";

export function rekeyTrail(store: Store): void {
  resealAll(store);
  const sealsOf = store.sqlite.prepare<[number], { mac: string; kind: string; rowId: number }>(
    "SELECT mac, kind, row_id AS rowId FROM seal WHERE audit_id = ?",
  );
  const write = store.sqlite.prepare("UPDATE audit SET seals = ?, previous_hash = ?, hash = ? WHERE id = ?");
  let previousHash = "";
  for (const entry of rowsOf(store.sqlite, audit, "ORDER BY t.id")) {
    const values = { ...entry, previousHash, seals: macOfSeals(store, sealsOf.all(entry.id)) };
    const hash = hashOf(store, values);
    write.run(values.seals, previousHash, hash, entry.id);
    previousHash = hash;
  }
  store.sqlite.exec("DELETE FROM setting WHERE name = 'verifiedTo'");
}
