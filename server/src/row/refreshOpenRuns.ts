/** After a person's facts changed: open runs count their marks and totals anew. */
import { and, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { payRun } from "../store/schema.ts";
import { composeAndCount } from "./keepComposed.ts";

export function refreshOpenRuns(context: Context, businessId: number): void {
  const open = context.store.db
    .select({ id: payRun.id })
    .from(payRun)
    .where(and(eq(payRun.businessId, businessId), eq(payRun.state, "open")))
    .all();
  for (const run of open) {
    context.store.transaction(() => composeAndCount(context, run.id));
    context.announce(run.id);
  }
}
