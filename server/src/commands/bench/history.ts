/**
 * Years of history for the bench: one run is signed off by the real use case, and its rows are copied back in time, a
 * run a period. What is measured afterwards reads and writes just what it would after years of use.
 */
import { addDays, addMonths, daysBetween } from "@zesty/core/calendar/dates";
import { record } from "../../store/trail.ts";
import type { SmallWorld } from "../../testing/smallWorld.ts";

type Database = SmallWorld["context"]["store"]["sqlite"];

const columnsOf = (sqlite: Database, table: string): string[] =>
  (sqlite.prepare(`SELECT name FROM pragma_table_info('${table}')`).all() as { name: string }[]).map(
    (column) => column.name,
  );

/** INSERT … SELECT of a table's rows with some columns replaced. */
function copy(sqlite: Database, table: string, where: string, replaced: Record<string, string>): void {
  const columns = columnsOf(sqlite, table);
  const chosen = columns.map((name) => replaced[name] ?? `"${name}"`);
  sqlite.exec(
    `INSERT INTO ${table} (${columns.map((name) => `"${name}"`).join(", ")})
     SELECT ${chosen.join(", ")} FROM ${table} WHERE ${where}`,
  );
}

const shift = 10_000_000;

/** @param runId a signed-off run; @param periods how many before it; @param days the length of a period */
export function copyBack(world: SmallWorld, runId: number, periods: number, days: number): void {
  const { store, clock } = world.context;
  const { sqlite } = store;
  const run = sqlite.prepare("SELECT * FROM pay_run WHERE id = ?").get(runId) as Record<string, string>;
  sqlite.pragma("foreign_keys = OFF");
  sqlite.exec("DROP TRIGGER leave_entry_kept");
  sqlite.transaction(() => {
    // The newest pay has the highest number, as if the others had been signed off before it.
    const moved: [string, string][] = [
      ["signed_pay", "id"],
      ["pay_fact", "signed_pay_id"],
      ["leave_entry", "signed_pay_id"],
      ["pay", "id"],
      ["signed_pay", "pay_id"],
      ["journal_line", "pay_id"],
      ["outbox", "pay_id"],
      ["payment", "pay_id"],
      ["tick", "pay_id"],
    ];
    for (const [table, column] of moved)
      sqlite.exec(`UPDATE ${table} SET ${column} = ${column} + ${shift} WHERE ${column} IS NOT NULL`);
    for (let back = periods; back >= 1; back -= 1) {
      const at = (date: string) => `'${addDays(run[date] ?? "", -back * days)}'`;
      const id = shift + periods - back + 1;
      const off = (periods - back + 1) * 20_000;
      copy(sqlite, "pay_run", `id = ${runId}`, {
        id: String(id),
        number: String(100_000 + id),
        period_start: at("period_start"),
        period_end: at("period_end"),
        payday: at("payday"),
        accounting_date: at("payday"),
        state: "'settled'",
      });
      const newId = (column: string) => `"${column}" - ${shift} + ${off}`;
      copy(sqlite, "pay", `run_id = ${runId}`, { id: newId("id"), run_id: String(id) });
      copy(sqlite, "signed_pay", `run_id = ${runId}`, {
        id: newId("id"),
        pay_id: newId("pay_id"),
        run_id: String(id),
        payday: at("payday"),
      });
      copy(sqlite, "pay_fact", `payday = '${run.payday}'`, {
        signed_pay_id: newId("signed_pay_id"),
        payday: at("payday"),
      });
      copy(sqlite, "leave_entry", `signed_pay_id > ${shift}`, {
        id: "NULL",
        signed_pay_id: newId("signed_pay_id"),
        date: at("period_end"),
      });
      const owed = (
        sqlite.prepare("SELECT MAX(due_date) AS last FROM due WHERE run_id = ?").get(runId) as { last: string }
      ).last;
      copy(sqlite, "due", `run_id = ${runId}`, {
        id: "NULL",
        run_id: String(id),
        payday: at("payday"),
        due_date: `'${addDays(owed, -back * days)}'`,
      });
    }
    sqlite.exec("DELETE FROM leave_balance; DELETE FROM year_sum; DELETE FROM seal");
  })();
  keepAnew(world);
  sqlite.pragma("foreign_keys = ON");
  record(store, { at: clock.now(), userId: null, businessId: null, what: "made history for the bench", about: "" });
}

/** The kept totals of what was copied, as `verify` derives them. */
function keepAnew({ context: { store } }: SmallWorld): void {
  store.sqlite.exec(`
    INSERT INTO leave_balance (person_id, kind, amount_e4)
      SELECT person_id, kind, SUM(hours_e4) FROM leave_entry GROUP BY person_id, kind;
    INSERT INTO year_sum (person_id, year_start, code, cents)
      SELECT f.person_id, CASE WHEN substr(f.payday, 6) >= y.day THEN substr(f.payday, 1, 4)
          ELSE CAST(substr(f.payday, 1, 4) - 1 AS TEXT) END || '-' || y.day AS year, f.code, SUM(f.cents)
      FROM pay_fact f JOIN person p ON p.id = f.person_id JOIN business b ON b.id = p.business_id
        JOIN (SELECT 'AU' AS country, '07-01' AS day UNION SELECT 'NZ', '04-01') y ON y.country = b.country
      GROUP BY f.person_id, year, f.code;
    CREATE TRIGGER leave_entry_kept AFTER INSERT ON leave_entry BEGIN
      INSERT INTO leave_balance (person_id, kind, amount_e4) VALUES (NEW.person_id, NEW.kind, NEW.hours_e4)
      ON CONFLICT (person_id, kind) DO UPDATE SET amount_e4 = amount_e4 + NEW.hours_e4;
    END;`);
}

/** Dues alone, further back: what the list of dues has to leave out. */
export function copyDuesBack({ context }: SmallWorld, years: number): void {
  const { store, clock } = context;
  const { sqlite } = store;
  const range = sqlite.prepare("SELECT MIN(due_date) AS first, MAX(due_date) AS last FROM due").get() as {
    first: string;
    last: string;
  };
  const span = Math.max(daysBetween(range.first, range.last), 1);
  const oldest = addMonths(range.last, -12 * years);
  sqlite.transaction(() => {
    for (let back = 1; addDays(range.last, -back * span) > oldest; back += 1)
      copy(sqlite, "due", `due_date BETWEEN '${range.first}' AND '${range.last}'`, {
        id: "NULL",
        due_date: `date(due_date, '-${back * span} days')`,
      });
    // As in a business that pays what it owes: a list of seven years of late dues is none that anybody keeps.
    sqlite.exec(`UPDATE due_total SET received_cents = owed_cents WHERE due_date < '${range.first}'`);
    // Sealed like any other: a page that finds rows without their seal works on something else.
    record(store, { at: clock.now(), userId: null, businessId: null, what: "made dues for the bench", about: "" });
  })();
}

/** Messages of runs that were settled long ago, beside the few that wait. */
export function fillOutbox({ context: { store } }: SmallWorld, count: number): void {
  const columns = columnsOf(store.sqlite, "outbox").filter((name) => name !== "id" && name !== "message_id");
  const names = columns.map((name) => `"${name}"`).join(", ");
  const of: Record<string, string> = { state: "'accepted'", run_id: "r.id" };
  store.sqlite.exec(
    `WITH RECURSIVE n(at) AS (SELECT 1 UNION ALL SELECT at + 1 FROM n WHERE at < ${count} / ${settledRuns})
     INSERT INTO outbox (message_id, ${names})
     SELECT 'bench-' || r.id || '-' || at, ${columns.map((name) => of[name] ?? `o."${name}"`).join(", ")}
     FROM n, (SELECT id FROM pay_run WHERE state = 'settled' LIMIT ${settledRuns}) r, (SELECT * FROM outbox LIMIT 1) o`,
  );
}
const settledRuns = 100;
