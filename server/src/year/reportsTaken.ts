/** What an agency took of a payroll year, newest first, with whom it refused in it. */
import { isTaken, takenStates } from "@zesty/contract/outboxStates";
import { and, asc, between, desc, eq, inArray, ne, sql } from "drizzle-orm";
import { readDocument } from "../documents/documents.ts";
import type { Context } from "../ground/context.ts";
import { isVain } from "../outbox/replacementNotTaken.ts";
import { answerItem, document as documentTable, outbox, payRun, yearEvent } from "../store/schema.ts";

export type ReportChannel = "payEvent" | "employmentInformation";

export interface ReportTaken {
  /** payday of its run, or the day that an event of no run is dated by */
  payday: string;
  madeAt: string;
  refused: ReadonlySet<number | null>;
  document: () => { bytes: Buffer; sha256: string };
}

export function reportsTaken(
  context: Context,
  channel: ReportChannel,
  businessId: number,
  from: string,
  to: string,
): ReportTaken[] {
  const { db } = context.store;
  const day = sql<string>`coalesce(${payRun.payday}, ${yearEvent.date})`;
  return (
    db
      .select({ id: outbox.id, documentId: outbox.documentId, payday: day, madeAt: documentTable.madeAt })
      .from(outbox)
      .innerJoin(documentTable, eq(outbox.documentId, documentTable.id))
      .leftJoin(payRun, eq(outbox.runId, payRun.id))
      .leftJoin(yearEvent, eq(yearEvent.outboxId, outbox.id))
      .where(
        and(
          eq(outbox.businessId, businessId),
          eq(outbox.channel, channel),
          inArray(outbox.state, [...takenStates]),
          between(day, from, to),
        ),
      )
      // As the agency does: the later day wins, and of one day what was made last.
      .orderBy(desc(day), desc(outbox.id))
      .all()
      .flatMap(({ id, documentId, payday, madeAt }): ReportTaken[] =>
        documentId === null
          ? []
          : [{ payday, madeAt, refused: refusedIn(context, id), document: () => readDocument(context, documentId) }],
      )
  );
}

/** Runs of a year whose newest report was not taken: not sent yet, not answered, or refused whole. */
export function reportsNotTaken(
  { store: { db } }: Context,
  channel: ReportChannel,
  businessId: number,
  from: string,
  to: string,
): { runId: number; payday: string }[] {
  const rows = db
    .select({ runId: payRun.id, payday: payRun.payday, state: outbox.state, replacesId: outbox.replacesId })
    .from(outbox)
    .innerJoin(payRun, eq(outbox.runId, payRun.id))
    .where(
      and(
        eq(outbox.businessId, businessId),
        eq(outbox.channel, channel),
        ne(outbox.state, "cancelled"),
        between(payRun.payday, from, to),
      ),
    )
    .orderBy(asc(outbox.id))
    .all();
  // A replacement that was not taken left the event before it as it was.
  return [...new Map(rows.filter((row) => !isVain(row)).map((row) => [row.runId, row])).values()]
    .filter((row) => !isTaken(row.state))
    .sort((a, b) => a.payday.localeCompare(b.payday));
}

const refusedIn = ({ store: { db } }: Context, outboxId: number) =>
  new Set(
    db
      .select({ personId: answerItem.personId })
      .from(answerItem)
      .where(and(eq(answerItem.outboxId, outboxId), eq(answerItem.severity, "error")))
      .all()
      .map((each) => each.personId),
  );
