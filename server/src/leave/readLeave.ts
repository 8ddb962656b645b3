/** Who is away when, who asks to be, and how balances stand: what the leave page shows of a business. */
import type { LeaveEntryView, LeavePerson, LeaveRequest, LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { daysBetween, isDate } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { type WeekFrom, weekOn } from "@zesty/core/leave/changingWeek";
import { decimal } from "@zesty/core/quantity/decimal";
import { fromE4 } from "@zesty/core/quantity/units";
import { and, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { mayPrepare, maySee } from "../ground/rights.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import { weeksOf } from "../hours/weeksFrom.ts";
import { timeReach } from "../http/timeRights.ts";
import { datedRecords } from "../store/dated.ts";
import { calendarFeed, costCentre, person, place } from "../store/schema.ts";
import { ledgerStamps } from "./changeBalance.ts";
import { readSwaps } from "./readSwaps.ts";
import { standingsOf } from "./standings.ts";

/** Longest stretch that is shown at once. */
const mostDays = 400;

export function readLeave(context: Context, actor: Actor, businessId: number, from: string, to: string): LeaveView {
  if (!isDate(from) || !isDate(to) || to < from || daysBetween(from, to) > mostDays)
    throw cannot("leave-days", `Leave is shown from one day to another, at most ${mostDays} days on, as 2026-07-01.`);
  const { db } = context.store;
  const today = todayAt(context, businessId);
  const { country } = findBusiness(context, businessId);
  const reach = timeReach(context, actor, businessId);
  const seesPay = maySee(context, actor, businessId);
  const everybody = db.select().from(person).where(eq(person.businessId, businessId)).all();
  const everyId = everybody.map((each) => each.id);
  const weeks = weeksOf(context, everyId, to);
  // As it is today; of who is yet to start as it will be.
  const [records, later] = [datedRecords(db, everyId, today), datedRecords(db, everyId, to)];
  const ids = everybody
    .filter((each) => each.startDate <= to && (each.endDate === null || each.endDate >= from))
    .filter((each) => isEmployedBetween(weeks.get(each.id) ?? [], from))
    .map((each) => each.id)
    .filter((id) => seesPay || reach({ personId: id, date: today }));
  const known = personTimes(context, businessId, ids, from < today ? from : today, to);
  const stamps = ledgerStamps(context, ids);
  const standings = standingsOf(context, known, to);
  const held = context.country(country).leave.held(context, known, records, today);
  const places = new Map(
    db
      .select()
      .from(place)
      .where(eq(place.businessId, businessId))
      .all()
      .map((each) => [each.id, each.name]),
  );
  const centres = new Map(
    db
      .select()
      .from(costCentre)
      .where(eq(costCentre.businessId, businessId))
      .all()
      .map((each) => [each.id, each.name]),
  );
  // Who only looks on learns that somebody is away, not of what kind it is where the law keeps that close.
  const shown = (kind: string, mine: boolean) => (!mine && leaveKindIn(country, kind).confidential ? "leave" : kind);
  return {
    businessId,
    country,
    from,
    to,
    today,
    people: known.map((each): LeavePerson => {
      const terms = records.terms.get(each.who.id) ?? later.terms.get(each.who.id);
      const canAnswer = reach({ personId: each.who.id, date: today });
      const ownWeeks = weeks.get(each.who.id) ?? [];
      return {
        personId: each.who.id,
        name: `${each.who.givenName} ${each.who.familyName}`,
        basis: weekOn(ownWeeks, today)?.basis ?? "",
        place: places.get(terms?.placeId ?? 0) ?? [...places.values()][0] ?? "",
        costCentre: centres.get(terms?.costCentreId ?? 0) ?? null,
        weeks: canAnswer && seesPay ? ownWeeks : ownWeeks.map((week) => ({ ...week, hourlyRate: null })),
        startDate: each.who.startDate,
        endDate: each.who.endDate,
        holidays: each.time.holidays.filter((day) => day.date >= from && day.date <= to),
        standings: canAnswer ? (standings.get(each.who.id) ?? {}) : {},
        held: canAnswer ? (held.get(each.who.id) ?? []) : [],
        ledgerStamp: (canAnswer && stamps.get(each.who.id)) || "",
        days: daysOf(each, from, to).map((day) => ({ ...day, kind: shown(day.kind, canAnswer) })),
        canAnswer,
      };
    }),
    requests: requestsOf(context, businessId, from, to)
      .filter((each) => seesPay || reach({ personId: each.personId, date: each.first }))
      .map((each) => {
        const canAnswer = reach({ personId: each.personId, date: each.first });
        return canAnswer
          ? { ...each, papers: papersOf(context, each.id), canAnswer }
          : { ...each, kind: shown(each.kind, false), note: null, comment: null, papers: [], canAnswer };
      }),
    swaps: readSwaps(
      context,
      ids.filter((personId) => reach({ personId, date: today })),
    ),
    limits: context.country(country).leave.limits(context, today),
    canPrepare: mayPrepare(context, actor, businessId),
    feed:
      db
        .select({ id: calendarFeed.id })
        .from(calendarFeed)
        .where(and(eq(calendarFeed.businessId, businessId), isNull(calendarFeed.endedAt)))
        .get() !== undefined,
  };
}

/** Whether somebody is no contractor on some day from this one on. */
const isEmployedBetween = (weeks: readonly WeekFrom[], from: string): boolean =>
  weeks.some((week, at) => {
    const next = weeks[at + 1]?.from ?? "9999";
    return week.basis !== "contractor" && next > from && next > week.from;
  });

const papersOf = ({ store }: Context, requestId: number) =>
  store
    .prepared<[number], LeaveRequestView["papers"][number]>(
      `SELECT p.what AS what, p."on" AS "on", u.name AS by FROM leave_paper p JOIN user u ON u.id = p.user_id
       WHERE p.request_id = ? ORDER BY p.id`,
    )
    .all(requestId);

/** Leave on the record between two days. */
export function daysOf({ known }: KnownPerson, from: string, to: string): LeavePerson["days"] {
  return known
    .filter((day) => day.kind === "worked" && day.date >= from && day.date <= to)
    .flatMap(({ date, record, state }) =>
      (record?.leave ?? []).map(({ kind, hours }) => ({
        date,
        kind,
        hours: hours ?? null,
        state:
          state === "locked" ? ("paid" as const) : state === "approved" ? ("approved" as const) : ("open" as const),
      })),
    );
}

const requestColumns = `q.id AS id, q.person_id AS personId, q.kind AS kind, q.first AS first, q.last AS last,
  q.hours_a_day AS hoursADay, q.in_advance AS inAdvance, q.note AS note, u.name AS askedBy, q.at AS askedOn,
  coalesce(a.answer, 'waiting') AS state, a.comment AS comment, v.name AS answeredBy`;
const requestTables = `leave_request q JOIN user u ON u.id = q.user_id
  LEFT JOIN leave_answer a ON a.id = (SELECT MAX(n.id) FROM leave_answer n WHERE n.request_id = q.id)
  LEFT JOIN user v ON v.id = a.user_id`;

type Row = Omit<LeaveRequest, "inAdvance"> & { inAdvance: number };
const asView = (row: Row): LeaveRequest => ({ ...row, inAdvance: row.inAdvance === 1 });

/** Requests that touch the days, and all that wait; the newest first. */
const requestsOf = ({ store }: Context, businessId: number, from: string, to: string): LeaveRequest[] =>
  store
    .prepared<[number, string, string], Row>(
      `SELECT ${requestColumns} FROM ${requestTables}
       WHERE q.business_id = ? AND ((q.last >= ? AND q.first <= ?) OR a.id IS NULL) ORDER BY q.id DESC LIMIT 2000`,
    )
    .all(businessId, from, to)
    .map(asView);

/** Requests of a person that are not over and done with: waiting or approved. */
export const standingRequests = ({ store }: Context, personId: number): LeaveRequest[] =>
  store
    .prepared<[number], Row>(
      `SELECT ${requestColumns} FROM ${requestTables}
       WHERE q.person_id = ? AND (a.answer IS NULL OR a.answer = 'approved')`,
    )
    .all(personId)
    .map(asView);

export const findRequest = ({ store }: Context, businessId: number, id: number): LeaveRequest | undefined => {
  const row = store
    .prepared<[number, number], Row>(
      `SELECT ${requestColumns} FROM ${requestTables} WHERE q.business_id = ? AND q.id = ?`,
    )
    .get(businessId, id);
  return row && asView(row);
};

/** A person's ledger with the balance after each entry, the newest first; who only looks on sees no confidential kind. */
export function leaveHistory(context: Context, actor: Actor, businessId: number, personId: number): LeaveEntryView[] {
  const { country } = findBusiness(context, businessId);
  const seesAll = timeReach(context, actor, businessId)({ personId, date: todayAt(context, businessId) });
  const rows = context.store
    .prepared<[number], Omit<LeaveEntryView, "amount" | "balance"> & { amountE4: number }>(
      `SELECT e.date AS date, e.kind AS kind, e.why AS why, e.hours_e4 AS amountE4, e.reason AS reason,
         s.run_id AS runId
       FROM leave_entry e LEFT JOIN signed_pay s ON s.id = e.signed_pay_id
       WHERE e.person_id = ? ORDER BY e.date, e.id`,
    )
    .all(personId)
    .filter((row) => seesAll || !leaveKindIn(country, row.kind).confidential);
  const sums = new Map<string, number>();
  return rows
    .map(({ amountE4, ...row }) => {
      const after = (sums.get(row.kind) ?? 0) + amountE4;
      sums.set(row.kind, after);
      return { ...row, amount: decimal(fromE4(amountE4)).toString(), balance: fromE4(after).toString() };
    })
    .reverse();
}
