/** What was filed, what was signed and what is owed, payday by payday, gathered by the day on which it is paid over. */

import { type FiledMonth, type FiledPayday, type FiledSums, filedKinds } from "@zesty/contract/nz/filedMonths";
import { signedStates } from "@zesty/contract/runStates";
import { addMonths } from "@zesty/core/calendar/dates";
import { payeDueDate } from "@zesty/core/nz/documents/employmentInformation";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { peopleByRevenueKey } from "../outbox/revenueKeys.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { sqlList } from "../store/sqlList.ts";
import { reportsTaken } from "../year/reportsTaken.ts";
import { filedLines } from "./filedLines.ts";
import { yearOfNewZealand } from "./year.ts";

/** So many months of paydays are shown. */
const monthsBack = 13;

const none = (): FiledSums => ({ tax: 0, loan: 0, support: 0, kiwiSaver: 0, esct: 0 });
const isKind = (column: string): column is keyof FiledSums => (filedKinds as readonly string[]).includes(column);
function add(sums: FiledSums, column: string | undefined, cents: number): void {
  if (column && isKind(column)) sums[column] += cents;
}

/** Paydays of a span, each with what was signed, filed and is owed. */
export function filedPaydays(context: Context, businessId: number, from: string, to: string) {
  const { store } = context;
  const owner = findBusiness(context, businessId);
  const paydays = new Map<string, FiledPayday & { due: string }>();
  for (const { payday, runId } of store
    .prepared<[number, string, string], { payday: string; runId: number }>(
      `SELECT payday, MAX(id) AS runId FROM pay_run WHERE business_id = ? AND payday BETWEEN ? AND ?
         AND state IN (${sqlList(signedStates)}) GROUP BY payday ORDER BY payday DESC`,
    )
    .all(businessId, from, to))
    paydays.set(payday, {
      ...{ payday, runId, signed: none(), filed: null, owed: none() },
      due: payeDueDate(payday, owner.filing?.large ?? false),
    });
  for (const { payday, code, cents } of store
    .prepared<[number, string, string], { payday: string; code: string; cents: number }>(
      `SELECT f.payday AS payday, f.code AS code, SUM(f.cents) AS cents FROM person p
       JOIN pay_fact f ON f.person_id = p.id WHERE p.business_id = ? AND f.payday BETWEEN ? AND ? GROUP BY 1, 2`,
    )
    .all(businessId, from, to)) {
    const at = paydays.get(payday);
    for (const column of yearOfNewZealand.ofFact(code)) if (at) add(at.signed, column, cents);
  }
  for (const { payday, due, kind, cents } of store
    .prepared<[number, string, string], { payday: string; due: string; kind: string; cents: number }>(
      `SELECT payday, due_date AS due, kind, SUM(amount_cents) AS cents FROM due
       WHERE business_id = ? AND payday BETWEEN ? AND ? GROUP BY 1, 2, 3`,
    )
    .all(businessId, from, to)) {
    const at = paydays.get(payday);
    if (!at) continue;
    add(at.owed, yearOfNewZealand.ofDue[kind], cents);
    if (kind === "paye") at.due = due;
  }
  addFiled(context, businessId, { from, to }, paydays);
  return paydays;
}

export function filedMonths(context: Context, businessId: number): FiledMonth[] {
  const to = todayAt(context, businessId);
  const paydays = filedPaydays(context, businessId, addMonths(to, -monthsBack), to);
  const months = new Map<string, FiledMonth>();
  for (const { due, ...payday } of paydays.values()) {
    const month = months.get(due) ?? { due, paydays: [], filed: none(), owed: none() };
    months.set(due, month);
    month.paydays.push(payday);
    for (const kind of filedKinds) {
      month.filed[kind] += payday.filed?.[kind] ?? 0;
      month.owed[kind] += payday.owed[kind];
    }
  }
  return [...months.values()].sort((a, b) => b.due.localeCompare(a.due));
}

/** The newest filing of each payday that was taken, without the people whom it refused. */
function addFiled(
  context: Context,
  businessId: number,
  { from, to }: { from: string; to: string },
  paydays: ReadonlyMap<string, FiledPayday>,
): void {
  const ids = peopleOf(context.store.db, businessId).map((each) => each.id);
  const keys = peopleByRevenueKey(context, ids);
  for (const { payday, refused, document } of reportsTaken(context, "employmentInformation", businessId, from, to)) {
    const at = paydays.get(payday);
    if (!at || at.filed) continue;
    at.filed = none();
    for (const { ird, name, amounts } of filedLines(document().bytes)) {
      const id = keys.get(ird) ?? keys.get(name);
      if (id !== undefined && refused.has(id)) continue;
      for (const [column, cents] of amounts) add(at.filed, column, cents);
    }
  }
}
