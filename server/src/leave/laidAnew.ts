/**
 * Work after which somebody's days of leave may be others: another place, a place's days, another State, a day that is
 * kept on another by agreement, another week. A day within approved leave that was a holiday or a day off, and is a working
 * day from now on, becomes leave like its neighbours; the other way round the composition itself takes no leave of it
 * (core/src/hours/personHours.ts).
 */
import { addDays } from "@zesty/core/calendar/dates";
import type { DayRecord } from "@zesty/core/hours/dayText";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { closedDays } from "../hours/closedDays.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import { approveDays, outOfReach, saveDays } from "../time/days.ts";
import { type Asked, leaveDaysOf } from "./daysAsked.ts";
import { standingRequests } from "./readLeave.ts";
import { paidOn } from "./readSwaps.ts";

interface LeaveSpan extends Asked {
  personId: number;
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
    const before = spans.map((each) => datesOf(context, businessId, each));
    const done = work();
    spans.forEach((span, at) => {
      for (const date of datesOf(context, businessId, span))
        if (!before[at]?.has(date) && !paidOn(context, span.personId, date))
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
      `SELECT q.person_id AS personId, q.kind, q.first, q.last, q.hours_a_day AS hoursADay FROM leave_request q
       JOIN leave_answer a ON a.id = (SELECT MAX(id) FROM leave_answer WHERE request_id = q.id)
       WHERE q.business_id = @b AND (@p IS NULL OR q.person_id = @p) AND a.answer = 'approved' AND q.last >= @since`,
    )
    .all({ b: businessId, p: personId, since: addDays(todayAt(context, businessId), -daysBack) });

/** The days that approved leave takes as things stand. */
function datesOf(context: Context, businessId: number, span: LeaveSpan): Set<string> {
  const [known] = personTimes(context, businessId, [span.personId], span.first, span.last, false);
  return new Set(known && leaveDaysOf(context, known, span).map(({ date }) => date));
}

/**
 * A day within approved leave that was none of its days and is one now is leave like its neighbours: put onto the record,
 * as far as nothing else is recorded there, somebody is employed on it, and no pay has taken it or lies too far back for it.
 */
function takeAsLeave(context: Context, actor: Actor, businessId: number, personId: number, date: string): void {
  const asked = standingRequests(context, personId).find(
    (each) => each.state === "approved" && each.first <= date && each.last >= date,
  );
  const [known] = personTimes(context, businessId, [personId], date, date);
  if (!asked || !known) return;
  if (leaveDaysOf(context, known, { ...asked, first: date, last: date }).length === 0) return;
  const hours = asked.hoursADay === null ? {} : { hours: asked.hoursADay };
  const record = { shifts: [], leave: [{ kind: asked.kind, ...hours, request: asked.id }] };
  if (!canTake(context, known, date, record)) return;
  saveDays(context, actor, businessId, { days: [{ personId, date, kind: "worked", record }] }, "leave asked for");
  approveDays(context, actor, businessId, { days: [{ personId, date }], approved: true });
}

/** What would refuse the day must not refuse the change of the week. */
function canTake(context: Context, { who, known }: KnownPerson, date: string, record: DayRecord): boolean {
  const isFree = !known.some((day) => day.kind === "worked" && day.date === date && day.record !== null);
  const isEmployed = date >= who.startDate && (who.endDate === null || date <= who.endDate);
  const isOpen = closedDays(context, [who.id])(who.id, date, record) === null;
  return isFree && isEmployed && isOpen && outOfReach(context, [who.id])(who.id, date) === null;
}
