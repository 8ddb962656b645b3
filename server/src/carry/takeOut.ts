/**
 * A business whose records need not be kept any longer is taken out of the store, with everybody in it. What the trail
 * said of it is blanked and the trail hashed anew, in one transaction, after a whole walk; who, what and how much stands
 * in a last entry and in a signed proof, so that nobody can later say that it was never here, or that it went too early.
 */
import { dateWords } from "@zesty/core/calendar/dates";
import { type CountryCode, payrollYearOf } from "@zesty/core/countries/countries";
import { keptUntil } from "@zesty/core/rulebook/recordKeeping";
import type { RuleBook } from "@zesty/core/rulebook/ruleBook";
import type { Clock } from "../ground/clock.ts";
import { forgetMovedIn } from "../outbox/movedIn.ts";
import type { Signature } from "../store/crypt.ts";
import { StoreFault } from "../store/fault.ts";
import { unbalanced } from "../store/invariants.ts";
import type { Store } from "../store/open.ts";
import { keepOutside, readOutside } from "../store/outsideAnchor.ts";
import { rekeyTrail } from "../store/rekey.ts";
import { sealed } from "../store/seals.ts";
import { updatesOf } from "../store/stateSeals.ts";
import { type Anchor, againstOutside, anchorOf, record, verify } from "../store/trail.ts";
import { carriedTables } from "./tables.ts";

export interface Proof {
  id: number;
  business: string;
  takenOutAt: string;
  /** the day of the last record, and the last day on which it had to be kept, by which rule */
  lastRecord: string | null;
  keptUntil: string | null;
  rule: string | null;
  /** rows by list */
  rows: Record<string, number>;
  /** end of the trail before and after */
  before: Anchor;
  after: Anchor;
}

export type SignedProof = Proof & { signature: Signature };

const takenOut = "took a business out after its time of keeping";
const refused = (words: string) => new StoreFault(`${words} Nothing was changed.`);

/** The last day that anything of a business is about. */
const lastRecordOf = ({ sqlite }: Store, business: number): string | null =>
  sqlite
    .prepare<[{ b: number }], { last: string | null }>(
      `SELECT MAX(day) AS last FROM (
         SELECT MAX(payday) AS day FROM pay_run WHERE business_id = @b
         UNION ALL SELECT MAX(t."from") FROM employment_terms t JOIN person p ON p.id = t.person_id WHERE p.business_id = @b
         UNION ALL SELECT MAX(due_date) FROM due WHERE business_id = @b
         UNION ALL SELECT MAX(t.date) FROM time_day t JOIN person p ON p.id = t.person_id WHERE p.business_id = @b
         UNION ALL SELECT MAX(t.date) FROM leave_entry t JOIN person p ON p.id = t.person_id WHERE p.business_id = @b
         UNION ALL SELECT MAX(substr(d.made_at, 1, 10)) FROM document d JOIN pay_run r ON r.id = d.run_id WHERE r.business_id = @b
         UNION ALL SELECT MAX(substr(a.at, 1, 10)) FROM outbox_answer a JOIN outbox o ON o.id = a.outbox_id WHERE o.business_id = @b)`,
    )
    .get({ b: business })?.last ?? null;

/** What hangs on a business and is made anew wherever it is taken in, or lets somebody in. */
const beside: readonly [table: string, whose: string][] = [
  [
    "figure_fold",
    "signed_pay_id IN (SELECT s.id FROM signed_pay s JOIN pay_run r ON r.id = s.run_id WHERE r.business_id = @b)",
  ],
  ["journal_sum", "journal_id IN (SELECT id FROM journal WHERE business_id = @b)"],
  [
    "approval_word",
    "approval_id IN (SELECT a.id FROM approval a JOIN pay_run r ON r.id = a.run_id WHERE r.business_id = @b)",
  ],
  ["approval", "run_id IN (SELECT id FROM pay_run WHERE business_id = @b)"],
  ["earlier_tick", "run_id IN (SELECT id FROM pay_run WHERE business_id = @b)"],
  ["earlier_register", "run_id IN (SELECT id FROM pay_run WHERE business_id = @b)"],
  ["leave_balance", "person_id IN (SELECT id FROM person WHERE business_id = @b)"],
  ["year_sum", "person_id IN (SELECT id FROM person WHERE business_id = @b)"],
  ["invitation", "person_id IN (SELECT id FROM person WHERE business_id = @b)"],
  [
    "event_told",
    "listener_id IN (SELECT l.id FROM listener l JOIN program p ON p.id = l.program_id WHERE p.business_id = @b)",
  ],
  ["listener", "program_id IN (SELECT id FROM program WHERE business_id = @b)"],
  ["program_answer", "program_id IN (SELECT id FROM program WHERE business_id = @b)"],
  ...["program", "calendar_feed", "kept_ahead", "letter", "mail_rule", "due_total", "figure_sum", "find_words"].map(
    (table): [string, string] => [table, "business_id = @b"],
  ),
];

export const besideTables = beside.map(([table]) => table);

interface Ended {
  name: string;
  last: string | null;
  kept: ReturnType<typeof keptUntil>;
}

/**
 * @throws StoreFault where the time of keeping is not over, or something of the store was changed beside the program
 */
export function demandOver(store: Store, rules: RuleBook, businessId: number, clock: Clock): Ended {
  const business = store.sqlite
    .prepare<[number], { name: string; country: CountryCode; timeZone: string }>(
      "SELECT name, country, time_zone AS timeZone FROM business WHERE id = ?",
    )
    .get(businessId);
  if (!business) throw refused(`There is no business ${businessId} here.`);
  const { name, country, timeZone } = business;
  const today = clock.today(timeZone);
  const last = lastRecordOf(store, businessId);
  const kept = last === null ? null : keptUntil(rules, country, payrollYearOf(country, last).to, today);
  if (last !== null && kept === null) throw refused("The rule book does not say for how long records are kept.");
  if (last !== null && kept !== null && today <= kept.until)
    throw refused(
      `The last record of ${name} is of ${dateWords(last)}: it is kept until ${dateWords(kept.until)} (${kept.row.source.title}, ${kept.row.source.section}).`,
    );
  const broken = [...againstOutside(store), ...verify(store).broken].map((each) => each.words);
  const [first] = [...broken, ...unbalanced(store)];
  if (first) throw refused(`The store is not whole, so nothing is taken out: ${first}`);
  return { name, last, kept };
}

/** @throws StoreFault with one sentence; then nothing is changed */
export function takeOut(store: Store, rules: RuleBook, businessId: number, clock: Clock): SignedProof {
  const { sqlite } = store;
  const at = clock.now();
  const { name, last, kept } = demandOver(store, rules, businessId, clock);
  const before = anchorOf(store);
  const proof = store.transaction((): Omit<Proof, "after"> => {
    sqlite.pragma("defer_foreign_keys = ON");
    const rows = removeRows(store, businessId);
    forgetMovedIn(store, businessId);
    blankTrail(store, businessId);
    const made = {
      ...{ id: businessId, business: name, takenOutAt: at, lastRecord: last, keptUntil: kept?.until ?? null },
      ...{ rule: kept && `${kept.row.source.title}, ${kept.row.source.section}`, rows, before },
    };
    record(store, { at, userId: null, businessId: null, what: takenOut, about: name, change: { before, after: made } });
    const [lost] = sqlite.pragma("foreign_key_check") as { table: string; parent: string }[];
    if (lost) throw refused(`A row of ${lost.table} would be left without its ${lost.parent}.`);
    return made;
  });
  return ended(store, proof);
}

/** What follows the transaction, and may be done again after a stop in the middle of it. */
function ended(store: Store, proof: Omit<Proof, "after">): SignedProof {
  keepNewEnd(store, proof.takenOutAt);
  // What was deleted is not left behind in free pages of the file.
  store.sqlite.exec("VACUUM");
  store.sqlite.pragma("wal_checkpoint(TRUNCATE)");
  const whole = { ...proof, after: anchorOf(store) };
  return { ...whole, signature: store.crypt.sign(JSON.stringify(whole)) };
}

/** @returns how many rows went, by table */
function removeRows({ sqlite }: Store, business: number): Record<string, number> {
  const b = { b: business };
  const staff = sqlite
    .prepare<[{ b: number }], { id: number }>(
      "SELECT l.user_id AS id FROM staff_link l JOIN person p ON p.id = l.person_id WHERE p.business_id = @b",
    )
    .all(b);
  for (const [table, whose] of beside) sqlite.prepare(`DELETE FROM "${table}" WHERE ${whose}`).run(b);
  // All of them are found before any goes: some are found by way of others.
  const found = carriedTables
    .filter(({ table }) => table !== "loaded_row" && table !== "audit")
    .map(({ table, whose }) => ({
      table,
      ids: sqlite
        .prepare<[{ b: number }], { id: number }>(`SELECT t.rowid AS id FROM "${table}" t WHERE ${whose}`)
        .all(b)
        .map((each) => each.id),
    }));
  for (const { table, ids } of found)
    sqlite.prepare(`DELETE FROM "${table}" WHERE rowid IN (SELECT value FROM json_each(?))`).run(JSON.stringify(ids));
  sqlite.prepare("DELETE FROM setting WHERE name = ?").run(`carried ${business}`);
  for (const { kind, table } of sealed)
    sqlite.prepare(`DELETE FROM seal WHERE kind = ? AND row_id NOT IN (SELECT id FROM "${table}")`).run(kind);
  removeStaff(
    sqlite,
    staff.map((each) => each.id),
  );
  return Object.fromEntries(found.filter(({ ids }) => ids.length > 0).map(({ table, ids }) => [table, ids.length]));
}

/** Employees who signed in for nothing else. Users of the practice stay. */
function removeStaff(sqlite: Store["sqlite"], ids: readonly number[]): void {
  const isElsewhere = sqlite.prepare<[number, number], unknown>(
    "SELECT 1 FROM staff_link WHERE user_id = ? UNION SELECT 1 FROM user_right WHERE user_id = ?",
  );
  for (const id of new Set(ids)) {
    if (isElsewhere.get(id, id)) continue;
    sqlite.prepare("DELETE FROM session WHERE user_id = ?").run(id);
    sqlite.prepare('DELETE FROM "user" WHERE id = ? AND staff = 1 AND lead = 0').run(id);
  }
}

/** The places in the chain stay, without what stood there; then the chain is made anew. */
function blankTrail(store: Store, business: number): void {
  store.sqlite
    .prepare(
      "UPDATE audit SET what = 'taken out', about = '', change = NULL, user_id = NULL, business_id = NULL WHERE business_id = ?",
    )
    .run(business);
  rekeyTrail(store);
}

function keepNewEnd(store: Store, at: string): void {
  const { crypt, keyFile, folder, sqlite } = store;
  keepOutside(crypt, keyFile, folder, { ...anchorOf(store), at, updates: updatesOf(sqlite) });
}

/**
 * Stopped after the business was gone, and before all of the rest: the last entry says what went, and which end of the
 * trail it replaced. @returns the proof, once the rest is done; null where nothing was left undone
 */
export function endTakingOut(store: Store): SignedProof | null {
  const last = store.sqlite
    .prepare<[], { what: string; change: string | null }>("SELECT what, change FROM audit ORDER BY id DESC LIMIT 1")
    .get();
  const outside = readOutside(store.crypt, store.keyFile, store.folder);
  if (last?.what !== takenOut || outside === null || outside === "forged") return null;
  const { before, after } = JSON.parse(last.change ?? "{}") as { before: Anchor; after: Omit<Proof, "after"> };
  const now = anchorOf(store);
  const isAt = (end: Anchor) => end.entry === outside.entry && end.hash === outside.hash;
  if (!(isAt(before) || isAt(now)) || verify(store).broken.length > 0) return null;
  return ended(store, after);
}
