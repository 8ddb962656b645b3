/**
 * The days on which what a pay is made of changes. Between two of them a person's pays come out alike, so that a year of
 * weekly pays is worked out a few times and not fifty.
 */
import { addDays } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import { agreementRulesOf } from "../hours/agreements.ts";
import { personTimes } from "../hours/personTimes.ts";

/** Up to these ages, and from those on, a birthday may change what is due. */
const grown = 22;
const old = 60;
/** A tax file number that was applied for is waited for so long (Taxation Administration Act 1953, Sch 1 s 12-140, from memory). */
const numberWaits = 28;

const datedTables = [
  ...["employment_terms", "usual_pay", "time_terms", "leave_terms", "tax_declaration", "super_choice"],
  ...["tax_code", "kiwi_saver", "pay_orders", "holiday_terms"],
];

/** Of one person, and of all. */
export interface ChangeDays {
  of(personId: number): readonly string[];
  all: readonly string[];
}

const nextDay = (date: string): string => addDays(date, 1);

/** @param from, to the days that are asked about: what changes before and after them is not said */
export function changeDays(context: Context, businessId: number, from: string, to: string): ChangeDays {
  const { store } = context;
  const found = new Map<number, string[]>();
  const add = (personId: number, ...days: string[]) => {
    const own = found.get(personId) ?? [];
    own.push(...days.filter((day) => day > from && day <= to));
    found.set(personId, own);
  };
  for (const table of datedTables)
    for (const { id, day } of store
      .prepared<[number, string], { id: number; day: string }>(
        `SELECT person_id AS id, "from" AS day FROM ${table}
         WHERE person_id IN (SELECT id FROM person WHERE business_id = ?) AND "from" > ?`,
      )
      .all(businessId, from))
      add(id, day);
  for (const { id, birth, start, end } of store
    .prepared<[number], { id: number; birth: string; start: string; end: string | null }>(
      "SELECT id, birth_date AS birth, start_date AS start, end_date AS end FROM person WHERE business_id = ?",
    )
    .all(businessId)) {
    for (let at = Number(from.slice(0, 4)); at <= Number(to.slice(0, 4)); at += 1) {
      const age = at - Number(birth.slice(0, 4));
      if (age <= grown || age >= old) add(id, `${at}${birth.slice(4)}`);
      // Rights arise with the years of service, and with the first six months.
      add(id, `${at}${start.slice(4)}`);
    }
    add(id, start, addDays(start, 182), addDays(start, 184), ...(end === null ? [] : [nextDay(end)]));
  }
  for (const { id, day } of store
    .prepared<[number], { id: number; day: string }>(
      `SELECT person_id AS id, pending_since AS day FROM tax_declaration WHERE pending_since IS NOT NULL
         AND person_id IN (SELECT id FROM person WHERE business_id = ?)`,
    )
    .all(businessId))
    add(id, addDays(day, numberWaits), addDays(day, numberWaits + 1));
  for (const { id, day, last } of store
    .prepared<[number], { id: number; day: string; last: string | null }>(
      `SELECT e.person_id AS id, e."from" AS day, e."to" AS last FROM top_up_enrolment e
       JOIN top_up_scheme s ON s.id = e.scheme_id WHERE s.business_id = ?`,
    )
    .all(businessId))
    add(id, day, ...(last === null ? [] : [nextDay(last)]));
  // Leave that was said yes to, and days that were planned or worked ahead.
  for (const { id, day, last } of store
    .prepared<[number, string, number, string], { id: number; day: string; last: string }>(
      `SELECT person_id AS id, first AS day, last FROM leave_request WHERE business_id = ? AND last >= ?
       UNION SELECT person_id, date, date FROM time_day
         WHERE person_id IN (SELECT id FROM person WHERE business_id = ?) AND date >= ?`,
    )
    .all(businessId, from, businessId, from))
    add(id, ...daysOf(day, last < to ? last : to));
  // Who is paid what the record says is paid public holidays beside it.
  const recorded = store
    .prepared<[number], { id: number }>(
      `SELECT DISTINCT person_id AS id FROM time_terms
       WHERE person_id IN (SELECT id FROM person WHERE business_id = ?)`,
    )
    .all(businessId)
    .map((row) => row.id);
  for (const { who, time } of personTimes(context, businessId, recorded, from, to, false))
    add(who.id, ...time.holidays.flatMap((each) => daysOf(each.date, each.date)));
  const all = store
    .prepared<[number, number, number], { day: string | null }>(
      `SELECT "from" AS day FROM employer_cost WHERE business_id = ?
       UNION SELECT "from" FROM top_up_scheme WHERE business_id = ?
       UNION SELECT "from" FROM agreement_facts WHERE business_id = ?`,
    )
    .all(businessId, businessId, businessId)
    .flatMap(({ day }) => (day === null ? [] : [day]));
  const rules = agreementRulesOf(context, businessId).map((each) => each.validFrom);
  return {
    all: [...new Set([...all, ...rules])].filter((day) => day > from).sort(),
    of: (personId) => found.get(personId) ?? [],
  };
}

/** A span and the day after it: the period after one that took hours gives them back. */
function daysOf(from: string, last: string): string[] {
  const days: string[] = [];
  for (let day = from; day <= last; day = nextDay(day)) days.push(day);
  return [...days, nextDay(last)];
}
