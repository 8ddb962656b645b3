/**
 * Work after which somebody's public holidays may be others: another place, a place's days, another State, a day that is
 * kept on another by agreement. A day within
 * approved leave that was a holiday and is none any more becomes leave like its neighbours; the other way round the
 * composition itself makes a holiday of a day that is on record as leave (core/src/hours/personHours.ts).
 */
import { addDays } from "@zesty/core/calendar/dates";
import { isWholeDay } from "@zesty/core/calendar/holidayWindows";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { personTimes } from "../hours/personTimes.ts";
import { paidOn } from "./readSwaps.ts";
import { takeAsLeave } from "./requests.ts";

interface LeaveSpan {
  personId: number;
  first: string;
  last: string;
}

export function withLeaveLaidAnew<T>(
  context: Context,
  actor: Actor,
  businessId: number,
  personId: number | null,
  work: () => T,
): T {
  return context.store.transaction(() => {
    const spans = approvedLeave(context, businessId, personId);
    const before = spans.map((each) => holidaysWithin(context, businessId, each));
    const done = work();
    spans.forEach((span, at) => {
      const now = new Set(holidaysWithin(context, businessId, span));
      for (const date of before[at] ?? [])
        if (!now.has(date) && !paidOn(context, span.personId, date))
          takeAsLeave(context, actor, businessId, span.personId, date);
    });
    return done;
  });
}

/** What ended before is in a pay, or in none that is still to come. */
const daysBack = 92;

const approvedLeave = (context: Context, businessId: number, personId: number | null): LeaveSpan[] =>
  context.store
    .prepared<[{ b: number; p: number | null; since: string }], LeaveSpan>(
      `SELECT q.person_id AS personId, q.first, q.last FROM leave_request q
       JOIN leave_answer a ON a.id = (SELECT MAX(id) FROM leave_answer WHERE request_id = q.id)
       WHERE q.business_id = @b AND (@p IS NULL OR q.person_id = @p) AND a.answer = 'approved' AND q.last >= @since`,
    )
    .all({ b: businessId, p: personId, since: addDays(todayAt(context, businessId), -daysBack) });

const holidaysWithin = (context: Context, businessId: number, { personId, first, last }: LeaveSpan): string[] =>
  personTimes(context, businessId, [personId], first, last, false).flatMap(({ time }) =>
    time.holidays.filter((each) => isWholeDay(each) && each.date >= first && each.date <= last).map(({ date }) => date),
  );
