/**
 * Where the agency goes by something else than we do. It goes by the event of the latest payday, and of one payday by the
 * newest (formats of Single Touch Payroll, from memory). An event of an earlier payday that comes after it changes nothing.
 */
import { takenStates } from "@zesty/contract/outboxStates";
import { dateWords } from "@zesty/core/calendar/dates";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import { readDocument } from "../documents/documents.ts";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { answerItem } from "../store/schema.ts";
import { sqlList } from "../store/sqlList.ts";
import { eventFigures } from "./payEventsTaken.ts";

interface Event {
  id: number;
  businessId: number;
  documentId: number | null;
}

const dated = `SELECT o.id AS id, coalesce(r.payday, e.date) AS date, o.document_id AS documentId FROM outbox o
  LEFT JOIN pay_run r ON r.id = o.run_id LEFT JOIN year_event e ON e.outbox_id = o.id`;

/** @returns by payroll ID the day of the event that the agency goes by, where that says something else */
export function overtakenIn(context: Context, { id, businessId, documentId }: Event): Map<string, string> {
  const found = new Map<string, string>();
  const own = context.store.prepared<[number], { date: string }>(`${dated} WHERE o.id = ?`).get(id);
  if (!own || documentId === null) return found;
  const later = context.store
    .prepared<[number, number, string, string], { id: number; date: string; documentId: number }>(
      `${dated} WHERE o.business_id = ? AND o.channel = 'payEvent' AND o.id <> ? AND o.state IN (${sqlList(takenStates)})
         AND o.document_id IS NOT NULL AND coalesce(r.payday, e.date) > ? AND coalesce(r.payday, e.date) <= ?
       ORDER BY 2 DESC, 1 DESC`,
    )
    .all(businessId, id, own.date, payrollYearAu(own.date).to);
  if (later.length === 0) return found;
  const figures = (document: number) =>
    new Map(
      eventFigures(readDocument(context, document).bytes).map(({ payrollId, ...says }) => [
        payrollId,
        JSON.stringify(says),
      ]),
    );
  const left = figures(documentId);
  for (const event of later) {
    const held = figures(event.documentId);
    const refused = refusedIn(context, event.id);
    for (const [payrollId, says] of [...left]) {
      const known = refused.has(payrollId) ? undefined : held.get(payrollId);
      if (known === undefined) continue;
      if (known !== says) found.set(payrollId, event.date);
      left.delete(payrollId);
    }
    if (left.size === 0) break;
  }
  return found;
}

/** Whom the agency refused in an event, by payroll ID: it holds nothing of them by that one. */
const refusedIn = ({ store }: Context, outboxId: number): Set<string> =>
  new Set(
    store
      .prepared<[number], { payrollId: string }>(
        `SELECT p.payroll_id AS payrollId FROM answer_item a JOIN person p ON p.id = a.person_id
         WHERE a.outbox_id = ? AND a.severity = 'error' AND a.code NOT IN ('LATER', 'TAKENBACK')`,
      )
      .all(outboxId)
      .map((each) => each.payrollId),
  );

/**
 * A run that is taken back was in the year to date of events of that payday and later that were made after it: what went
 * out of them holds amounts that nobody is paid. It stands open by name until a later event says the year again.
 */
export function heldThoughTakenBack(context: Context, run: Run): void {
  const { store } = context;
  const own = store
    .prepared<[number], { id: number | null }>(
      "SELECT MIN(id) AS id FROM outbox WHERE run_id = ? AND channel = 'payEvent'",
    )
    .get(run.id);
  if (own?.id == null) return;
  const gone = store
    .prepared<[number, number, string, string], { id: number; date: string; documentId: number }>(
      `${dated} WHERE o.business_id = ? AND o.channel = 'payEvent' AND o.id > ? AND o.document_id IS NOT NULL
         AND o.state NOT IN ('prepared', 'cancelled', 'refused', 'rejected', 'replaced')
         AND coalesce(r.payday, e.date) BETWEEN ? AND ? ORDER BY 2 DESC, 1 DESC`,
    )
    .all(run.businessId, own.id, run.payday, payrollYearAu(run.payday).to);
  const left = new Map(
    store
      .prepared<[number], { payrollId: string; id: number }>(
        `SELECT DISTINCT p.payroll_id AS payrollId, p.id AS id FROM signed_pay s JOIN person p ON p.id = s.person_id
         WHERE s.run_id = ? AND s.kind = 'pay'`,
      )
      .all(run.id)
      .map(({ payrollId, id }) => [payrollId, id]),
  );
  for (const event of gone)
    for (const { payrollId } of eventFigures(readDocument(context, event.documentId).bytes)) {
      const personId = left.get(payrollId);
      if (personId === undefined) continue;
      left.delete(payrollId);
      store.db
        .insert(answerItem)
        .values({
          ...{ outboxId: event.id, businessId: run.businessId, personId, severity: "error", code: "TAKENBACK" },
          text: `The year to date of the event of ${dateWords(event.date)} holds the pay of ${dateWords(run.payday)}, which was taken back since. It is put right with the next event, or with an update on the Year page.`,
          open: true,
        })
        .onConflictDoNothing()
        .run();
    }
}
