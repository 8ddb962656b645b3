/**
 * Seals: a keyed hash of everything that must not change once it stands. Rows are sealed with the next entry of the
 * audit trail, in the same transaction, whoever wrote them: no use case can forget it.
 */

import type { Store } from "./open.ts";
import type { Steps } from "./steps.ts";

export type SealKind = "pay" | "leave" | "laterLeave" | "due" | "journal" | "document" | "day" | "approval" | "paidDay";

interface Sealed {
  kind: SealKind;
  table: string;
  /** further condition: entries that belong to a signed pay are sealed with it */
  where?: string;
  /** the row as text, columns named, and what hangs on it */
  text: string;
}

const factsOf = `(SELECT json_group_array(json_array(code, cents, person_id, payday))
  FROM (SELECT * FROM pay_fact WHERE signed_pay_id = t.id ORDER BY code, cents))`;
const entriesOf = `(SELECT json_group_array(json_array(id, kind, date, hours_e4, why))
  FROM (SELECT * FROM leave_entry WHERE signed_pay_id = t.id AND reason IS NULL ORDER BY id))`;
const linesOf = `(SELECT json_group_array(json_array(account, debit_cents, credit_cents, cost_centre, pay_id, what))
  FROM (SELECT * FROM journal_line WHERE journal_id = t.id ORDER BY id))`;

export const sealed: readonly Sealed[] = [
  {
    kind: "pay",
    table: "signed_pay",
    text: `json_array(t.pay_id, t.run_id, t.person_id, t.payday, t.kind, t.reverses_id, t.input, t.snapshot, t.payslip,
      t.rule_book_version, t.signed_at) || ${factsOf} || ${entriesOf} || coalesce(hex(t.workings), '')`,
  },
  {
    kind: "leave",
    table: "leave_entry",
    where: "t.signed_pay_id IS NULL",
    // Entries from before reasons keep the seal that they have.
    text: "json_array(t.person_id, t.kind, t.date, t.hours_e4, t.why) || coalesce(char(10) || t.reason, '')",
  },
  // What puts right the leave of a signed pay afterwards says why, and is sealed by itself: the pay's seal was there before.
  {
    kind: "laterLeave",
    table: "leave_entry",
    where: "t.signed_pay_id IS NOT NULL AND t.reason IS NOT NULL",
    text: "json_array(t.person_id, t.kind, t.date, t.hours_e4, t.why, t.signed_pay_id, t.reason)",
  },
  {
    kind: "due",
    table: "due",
    text: `json_array(t.business_id, t.run_id, t.kind, t.person_id, t.fund_id, t.payday, t.due_date, t.amount_cents)
      || CASE WHEN t.payee = '' THEN '' ELSE char(10) || t.payee END`,
  },
  {
    kind: "journal",
    table: "journal",
    text: `json_array(t.business_id, t.run_id, t.reference, t.kind, t.date, t.description) || ${linesOf}`,
  },
  {
    kind: "document",
    table: "document",
    text: "json_array(t.run_id, t.pay_id, t.kind, t.file_name, t.mime, t.sha256, t.made_at)",
  },
  {
    kind: "day",
    table: "time_day",
    text: "json_array(t.person_id, t.date, t.kind, t.record, t.source, t.user_id, t.at)",
  },
  { kind: "approval", table: "time_approval", text: "json_array(t.day_id, t.approved, t.user_id, t.at)" },
  { kind: "paidDay", table: "time_paid", text: "json_array(t.day_id, t.person_id, t.date, t.pay_id, t.sign)" },
];

const macOf = (store: Store, kind: SealKind, id: number, text: string): string =>
  store.crypt.mac(`${kind} ${id} ${text}`);

/** Seals what is new since the last entry. @returns a hash over the new seals, or "" when there are none */
export function sealNew(store: Store, auditId: number): string {
  const write = store.prepared<[string, number, number, string]>(
    "INSERT INTO seal (kind, row_id, audit_id, mac) VALUES (?, ?, ?, ?)",
  );
  const made: string[] = [];
  for (const { kind, table, where, text } of sealed) {
    const last = store
      .prepared<[string], { last: number | null }>("SELECT MAX(row_id) AS last FROM seal WHERE kind = ?")
      .get(kind)?.last;
    const rows = store
      .prepared<[number], { id: number; text: string }>(
        `SELECT t.id AS id, ${text} AS text FROM ${table} t WHERE t.id > ? ${where ? `AND ${where}` : ""} ORDER BY t.id`,
      )
      .all(last ?? 0);
    for (const row of rows) {
      const mac = macOf(store, kind, row.id, row.text);
      write.run(kind, row.id, auditId, mac);
      made.push(mac);
    }
  }
  return made.length === 0 ? "" : store.crypt.mac(made.join(" "));
}

/** What an entry of the trail says of the seals that were made with it, in whatever order they are read. */
export function macOfSeals(store: Store, made: readonly { kind: string; rowId: number; mac: string }[]): string {
  if (made.length === 0) return "";
  const order = sealed.map((each): string => each.kind);
  const inOrder = made.toSorted((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind) || a.rowId - b.rowId);
  return store.crypt.mac(inOrder.map((each) => each.mac).join(" "));
}

const goneMac = (store: Store, kind: SealKind, id: number, mac: string): string =>
  store.crypt.mac(`gone ${kind} ${id} ${mac}`);

/** These rows are about to go by an act that the trail tells of: their seals stay, and say so. */
export function letGo(store: Store, table: string, ids: readonly number[]): void {
  const kinds = sealed.filter((each) => each.table === table).map((each) => each.kind);
  const read = store.prepared<[string, number], { mac: string }>("SELECT mac FROM seal WHERE kind = ? AND row_id = ?");
  const write = store.prepared<[string, string, number]>("UPDATE seal SET gone = ? WHERE kind = ? AND row_id = ?");
  for (const kind of kinds)
    for (const id of ids) {
      const made = read.get(kind, id);
      if (made) write.run(goneMac(store, kind, id, made.mac), kind, id);
    }
}

/** Every seal made anew from its row as it stands, under the key of now. */
export function resealAll(store: Store): void {
  const write = store.sqlite.prepare("UPDATE seal SET mac = ? WHERE kind = ? AND row_id = ?");
  for (const { kind, table, where, text } of sealed)
    for (const row of store.sqlite
      .prepare<[], { id: number; text: string }>(
        `SELECT t.id AS id, ${text} AS text FROM ${table} t ${where ? `WHERE ${where}` : ""}`,
      )
      .all())
      write.run(macOf(store, kind, row.id, row.text), kind, row.id);
  const went = store.prepared<[string, SealKind, number]>("UPDATE seal SET gone = ? WHERE kind = ? AND row_id = ?");
  for (const { kind, id, mac } of store.sqlite
    .prepare<[], { kind: SealKind; id: number; mac: string }>(
      "SELECT kind, row_id AS id, mac FROM seal WHERE gone IS NOT NULL",
    )
    .all())
    went.run(goneMac(store, kind, id, mac), kind, id);
}

/** A place where what stands is not what was sealed. */
export interface Broken {
  kind: SealKind | "audit";
  id: number;
  words: string;
}

const names: Record<SealKind, string> = {
  pay: "Signed pay",
  leave: "Leave entry",
  laterLeave: "Leave entry",
  due: "Due",
  journal: "Journal",
  document: "Document",
  day: "Day of the record of time",
  approval: "Approval of a day",
  paidDay: "Payment of a day",
};

/** Rows `from` to `to` of one kind that are not as they were sealed: changed, deleted, or never sealed. */
function brokenAmongRows(store: Store, kind: SealKind, among: string, ...parameters: (string | number)[]): Broken[] {
  const entry = sealed.find((each) => each.kind === kind);
  if (!entry) return [];
  const { table, where, text } = entry;
  const rows = store.prepared<unknown[], { id: number; text: string; mac: string | null }>(
    `SELECT t.id AS id, ${text} AS text, s.mac AS mac FROM ${table} t
       LEFT JOIN seal s ON s.kind = '${kind}' AND s.row_id = t.id
       WHERE ${where ?? "1 = 1"} AND t.id ${among}`,
  );
  const broken: Broken[] = [];
  const seen = new Set<number>();
  for (const row of rows.all(...parameters)) {
    seen.add(row.id);
    if (row.mac === null) broken.push({ kind, id: row.id, words: `${names[kind]} ${row.id} was never sealed.` });
    else if (row.mac !== macOf(store, kind, row.id, row.text))
      broken.push({ kind, id: row.id, words: `${names[kind]} ${row.id} was changed after it was sealed.` });
  }
  const wanted = store
    .prepared<unknown[], { id: number; mac: string; gone: string | null }>(
      `SELECT row_id AS id, mac, gone FROM seal WHERE kind = '${kind}' AND row_id ${among}`,
    )
    .all(...parameters);
  for (const { id, mac, gone } of wanted)
    if (seen.has(id) ? gone !== null : gone !== goneMac(store, kind, id, mac))
      broken.push({ kind, id, words: `${names[kind]} ${id} was deleted after it was sealed.` });
  return broken;
}

/** These rows of one kind that are not as they were sealed. */
export const brokenSeals = (store: Store, kind: SealKind, only: readonly number[]): Broken[] =>
  brokenAmongRows(store, kind, "IN (SELECT value FROM json_each(?))", JSON.stringify(only));

/** Rows looked at in one step: a keystroke of somebody else is answered between two of them. */
const slice = 100;

/** How far seals were looked at, by kind, and what was found. */
export interface SealPlace {
  rows: Partial<Record<SealKind, number>>;
  broken: Broken[];
}

/** The same of all rows after those that were looked at, in steps. */
export function* brokenSealSteps(store: Store, kind: SealKind, place: SealPlace): Steps<void> {
  const entry = sealed.find((each) => each.kind === kind);
  const last = store
    .prepared<[], { last: number | null }>(
      `SELECT MAX(coalesce((SELECT MAX(id) FROM ${entry?.table}), 0),
         coalesce((SELECT MAX(row_id) FROM seal WHERE kind = '${kind}'), 0)) AS last`,
    )
    .get()?.last;
  const end = last ?? 0;
  // What somebody put in below the first number is looked at with the first rows.
  for (let from = (place.rows[kind] ?? Number.MIN_SAFE_INTEGER) + 1; from <= end; ) {
    const to = Math.min(Math.max(from, 1) + slice - 1, end);
    place.broken.push(...brokenAmongRows(store, kind, "BETWEEN ? AND ?", from, to));
    place.rows[kind] = to;
    yield { part: kind, done: to, of: end };
    from = to + 1;
  }
}

/** Rows found as they were sealed, and the state of the file that they were found in. */
const looked = new WeakMap<Store, { state: unknown; whole: Map<SealKind, Set<number>> }>();

/**
 * The same for a page that is looked at again and again: what was found whole is asked again once anybody else has
 * written to the file. This program itself never changes a sealed row.
 */
export function brokenSince(store: Store, kind: SealKind, only: readonly number[]): Broken[] {
  const state = store.sqlite.pragma("data_version", { simple: true });
  const before = looked.get(store);
  const known = before && before.state === state ? before : { state, whole: new Map<SealKind, Set<number>>() };
  looked.set(store, known);
  const whole = known.whole.get(kind) ?? new Set<number>();
  known.whole.set(kind, whole);
  const unseen = only.filter((id) => !whole.has(id));
  if (unseen.length === 0) return [];
  const broken = brokenSeals(store, kind, unseen);
  const wrong = new Set(broken.map((each) => each.id));
  for (const id of unseen) if (!wrong.has(id)) whole.add(id);
  return broken;
}

/** What of these rows is not as it was sealed, in words: for the page that shows their figures. */
export const brokenAmong = (store: Store, rows: Partial<Record<SealKind, number[]>>): string[] =>
  Object.entries(rows).flatMap(([kind, only]) => brokenSeals(store, kind as SealKind, only).map((each) => each.words));
