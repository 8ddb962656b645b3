/** Corrections and back pay whose row a run of a cycle was signed off without: nothing of them was paid, so they wait. */
import type { Context } from "../ground/context.ts";

/** @param row the act */
export const isWaitingAct = (row: string): string =>
  `(${row}.undone_at IS NULL AND EXISTS (SELECT 1 FROM pay w JOIN pay_run wr ON wr.id = w.run_id
     WHERE w.run_id = ${row}.run_id AND w.person_id = ${row}.person_id AND NOT w.included
       AND wr.kind = 'cycle' AND wr.state NOT IN ('open', 'takenBack')))`;

/** What waits stands in this run from now on, of everybody who has a row in it. */
export function takeWaitingActs({ store }: Context, runId: number): void {
  store
    .prepared<[number, number]>(
      `UPDATE act AS a SET run_id = ? WHERE a.person_id IN (SELECT person_id FROM pay WHERE run_id = ?) AND ${isWaitingAct("a")}`,
    )
    .run(runId, runId);
}

/** People of a business who have left before a day, and for whom something waits. */
export const leftWithActs = (
  { store }: Context,
  businessId: number,
  day: string,
): { personId: number; lastDay: string }[] =>
  store
    .prepared<[number, string], { personId: number; lastDay: string }>(
      `SELECT p.id AS personId, p.end_date AS lastDay FROM person p WHERE p.business_id = ? AND p.end_date < ?
         AND EXISTS (SELECT 1 FROM act a WHERE a.person_id = p.id AND ${isWaitingAct("a")})`,
    )
    .all(businessId, day);
