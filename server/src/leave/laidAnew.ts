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
  request: number;
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
    const spans = approvedLeave(context, businessId, personId, addDays(todayAt(context, businessId), -daysBack));
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

/**
 * Days of approved leave that were none of it when their pay was signed off, put beside the others, as if that pay had held
 * them: within a dry run, before its pays are composed again.
 */
export function layLeaveOfPast(
  context: Context,
  { businessId, periodStart, periodEnd }: { businessId: number; periodStart: string; periodEnd: string },
  pays: readonly { payId: number; personId: number }[],
): void {
  const { store } = context;
  const write = {
    day: store.prepared<[number, string, string, number], { id: number }>(
      `INSERT INTO time_day (person_id, date, kind, record, source, user_id, at)
       SELECT ?, ?, 'worked', ?, 'leave asked for', user_id, at FROM leave_answer
       WHERE id = (SELECT MAX(id) FROM leave_answer WHERE request_id = ?) RETURNING id`,
    ),
    approved: store.prepared<[number], never>(
      "INSERT INTO time_approval (day_id, approved, user_id, at) SELECT id, 1, user_id, at FROM time_day WHERE id = ?",
    ),
    held: store.prepared<[number, number], never>(
      `INSERT INTO time_paid (day_id, person_id, date, pay_id, sign)
       SELECT id, person_id, date, ?, 1 FROM time_day WHERE id = ?`,
    ),
  };
  for (const { payId, personId } of pays)
    for (const span of approvedLeave(context, businessId, personId, periodStart)) {
      const [known] = personTimes(context, businessId, [personId], span.first, span.last);
      if (!known || span.first > periodEnd) continue;
      for (const { date } of leaveDaysOf(context, known, span)) {
        // A day that was taken out of the leave again is on record, with nothing.
        const isSaid = known.known.some((each) => each.kind === "worked" && each.date === date);
        if (date < periodStart || date > periodEnd || isSaid || !isEmployed(known, date)) continue;
        const day = write.day.get(personId, date, JSON.stringify(leaveDay(span)), span.request);
        write.approved.run(day?.id ?? 0);
        write.held.run(payId, day?.id ?? 0);
      }
    }
}

const leaveDay = ({ kind, hoursADay, request }: LeaveSpan): DayRecord => ({
  shifts: [],
  leave: [{ kind, ...(hoursADay === null ? {} : { hours: hoursADay }), request }],
});
const isFree = ({ known }: KnownPerson, date: string): boolean =>
  !known.some((day) => day.kind === "worked" && day.date === date && day.record !== null);
const isEmployed = ({ who }: KnownPerson, date: string): boolean =>
  date >= who.startDate && (who.endDate === null || date <= who.endDate);

/** What ended before is in a pay, or in none that is still to come. */
const daysBack = 92;

const approvedLeave = (context: Context, businessId: number, personId: number | null, since: string): LeaveSpan[] =>
  context.store
    .prepared<[{ b: number; p: number | null; since: string }], LeaveSpan>(
      `SELECT q.id AS request, q.person_id AS personId, q.kind, q.first, q.last, q.hours_a_day AS hoursADay FROM leave_request q
       JOIN leave_answer a ON a.id = (SELECT MAX(id) FROM leave_answer WHERE request_id = q.id)
       WHERE q.business_id = @b AND (@p IS NULL OR q.person_id = @p) AND a.answer = 'approved' AND q.last >= @since`,
    )
    .all({ b: businessId, p: personId, since });

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
  const record = leaveDay({ ...asked, request: asked.id, personId });
  if (!canTake(context, known, date, record)) return;
  saveDays(context, actor, businessId, { days: [{ personId, date, kind: "worked", record }] }, "leave asked for");
  approveDays(context, actor, businessId, { days: [{ personId, date }], approved: true });
}

/** What would refuse the day must not refuse the change of the week. */
function canTake(context: Context, known: KnownPerson, date: string, record: DayRecord): boolean {
  const { id } = known.who;
  const isOpen = closedDays(context, [id])(id, date, record) === null;
  return isFree(known, date) && isEmployed(known, date) && isOpen && outOfReach(context, [id])(id, date) === null;
}
