/** A span of the books: its accounts, and its figures in five voices, each difference by payday. */
import {
  type AccountEntry,
  type AgreeSpan,
  type SpanAccount,
  type SpanView,
  type Voice,
  type VoiceSums,
  voices,
} from "@zesty/contract/books";
import { and, desc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { accountNames } from "../ground/journalLines.ts";
import { cannot } from "../ground/problem.ts";
import { spanAgreed, user } from "../store/schema.ts";
import { sqlList } from "../store/sqlList.ts";
import { record } from "../store/trail.ts";
import type { ComparedFigure } from "./booksOfCountry.ts";

export function demandSpan(from: string, to: string): void {
  const text = "The span ends before it begins.";
  if (to < from) throw cannot("span", text, { errors: [{ path: "to", text }] });
}

/** Accounts with what they stood at before the span, what moved in it, and what they stand at. */
export function trialBalance(context: Context, businessId: number, from: string, to: string): SpanAccount[] {
  const names = accountNames(context, businessId);
  return context.store
    .prepared<
      [string, string, string, number, string],
      { code: string; opening: number; debit: number; credit: number }
    >(
      `SELECT s.account AS code, SUM(CASE WHEN j.date < ? THEN s.debit_cents - s.credit_cents ELSE 0 END) AS opening,
         SUM(CASE WHEN j.date >= ? THEN s.debit_cents ELSE 0 END) AS debit,
         SUM(CASE WHEN j.date >= ? THEN s.credit_cents ELSE 0 END) AS credit
       FROM journal j JOIN journal_sum s ON s.journal_id = j.id
       WHERE j.business_id = ? AND j.date <= ? GROUP BY s.account ORDER BY s.account`,
    )
    .all(from, from, from, businessId, to)
    .map((row) => ({ ...row, name: names.get(row.code) ?? "", closing: row.opening + row.debit - row.credit }))
    .filter((row) => row.opening !== 0 || row.debit !== 0 || row.credit !== 0);
}

/** What moved an account in a span, journal by journal. */
export const accountEntries = (
  { store }: Context,
  businessId: number,
  account: string,
  from: string,
  to: string,
): AccountEntry[] =>
  store
    .prepared<[number, string, string, string], AccountEntry>(
      `SELECT j.id AS journalId, j.date AS date, j.reference AS reference, j.description AS description,
         s.debit_cents AS debit, s.credit_cents AS credit
       FROM journal j JOIN journal_sum s ON s.journal_id = j.id
       WHERE j.business_id = ? AND j.date BETWEEN ? AND ? AND s.account = ? ORDER BY j.date, j.id`,
    )
    .all(businessId, from, to, account);

type ByDay = Map<string, number>;
const byDay = (rows: readonly { day: string; cents: number }[]): ByDay =>
  new Map(rows.map((row) => [row.day, row.cents]));

/** What was signed off, by payday and code: read once for all figures, along the index of people's facts. */
function signedIn({ store }: Context, span: readonly [number, string, string], codes: readonly string[]) {
  return store
    .prepared<[number, string, string], { day: string; code: string; cents: number }>(
      `SELECT f.payday AS day, f.code AS code, SUM(f.cents) AS cents FROM person p JOIN pay_fact f ON f.person_id = p.id
       WHERE p.business_id = ? AND f.payday BETWEEN ? AND ? AND f.code IN (${sqlList(codes)}) GROUP BY f.payday, f.code`,
    )
    .all(...span);
}

/** What each voice says of a figure, payday by payday. */
function voicesOf(
  context: Context,
  span: readonly [number, string, string],
  figure: ComparedFigure,
  facts: ReturnType<typeof signedIn>,
): Partial<Record<Voice, ByDay>> {
  const { store } = context;
  const [businessId, from, to] = span;
  const { postings } = findBusiness(context, businessId);
  const signed: ByDay = new Map();
  for (const { day, code, cents } of facts)
    if (figure.facts.includes(code)) signed.set(day, (signed.get(day) ?? 0) + cents);
  // What was taken back stands in the ledger with both its journals.
  const ledger = byDay(
    store
      .prepared<[number, string, string, string], { day: string; cents: number }>(
        // By the payday: a run may be posted on another day.
        `SELECT r.payday AS day, SUM(x.credit_cents - x.debit_cents) AS cents FROM pay_run r
           JOIN journal j ON j.run_id = r.id JOIN journal_sum x ON x.journal_id = j.id
         WHERE r.business_id = ? AND r.payday BETWEEN ? AND ? AND j.kind IN ('run', 'reversal') AND x.account = ?
         GROUP BY 1`,
      )
      .all(...span, postings[figure.account]),
  );
  const spoken = { signed, ledger, ...(figure.lodged ? { lodged: figure.lodged(context, businessId, from, to) } : {}) };
  return { ...spoken, ...(figure.kinds.length > 0 ? paidOver(context, span, figure.kinds) : paidOut(context, span)) };
}

/** Dues of the paydays: what left the account, and what its receiver has. */
function paidOver({ store }: Context, span: readonly [number, string, string], kinds: ComparedFigure["kinds"]) {
  const rows = store
    .prepared<[number, string, string], { day: string; paid: number; there: number }>(
      `SELECT payday AS day, SUM(sent_cents + received_cents + allocated_cents) AS paid,
         SUM(received_cents + allocated_cents) AS there
       FROM due_total WHERE business_id = ? AND payday BETWEEN ? AND ? AND kind IN (${sqlList(kinds)}) GROUP BY 1`,
    )
    .all(...span);
  return {
    paid: byDay(rows.map(({ day, paid }) => ({ day, cents: paid }))),
    there: byDay(rows.map(({ day, there }) => ({ day, cents: there }))),
  };
}

/** Net pay: what the bank took of files, and what it paid. */
function paidOut({ store }: Context, span: readonly [number, string, string]) {
  const rows = store
    .prepared<[number, string, string], { day: string; paid: number; there: number }>(
      `SELECT r.payday AS day, SUM(CASE WHEN q.state = 'returned' THEN 0 ELSE q.cents END) AS paid,
         SUM(CASE WHEN q.state = 'paid' THEN q.cents ELSE 0 END) AS there
       FROM pay_run r JOIN outbox o ON o.run_id = r.id AND o.channel = 'paymentFile' JOIN payment q ON q.outbox_id = o.id
       WHERE r.business_id = ? AND r.payday BETWEEN ? AND ? AND o.state NOT IN ('cancelled', 'refused') GROUP BY 1`,
    )
    .all(...span);
  return {
    paid: byDay(rows.map(({ day, paid }) => ({ day, cents: paid }))),
    there: byDay(rows.map(({ day, there }) => ({ day, cents: there }))),
  };
}

export function readSpan(context: Context, businessId: number, from: string, to: string): SpanView {
  demandSpan(from, to);
  const owner = findBusiness(context, businessId);
  const runs = new Map(
    context.store
      .prepared<[number, string, string], { payday: string; id: number }>(
        "SELECT payday, MAX(id) AS id FROM pay_run WHERE business_id = ? AND payday BETWEEN ? AND ? GROUP BY payday",
      )
      .all(businessId, from, to)
      .map((row) => [row.payday, row.id]),
  );
  const figures = context.country(owner.country).books.compared;
  const span = [businessId, from, to] as const;
  const facts = signedIn(
    context,
    span,
    figures.flatMap((figure) => figure.facts),
  );
  const compared = figures.map((figure) => {
    const said = voicesOf(context, span, figure, facts);
    const on = (day: string | null): VoiceSums =>
      Object.fromEntries(
        voices.map((voice) => {
          const days = said[voice];
          if (!days) return [voice, null];
          return [
            voice,
            day === null ? [...days.values()].reduce((sum, cents) => sum + cents, 0) : (days.get(day) ?? 0),
          ];
        }),
      ) as VoiceSums;
    const paydays = [...new Set(Object.values(said).flatMap((days) => [...days.keys()]))].sort();
    const differing = paydays
      .map((payday) => ({ payday, runId: runs.get(payday) ?? 0, sums: on(payday) }))
      .filter(({ sums }) => new Set(Object.values(sums).filter((cents) => cents !== null)).size > 1);
    return { key: figure.key, words: figure.words, sums: on(null), differing };
  });
  const accounts = trialBalance(context, businessId, from, to);
  return {
    from,
    to,
    accounts,
    compared,
    agreed: agreedTo(context, businessId, from, to, figuresOf(accounts, compared)),
  };
}

/** What is agreed to: every figure of the page, as text that can be compared. */
const figuresOf = (accounts: readonly SpanAccount[], compared: SpanView["compared"]): string =>
  JSON.stringify([accounts.map(({ code, closing }) => [code, closing]), compared.map(({ key, sums }) => [key, sums])]);

function agreedTo(
  { store: { db } }: Context,
  businessId: number,
  from: string,
  to: string,
  figures: string,
): SpanView["agreed"] {
  const row = db
    .select({ at: spanAgreed.at, note: spanAgreed.note, figures: spanAgreed.figures, by: user.name })
    .from(spanAgreed)
    .innerJoin(user, eq(spanAgreed.userId, user.id))
    .where(and(eq(spanAgreed.businessId, businessId), eq(spanAgreed.from, from), eq(spanAgreed.to, to)))
    .orderBy(desc(spanAgreed.id))
    .limit(1)
    .get();
  return row ? { at: row.at, by: row.by, note: row.note, same: JSON.stringify(row.figures) === figures } : null;
}

/** A span is agreed as it stands: a difference that stays wants a word. */
export function agreeToSpan(
  context: Context,
  actor: Actor,
  businessId: number,
  { from, to, note }: AgreeSpan,
): SpanView {
  return context.store.transaction(() => {
    const { accounts, compared } = readSpan(context, businessId, from, to);
    const differing = compared.filter((row) => row.differing.length > 0);
    if (differing.length > 0 && note.length < 3) {
      const text = `Not all of it is the same: ${differing.map((row) => row.words).join(", ")}. Say why it is agreed all the same.`;
      throw cannot("differs", text, { errors: [{ path: "note", text }] });
    }
    context.store.db
      .insert(spanAgreed)
      .values({
        ...{ businessId, from, to, note, at: context.clock.now(), userId: actor.userId },
        figures: JSON.parse(figuresOf(accounts, compared)) as unknown,
      })
      .run();
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "agreed a span of the books" },
      about: `${from} to ${to}${note ? `: ${note}` : ""}`,
    });
    return readSpan(context, businessId, from, to);
  });
}
