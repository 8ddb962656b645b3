/** Who is not in a run, and why: of whom should be in it nobody goes unpaid without a decision. */
import type { RunView } from "@zesty/contract/runs";
import { addDays, addMonths, dateWords } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { peopleOfCycle } from "../hours/cycleDays.ts";
import { isWaiting, notFollowed } from "../people/readDeparture.ts";
import { datedRecords, newest } from "../store/dated.ts";
import { departure, employmentTerms, payCycle, payRun, person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { leftWithActs } from "./waitingActs.ts";

/** People whose final pay stands in a run already: nothing is left for the next one, unless they are employed again. */
export function departuresPaid(context: Context, personIds: readonly number[]): Set<number> {
  const rows = rowsOf(
    context.store.sqlite,
    departure,
    `WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t.undone_at IS NULL AND NOT ${isWaiting("t")}
       AND ${notFollowed("t.id")}`,
    JSON.stringify(personIds),
  );
  return new Set(rows.map((row) => row.personId));
}

/**
 * People of a cycle whose last day is over when a period begins, and for whom something waits for a run: the final pay, a
 * correction or back pay. The run that it stood in was discarded, or signed off without them.
 */
export function waitingAfterLastDay(
  context: Context,
  { businessId, cycleId, periodStart }: Pick<Run, "businessId" | "cycleId" | "periodStart">,
): number[] {
  const final = context.store
    .prepared<[number, string], { personId: number; lastDay: string }>(
      `SELECT d.person_id AS personId, d.last_day AS lastDay FROM person p JOIN departure d ON d.person_id = p.id
       WHERE p.business_id = ? AND d.undone_at IS NULL AND d.last_day < ? AND ${isWaiting("d")} AND ${notFollowed("d.id")}`,
    )
    .all(businessId, periodStart);
  const isOfCycle = ({ personId, lastDay }: (typeof final)[number]) =>
    datedRecords(context.store.db, [personId], lastDay).terms.get(personId)?.cycleId === cycleId;
  const waiting = [...final, ...leftWithActs(context, businessId, periodStart)].filter(isOfCycle);
  return [...new Set(waiting.map((each) => each.personId))];
}

/** People of the business without a row. `should`: the run's cycle is theirs, and nothing says that they are not paid. */
export function leftOut(context: Context, run: Run): RunView["leftOut"] {
  const waiting = new Set(waitingAfterLastDay(context, run));
  const people = rowsOf(
    context.store.sqlite,
    person,
    "WHERE t.business_id = ? AND t.id NOT IN (SELECT person_id FROM pay WHERE run_id = ?)",
    ...[run.businessId, run.id],
  ).filter((each) => each.endDate === null || each.endDate >= run.periodStart || waiting.has(each.id));
  if (people.length === 0) return [];
  const ids = people.map((each) => each.id);
  const { otherOf, inCycle } = peopleOfCycle(context, run, people);
  const belongs = new Set(inCycle.map((each) => each.id));
  const paidOut = departuresPaid(context, ids);
  const cycles = new Map(
    rowsOf(context.store.sqlite, payCycle, "WHERE t.business_id = ?", run.businessId).map((each) => [
      each.id,
      each.name,
    ]),
  );
  return people.map((each) => {
    const other = otherOf(each.id);
    const why = paidOut.has(each.id)
      ? "has the final pay in another run"
      : each.startDate > run.periodEnd
        ? `starts on ${dateWords(each.startDate)}`
        : !belongs.has(each.id) && !waiting.has(each.id)
          ? `is paid in ${cycles.get(other ?? 0)}`
          : null;
    const late = waiting.has(each.id)
      ? `left on ${dateWords(each.endDate ?? "")}, and what is still owed stands in no run`
      : other === undefined
        ? `works here since ${dateWords(each.startDate)} and was added after this run was opened`
        : `is in this cycle for a part of the period, and in ${cycles.get(other)} for the rest`;
    return {
      ...{ personId: each.id, name: `${each.givenName} ${each.familyName}`, why: why ?? late },
      should: why === null,
    };
  });
}

/** Who should be in a run and is not, neither in it nor left out by somebody's decision. */
export const missingFrom = (context: Context, run: Run): RunView["leftOut"] =>
  run.kind === "cycle" ? leftOut(context, run).filter((each) => each.should) : [];

/** The signed-off run of the cycle before this one. */
export const runBefore = (context: Context, run: Run): Run | undefined => signedBefore(context, run, 1)[0];

const signedBefore = ({ store }: Context, run: Run, most: number): Run[] =>
  rowsOf(
    store.sqlite,
    payRun,
    `WHERE t.cycle_id = ? AND t.kind = 'cycle' AND t.period_end < ? AND t.state NOT IN ('open', 'takenBack')
     ORDER BY t.period_end DESC LIMIT ?`,
    ...[run.cycleId, run.periodStart, most],
  );

/** As many periods are looked back over as a quarter of weeks has. */
const mostPeriods = 13;

/**
 * By person, what is asked of the periods since the last one that was paid: somebody was employed in them, and no run
 * paid any of it. Once a pay was signed off with the question ticked, it is not asked again.
 */
export function unpaidBefore(context: Context, run: Run, personIds: readonly number[]): Map<number, string> {
  const before = run.kind === "cycle" ? signedBefore(context, run, mostPeriods) : [];
  const [last] = before;
  if (!last) return new Map();
  const people = context.store.sqlite
    .prepare<[string, string, string], { id: number; start: string; end: string | null; paidTo: string | null }>(
      `SELECT p.id AS id, p.start_date AS start, p.end_date AS "end",
         (SELECT MAX(coalesce(json_extract(y.laid, '$.spans[#-1].to'), r.period_end))
           FROM signed_pay s JOIN pay_run r ON r.id = s.run_id JOIN pay y ON y.id = s.pay_id
           WHERE s.person_id = p.id AND s.kind = 'pay' AND s.payday >= ?
             AND NOT EXISTS (SELECT 1 FROM signed_pay b WHERE b.reverses_id = s.id)) AS paidTo
       FROM person p WHERE p.id IN (SELECT value FROM json_each(?)) AND p.start_date <= ?`,
    )
    // Years of pays are not gone through: those of the periods in question, a month for what was paid ahead.
    .all(addMonths(before.at(-1)?.periodStart ?? last.periodStart, -1), JSON.stringify(personIds), last.periodEnd)
    .filter(({ end, paidTo }) => (paidTo ?? "") < (end !== null && end < last.periodEnd ? end : last.periodEnd));
  if (people.length === 0) return new Map();
  const terms = newest(
    context.store.db,
    employmentTerms,
    people.map((each) => each.id),
    last.periodEnd,
  );
  return new Map(
    people.flatMap(({ id, start, end, paidTo }): [number, string][] => {
      // A casual without hours is owed nothing, and has no pay then.
      if (terms.get(id)?.cycleId !== run.cycleId || terms.get(id)?.basis === "casual") return [];
      const unpaid = before.filter(
        (each) =>
          each.periodEnd > (paidTo ?? "") && each.periodEnd >= start && (end === null || each.periodStart <= end),
      );
      const since = paidTo !== null && paidTo >= start ? addDays(paidTo, 1) : start;
      return unpaid.length === 0 ? [] : [[id, nothingPaid(unpaid, since)]];
    }),
  );
}

/**
 * @param unpaid newest first
 * @param since the first day that could be owed
 */
function nothingPaid(unpaid: readonly Pick<Run, "periodStart" | "periodEnd">[], since: string): string {
  const begun = unpaid.at(-1)?.periodStart ?? "";
  const [first, last] = [since > begun ? since : begun, unpaid[0]?.periodEnd ?? ""];
  const periods = unpaid.length === 1 ? "" : ` (${unpaid.length} periods)`;
  return `Nothing was paid for ${dateWords(first)} to ${dateWords(last)}${periods}, and the employment had begun. Pay it outside the cycle, or tick this where nothing is owed.`;
}

export interface LeftUnpaid {
  businessId: number;
  personId: number;
  name: string;
  periodStart: string;
  periodEnd: string;
  cycleId: number;
}

/** Who was left out of signed-off runs and has had no pay since: on the desk until the next one asks. */
export function leftUnpaid(context: Context, runs: readonly Pick<Run, "id" | "state">[]): LeftUnpaid[] {
  const ids = runs.filter(({ state }) => state !== "open" && state !== "takenBack").map((run) => run.id);
  const found = context.store
    .prepared<[string], LeftUnpaid>(
      `SELECT r.business_id AS businessId, p.person_id AS personId, w.given_name || ' ' || w.family_name AS name,
         r.period_start AS periodStart, r.period_end AS periodEnd, r.cycle_id AS cycleId
       FROM pay p JOIN pay_run r ON r.id = p.run_id JOIN person w ON w.id = p.person_id
       WHERE p.run_id IN (SELECT value FROM json_each(?)) AND NOT p.included AND r.kind = 'cycle'
         AND w.start_date <= r.period_end AND (w.end_date IS NULL OR w.end_date >= r.period_start)
         AND NOT EXISTS (SELECT 1 FROM signed_pay s JOIN pay_run n ON n.id = s.run_id
           WHERE s.person_id = p.person_id AND s.kind = 'pay' AND n.period_end >= MIN(r.period_end, coalesce(w.end_date, r.period_end))
             AND NOT EXISTS (SELECT 1 FROM signed_pay b WHERE b.reverses_id = s.id))
       ORDER BY r.period_end, p.id`,
    )
    .all(JSON.stringify(ids));
  if (found.length === 0) return [];
  const terms = newest(
    context.store.db,
    employmentTerms,
    found.map((each) => each.personId),
    found.at(-1)?.periodEnd ?? "",
  );
  return found.filter(({ personId, cycleId }) => {
    const held = terms.get(personId);
    return held?.cycleId === cycleId && held.basis !== "casual" && held.basis !== "contractor";
  });
}
