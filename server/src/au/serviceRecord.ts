/** What is on record of somebody's service: agreed weekly hours, hours that were paid, absences without pay. */
import { noService, type UnpaidAbsence } from "@zesty/core/au/pay/serviceAbsence";
import { daysBetween, type IsoDate } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import { fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { sqlList } from "../store/sqlList.ts";

export interface ServiceRecord {
  /** agreed weekly hours since each day on which they were recorded, in that order; null where none are */
  agreed: readonly { from: IsoDate; weekly: string | null }[];
  /** ordinary hours of the pays here, in their order: read only where no hours are agreed */
  paid(): readonly { start: IsoDate; end: IsoDate; hours: string }[];
  /** absences without pay that are on record here */
  absences(): readonly UnpaidAbsence[];
}

export function serviceRecord(context: Context, personId: number): ServiceRecord {
  const agreed = agreedHours(context, personId);
  return {
    agreed,
    paid: () => paidHours(context, personId),
    absences: () => unpaidAbsences(context, personId, agreed),
  };
}

/** Weekly hours of each employment on record, the newest word for a day. */
const agreedHours = ({ store }: Context, personId: number): { from: IsoDate; weekly: string | null }[] =>
  store
    .prepared<[number], { from: IsoDate; e4: number | null }>(
      `SELECT t."from" AS "from", t.weekly_hours_e4 AS e4 FROM employment_terms t
       WHERE t.person_id = ? AND t.id = (SELECT MAX(n.id) FROM employment_terms n
         WHERE n.person_id = t.person_id AND n."from" = t."from") ORDER BY t."from"`,
    )
    .all(personId)
    .map(({ from, e4 }) => ({ from, weekly: e4 ? fromE4(e4).toString() : null }));

/** Hours of the signed-off pays, by pay period; overtime is no part of them. */
const paidHours = (context: Context, personId: number): { start: IsoDate; end: IsoDate; hours: string }[] =>
  hoursByPeriod(context, personId, "e.element = 'overtime'", "NOT IN");

/**
 * Absences without pay: leave that was approved, by its days, and hours of unpaid leave in signed-off pays, as so many days
 * of an agreed week from the period's start. Of leave that takes part of a day nothing is left out.
 */
function unpaidAbsences(context: Context, personId: number, agreed: ServiceRecord["agreed"]): UnpaidAbsence[] {
  const asked = context.store
    .prepared<[number], { kind: string; first: IsoDate; last: IsoDate }>(
      `SELECT q.kind AS kind, q.first AS first, q.last AS last FROM leave_request q
       WHERE q.person_id = ? AND q.kind IN (${sqlList(noService)}) AND q.hours_a_day IS NULL
         AND (SELECT a.answer FROM leave_answer a WHERE a.request_id = q.id ORDER BY a.id DESC LIMIT 1) = 'approved'
       ORDER BY q.first`,
    )
    .all(personId);
  const approved = asked.map(({ kind, first, last }) => ({ kind, from: first, days: daysBetween(first, last) + 1 }));
  const weekOn = (day: IsoDate) => (agreed.findLast((each) => each.from <= day) ?? agreed[0])?.weekly ?? null;
  const typed = noService.flatMap((kind) =>
    hoursByPeriod(context, personId, `e.leave = '${kind}'`, "IN")
      .filter(({ start, end }) => !asked.some(({ first, last }) => first <= end && last >= start))
      .flatMap(({ start, end, hours }) => {
        const week = weekOn(start);
        const days = week === null ? 0 : Math.trunc(decimal(hours).times(7).div(week).toNumber());
        return days > 0 ? [{ kind, from: start, days: Math.min(days, daysBetween(start, end) + 1) }] : [];
      }),
  );
  return [...approved, ...typed];
}

/** Hours of lines of the signed-off pays whose elements are, or are not, of a kind. */
const hoursByPeriod = ({ store }: Context, personId: number, elements: string, within: "IN" | "NOT IN") =>
  store
    .prepared<[number], { start: string; end: string; e4: number }>(
      `SELECT r.period_start AS start, r.period_end AS end,
         (SELECT coalesce(SUM(CAST(round(json_extract(l.value, '$.hours') * 10000) AS INTEGER)), 0)
           FROM json_each(s.snapshot, '$.figures.lines') l
           WHERE json_extract(l.value, '$.code') ${within} (SELECT e.code FROM pay_element e
             WHERE e.business_id = r.business_id AND ${elements})) AS e4
       FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE s.person_id = ? AND s.kind = 'pay' AND r.state <> 'takenBack' ORDER BY r.period_start, s.id`,
    )
    .all(personId)
    .map(({ e4, ...period }) => ({ ...period, hours: fromE4(e4).toString() }));
