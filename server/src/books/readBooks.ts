/** Journals with their entries, from entry to pay and back. */
import type { JournalSummary, JournalView } from "@zesty/contract/books";
import { and, desc, eq, inArray, sql } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { accountNames, gatherLines } from "../ground/journalLines.ts";
import { notFound } from "../ground/problem.ts";
import { document, journal, journalLine, pay, person } from "../store/schema.ts";
import { brokenAmong } from "../store/seals.ts";

/** @param most so many, newest first: the list grows as it is asked for @param words of reference or description */
/** @param after the last journal of the page before: newest first, a page goes on where that one ended */
export function listJournals(
  context: Context,
  businessId: number,
  most = 60,
  words = "",
  after?: number,
): JournalSummary[] {
  const { db } = context.store;
  const last = after === undefined ? undefined : db.select().from(journal).where(eq(journal.id, after)).get();
  if (after !== undefined && last?.businessId !== businessId) throw notFound("journal");
  const said = `%${words.replace(/[\\%_]/g, "\\$&")}%`;
  const like = sql`(${journal.reference} || ' ' || ${journal.description} || ' ' || ${journal.date}) LIKE ${said} ESCAPE '\\'`;
  const rows = db
    .select()
    .from(journal)
    .where(
      and(
        eq(journal.businessId, businessId),
        words === "" ? undefined : like,
        last && sql`(${journal.date}, ${journal.id}) < (${last.date}, ${last.id})`,
      ),
    )
    .orderBy(desc(journal.date), desc(journal.id))
    .limit(most)
    .all();
  const totals = new Map(
    db
      .select({ id: journalLine.journalId, cents: sql<number>`sum(${journalLine.debitCents})` })
      .from(journalLine)
      .where(
        inArray(
          journalLine.journalId,
          rows.map((row) => row.id),
        ),
      )
      .groupBy(journalLine.journalId)
      .all()
      .map((row) => [row.id, row.cents]),
  );
  return rows.map((row) => ({ ...row, totalCents: totals.get(row.id) ?? 0 }));
}

export function businessOfJournal(context: Context, journalId: number): number {
  const row = context.store.db
    .select({ businessId: journal.businessId })
    .from(journal)
    .where(eq(journal.id, journalId))
    .get();
  if (!row) throw notFound("journal");
  return row.businessId;
}

export function readJournal(context: Context, journalId: number): JournalView {
  const { db } = context.store;
  const head = db.select().from(journal).where(eq(journal.id, journalId)).get();
  if (!head) throw notFound("journal");
  const lines = db
    .select({ line: journalLine, personId: person.id, given: person.givenName, family: person.familyName })
    .from(journalLine)
    .leftJoin(pay, eq(journalLine.payId, pay.id))
    .leftJoin(person, eq(pay.personId, person.id))
    .where(eq(journalLine.journalId, journalId))
    .orderBy(journalLine.id)
    .all();
  const entries = gatherLines(
    lines.map((each) => each.line),
    accountNames(context, head.businessId),
  ).map((entry) => ({
    ...entry,
    parts: lines
      .filter(
        ({ line }) =>
          line.account === entry.account &&
          line.costCentre === entry.costCentre &&
          line.debitCents > 0 === entry.debitCents > 0,
      )
      .map(({ line, personId, given, family }) => ({
        payId: line.payId,
        personId,
        person: personId === null ? null : `${given} ${family}`,
        what: line.what,
        debitCents: line.debitCents,
        creditCents: line.creditCents,
      })),
  }));
  const csv =
    head.runId === null
      ? undefined
      : db
          .select({ id: document.id })
          .from(document)
          .where(and(eq(document.runId, head.runId), eq(document.kind, "journal")))
          .get();
  return {
    ...head,
    totalCents: entries.reduce((total, entry) => total + entry.debitCents, 0),
    entries,
    documentId: head.kind === "run" ? (csv?.id ?? null) : null,
    broken: brokenAmong(context.store, { journal: [journalId], document: csv ? [csv.id] : [] }),
  };
}
