/** Days of the record of time: appended and approved, all or none. */

import type { FieldError } from "@zesty/contract/fields";
import { signedStates } from "@zesty/contract/runStates";
import type { ApproveDays, DayChange, SaveDays } from "@zesty/contract/time";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { leaveKindsIn } from "@zesty/core/countries/leave";
import { notOfCountry } from "@zesty/core/hours/dayText";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { maySee } from "../ground/rights.ts";
import { closedDays } from "../hours/closedDays.ts";
import { reachDays } from "../hours/paidDays.ts";
import { contextDays } from "../hours/personTimes.ts";
import { daysBetweenDates } from "../hours/readDays.ts";
import { sqlList } from "../store/sqlList.ts";
import { record } from "../store/trail.ts";
import { refreshTimeInRuns } from "./intoRun.ts";
import { wayToPay } from "./wayToPay.ts";

interface Known {
  name: string;
  startDate: string;
  endDate: string | null;
}

function peopleOf({ store }: Context, businessId: number, personIds: readonly number[]): Map<number, Known> {
  return new Map(
    store
      .prepared<[number, string], Known & { id: number }>(
        `SELECT id, given_name || ' ' || family_name AS name, start_date AS startDate, end_date AS endDate
         FROM person WHERE business_id = ? AND id IN (SELECT value FROM json_each(?))`,
      )
      .all(businessId, JSON.stringify(personIds))
      .map((each) => [each.id, each]),
  );
}

/** Values with their keys in order, so that equal days are equal texts. */
const inOrder = (value: unknown): string =>
  JSON.stringify(value, (_key, each) =>
    each && typeof each === "object" && !Array.isArray(each) ? Object.fromEntries(Object.entries(each).sort()) : each,
  );

/** Whose the requests are that days name. */
function requestsNamed({ store }: Context, days: readonly Said[]): Map<number, number> {
  const ids = days.flatMap(({ record: day }) => day?.leave.flatMap((each) => each.request ?? []) ?? []);
  if (ids.length === 0) return new Map();
  return new Map(
    store
      .prepared<[string], { id: number; personId: number }>(
        "SELECT id, person_id AS personId FROM leave_request WHERE id IN (SELECT value FROM json_each(?))",
      )
      .all(JSON.stringify(ids))
      .map((each) => [each.id, each.personId]),
  );
}

const dayKey = ({ personId, date, kind }: Pick<DayChange, "personId" | "date" | "kind">): string =>
  `${personId} ${date} ${kind}`;

/**
 * A day that somebody else has changed since it was read is not written over: two people may have one week open. What
 * stands already as it is wanted is no change of theirs: an answer that was lost makes the same come twice.
 */
function demandUnchanged(
  days: SaveDays["days"],
  held: ReadonlyMap<string, string>,
  people: ReadonlyMap<number, Known>,
): void {
  const standing = new Map(held);
  const errors = days.flatMap(({ personId, date, kind, record: day, was }, at) => {
    const now = standing.get(dayKey({ personId, date, kind })) ?? "null";
    standing.set(dayKey({ personId, date, kind }), inOrder(day));
    if (was === undefined || now === inOrder(was) || now === inOrder(day)) return [];
    const text = `${people.get(personId)?.name}, ${dateWords(date)}: somebody else has changed this day meanwhile.`;
    return [{ path: `days.${at}`, text }];
  });
  const said = `${errors[0]?.text} Nothing was saved; look at it, and type it again.`;
  if (errors[0]) throw conflict("day-changed", said, undefined, errors);
}

/** The same twice is once: an approved day that nobody changes stays approved. Of one day said twice the last counts. */
function whatChanges(days: SaveDays["days"], held: ReadonlyMap<string, string>): SaveDays["days"] {
  const standing = new Map(held);
  return days.filter((each) => {
    const is = inOrder(each.record);
    const was = standing.get(dayKey(each)) ?? "null";
    standing.set(dayKey(each), is);
    return is !== was;
  });
}

/** @param closed days of a signed-off pay: whoever may see pays is led to it */
function refusedDays(
  context: Context,
  actor: Actor,
  businessId: number,
  text: string,
  errors: FieldError[],
  closed: readonly Said[],
) {
  const { country } = findBusiness(context, businessId);
  const mend = maySee(context, actor, businessId) ? wayToPay(context, country, closed) : undefined;
  return cannot("day-refused", text, { errors, ...(mend ? { mend } : {}) });
}

type Said = Pick<DayChange, "personId" | "date" | "record">;

/** What a day cannot say, whoever says it and whenever. */
export function faultsOfDays(context: Context, businessId: number, days: readonly Said[]): (string | null)[] {
  const { country } = findBusiness(context, businessId);
  const people = peopleOf(context, businessId, [...new Set(days.map((each) => each.personId))]);
  const asked = requestsNamed(context, days);
  const kinds = new Set(leaveKindsIn(country).map((kind) => kind.code));
  const faultOf = ({ personId, date, record: day }: Said, who: Known): string | null => {
    if (!day) return null;
    if (date < who.startDate || (who.endDate !== null && date > who.endDate))
      return "not employed on that day. Look at start and last day under People.";
    const strange = day.leave.find((each) => !kinds.has(each.kind));
    if (strange) return `“${strange.kind}” is not a kind of leave here.`;
    if (day.leave.filter((each) => each.hours === undefined).length > 1)
      return "two kinds of leave share the day. Say the hours of one of them.";
    // A number alone would make leave look approved that nobody asked for.
    if (day.leave.some((each) => each.request !== undefined && asked.get(each.request) !== personId))
      return "names a request for leave that is not this person's. Type the leave without it.";
    const notHere = notOfCountry(day, country);
    if (notHere) return notHere;
    const wrong = day.shifts.find((each) => each.start.slice(0, 10) !== date || each.end <= each.start);
    return wrong ? "a shift starts on its own day and ends after its start." : null;
  };
  return days.map((day) => {
    const who = people.get(day.personId);
    const fault = who && faultOf(day, who);
    return fault ? `${who.name}, ${dateWords(day.date)}: ${fault}` : null;
  });
}

/** Appends days, all or none; those that are paid already are refused. Open runs take them up. */
export function saveDays(
  context: Context,
  actor: Actor,
  businessId: number,
  { days }: SaveDays,
  source = "typed",
): void {
  const ids = [...new Set(days.map((each) => each.personId))];
  const people = peopleOf(context, businessId, ids);
  if (people.size < ids.length) throw notFound("person");
  const dates = days.map((each) => each.date).sort();
  const known = daysBetweenDates(context, ids, dates[0] ?? "", dates.at(-1) ?? "");
  const closedBy = closedDays(context, ids);
  const held = new Map([...known.values()].flat().map((day) => [dayKey(day), inOrder(day.record)]));
  demandUnchanged(days, held, people);
  const faults = faultsOfDays(context, businessId, days);
  const paid: Said[] = [];
  const errors = days.flatMap(({ personId, date, kind, record: day }, at) => {
    const fault = faults[at];
    if (fault) return [{ path: `days.${at}`, text: fault }];
    if (kind === "planned") return [];
    const before = known.get(personId)?.find((each) => each.date === date && each.kind === "worked");
    const payday = before?.state === "locked" ? before.payday : closedBy(personId, date, day, before?.record ?? null);
    if (!payday) return [];
    paid.push({ personId, date, record: day });
    const text = `${people.get(personId)?.name}, ${dateWords(date)}: paid on ${dateWords(payday)}. Correct that pay by its days, or take its run back.`;
    return [{ path: `days.${at}`, text }];
  });
  if (errors[0]) {
    const closed = faults.every((each) => each === null) ? paid : [];
    throw refusedDays(context, actor, businessId, `Nothing was saved. ${errors[0].text}`, errors, closed);
  }
  const changes = whatChanges(days, held);
  if (changes.length === 0) return;
  context.store.transaction(() => {
    const at = context.clock.now();
    const write = context.store.prepared<[number, string, string, string | null, string, number, string]>(
      "INSERT INTO time_day (person_id, date, kind, record, source, user_id, at) VALUES (?, ?, ?, ?, ?, ?, ?)",
    );
    for (const { personId, date, kind, record: day } of changes)
      write.run(personId, date, kind, JSON.stringify(day), source, actor.userId, at);
    record(context.store, {
      at,
      userId: actor.userId,
      businessId,
      what: changes.length === 1 ? "recorded a day" : `recorded ${changes.length} days`,
      about: `${people.size === 1 ? [...people.values()][0]?.name : `${people.size} people`}, ${dates[0]}${dates.length > 1 ? ` to ${dates.at(-1)}` : ""}`,
    });
    refreshTimeInRuns(context, businessId, ids);
  });
}

/**
 * Days that no pay will reach any more, with how far one reaches: approved as late as this, they would be paid by none
 * without a word. Before the first period of the first cycle the record is history, and nothing of it is paid.
 */
export function outOfReach(
  { store }: Context,
  personIds: readonly number[],
): (personId: number, date: string) => string | null {
  const reach = new Map(
    store
      .prepared<[string], { personId: number; next: string; since: string; byRecord: number }>(
        `SELECT e.person_id AS personId, date(MAX(r.period_end), '+1 day') AS next, MIN(c.first_period_start) AS since,
           (SELECT t.use FROM time_terms t WHERE t.person_id = e.person_id ORDER BY t."from" DESC, t.id DESC LIMIT 1) = 'all'
           AND (SELECT n.salary_cents FROM employment_terms n WHERE n.person_id = e.person_id
             ORDER BY n."from" DESC, n.id DESC LIMIT 1) IS NULL AS byRecord
         FROM employment_terms e JOIN pay_cycle c ON c.id = e.cycle_id JOIN pay_run r ON r.cycle_id = c.id
         WHERE e.person_id IN (SELECT value FROM json_each(?)) AND r.kind = 'cycle'
           AND r.state IN (${sqlList(signedStates)})
         GROUP BY e.person_id`,
      )
      .all(JSON.stringify(personIds))
      .map((each) => [each.personId, each]),
  );
  return (personId, date) => {
    const found = reach.get(personId);
    if (found === undefined || date < found.since) return null;
    const [days, words] = found.byRecord ? [reachDays, "thirteen months"] : [contextDays, "five weeks"];
    return date < addDays(found.next, -days) ? words : null;
  };
}

/** Nobody approves what they have not seen: a colleague, or the person on their own page, may have typed since. */
function demandSeen(
  days: ApproveDays["days"],
  known: ReturnType<typeof daysBetweenDates>,
  people: ReadonlyMap<number, Known>,
): void {
  const errors = days.flatMap(({ personId, date, was }, at) => {
    const now = known.get(personId)?.find((each) => each.date === date && each.kind === "worked")?.record ?? null;
    if (was === undefined || inOrder(was) === inOrder(now)) return [];
    return [
      { path: `days.${at}`, text: `${people.get(personId)?.name}, ${dateWords(date)}: changed since you saw it.` },
    ];
  });
  const said = `${errors[0]?.text} Nothing was approved; look at it, and approve it again.`;
  if (errors[0]) throw conflict("day-changed", said, undefined, errors);
}

/** A day that was left unapproved while its pay was signed off as usual: approved now it would be paid twice, or not at all. */
function demandOpen(
  context: Context,
  actor: Actor,
  businessId: number,
  days: ApproveDays["days"],
  known: ReturnType<typeof daysBetweenDates>,
  people: ReadonlyMap<number, Known>,
): void {
  const closedBy = closedDays(context, [...people.keys()]);
  const closed: Said[] = [];
  const errors = days.flatMap(({ personId, date }, at) => {
    const day = known.get(personId)?.find((each) => each.date === date && each.kind === "worked");
    if (!day?.record || day.state === "locked" || day.state === "approved") return [];
    const payday = closedBy(personId, date, day.record);
    if (payday === null) return [];
    closed.push({ personId, date, record: day.record });
    const text = `${people.get(personId)?.name}, ${dateWords(date)}: paid on ${dateWords(payday)} without this day's record. Correct that pay by its days, or take its run back and approve it then.`;
    return [{ path: `days.${at}`, text }];
  });
  if (errors[0])
    throw refusedDays(context, actor, businessId, `Nothing was approved. ${errors[0].text}`, errors, closed);
}

/** Approves what the days say now. A day without a record needs no approval. */
export function approveDays(context: Context, actor: Actor, businessId: number, { days, approved }: ApproveDays): void {
  const ids = [...new Set(days.map((each) => each.personId))];
  const people = peopleOf(context, businessId, ids);
  if (people.size < ids.length) throw notFound("person");
  const dates = days.map((each) => each.date).sort();
  const known = daysBetweenDates(context, ids, dates[0] ?? "", dates.at(-1) ?? "");
  if (approved) demandSeen(days, known, people);
  const howFar = approved ? outOfReach(context, ids) : () => null;
  const far = days.find(
    ({ personId, date }) =>
      howFar(personId, date) !== null &&
      known
        .get(personId)
        ?.some((day) => day.date === date && day.kind === "worked" && day.record && day.state !== "locked"),
  );
  if (far)
    throw cannot(
      "day-too-late",
      `Nothing was approved. ${people.get(far.personId)?.name}, ${dateWords(far.date)}: more than ${howFar(far.personId, far.date)} before the next pay. No run will include it. Use Run, Pay outside the cycle, with its own date.`,
    );
  if (approved) demandOpen(context, actor, businessId, days, known, people);
  context.store.transaction(() => {
    const at = context.clock.now();
    const write = context.store.prepared<[number, number, number, string]>(
      "INSERT INTO time_approval (day_id, approved, user_id, at) VALUES (?, ?, ?, ?)",
    );
    let count = 0;
    for (const { personId, date } of days) {
      const day = known.get(personId)?.find((each) => each.date === date && each.kind === "worked");
      if (!day || day.state === "locked" || (day.state === "approved") === approved) continue;
      write.run(day.dayId, approved ? 1 : 0, actor.userId, at);
      count += 1;
    }
    if (count === 0) return;
    record(context.store, {
      at,
      userId: actor.userId,
      businessId,
      what: `${approved ? "approved" : "took back the approval of"} ${count === 1 ? "a day" : `${count} days`}`,
      about: `${people.size === 1 ? [...people.values()][0]?.name : `${people.size} people`}, ${dates[0]}${dates.length > 1 ? ` to ${dates.at(-1)}` : ""}`,
    });
    refreshTimeInRuns(context, businessId, ids);
  });
}
