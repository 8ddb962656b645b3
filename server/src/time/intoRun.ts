/** After days, approvals or terms of people changed: the open runs of the business take them up at once. */
import { and, eq, inArray } from "drizzle-orm";
import type { Context } from "../context.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { pay, payRun } from "../store/schema.ts";

export function refreshTimeInRuns(context: Context, businessId: number, personIds: readonly number[]): void {
  const rows = context.store.db
    .select({ runId: pay.runId, payId: pay.id })
    .from(pay)
    .innerJoin(payRun, eq(pay.runId, payRun.id))
    .where(and(eq(payRun.businessId, businessId), eq(payRun.state, "open"), inArray(pay.personId, [...personIds])))
    .all();
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
