/** Rows that words name: names and texts by the index of words, amounts by theirs. */
import type { Context } from "../ground/context.ts";
import { places } from "../store/crypt.ts";
import { type Asked, isOn } from "./findWords.ts";

interface PersonFound {
  id: number;
  name: string;
  businessId: number;
}

/** Rows of the index stand beside each other: people, journals and entries of the trail have numbers of their own. */
const ofKind = { person: 0, journal: 1, entry: 2 } as const;

/** Every word begins a word of the text. */
const matching = (words: readonly string[]): string =>
  words.map((word) => `"${word.replaceAll('"', '""')}"*`).join(" AND ");

/** The newest first. */
const named = (kind: keyof typeof ofKind): string =>
  `(SELECT rowid / 4 AS id FROM find_words WHERE find_words MATCH ? AND rowid % 4 = ${ofKind[kind]} ORDER BY rowid DESC LIMIT 2000)`;

/** Words without a letter or a digit name nothing. */
const sayable = (words: readonly string[]): string[] => words.filter((word) => /[\p{L}\p{N}]/u.test(word));

export function peopleOf(
  { store }: Context,
  businesses: string,
  words: readonly string[],
  most: number,
): PersonFound[] {
  const wanted = sayable(words);
  if (wanted.length === 0) return [];
  return store
    .prepared<[string, string, number], PersonFound>(
      `SELECT p.id AS id, p.given_name || ' ' || p.family_name AS name, p.business_id AS businessId
       FROM ${named("person")} f JOIN person p ON p.id = f.id
       WHERE p.business_id IN (SELECT value FROM json_each(?))
       ORDER BY p.end_date IS NOT NULL, p.family_name, p.given_name LIMIT ?`,
    )
    .all(matching(wanted), businesses, most);
}

/** People whose newest number for tax ends in these digits. Only ends are shown anywhere, so only they are looked for. */
export function peopleOfNumber({ store }: Context, businesses: string, digits: string): PersonFound[] {
  const read = (table: string, column: string, placeOf: (id: number) => string) =>
    store
      .prepared<[string], PersonFound & { number: string }>(
        `SELECT p.id AS id, p.given_name || ' ' || p.family_name AS name, p.business_id AS businessId, t.${column} AS number
         FROM person p JOIN ${table} t ON t.id = (
           SELECT o.id FROM ${table} o WHERE o.person_id = p.id ORDER BY o."from" DESC, o.id DESC LIMIT 1)
         WHERE t.${column} IS NOT NULL AND p.business_id IN (SELECT value FROM json_each(?))`,
      )
      .all(businesses)
      .filter(({ id, number }) => store.crypt.open(number, placeOf(id)).endsWith(digits));
  return [
    ...read("tax_declaration", "file_number", places.taxNumber),
    ...read("tax_code", "ird_number", places.irdNumber),
  ];
}

export interface EntryFound {
  businessId: number | null;
  at: string;
  what: string;
  about: string;
}

/** Entries of the trail that hold every word, but for those that only say that the trail is meant. */
export function entriesOf({ store }: Context, { words }: Asked, most: number): EntryFound[] {
  const wanted = sayable(words.filter((word) => !["who", "did", "trail"].includes(word)));
  if (wanted.length === 0) return [];
  return store
    .prepared<[string, number], EntryFound>(
      `SELECT a.business_id AS businessId, a.at AS at, a.what AS what, a.about AS about
       FROM ${named("entry")} f JOIN audit a ON a.id = f.id ORDER BY a.id DESC LIMIT ?`,
    )
    .all(matching(wanted), most);
}

export interface PayFound {
  runId: number;
  payId: number;
  payday: string;
  net: number;
  name: string;
  businessId: number;
}

const payColumns = `s.run_id AS runId, s.pay_id AS payId, s.payday AS payday, f.cents AS net, p.business_id AS businessId,
  p.given_name || ' ' || p.family_name AS name
  FROM signed_pay s JOIN pay_fact f ON f.signed_pay_id = s.id AND f.code = 'net' JOIN person p ON p.id = s.person_id`;
const stands = "s.kind = 'pay' AND NOT EXISTS (SELECT 1 FROM signed_pay r WHERE r.reverses_id = s.id)";

export const paysOf = ({ store }: Context, people: readonly PersonFound[], asked: Asked, most: number): PayFound[] =>
  store
    .prepared<[string], PayFound>(
      `SELECT ${payColumns} WHERE s.person_id IN (SELECT value FROM json_each(?)) AND ${stands} ORDER BY s.payday DESC`,
    )
    .all(JSON.stringify(people.map((each) => each.id)))
    .filter((each) => isOn(each.payday, asked) && (asked.cents === null || each.net === asked.cents))
    .slice(0, most);

export const paysOfAmount = ({ store }: Context, businesses: string, cents: number, most: number): PayFound[] =>
  store
    .prepared<[number, string, number], PayFound>(
      `SELECT ${payColumns} WHERE f.cents = ? AND p.business_id IN (SELECT value FROM json_each(?)) AND ${stands}
       ORDER BY s.payday DESC LIMIT ?`,
    )
    .all(cents, businesses, most);

export interface DueFound {
  businessId: number;
  kind: string;
  fund: string | null;
  payee: string;
  dueDate: string;
  cents: number;
}

/** What is not all there yet, the earliest first; by an amount whatever came of it. */
export const duesOf = ({ store }: Context, businesses: string, asked: Asked, most: number): DueFound[] =>
  store
    .prepared<[string], DueFound>(
      `SELECT d.business_id AS businessId, d.kind AS kind, f.name AS fund, d.payee AS payee, d.due_date AS dueDate,
         SUM(d.owed_cents) AS cents
       FROM due_total d LEFT JOIN fund f ON f.id = d.fund_id
       WHERE d.business_id IN (SELECT value FROM json_each(?))
         ${asked.cents === null ? "AND d.owed_cents <> d.received_cents + d.allocated_cents" : ""}
       GROUP BY 1, 2, d.fund_id, 4, 5 ORDER BY d.due_date LIMIT 400`,
    )
    .all(businesses)
    .filter(({ kind }) => asked.dues.length === 0 || asked.dues.includes(kind))
    .filter((each) => isOn(each.dueDate, asked) && (asked.cents === null || each.cents === asked.cents))
    .slice(0, most);

export const runsOf = ({ store }: Context, businesses: string, asked: Asked, most: number) =>
  store
    .prepared<[string], { id: number; number: number; payday: string; state: string; businessId: number }>(
      `SELECT id, number, payday, state, business_id AS businessId FROM pay_run
       WHERE business_id IN (SELECT value FROM json_each(?)) AND state <> 'takenBack' ORDER BY state <> 'open', payday DESC LIMIT 2000`,
    )
    .all(businesses)
    .filter((run) => (asked.number !== null && String(run.number) === asked.number) || isOnOrBare(run.payday, asked))
    .slice(0, most);

/** A number alone is that of a run, or a day. */
const isOnOrBare = (date: string, asked: Asked): boolean =>
  asked.number !== null && asked.month === null && asked.day === null ? false : isOn(date, asked);

export interface JournalFound {
  id: number;
  reference: string;
  date: string;
  description: string;
  businessId: number;
}

/** Journals by what their reference and description say; a number stands anywhere in the reference. */
export function journalsOf({ store }: Context, businesses: string, asked: Asked, most: number): JournalFound[] {
  const wanted = sayable(asked.names.filter((word) => word !== asked.number));
  const from = wanted.length === 0 ? "journal j" : `${named("journal")} f JOIN journal j ON j.id = f.id`;
  return store
    .prepared<string[], JournalFound>(
      `SELECT j.id AS id, j.reference AS reference, j.date AS date, j.description AS description,
         j.business_id AS businessId
       FROM ${from} WHERE j.business_id IN (SELECT value FROM json_each(?)) AND j.reference LIKE ?
       ORDER BY j.date DESC, j.id DESC LIMIT 400`,
    )
    .all(...[...(wanted.length === 0 ? [] : [matching(wanted)]), businesses, `%${asked.number ?? ""}%`])
    .filter((each) => isOn(each.date, { ...asked, day: asked.month === null ? null : asked.day }))
    .slice(0, most);
}
