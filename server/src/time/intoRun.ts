/** After days, approvals or terms of people changed: the open runs of the business take them up at once. */
import type { Context } from "../ground/context.ts";
import { composeAndCount } from "../row/keepComposed.ts";

export function refreshTimeInRuns(context: Context, businessId: number, personIds: readonly number[]): void {
  const rows = context.store
    .prepared<[number, string], { runId: number; payId: number }>(
      `SELECT p.run_id AS runId, p.id AS payId FROM pay_run r JOIN pay p ON p.run_id = r.id
       WHERE r.business_id = ? AND r.state = 'open' AND p.person_id IN (SELECT value FROM json_each(?)) ORDER BY p.id`,
    )
    .all(businessId, JSON.stringify(personIds));
  for (const runId of new Set(rows.map((row) => row.runId))) {
    const own = rows.filter((row) => row.runId === runId).map((row) => row.payId);
    if (composeAndCount(context, runId, own).length > 0) context.announce(runId);
  }
}

/** After what holds of an agreement changed: everybody in an open run is priced anew. */
export function refreshBusinessTime(context: Context, businessId: number): void {
  const people = context.store
    .prepared<[number], { id: number }>("SELECT id FROM person WHERE business_id = ?")
    .all(businessId);
  context.store.transaction(() =>
    refreshTimeInRuns(
      context,
      businessId,
      people.map((each) => each.id),
    ),
  );
}
