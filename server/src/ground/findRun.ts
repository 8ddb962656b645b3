/** A run by its number, or the answer that there is none. */

import { payRun, type person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import type { Context } from "./context.ts";
import { notFound } from "./problem.ts";

export type Run = typeof payRun.$inferSelect;
export type Who = typeof person.$inferSelect;

export function findRun(context: Context, runId: number): Run {
  const [run] = rowsOf(context.store.sqlite, payRun, "WHERE t.id = ?", runId);
  if (!run) throw notFound("pay run");
  return run;
}
