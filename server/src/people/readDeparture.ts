/** A person's departure as recorded. */
import type { DepartureView, EarlierEmployment } from "@zesty/contract/departures";
import { cessationReasons } from "@zesty/core/au/documents/payEvent";
import { and, desc, eq, isNull, sql } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { departure, employedAgain, payRun } from "../store/schema.ts";

/** An employment that began after a departure and was not taken back. */
export const standingAgain = (context: Context, personId: number) =>
  context.store.db
    .select()
    .from(employedAgain)
    .where(and(eq(employedAgain.personId, personId), isNull(employedAgain.undoneAt)))
    .orderBy(desc(employedAgain.id))
    .all();

/** Is anything signed off that pays a period of somebody from a day on? */
export const isPaidFrom = ({ store }: Context, personId: number, day: string): boolean =>
  store
    .prepared<[number, string], { id: number }>(
      `SELECT s.id AS id FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE s.person_id = ? AND s.kind = 'pay' AND r.state <> 'takenBack' AND r.period_end >= ? LIMIT 1`,
    )
    .get(personId, day) !== undefined;

export const earlierEmployments = (context: Context, personId: number): EarlierEmployment[] =>
  standingAgain(context, personId).map(({ from, startedOn, leftOn }, at) => ({
    ...{ from: startedOn, to: leftOn },
    undo: at === 0 && openDeparture(context, personId) === undefined && !isPaidFrom(context, personId, from),
  }));

/** A departure that ended an employment which another one followed is over. @param id the column of its number */
export const notFollowed = (id: string): string =>
  `NOT EXISTS (SELECT 1 FROM employed_again a WHERE a.departure_id = ${id} AND a.undone_at IS NULL)`;

/** A final pay that stands in no run, or that a run was signed off without, waits for the next one. @param row the departure */
export const isWaiting = (row: string): string =>
  `(${row}.run_id IS NULL OR EXISTS (SELECT 1 FROM pay w JOIN pay_run wr ON wr.id = w.run_id
     WHERE w.id = ${row}.pay_id AND NOT w.included AND wr.state NOT IN ('open', 'takenBack')))`;

/** The run that holds a final pay; undefined while it waits for one. */
export const finalRunOf = (context: Context, found: { id: number; runId: number | null }) =>
  context.store
    .prepared<[number], { waits: 0 | 1 }>(`SELECT ${isWaiting("d")} AS waits FROM departure d WHERE d.id = ?`)
    .get(found.id)?.waits
    ? undefined
    : runOf(context, found.runId);

export const openDeparture = (context: Context, personId: number) =>
  context.store.db
    .select()
    .from(departure)
    .where(and(eq(departure.personId, personId), isNull(departure.undoneAt), sql.raw(notFollowed("departure.id"))))
    .get();

export function readDeparture(context: Context, personId: number): DepartureView | null {
  const found = openDeparture(context, personId);
  if (!found) return null;
  const run = finalRunOf(context, found);
  const reason = found.reason as DepartureView["reason"];
  return {
    id: found.id,
    lastDay: found.lastDay,
    reason,
    words: cessationReasons[reason],
    runId: run?.id ?? null,
    payId: run === undefined ? null : found.payId,
    payday: run?.payday ?? null,
    undo: run === undefined || run.state === "open" ? "whole" : "recordOnly",
  };
}

const runOf = (context: Context, runId: number | null) =>
  runId === null ? undefined : context.store.db.select().from(payRun).where(eq(payRun.id, runId)).get();
