/** What the desk shows, read by sets: a handful of queries whatever the number of businesses. */

import { takenStates } from "@zesty/contract/outboxStates";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { Actor, Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { type LeftUnpaid, leftUnpaid } from "../row/missing.ts";
import { faultyRuns, oddRuns } from "../row/segments.ts";
import { payCycle } from "../store/schema.ts";
import { sqlList } from "../store/sqlList.ts";
import { rowsOf } from "../store/statements.ts";

/** Only what the desk shows: reading whole rows of five hundred businesses costs more than finding them. */
export interface Owner {
  id: number;
  name: string;
  country: CountryCode;
  /** 1 where it is to play in */
  play: number;
  keeperId: number | null;
  keeper: string | null;
}
export type DeskRun = Pick<
  Run,
  "id" | "businessId" | "cycleId" | "payday" | "periodStart" | "periodEnd" | "state" | "summary"
>;
export type PayCycle = typeof payCycle.$inferSelect;

export interface Owed {
  dueDate: string;
  kind: "super" | "withholding" | "deduction" | "paye";
  /** what its receiver does not have yet */
  cents: number;
  /** of that: prepared or sent */
  onItsWay: number;
  /** some of it came back */
  cameBack: boolean;
}
export interface OpenItem {
  personId: number;
  name: string;
  text: string;
}

export interface DeskFacts {
  owners: Owner[];
  /** runs in the window, and older ones that are not done; newest first */
  runs: Map<number, DeskRun[]>;
  cycles: Map<number, PayCycle[]>;
  /** end of the last period that a cycle has a run for */
  lastEnds: Map<number, string>;
  owed: Map<number, Owed[]>;
  items: Map<number, OpenItem[]>;
  /** who was left out of a run and has had no pay since */
  unpaid: Map<number, LeftUnpaid[]>;
  faulty: Set<number>;
  /** runs of which an answer makes no sense */
  odd: Set<number>;
  /** states of what goes out, with their channel, by run */
  outgoing: Map<number, { state: string; channel: string }[]>;
  /** paydays whose employment information arrived, as "business payday" */
  filed: Set<string>;
  /** the day on which a due has to leave */
  sendBy(country: CountryCode, kind: Owed["kind"], dueDate: string): string | null;
}

type RunCells = [
  ...[id: number, businessId: number, cycleId: number, payday: string, start: string, end: string],
  ...[state: Run["state"], counts: string | null],
];
const noCounts: Run["summary"] = { people: 0, withoutHours: 0, stops: 0, openQueries: 0 };

/** In place: a list made anew for each of thousands costs more than the rest. */
function push<T>(lists: Map<number, T[]>, key: number, one: T): void {
  const known = lists.get(key);
  if (known) known.push(one);
  else lists.set(key, [one]);
}

const byBusiness = <T extends { businessId: number }>(rows: readonly T[]): Map<number, T[]> => {
  const found = new Map<number, T[]>();
  for (const row of rows) push(found, row.businessId, row);
  return found;
};

function ownersFor({ store }: Context, actor: Actor): Owner[] {
  const own = actor.lead
    ? ""
    : "AND t.id IN (SELECT business_id FROM user_right WHERE user_id = ? AND right <> 'hours')";
  return store
    .prepared<number[], Owner>(
      `SELECT t.id, t.name, t.country, t.play IS NOT NULL AS play, u.id AS keeperId, u.name AS keeper FROM business t LEFT JOIN user u ON u.id = t.keeper_id
       WHERE t.play IS NOT 'putAway' ${own} ORDER BY t.id`,
    )
    .all(...(actor.lead ? [] : [actor.userId]));
}

const among = "t.business_id IN (SELECT value FROM json_each(?))";

/** Bare rows: naming every column of thousands costs as much as finding them. */
const runsOf = ({ store }: Context, ids: string, from: string, to: string): DeskRun[] =>
  store
    .prepared<[string, string, string]>(
      // Counts are looked at in open runs alone.
      `SELECT t.id, t.business_id, t.cycle_id, t.payday, t.period_start, t.period_end, t.state,
       CASE WHEN t.state = 'open' THEN t.summary END
     FROM pay_run t WHERE ${among} AND t.state <> 'takenBack' AND (t.payday BETWEEN ? AND ? OR t.state <> 'settled')
     ORDER BY t.payday DESC, t.id DESC`,
    )
    .raw()
    .all(ids, from, to)
    .map((row): DeskRun => {
      const [id, businessId, cycleId, payday, periodStart, periodEnd, state, counts] = row as RunCells;
      const summary = counts === null ? noCounts : (JSON.parse(counts) as Run["summary"]);
      return { id, businessId, cycleId, payday, periodStart, periodEnd, state, summary };
    });

function outgoingOf({ store }: Context, runIds: string): DeskFacts["outgoing"] {
  const outgoing = new Map<number, { state: string; channel: string }[]>();
  for (const { runId, state, channel } of store
    .prepared<[string], { runId: number; state: string; channel: string }>(
      `SELECT DISTINCT run_id AS runId, state, channel FROM outbox WHERE run_id IN (SELECT value FROM json_each(?))`,
    )
    .all(runIds))
    push(outgoing, runId, { state, channel });
  return outgoing;
}

/** Worked out once for all who owe something by a day. */
function sendDays(context: Context): DeskFacts["sendBy"] {
  const leaves = new Map<string, string | null>();
  return (country, kind, dueDate) => {
    const key = `${country} ${kind} ${dueDate}`;
    const known = leaves.get(key);
    if (known !== undefined) return known;
    const day = context.country(country).dues.sendBy(kind, dueDate);
    leaves.set(key, day);
    return day;
  };
}

const lastEndsOf = ({ store }: Context, ids: string): DeskFacts["lastEnds"] =>
  new Map(
    store
      .prepared<[string], { id: number; last: string }>(
        `SELECT cycle_id AS id, MAX(period_end) AS last FROM pay_run t
           WHERE ${among} AND kind = 'cycle' AND state <> 'takenBack' GROUP BY cycle_id`,
      )
      .all(ids)
      .map((row) => [row.id, row.last]),
  );

/** Everything for Inland Revenue goes in one payment. What is not there stays, however long ago its day was. */
const owedOf = ({ store }: Context, ids: string, to: string): DeskFacts["owed"] =>
  byBusiness(
    store
      .prepared<[string, string]>(
        `SELECT t.business_id, t.due_date, SUM(t.owed_cents - t.received_cents - t.allocated_cents),
             SUM(t.prepared_cents + t.sent_cents), SUM(t.returned_cents) > 0,
             CASE WHEN t.kind IN ('super', 'withholding', 'deduction') THEN t.kind ELSE 'paye' END
           FROM due_total t JOIN business b ON b.id = t.business_id
           WHERE ${among} AND t.owed_cents <> t.received_cents + t.allocated_cents AND t.due_date <= ?
             AND t.due_date >= coalesce(b.dues_from, '')
           GROUP BY t.business_id, t.due_date, 6
           HAVING SUM(t.owed_cents - t.received_cents - t.allocated_cents) > 0 ORDER BY t.due_date`,
      )
      .raw()
      .all(ids, to)
      .map((row) => {
        const [businessId, dueDate, cents, onItsWay, back, kind] = row as [
          number,
          string,
          number,
          number,
          number,
          Owed["kind"],
        ];
        return { businessId, dueDate, cents, onItsWay, cameBack: back === 1, kind };
      }),
  );

const itemsOf = ({ store }: Context, ids: string): DeskFacts["items"] =>
  byBusiness(
    store
      .prepared<[string], OpenItem & { businessId: number }>(
        `SELECT t.business_id AS businessId, t.person_id AS personId, p.given_name || ' ' || p.family_name AS name,
             t.text AS text FROM answer_item t JOIN person p ON p.id = t.person_id
           WHERE ${among} AND t.open = 1 AND t.severity = 'error' ORDER BY t.id`,
      )
      .all(ids),
  );

const filedOf = ({ store }: Context, runIds: string): DeskFacts["filed"] =>
  new Set(
    store
      .prepared<[string], { key: string }>(
        `SELECT DISTINCT r.business_id || ' ' || r.payday AS key FROM outbox o JOIN pay_run r ON r.id = o.run_id
           WHERE o.run_id IN (SELECT t.id FROM pay_run t
               WHERE (t.business_id, t.payday) IN (SELECT business_id, payday FROM pay_run
                 WHERE id IN (SELECT value FROM json_each(?))))
             AND o.channel = 'employmentInformation' AND o.state IN (${sqlList(takenStates)})`,
      )
      .all(runIds)
      .map((row) => row.key),
  );

export function deskFacts(context: Context, actor: Actor, from: string, to: string): DeskFacts {
  const owners = ownersFor(context, actor);
  const ids = JSON.stringify(owners.map((each) => each.id));
  const runs = runsOf(context, ids, from, to);
  const numbers = runs.map((run) => run.id);
  const runIds = JSON.stringify(numbers);
  return {
    owners,
    sendBy: sendDays(context),
    runs: byBusiness(runs),
    cycles: byBusiness(rowsOf(context.store.sqlite, payCycle, `WHERE ${among} ORDER BY t.id`, ids)),
    lastEnds: lastEndsOf(context, ids),
    owed: owedOf(context, ids, to),
    items: itemsOf(context, ids),
    unpaid: byBusiness(leftUnpaid(context, runs)),
    faulty: faultyRuns(context, numbers),
    odd: oddRuns(context, numbers),
    outgoing: outgoingOf(context, runIds),
    filed: filedOf(context, runIds),
  };
}
