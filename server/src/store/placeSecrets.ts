/** Moves what an older version sealed without a place to the form that is bound to its row. Once, in one transaction. */
import type Database from "better-sqlite3";
import { type Crypt, places } from "./crypt.ts";

interface Kept {
  table: string;
  column: string;
  /** columns that name the owner: a number n, a text t */
  owner: string;
  place: (n: number, t: string) => string;
}

const kept: readonly Kept[] = [
  { table: "tax_declaration", column: "file_number", owner: "person_id AS n, '' AS t", place: places.taxNumber },
  { table: "tax_code", column: "ird_number", owner: "person_id AS n, '' AS t", place: places.irdNumber },
  { table: "bank_split", column: "parts", owner: "person_id AS n, '' AS t", place: places.bankParts },
  { table: "business", column: "bank_account", owner: "0 AS n, bms_id AS t", place: (_n, t) => places.businessBank(t) },
  { table: "document", column: "bytes", owner: "run_id AS n, kind AS t", place: places.document },
  { table: "outbox_answer", column: "body", owner: "outbox_id AS n, '' AS t", place: places.answer },
];

const done = "secretsPlaced";

export function placeSecrets(sqlite: Database.Database, crypt: Crypt): void {
  const known = sqlite.prepare("SELECT 1 FROM setting WHERE name = ?").get(done);
  if (known) return;
  sqlite
    .transaction(() => {
      for (const { table, column, owner, place } of kept) {
        const write = sqlite.prepare(`UPDATE ${table} SET ${column} = ? WHERE rowid = ?`);
        const rows = sqlite
          .prepare<[], { id: number; sealed: string | Buffer; n: number; t: string }>(
            `SELECT rowid AS id, ${column} AS sealed, ${owner} FROM ${table} WHERE ${column} IS NOT NULL`,
          )
          .all();
        for (const { id, sealed, n, t } of rows) {
          // Raw answers were kept in plain text.
          const open = table === "outbox_answer" ? Buffer.from(sealed as string) : crypt.openUnplaced(sealed);
          const again = crypt.sealBytes(open, place(n, t));
          write.run(typeof sealed === "string" ? again.toString("base64") : again, id);
        }
      }
      const secret = sqlite
        .prepare<[], { value: string }>("SELECT value FROM setting WHERE name = 'sessionSecret'")
        .get();
      if (secret)
        sqlite
          .prepare("UPDATE setting SET value = ? WHERE name = 'sessionSecret'")
          .run(crypt.sealBytes(crypt.openUnplaced(secret.value), places.setting("sessionSecret")).toString("base64"));
      sqlite.prepare("INSERT INTO setting (name, value) VALUES (?, '1')").run(done);
    })
    .immediate();
}
