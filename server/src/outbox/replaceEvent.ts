/**
 * The newest event that an agency took, replaced whole: for a message with serious mistakes, before another has gone out
 * after it. It has the same payees and day, the first one's submission ID, and a flag (Single Touch Payroll: full file
 * replacement, from memory; that the ID is repeated is our reading).
 */
import { isTaken } from "@zesty/contract/outboxStates";
import type { ReplaceEvent } from "@zesty/contract/sending";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { and, desc, eq, isNull, ne, notInArray, or } from "drizzle-orm";
import { readDocument } from "../documents/documents.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { conflict } from "../ground/problem.ts";
import { closingOf, demandYearOpen } from "../ground/yearClosed.ts";
import { agentOn } from "../lodging/lodging.ts";
import { prepareAgain } from "../signOff/prepareAgain.ts";
import { outbox } from "../store/schema.ts";
import { record } from "../store/trail.ts";

type Row = typeof outbox.$inferSelect;

/** The chain of events that a row replaces: the number of the first, and every receipt but its own. */
export function replacedBy({ store: { db } }: Context, row: Row): { submissionId: string; receipts: string[] } | null {
  let first: Row | undefined;
  const receipts: string[] = [];
  for (let id = row.replacesId; id !== null; id = first.replacesId) {
    first = db.select().from(outbox).where(eq(outbox.id, id)).get();
    if (!first) return null;
    if (first.receipt) receipts.push(first.receipt);
  }
  return first ? { submissionId: first.messageId, receipts } : null;
}

/** The event of this run that may be replaced: the newest of the business, taken, and one that the law lets be replaced. */
function replaceableIn(context: Context, run: Run): Row | null {
  const newest = context.store.db
    .select()
    .from(outbox)
    .where(
      and(
        eq(outbox.businessId, run.businessId),
        eq(outbox.channel, "payEvent"),
        ne(outbox.state, "cancelled"),
        // A replacement that was not taken left the event before it as it was.
        or(isNull(outbox.replacesId), notInArray(outbox.state, ["refused", "rejected"])),
      ),
    )
    .orderBy(desc(outbox.id))
    .limit(1)
    .get();
  if (newest?.runId !== run.id || !isTaken(newest.state) || newest.documentId === null) return null;
  const { replace } = context.country(findBusiness(context, run.businessId).country).lodging;
  return replace?.may(readDocument(context, newest.documentId).bytes) ? newest : null;
}

/** The declaration under which the run's event may be replaced; null where it may not. */
export function replaceable(context: Context, run: Run): string | null {
  const owner = findBusiness(context, run.businessId);
  const { lodging } = context.country(owner.country);
  if (!replaceableIn(context, run)) return null;
  if (closingOf(context, owner.id, payrollYearOf(owner.country, run.payday).from)) return null;
  return lodging.declaration(owner.legalName, agentOn(context, owner.id, context.clock.today(owner.timeZone)));
}

export function replaceEvent(context: Context, actor: Actor, runId: number, { reason }: ReplaceEvent): void {
  context.store.transaction(() => {
    const run = findRun(context, runId);
    demandYearOpen(context, run.businessId, run.payday);
    const owner = findBusiness(context, run.businessId);
    const { replace } = context.country(owner.country).lodging;
    const row = replaceableIn(context, run);
    if (!replace || !row)
      throw conflict(
        "not-replaceable",
        "Only the newest event of the business that the agency took can be replaced whole. What went out before it is put right by the next event, or by an update on the Year page.",
      );
    const submissionId = replacedBy(context, row)?.submissionId ?? row.messageId;
    replace.make(context, actor, prepareAgain(context, runId), { id: row.id, submissionId });
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: "replaced what was lodged",
      about: `run ${run.number}: ${reason}`,
    });
  });
  context.wakeOutbox();
  context.announce(runId);
}
