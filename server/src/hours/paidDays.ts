/** Which days a run pays, and that they are locked by its sign-off and open again when it is taken back. */
import { addDays } from "@zesty/core/calendar/dates";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { payCycle } from "../store/schema.ts";
import { closedDays, daysAsUsual } from "./closedDays.ts";
import { paidFrom, withoutOthers } from "./cycleDays.ts";
import { daysInAdvance } from "./inAdvance.ts";
import { contextDays, type KnownPerson, personTimes } from "./personTimes.ts";
import { daysBetweenDates, type KnownDay } from "./readDays.ts";

export const isApproved = (day: KnownDay): boolean =>
  day.kind === "worked" && day.record !== null && day.state === "approved";

/** A day that was left out for longer is paid outside the cycle. */
export const reachDays = 400;

/** Looked for once a person and working out: for most there is nothing. */
const olderFound = new WeakMap<KnownPerson, KnownDay[]>();

/** Approved days from before what prices the period, of who is paid by the record: left out of the runs since. */
function olderUnpaid(context: Context, run: Run, person: KnownPerson): KnownDay[] {
  if (person.salaried || person.terms?.use !== "all") return [];
  const found = olderFound.get(person);
  if (found) return found;
  const { id } = person.who;
  const [from, to] = [addDays(run.periodStart, -reachDays), addDays(run.periodStart, -contextDays - 1)];
  const dates = context.store
    .prepared<[number, string, string], { date: string }>(
      `SELECT d.date AS date FROM time_day d WHERE d.person_id = ? AND d.kind = 'worked' AND d.date BETWEEN ? AND ?
         AND NOT EXISTS (SELECT 1 FROM time_paid t WHERE t.person_id = d.person_id AND t.date = d.date
           GROUP BY t.date HAVING SUM(t.sign) > 0)
       GROUP BY d.date ORDER BY d.date`,
    )
    .all(id, from, to);
  const [first, last] = [dates[0]?.date, dates.at(-1)?.date];
  const held = new Set(person.known.map((day) => day.date));
  const wanted = new Set(dates.map((each) => each.date).filter((date) => !held.has(date)));
  const older =
    first && last
      ? (daysBetweenDates(context, [id], first, last).get(id) ?? []).filter((day) => wanted.has(day.date))
      : [];
  olderFound.set(person, older);
  return older;
}

/** Approved days before a run's period, within the time that is paid here. */
export function approvedBefore(context: Context, run: Run, person: KnownPerson): KnownDay[] {
  const { who, known } = person;
  const days = [...olderUnpaid(context, run, person), ...known].filter(
    (day) => isApproved(day) && day.date < run.periodStart,
  );
  if (days.length === 0) return [];
  const since = paidFrom(context, [who.id]).get(who.id) ?? run.periodStart;
  return days.filter((day) => day.date >= since);
}

export const isEmployed = ({ who }: KnownPerson, date: string): boolean =>
  date >= who.startDate && (who.endDate === null || date <= who.endDate);

/** Periods of other runs that are open with the person in them: their days are paid there. */
const openElsewhere = ({ store }: Context, run: Run, personId: number) =>
  store
    .prepared<[number, number], { from: string; to: string }>(
      `SELECT r.period_start AS "from", r.period_end AS "to" FROM pay p JOIN pay_run r ON r.id = p.run_id
       WHERE p.person_id = ? AND p.included AND r.state = 'open' AND r.kind IN ('cycle', 'departure') AND r.id <> ?`,
    )
    .all(personId, run.id);

/**
 * Days that a run pays beside its own period: approved after theirs was signed off. They are priced with their own week
 * and the rules of their own date.
 */
export function lateDays(context: Context, run: Run, person: KnownPerson): KnownDay[] {
  const before = approvedBefore(context, run, person).filter(({ date }) => isEmployed(person, date));
  if (before.length === 0) return [];
  const closedBy = closedDays(context, [person.who.id]);
  const others = openElsewhere(context, run, person.who.id);
  const asUsual = daysAsUsual(context, person.who.id);
  const open = before.filter(
    (day) =>
      closedBy(person.who.id, day.date, day.record) === null &&
      !asUsual(day.date) &&
      !others.some(({ from, to }) => from <= day.date && day.date <= to),
  );
  return withoutOthers(context, run, person.who.id, open);
}

/** The approved days that a run pays for a person: of its period, and late ones. */
function daysPaid(context: Context, run: Run, person: KnownPerson): KnownDay[] {
  const own = person.known.filter((day) => isApproved(day) && day.date >= run.periodStart && day.date <= run.periodEnd);
  return [...lateDays(context, run, person), ...own];
}

/** People with days recorded about a period, or with an agreement: nobody else is looked at. */
export function peopleWithTime({ store }: Context, personIds: readonly number[], run: Run): Set<number> {
  return new Set(
    store
      .prepared<[string, string, string, string], { id: number }>(
        `SELECT p.value AS id FROM json_each(?) p
         WHERE EXISTS (SELECT 1 FROM time_terms t WHERE t.person_id = p.value)
            OR EXISTS (SELECT 1 FROM time_day d WHERE d.person_id = p.value AND d.date BETWEEN ? AND ?)
            OR EXISTS (SELECT 1 FROM leave_request q WHERE q.person_id = p.value AND q.in_advance AND q.last > ?)`,
      )
      .all(JSON.stringify(personIds), addDays(run.periodStart, -contextDays), run.periodEnd, run.periodEnd)
      .map((each) => each.id),
  );
}

/** The days that the lines of a run hold, by person: of its period, late ones, and leave in advance. */
export function runDays(
  context: Context,
  run: Run,
  personIds: readonly number[],
): { person: KnownPerson; days: KnownDay[] }[] {
  const ids = [...peopleWithTime(context, personIds, run)];
  if (ids.length === 0) return [];
  const cycle = context.store.db.select().from(payCycle).where(eq(payCycle.id, run.cycleId)).get();
  const ahead = cycle ? daysInAdvance(context, run, cycle, ids) : new Map<number, KnownDay[]>();
  const held = datesHeld(context, run);
  return personTimes(context, run.businessId, ids, run.periodStart, run.periodEnd).map((person) => ({
    person,
    days: [...daysPaid(context, run, person), ...(ahead.get(person.who.id) ?? [])].filter((day) =>
      held.get(person.who.id)?.has(day.date),
    ),
  }));
}

/** Dates that the lines of each row stand for, as they were composed. */
const datesHeld = ({ store }: Context, run: Run): Map<number, Set<string>> =>
  new Map(
    store
      .prepared<[number], { personId: number; dates: string | null }>(
        "SELECT person_id AS personId, json_extract(laid, '$.dates') AS dates FROM pay WHERE run_id = ?",
      )
      .all(run.id)
      .map(({ personId, dates }) => [personId, new Set(dates === null ? [] : (JSON.parse(dates) as string[]))]),
  );

/** With the sign-off: the days that a run pays are locked. */
export function lockDays(context: Context, run: Run, pays: readonly { payId: number; personId: number }[]): void {
  if (run.kind !== "cycle" && run.kind !== "departure") return;
  const write = context.store.prepared<[number, number, string, number]>(
    "INSERT INTO time_paid (day_id, person_id, date, pay_id, sign) VALUES (?, ?, ?, ?, 1)",
  );
  const payIds = new Map(pays.map((each) => [each.personId, each.payId]));
  for (const { person, days } of runDays(context, run, [...payIds.keys()])) {
    const payId = payIds.get(person.who.id);
    if (payId === undefined) continue;
    for (const day of days) write.run(day.dayId, day.personId, day.date, payId);
  }
}

/** With a run that is taken back: its days are open again. */
export function unlockDays({ store }: Context, runId: number): void {
  store
    .prepared<[number]>(
      `INSERT INTO time_paid (day_id, person_id, date, pay_id, sign)
       SELECT day_id, person_id, date, pay_id, -1 FROM time_paid
       WHERE pay_id IN (SELECT id FROM pay WHERE run_id = ?) GROUP BY day_id, pay_id HAVING SUM(sign) > 0`,
    )
    .run(runId);
}

/** Days that somebody else's pay is to have: within a dry run, where a pay is composed again from those that it held alone. */
export function holdBackDays({ store }: Context, payId: number, personId: number, dates: readonly string[]): boolean {
  const { changes } = store
    .prepared<[number, number, string, number]>(
      `INSERT INTO time_paid (day_id, person_id, date, pay_id, sign)
       SELECT MAX(d.id), d.person_id, d.date, ?, 1 FROM time_day d
       WHERE d.person_id = ? AND d.kind = 'worked' AND d.date IN (SELECT value FROM json_each(?))
         AND d.date NOT IN (SELECT date FROM time_paid WHERE pay_id = ?) GROUP BY d.date`,
    )
    .run(payId, personId, JSON.stringify(dates), payId);
  return changes > 0;
}

/** The same of single pays: within a dry run, where they are composed again. */
export function unlockPays({ store }: Context, payIds: readonly number[]): void {
  store
    .prepared<[string]>(
      `INSERT INTO time_paid (day_id, person_id, date, pay_id, sign)
       SELECT day_id, person_id, date, pay_id, -1 FROM time_paid WHERE pay_id IN (SELECT value FROM json_each(?))
       GROUP BY day_id, pay_id HAVING SUM(sign) > 0`,
    )
    .run(JSON.stringify(payIds));
}
