/** What all stand-ins share: their own SQLite file, their clock, idempotency, faults and a log of requests. */
import { createHash } from "node:crypto";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";

export interface FaultRule {
  service: string;
  operation: string;
  match?: Record<string, string | number> | undefined;
  fault: string;
  with?: Record<string, string | number> | undefined;
  uses: number;
}

export interface World {
  db: Database.Database;
  now(): string;
  today(): string;
  setClock(instant: string): void;
  /** the fault for one call, if a rule matches; its uses count down */
  fault(service: string, operation: string, facts: Record<string, string>): FaultRule | undefined;
  rules(): FaultRule[];
  setRules(rules: FaultRule[]): void;
  /** rules that change the content of an answer (rejections, returns), without using one up twice for one person */
  contentFaults(service: string, fault: string): FaultRule[];
  log(service: string, operation: string, key: string, digest: string, fault: string, effect: string): void;
}

export const sha256 = (bytes: Buffer | string): string => createHash("sha256").update(bytes).digest("hex");

const tables = `
  CREATE TABLE IF NOT EXISTS meta (name TEXT PRIMARY KEY, value TEXT NOT NULL);
  CREATE TABLE IF NOT EXISTS answered (service TEXT, key TEXT, digest TEXT, status INTEGER, body TEXT, PRIMARY KEY (service, key));
  CREATE TABLE IF NOT EXISTS request (id INTEGER PRIMARY KEY, at TEXT, service TEXT, operation TEXT, key TEXT, digest TEXT, fault TEXT, effect TEXT);
  CREATE TABLE IF NOT EXISTS event (receipt TEXT PRIMARY KEY, payer TEXT, bms TEXT, submission TEXT, digest TEXT, bytes BLOB, action TEXT,
    pay_date TEXT, run_at TEXT, w1 TEXT, w2 TEXT, received_at TEXT, ready_at TEXT, result TEXT, items TEXT, counts TEXT, wrong INTEGER DEFAULT 0);
  CREATE INDEX IF NOT EXISTS event_submission ON event (payer, bms, submission);
  CREATE TABLE IF NOT EXISTS payee (payer TEXT, bms TEXT, payroll_id TEXT, year TEXT, pay_date TEXT, run_at TEXT, record TEXT, PRIMARY KEY (payer, bms, payroll_id, year));
  CREATE TABLE IF NOT EXISTS agent (payer TEXT, number TEXT, PRIMARY KEY (payer, number));
  CREATE TABLE IF NOT EXISTS token (token TEXT PRIMARY KEY, employer TEXT, made_at TEXT);
  CREATE TABLE IF NOT EXISTS filing (key TEXT PRIMARY KEY, employer TEXT, payday TEXT, amendment INTEGER, digest TEXT, bytes BLOB,
    received_at TEXT, ready_at TEXT, state TEXT, items TEXT, people INTEGER, owed INTEGER);
  CREATE UNIQUE INDEX IF NOT EXISTS filing_once ON filing (employer, payday, amendment);
  CREATE TABLE IF NOT EXISTS employee (employer TEXT, ird TEXT, name TEXT, tax_code TEXT, finish_date TEXT, PRIMARY KEY (employer, ird));
  CREATE TABLE IF NOT EXISTS notice (employer TEXT, ird TEXT, tax_code TEXT, support_cents INTEGER, from_day TEXT);
  CREATE TABLE IF NOT EXISTS bank_file (id TEXT PRIMARY KEY, fingerprint TEXT UNIQUE, weak TEXT, bytes BLOB, state TEXT, process_date TEXT, credit INTEGER, count INTEGER, note TEXT, received_at TEXT, business TEXT, reference TEXT);
  CREATE TABLE IF NOT EXISTS bank_line (file TEXT, line INTEGER, bsb TEXT, account TEXT, cents INTEGER, title TEXT, reference TEXT, state TEXT, reason TEXT, PRIMARY KEY (file, line));
  CREATE TABLE IF NOT EXISTS bank_account (account TEXT PRIMARY KEY, state TEXT);
  CREATE TABLE IF NOT EXISTS super_batch (id TEXT PRIMARY KEY, file_id TEXT, business TEXT, fingerprint TEXT, state TEXT, received_on TEXT, UNIQUE (business, file_id));
  CREATE TABLE IF NOT EXISTS super_line (batch TEXT, line INTEGER, payroll_id TEXT, member TEXT, reference TEXT, cents INTEGER, state TEXT, code TEXT, text TEXT,
    sent_on TEXT, ended_on TEXT, PRIMARY KEY (batch, line));
  CREATE TABLE IF NOT EXISTS super_payment (business TEXT, reference TEXT, cents INTEGER, paid_on TEXT, PRIMARY KEY (business, reference));
  CREATE TABLE IF NOT EXISTS mail (message_id TEXT PRIMARY KEY, received_at TEXT, sender TEXT, recipient TEXT, subject TEXT, body TEXT, file_name TEXT, attachment BLOB, repeats INTEGER DEFAULT 0);
  CREATE TABLE IF NOT EXISTS text_message (id TEXT PRIMARY KEY, received_at TEXT, recipient TEXT, body TEXT);
`;

export function openWorld(folder: string): World {
  mkdirSync(folder, { recursive: true });
  const db = new Database(join(folder, "standins.db"));
  db.pragma("journal_mode = WAL");
  db.exec(tables);
  // A world of the version before has no columns for whose a file is and what it is for.
  const columns = db.pragma("table_info(bank_file)") as { name: string }[];
  for (const name of ["business", "reference"])
    if (!columns.some((each) => each.name === name)) db.exec(`ALTER TABLE bank_file ADD COLUMN ${name} TEXT`);
  const read = (name: string): string | undefined =>
    (db.prepare("SELECT value FROM meta WHERE name = ?").get(name) as { value: string } | undefined)?.value;
  const write = (name: string, value: string) =>
    db
      .prepare("INSERT INTO meta (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value")
      .run(name, value);
  // The clock is set by the test side; from there it runs on with real time.
  let base = { instant: read("clock") ?? new Date().toISOString(), setAt: Date.now() };
  const now = () => new Date(Date.parse(base.instant) + (Date.now() - base.setAt)).toISOString();
  const rules = (): FaultRule[] => JSON.parse(read("rules") ?? "[]") as FaultRule[];
  const matches = (rule: FaultRule, facts: Record<string, string>) =>
    rule.uses !== 0 && Object.entries(rule.match ?? {}).every(([name, value]) => facts[name] === String(value));
  return {
    db,
    now,
    today: () => now().slice(0, 10),
    setClock: (instant) => {
      base = { instant, setAt: Date.now() };
      write("clock", instant);
    },
    rules,
    setRules: (next) => write("rules", JSON.stringify(next)),
    fault: (service, operation, facts) => {
      const all = rules();
      const rule = all.find(
        (each) =>
          each.service === service &&
          each.operation === operation &&
          !contentFaultNames.includes(each.fault) &&
          matches(each, facts),
      );
      if (rule && rule.uses > 0) {
        rule.uses -= 1;
        write("rules", JSON.stringify(all));
      }
      return rule;
    },
    contentFaults: (service, fault) =>
      rules().filter((each) => each.service === service && each.fault === fault && each.uses !== 0),
    log: (service, operation, key, digest, fault, effect) => {
      db.prepare(
        "INSERT INTO request (at, service, operation, key, digest, fault, effect) VALUES (?, ?, ?, ?, ?, ?, ?)",
      ).run(now(), service, operation, key, digest, fault, effect);
    },
  };
}

const contentFaultNames = [
  "REJECT_PAYEE",
  "REJECT_LINE",
  "REJECT_MESSAGE",
  "WARN",
  "RETURN",
  "LATE",
  "NEVER",
  "WRONG_RECEIPT",
];
