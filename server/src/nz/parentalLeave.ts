/** Parental leave that was approved: when it was, as far as annual holidays go by it. */
import { addDays, addMonths, type IsoDate } from "@zesty/core/calendar/dates";
import { parentalKindsNz } from "@zesty/core/nz/pay/elements";
import type { Context } from "../ground/context.ts";
import { sqlList } from "../store/sqlList.ts";

/** First day of the leave, and a year after its last. */
export interface AroundParental {
  from: IsoDate | null;
  until: IsoDate;
}

/**
 * Holidays that arise during parental leave and in the year after are paid at the average (Parental Leave and Employment
 * Protection Act 1987, s 42). Leave that goes on without a gap is one leave.
 * @param by the newest that began up to this day is looked at
 */
export function parentalLeaves({ store }: Context, ids: readonly number[], by: IsoDate): Map<number, AroundParental> {
  const spans = store
    .prepared<[string, string], { personId: number; first: IsoDate; last: IsoDate }>(
      `SELECT q.person_id AS personId, q.first AS first, q.last AS last FROM leave_request q
       WHERE q.person_id IN (SELECT value FROM json_each(?)) AND q.kind IN (${sqlList(parentalKindsNz)}) AND q.first <= ?
         AND (SELECT a.answer FROM leave_answer a WHERE a.request_id = q.id ORDER BY a.id DESC LIMIT 1) = 'approved'
       ORDER BY q.person_id, q.first`,
    )
    .all(JSON.stringify(ids), by);
  const found = new Map<number, { from: IsoDate; last: IsoDate }>();
  for (const { personId, first, last } of spans) {
    const before = found.get(personId);
    const goesOn = before !== undefined && first <= addDays(before.last, 1);
    const end = goesOn && before.last > last ? before.last : last;
    found.set(personId, { from: goesOn ? before.from : first, last: end });
  }
  return new Map([...found].map(([id, { from, last }]) => [id, { from, until: addMonths(last, 12) }]));
}

interface Typed {
  averageOnlyFrom: IsoDate | null;
  averageOnlyUntil: IsoDate | null;
}

/** What was typed on the person's page goes before what the approved leave says. */
export const aroundParental = (own: Typed | undefined, approved: AroundParental | undefined): AroundParental | null =>
  own?.averageOnlyUntil ? { from: own.averageOnlyFrom, until: own.averageOnlyUntil } : (approved ?? null);
