/** A store from before dues were followed: nothing of it is called late, nothing is lost, and what comes is followed. */
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import { expect, it } from "vitest";
import { makeKey } from "../store/crypt.ts";
import { openStore } from "../store/open.ts";

it("is followed from the day of its update on, with sums by due and by account of each journal", () => {
  const folder = mkdtempSync(join(tmpdir(), "zesty-older-"));
  cpSync(join(import.meta.dirname, "../../drizzle"), join(folder, "drizzle"), { recursive: true });
  const journalFile = join(folder, "drizzle/meta/_journal.json");
  const journal = JSON.parse(readFileSync(journalFile, "utf8")) as { entries: { tag: string }[] };
  const before = journal.entries.findIndex((each) => each.tag.endsWith("_dues"));
  writeFileSync(journalFile, JSON.stringify({ ...journal, entries: journal.entries.slice(0, before) }));
  const old = new Database(join(folder, "zesty.db"));
  migrate(drizzle(old), { migrationsFolder: join(folder, "drizzle") });
  old.pragma("foreign_keys = OFF");
  const business = (id: number) =>
    old
      .prepare(
        `INSERT INTO business (id, country, name, legal_name, abn, branch, bms_id, time_zone, state, contact, bank, postings)
         VALUES (?, 'AU', 'Old', 'Old Pty Ltd', '63000000011', '001', 'b' || ?, 'Australia/Perth', 'WA', '{}', '{}', '{}')`,
      )
      .run(id, id);
  business(1);
  business(2);
  /** A row of which only its number matters: what it must have gets a value of its column's kind. */
  const row = (table: string, id: number, values: Record<string, unknown> = {}) => {
    const columns = old
      .prepare(`SELECT name, type, "notnull" AS needed, dflt_value AS usual FROM pragma_table_info(?)`)
      .all(table) as { name: string; type: string; needed: number; usual: unknown }[];
    const wanted = columns
      .filter(({ name, needed, usual }) => name in values || name === "id" || (needed === 1 && usual === null))
      .map(
        ({ name, type }) =>
          [name, name === "id" ? id : (values[name] ?? (/integer/i.test(type) ? 1 : `${id}`))] as const,
      );
    old
      .prepare(
        `INSERT INTO ${table} (${wanted.map(([name]) => `"${name}"`).join()}) VALUES (${wanted.map(() => "?").join()})`,
      )
      .run(...wanted.map(([, value]) => value));
  };
  row("pay_cycle", 1);
  for (const id of [1, 2, 3]) row("pay_run", id, { number: id, kind: "outside" });
  row("person", 7);
  row("fund", 3);
  const due = old.prepare(
    `INSERT INTO due (business_id, run_id, kind, person_id, fund_id, payday, due_date, amount_cents)
     VALUES (1, ?, ?, ?, ?, '2024-05-02', '2024-07-29', ?)`,
  );
  // One payday taken back and signed again: its due is what is left.
  due.run(1, "super", 7, 3, 500);
  due.run(1, "super", 7, 3, -500);
  due.run(2, "super", 7, 3, 450);
  due.run(2, "withholding", null, null, 900);
  old.exec(`INSERT INTO journal (id, business_id, run_id, reference, kind, date, description) VALUES (1, 1, 1, 'PR-1', 'run', '2024-05-02', '');
    INSERT INTO journal_line (journal_id, account, debit_cents, credit_cents, what) VALUES (1, '6000', 300, 0, ''), (1, '6000', 200, 0, ''), (1, '2400', 0, 500, '')`);
  old.close();
  makeKey(join(folder, "key", "zesty.key"));
  const store = openStore(folder);
  const all = (sql: string) => store.sqlite.prepare(sql).raw().all();
  expect(
    all("SELECT kind, person_id, fund_id, payee, run_id, owed_cents, received_cents FROM due_total ORDER BY kind"),
  ).toEqual([
    ["super", 7, 3, "", 2, 450, 0],
    ["withholding", 0, 0, "", 2, 900, 0],
  ]);
  expect(all("SELECT account, debit_cents, credit_cents FROM journal_sum ORDER BY account")).toEqual([
    ["2400", 0, 500],
    ["6000", 500, 0],
  ]);
  // A business that owed nothing yet has everything followed.
  const [[followed], [fresh]] = all("SELECT dues_from FROM business ORDER BY id") as [string[], (string | null)[]];
  expect([/^\d{4}-\d\d-\d\d$/.test(followed ?? ""), fresh]).toEqual([true, null]);
  store.sqlite.exec(
    "INSERT INTO due (business_id, run_id, kind, person_id, fund_id, payday, due_date, payee, amount_cents) VALUES (1, 3, 'deduction', 7, NULL, '2026-07-02', '2026-08-07', 'Union', 10)",
  );
  expect(all("SELECT payee, owed_cents FROM due_total WHERE kind = 'deduction'")).toEqual([["Union", 10]]);
  store.close();
  rmSync(folder, { recursive: true });
});
