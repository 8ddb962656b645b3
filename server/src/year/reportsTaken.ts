/** What an agency took of a payroll year, newest first, with whom it refused in it. */
import { and, between, desc, eq, inArray } from "drizzle-orm";
import type { Context } from "../context.ts";
import { readDocument } from "../documents/documents.ts";
import { answerItem, outbox, payRun } from "../store/schema.ts";

export interface ReportTaken {
  payday: string;
  refused: ReadonlySet<number | null>;
  bytes: () => Buffer;
}

export function reportsTaken(
  context: Context,
  channel: "payEvent" | "employmentInformation",
  businessId: number,
  from: string,
  to: string,
): ReportTaken[] {
  const { db } = context.store;
  return db
    .select({ id: outbox.id, documentId: outbox.documentId, payday: payRun.payday })
    .from(outbox)
    .innerJoin(payRun, eq(outbox.runId, payRun.id))
    .where(
      and(
        eq(outbox.businessId, businessId),
        eq(outbox.channel, channel),
        inArray(outbox.state, ["accepted", "acceptedWithWarnings", "partial"]),
        between(payRun.payday, from, to),
      ),
    )
    .orderBy(desc(outbox.id))
    .all()
    .flatMap(({ id, documentId, payday }): ReportTaken[] =>
      documentId === null
        ? []
        : [{ payday, refused: refusedIn(context, id), bytes: () => readDocument(context, documentId).bytes }],
    );
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
