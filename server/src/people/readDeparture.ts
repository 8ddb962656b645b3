/** A person's departure as recorded. */
import type { DepartureView } from "@zesty/contract/departures";
import { cessationReasons } from "@zesty/core/au/documents/payEvent";
import { and, eq, isNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { departure, payRun } from "../store/schema.ts";

export const openDeparture = (context: Context, personId: number) =>
  context.store.db
    .select()
    .from(departure)
    .where(and(eq(departure.personId, personId), isNull(departure.undoneAt)))
    .get();

export function readDeparture(context: Context, personId: number): DepartureView | null {
  const found = openDeparture(context, personId);
  if (!found) return null;
  const run = runOf(context, found.runId);
  const reason = found.reason as DepartureView["reason"];
  return {
    id: found.id,
    lastDay: found.lastDay,
    reason,
    words: cessationReasons[reason],
    runId: found.runId,
    payId: found.payId,
    payday: run?.payday ?? null,
    undo: run === undefined || run.state === "open" ? "whole" : "recordOnly",
  };
}

export const runOf = (context: Context, runId: number | null) =>
  runId === null ? undefined : context.store.db.select().from(payRun).where(eq(payRun.id, runId)).get();
