/** Who is not in a run, and why: of whom should be in it nobody goes unpaid without a decision. */
import type { RunView } from "@zesty/contract/runs";
import { dateWords } from "@zesty/core/calendar/dates";
import { and, desc, eq, lt, notInArray } from "drizzle-orm";
import type { Context } from "../context.ts";
import { datedRecords, newest } from "../store/dated.ts";
import { departure, employmentTerms, payCycle, payRun, person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import type { Run } from "./runRows.ts";

/** People whose final pay stands in a run already: nothing is left for the next one. */
export function departuresPaid(context: Context, personIds: readonly number[]): Set<number> {
  const rows = rowsOf(
    context.store.sqlite,
    departure,
    "WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t.undone_at IS NULL AND t.run_id IS NOT NULL",
    JSON.stringify(personIds),
  );
  return new Set(rows.map((row) => row.personId));
}

/** People of the business without a row. `should`: the run's cycle is theirs, and nothing says that they are not paid. */
export function leftOut(context: Context, run: Run): RunView["leftOut"] {
  const people = rowsOf(
    context.store.sqlite,
    person,
    "WHERE t.business_id = ? AND t.id NOT IN (SELECT person_id FROM pay WHERE run_id = ?)",
    ...[run.businessId, run.id],
  ).filter((each) => each.endDate === null || each.endDate >= run.periodStart);
  if (people.length === 0) return [];
  const ids = people.map((each) => each.id);
  const { terms } = datedRecords(context.store.db, ids, run.payday);
  const paidOut = departuresPaid(context, ids);
  const cycles = new Map(
    context.store.db
      .select()
      .from(payCycle)
      .where(eq(payCycle.businessId, run.businessId))
      .all()
      .map((each) => [each.id, each.name]),
  );
  return people.map((each) => {
    const cycleId = terms.get(each.id)?.cycleId;
    const why = paidOut.has(each.id)
      ? "has the final pay in another run"
      : each.startDate > run.periodEnd
        ? `starts on ${dateWords(each.startDate)}`
        : cycleId !== undefined && cycleId !== run.cycleId
          ? `is paid in ${cycles.get(cycleId)}`
          : null;
    const late = `works here since ${dateWords(each.startDate)} and was added after this run was opened`;
    return {
      ...{ personId: each.id, name: `${each.givenName} ${each.familyName}`, why: why ?? late },
      should: why === null && cycleId !== undefined,
    };
  });
}

/** Who should be in a run and is not, neither in it nor left out by somebody's decision. */
export const missingFrom = (context: Context, run: Run): RunView["leftOut"] =>
  run.kind === "cycle" ? leftOut(context, run).filter((each) => each.should) : [];

/** By person, what is asked of the period before: somebody was employed, and no run paid any of it. */
export function unpaidBefore(context: Context, run: Run, personIds: readonly number[]): Map<number, string> {
  const { db, sqlite } = context.store;
  const before = db
    .select()
    .from(payRun)
    .where(
      and(
        eq(payRun.cycleId, run.cycleId),
        eq(payRun.kind, "cycle"),
        lt(payRun.periodEnd, run.periodStart),
        notInArray(payRun.state, ["open", "takenBack"]),
      ),
    )
    .orderBy(desc(payRun.periodEnd))
    .limit(1)
    .get();
  if (run.kind !== "cycle" || !before) return new Map();
  const unpaid = sqlite
    .prepare<[string, string, string, string, string], { id: number }>(
      `SELECT p.id AS id FROM person p
       WHERE p.id IN (SELECT value FROM json_each(?)) AND p.start_date <= ? AND (p.end_date IS NULL OR p.end_date >= ?)
         AND NOT EXISTS (SELECT 1 FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
           WHERE s.person_id = p.id AND s.kind = 'pay' AND r.period_start <= ? AND r.period_end >= ?
             AND NOT EXISTS (SELECT 1 FROM signed_pay b WHERE b.reverses_id = s.id))`,
    )
    .all(JSON.stringify(personIds), before.periodEnd, before.periodStart, before.periodEnd, before.periodStart)
    .map((row) => row.id);
  if (unpaid.length === 0) return new Map();
  const terms = newest(db, employmentTerms, unpaid, before.periodEnd);
  const span = `${dateWords(before.periodStart)} to ${dateWords(before.periodEnd)}`;
  return new Map(
    unpaid
      // A casual without hours is owed nothing, and has no pay then.
      .filter((id) => terms.get(id)?.cycleId === run.cycleId && terms.get(id)?.basis !== "casual")
      .map((id) => [
        id,
        `Nothing was paid for ${span}, and the employment had begun. Pay it outside the cycle, or tick this where nothing is owed.`,
      ]),
  );
}
