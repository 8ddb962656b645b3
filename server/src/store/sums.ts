/** Year-to-date and leave balances: from the kept totals, which `verify` derives anew from facts and entries. */
import { addDays, addMonths, completedYears } from "@zesty/core/calendar/dates";
import { superQuarterAu } from "@zesty/core/calendar/payrollYear";
import type { CountryCode } from "@zesty/core/countries/countries";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { type SheetLine, takenKey } from "@zesty/core/pay/row";
import { centsText, fromE4, hoursText } from "@zesty/core/quantity/units";
import type { Store } from "./open.ts";

export type CodeSums = Map<string, number>;

/**
 * Facts of people between two paydays (both included), summed by code.
 * @param codes only these; all when left out
 */
export function factSums(
  store: Store,
  personIds: readonly number[],
  from: string,
  to: string,
  codes?: readonly string[],
): Map<number, CodeSums> {
  const sums = new Map<number, CodeSums>(personIds.map((id) => [id, new Map()]));
  const read = store.prepared<string[], { personId: number; code: string; cents: number }>(
    `SELECT person_id AS personId, code, SUM(cents) AS cents FROM pay_fact
     WHERE person_id IN (SELECT value FROM json_each(?)) AND payday BETWEEN ? AND ?
       ${codes ? "AND code IN (SELECT value FROM json_each(?))" : ""}
     GROUP BY person_id, code`,
  );
  const more = codes ? [JSON.stringify(codes)] : [];
  for (const row of read.all(JSON.stringify(personIds), from, to, ...more))
    sums.get(row.personId)?.set(row.code, row.cents);
  return sums;
}

/**
 * The whole payroll year of people from the kept totals, whatever the day.
 * @param codes only these; all when left out
 */
export function keptYears(
  store: Store,
  personIds: readonly number[],
  yearStart: string,
  codes?: readonly string[],
): Map<number, CodeSums> {
  const sums = new Map<number, CodeSums>(personIds.map((id) => [id, new Map()]));
  // One row a person: it is the number of rows that takes the time.
  const read = store.prepared<string[], { personId: number; byCode: string }>(
    `SELECT person_id AS personId, json_group_object(code, cents) AS byCode FROM year_sum
     WHERE person_id IN (SELECT value FROM json_each(?)) AND year_start = ?
       ${codes ? "AND code IN (SELECT value FROM json_each(?))" : ""} GROUP BY person_id`,
  );
  const more = codes ? [JSON.stringify(codes)] : [];
  for (const row of read.all(JSON.stringify(personIds), yearStart, ...more))
    sums.set(row.personId, new Map(Object.entries(JSON.parse(row.byCode) as Record<string, number>)));
  return sums;
}

/**
 * Year-to-date and quarter-to-date of people, up to and including a payday.
 * @returns `year`: as it is reported, with what was carried from an earlier system; `counted`: with what that system
 *   closed too, for rules that look at the whole year; `quarter`: what the ceiling of super looks at
 * @param codes only these; all when left out
 */
export function yearSums(
  store: Store,
  personIds: readonly number[],
  payday: string,
  country: CountryCode,
  codes?: readonly string[],
) {
  const { from, to } = payrollYearOf(country, payday);
  const year = keptYears(store, personIds, from, codes);
  // Paydays of the year that come later are signed off already, now and then: they are not to date.
  for (const [id, later] of factSums(store, personIds, addDays(payday, 1), to, codes))
    if (later.size > 0)
      addTo(
        year,
        id,
        [...later].map(([code, cents]) => [code, -cents]),
      );
  const counted = new Map(year);
  for (const { personId, carried, sums } of openingsOf(store, personIds, from)) {
    const before = Object.entries(JSON.parse(sums) as Record<string, number>);
    if (carried) addTo(year, personId, before);
    // Only what is counted over the year; nothing of a closed share is reported again.
    addTo(counted, personId, carried ? before : before.filter(([code]) => !code.startsWith("report")));
  }
  const quarter = superQuarterAu(payday);
  return { year, counted, quarter: factSums(store, personIds, quarter.from, payday, quarterCodes) };
}
const quarterCodes = ["guaranteeBase", "guaranteeEarnings"];

/** Adds to a person's sums; the sums that were there stay as they are for who else holds them. */
function addTo(all: Map<number, CodeSums>, personId: number, entries: readonly [string, number][]): void {
  const sums = new Map(all.get(personId));
  for (const [code, cents] of entries) sums.set(code, (sums.get(code) ?? 0) + cents);
  all.set(personId, sums);
}

/** What was paid in a payroll year before this program: the newest row of each person. */
export const openingsOf = (store: Store, personIds: readonly number[], yearStart: string) =>
  store
    .prepared<[string, string], { personId: number; carried: number; sums: string }>(
      `SELECT person_id AS personId, carried, sums FROM opening_year WHERE id IN (
         SELECT MAX(id) FROM opening_year
         WHERE person_id IN (SELECT value FROM json_each(?)) AND year_start = ? GROUP BY person_id)`,
    )
    .all(JSON.stringify(personIds), yearStart);

/** Leave balances in ten-thousandths of the kind's unit, by person and kind. */
export function leaveBalances(store: Store, personIds: readonly number[]): Map<number, Map<string, number>> {
  const balances = new Map<number, Map<string, number>>(personIds.map((id) => [id, new Map()]));
  const read = store.prepared<[string], { personId: number; kind: string; amountE4: number }>(
    `SELECT person_id AS personId, kind, amount_e4 AS amountE4 FROM leave_balance
     WHERE person_id IN (SELECT value FROM json_each(?))`,
  );
  for (const row of read.all(JSON.stringify(personIds))) balances.get(row.personId)?.set(row.kind, row.amountE4);
  return balances;
}

/** What deductions with a total have taken so far, by pay and code of the pay element: all facts since they began. */
export function totalsSince(
  store: Store,
  pays: readonly { id: number; personId: number; lines: readonly SheetLine[] }[],
  elements: ReadonlyMap<number, { code: string }>,
  payday: string,
): Map<number, Record<string, string>> {
  const read = store.prepared<[number, string, string, string], { cents: number | null }>(
    "SELECT SUM(cents) AS cents FROM pay_fact WHERE person_id = ? AND payday BETWEEN ? AND ? AND code = ?",
  );
  const found = new Map<number, Record<string, string>>();
  for (const pay of pays)
    for (const line of pay.lines) {
      const code = elements.get(line.elementId)?.code;
      if (line.terms?.total === undefined || code === undefined) continue;
      const key = takenKey(code, line.terms);
      const fact = line.terms.debt === undefined ? `line:${code}` : key;
      const sum = read.get(pay.personId, line.terms.since ?? "0000-01-01", payday, fact)?.cents ?? 0;
      found.set(pay.id, { ...found.get(pay.id), [key]: centsText(sum) });
    }
  return found;
}

/** Hours taken since each person's last work anniversary, of leave that is granted by the year. */
export function takenSinceAnniversary(
  store: Store,
  people: readonly { id: number; startDate: string }[],
  payday: string,
): Map<number, Record<string, string>> {
  const read = store.prepared<[string], { personId: number; date: string; amountE4: number }>(
    `SELECT person_id AS personId, date, hours_e4 AS amountE4 FROM leave_entry
     WHERE kind = 'familyViolence' AND person_id IN (SELECT value FROM json_each(?))`,
  );
  const starts = new Map(people.map((each) => [each.id, each.startDate]));
  const taken = new Map<number, number>();
  for (const row of read.all(JSON.stringify(people.map((each) => each.id)))) {
    const start = starts.get(row.personId) ?? payday;
    const anniversary = addMonths(start, 12 * Math.max(completedYears(start, payday), 0));
    if (row.date >= anniversary) taken.set(row.personId, (taken.get(row.personId) ?? 0) - row.amountE4);
  }
  return new Map([...taken].map(([id, e4]) => [id, { familyViolence: hoursText(fromE4(e4)) }]));
}
