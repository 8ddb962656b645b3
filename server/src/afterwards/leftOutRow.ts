/** The row of a cycle's open run that was left out because somebody's final pay has a run of its own. */
import { eq, sql } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { type departure, pay, payRun } from "../store/schema.ts";

/**
 * Takes the row in again, or leaves it out once more, where its run is open still and reaches the day.
 * @returns the run that is to be composed anew
 */
export function includeLeftOut(
  { store: { db } }: Context,
  { leftOutPayId }: typeof departure.$inferSelect,
  included: boolean,
  day = "",
): number[] {
  const row = db
    .select({ id: pay.id, runId: payRun.id, state: payRun.state, end: payRun.periodEnd })
    .from(pay)
    .innerJoin(payRun, eq(pay.runId, payRun.id))
    .where(eq(pay.id, leftOutPayId ?? 0))
    .get();
  if (row?.state !== "open" || row.end < day) return [];
  db.update(pay).set({ included }).where(eq(pay.id, row.id)).run();
  db.update(payRun)
    .set({ version: sql`${payRun.version} + 1` })
    .where(eq(payRun.id, row.runId))
    .run();
  return [row.runId];
}
