/** Sums over facts: year-to-date and leave balances are never kept, always added up. */
import { payrollYearAu, superQuarterAu } from "@zesty/core/calendar/payrollYear";
import type { Store } from "./open.ts";

export type CodeSums = Map<string, number>;

/** Facts of people between two paydays (both included), summed by code. */
export function factSums(store: Store, personIds: readonly number[], from: string, to: string): Map<number, CodeSums> {
  const sums = new Map<number, CodeSums>(personIds.map((id) => [id, new Map()]));
  const read = store.sqlite.prepare<[string, string, string], { personId: number; code: string; cents: number }>(
    `SELECT person_id AS personId, code, SUM(cents) AS cents FROM pay_fact
     WHERE person_id IN (SELECT value FROM json_each(?)) AND payday BETWEEN ? AND ?
     GROUP BY person_id, code`,
  );
  for (const row of read.all(JSON.stringify(personIds), from, to)) sums.get(row.personId)?.set(row.code, row.cents);
  return sums;
}

/** Year-to-date and quarter-to-date of people, up to and including a payday. */
export function yearSums(store: Store, personIds: readonly number[], payday: string) {
  const quarter = superQuarterAu(payday);
  return {
    year: factSums(store, personIds, payrollYearAu(payday).from, payday),
    quarter: factSums(store, personIds, quarter.from, payday),
  };
}

/** Leave balances in ten-thousandths of an hour, by person and kind. */
export function leaveBalances(store: Store, personIds: readonly number[]): Map<number, Map<string, number>> {
  const balances = new Map<number, Map<string, number>>(personIds.map((id) => [id, new Map()]));
  const read = store.sqlite.prepare<[string], { personId: number; kind: string; hoursE4: number }>(
    `SELECT person_id AS personId, kind, SUM(hours_e4) AS hoursE4 FROM leave_entry
     WHERE person_id IN (SELECT value FROM json_each(?)) GROUP BY person_id, kind`,
  );
  for (const row of read.all(JSON.stringify(personIds))) balances.get(row.personId)?.set(row.kind, row.hoursE4);
  return balances;
}
