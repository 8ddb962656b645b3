/**
 * Seals of what may change, and decides money or rights: terms and rates, accounts, users and their rights, what stands in
 * the outbox, what was paid. Triggers of this connection alone put a keyed hash beside each row in the very statement
 * that writes it, so no use case can forget it, and whoever writes beside the program cannot make one.
 */
import type Database from "better-sqlite3";
import type { Crypt } from "./crypt.ts";
import { preparedOn } from "./statements.ts";

interface Watched {
  table: string;
  /** what a row of it is called */
  name: string;
  /** columns that say how far a try has come, and nothing else */
  without?: readonly string[];
  /** columns that tell rows apart, where there is no id */
  key?: readonly string[];
  /** how many updates a store has had from which on it is watched; of an older one it is sealed as it stands, once */
  since?: number;
}

const dated = (table: string, name: string, since = 0): Watched => ({ table, name, since });

export const watched: readonly Watched[] = [
  { table: "user", name: "User", without: ["last_step"] },
  { table: "user_right", name: "Right of user", key: ["user_id", "business_id"] },
  { table: "business", name: "Business" },
  { table: "outbox", name: "Message", without: ["tries", "next_at", "detail", "odd"] },
  { table: "payment", name: "Payment of file", key: ["outbox_id", "line"] },
  { table: "payee", name: "Account of a receiver" },
  { table: "bank_line", name: "Line of the bank" },
  { table: "bank_match", name: "Match with the bank" },
  { table: "span_agreed", name: "Agreed span" },
  { table: "due_payment", name: "Payment of dues" },
  { table: "remittance", name: "Remittance" },
  { table: "remittance_part", name: "Part of remittance", key: ["remittance_id", "line"] },
  { table: "remittance_event", name: "What was heard of a remittance" },
  dated("employment_terms", "Employment"),
  dated("time_terms", "Agreement of a person"),
  dated("tax_declaration", "Tax declaration"),
  dated("tax_code", "Tax code"),
  dated("bank_split", "Bank accounts"),
  dated("super_choice", "Super choice"),
  dated("kiwi_saver", "KiwiSaver"),
  dated("leave_terms", "Leave terms"),
  dated("holiday_terms", "Holiday terms"),
  dated("usual_pay", "Usual pay"),
  dated("pay_orders", "Deduction orders"),
  dated("opening_year", "Opening figures"),
  dated("past_earnings", "Earnings before"),
  dated("fringe_benefit", "Fringe benefits"),
  dated("debt", "Plan of recovery"),
  dated("fund", "Fund"),
  dated("agreement_facts", "Rates of an agreement"),
  dated("own_rule_set", "Rules of an agreement"),
  dated("employer_cost", "Employer's cost"),
  dated("place", "Place of work", 51),
  dated("pay_element", "Element of pay", 51),
  dated("top_up_scheme", "Top-up scheme", 51),
  dated("top_up_enrolment", "Person in a top-up scheme", 51),
  dated("loaded_row", "Row of a rule table", 51),
  dated("person", "Person", 51),
  dated("staff_link", "Way to the staff pages", 51),
  dated("leave_request", "Leave request", 51),
  dated("leave_answer", "Answer to a leave request", 51),
  dated("employed_again", "Employment again", 75),
  dated("approval", "Yes that was asked for", 59),
  dated("approval_word", "Word about a run", 59),
  dated("holiday_swap", "Holiday kept on another day", 62),
  { table: "program", name: "Pass of a program", without: ["last_used_at", "used_from"], since: 66 },
  { table: "listener", name: "Where a program is told of events", without: ["seen"], since: 70 },
];

/** How many updates the database has had. */
export const updatesOf = (sqlite: Database.Database): number =>
  preparedOn<[], { n: number }>(sqlite, "SELECT COUNT(*) AS n FROM __drizzle_migrations").get()?.n ?? 0;

interface Shape extends Watched {
  id: (row: string) => string;
  text: (row: string) => string;
  columns: string;
}

function shapeOf(each: Watched, all: readonly string[]): Shape | null {
  const names = all.filter((name) => !each.without?.includes(name));
  if (names.length === 0) return null;
  const columns = names.join(" ");
  return {
    ...each,
    columns,
    // As text, as it is kept: compared as numbers no index of the seals would serve.
    id: (row) => (each.key ?? ["id"]).map((name) => `CAST(${row}."${name}" AS TEXT)`).join(" || '-' || "),
    text: (row) => `json_array(${names.map((name) => `${row}."${name}"`).join(", ")})`,
  };
}

/** The columns of the watched tables, read anew only where the schema is another one. */
const columnsRead = new WeakMap<Database.Database, { of: unknown; names: Map<string, string[]> }>();

function columnNames(sqlite: Database.Database): Map<string, string[]> {
  const of = sqlite.pragma("schema_version", { simple: true });
  const known = columnsRead.get(sqlite);
  if (known && known.of === of) return known.names;
  const names = new Map(watched.map(({ table }) => [table, [] as string[]]));
  const found = sqlite
    .prepare<[string], { table: string; name: string }>(
      `SELECT t.value AS "table", c.name AS name FROM json_each(?) t, pragma_table_info(t.value) c ORDER BY t.key, c.cid`,
    )
    .all(JSON.stringify([...names.keys()]));
  for (const { table, name } of found) names.get(table)?.push(name);
  columnsRead.set(sqlite, { of, names });
  return names;
}

/** @param updates how many the store has had; of an older one fewer tables are watched */
function shapes(sqlite: Database.Database, updates = Number.POSITIVE_INFINITY): Shape[] {
  const names = columnNames(sqlite);
  return watched
    .filter(({ since = 0 }) => since <= updates)
    .flatMap((each) => shapeOf(each, names.get(each.table) ?? []) ?? []);
}

const macOf = (crypt: Crypt, table: string, id: string, text: string): string =>
  crypt.mac(`state ${table} ${id} ${text}`);
const countMac = (crypt: Crypt, table: string, count: number): string => crypt.mac(`count ${table} ${count}`);

/** From here on each write through this connection seals what it wrote. */
export function watchStates(sqlite: Database.Database, crypt: Crypt): void {
  sqlite.function("state_mac", { deterministic: true }, (table: unknown, id: unknown, text: unknown) =>
    macOf(crypt, String(table), String(id), String(text)),
  );
  sqlite.function("count_mac", { deterministic: true }, (table: unknown, count: unknown) =>
    countMac(crypt, String(table), Number(count)),
  );
  const triggers = shapes(sqlite).map(({ table, id, text }) => {
    const put = (row: string) =>
      // Written as an upsert: within a trigger "or replace" would give way to the conflict rule of the outer statement.
      `INSERT INTO state_seal (kind, row_id, mac) VALUES ('${table}', ${id(row)}, state_mac('${table}', ${id(row)}, ${text(row)}))
         ON CONFLICT (kind, row_id) DO UPDATE SET mac = excluded.mac;`;
    const drop = `DELETE FROM state_seal WHERE kind = '${table}' AND row_id = ${id("OLD")};`;
    const count = (by: string) =>
      `UPDATE state_count SET rows = rows ${by}, mac = count_mac('${table}', rows ${by}) WHERE kind = '${table}';`;
    return `
      CREATE TEMP TRIGGER IF NOT EXISTS "${table}_made" AFTER INSERT ON main."${table}" BEGIN ${put("NEW")} ${count("+ 1")} END;
      CREATE TEMP TRIGGER IF NOT EXISTS "${table}_moved" AFTER UPDATE ON main."${table}" BEGIN ${put("NEW")} END;
      CREATE TEMP TRIGGER IF NOT EXISTS "${table}_gone" AFTER DELETE ON main."${table}" BEGIN ${drop} ${count("- 1")} END;`;
  });
  // All at once: each by itself would be a transaction.
  sqlite.transaction(() => sqlite.exec(triggers.join("\n")))();
}

/**
 * Seals everything as it stands: of a store from before these seals, and after an update that changed a table's columns.
 * @param only tables whose columns changed; all when left out
 */
export function sealStates(sqlite: Database.Database, crypt: Crypt, only?: readonly string[]): void {
  const write = sqlite.prepare<[string, string, string]>(
    "INSERT OR REPLACE INTO state_seal (kind, row_id, mac) VALUES (?, ?, ?)",
  );
  for (const { table, id, text } of shapes(sqlite)) {
    if (only && !only.includes(table)) continue;
    sqlite.prepare("DELETE FROM state_seal WHERE kind = ?").run(table);
    const rows = sqlite
      .prepare<[], { id: string; text: string }>(`SELECT ${id("t")} AS id, ${text("t")} AS text FROM "${table}" t`)
      .all();
    for (const row of rows) write.run(table, String(row.id), macOf(crypt, table, String(row.id), row.text));
    sqlite
      .prepare("INSERT OR REPLACE INTO state_count (kind, rows, mac) VALUES (?, ?, ?)")
      .run(table, rows.length, countMac(crypt, table, rows.length));
  }
}

/** The columns that seals are made of, as a text: another one after an update means that they are made anew. */
export const sealedColumns = (sqlite: Database.Database, updates?: number): Record<string, string> =>
  Object.fromEntries(shapes(sqlite, updates).map(({ table, columns }) => [table, columns]));

/** Rows that are not as the program wrote them: changed, put in or taken out beside it. */
export function* brokenStates(
  sqlite: Database.Database,
  crypt: Crypt,
  updates?: number,
): Generator<string, void, void> {
  for (const { table, name, id, text } of shapes(sqlite, updates)) {
    const page = preparedOn<[number], { at: number; id: string; text: string; mac: string | null }>(
      sqlite,
      `SELECT t.rowid AS at, ${id("t")} AS id, ${text("t")} AS text, s.mac AS mac FROM "${table}" t
       LEFT JOIN state_seal s ON s.kind = '${table}' AND s.row_id = ${id("t")} WHERE t.rowid > ? ORDER BY t.rowid LIMIT 500`,
    );
    let [count, sealed] = [0, 0];
    for (let after = -1; ; ) {
      const rows = page.all(after);
      for (const row of rows) {
        count += 1;
        const own = String(row.id);
        if (row.mac !== null) sealed += 1;
        if (row.mac === null) yield `${name} ${own} was put in beside the program.`;
        else if (row.mac !== macOf(crypt, table, own, row.text)) yield `${name} ${own} was changed beside the program.`;
      }
      const last = rows.at(-1);
      if (!last) break;
      after = last.at;
      yield "";
    }
    const seals = preparedOn<[string], { n: number }>(sqlite, "SELECT COUNT(*) AS n FROM state_seal WHERE kind = ?");
    // Asked for by name only where there is one: the question itself costs more than its answer.
    const gone =
      seals.get(table)?.n === sealed
        ? []
        : preparedOn<[], { id: string }>(
            sqlite,
            `SELECT s.row_id AS id FROM state_seal s WHERE s.kind = '${table}'
               AND s.row_id NOT IN (SELECT ${id("t")} FROM "${table}" t)`,
          ).all();
    for (const row of gone) yield `${name} ${row.id} was taken out beside the program.`;
    const kept = preparedOn<[string], { rows: number; mac: string }>(
      sqlite,
      "SELECT rows, mac FROM state_count WHERE kind = ?",
    ).get(table);
    if (kept?.rows !== count + gone.length && kept?.rows !== count)
      yield `Of “${name}” ${count} rows stand, and ${kept?.rows ?? "an unknown number of"} were written.`;
    else if (kept.mac !== countMac(crypt, table, kept.rows))
      yield `The number of rows of “${name}” was changed beside the program.`;
  }
}
