/**
 * Letters go to many receivers, of whom none can be asked: a run may have been stopped between its file and its payslips.
 * So the list after a restore asks a person about them, once a run of which bank or agency hold something.
 */
import { and, eq, inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { outbox, payRun } from "../store/schema.ts";
import type { OutboxRow } from "./channels.ts";
import type { ListedThing } from "./held.ts";

export const slipsKey = "payslips ";

/** Payslips of a run that were not mailed from here. */
export const slipsOf = ({ store: { db } }: Context, runId: number): OutboxRow[] =>
  db
    .select()
    .from(outbox)
    .where(and(eq(outbox.runId, runId), eq(outbox.channel, "payslip"), inArray(outbox.state, ["prepared", "queued"])))
    .all();

/** @param held messages that their receiver was found to hold, by id @returns the list with the questions that are new */
export function withSlips(context: Context, list: readonly ListedThing[], held: readonly number[]): ListedThing[] {
  const runs = context.store.db
    .selectDistinct({ id: payRun.id, businessId: payRun.businessId, date: payRun.payday })
    .from(outbox)
    .innerJoin(payRun, eq(outbox.runId, payRun.id))
    .where(inArray(outbox.id, [...held]))
    .all();
  const more = runs
    .map(({ id, businessId, date }) => ({ key: `${slipsKey}${id}`, id, businessId, date }))
    .filter(({ key, id }) => !list.some((each) => each.key === key) && slipsOf(context, id).length > 0)
    .map(({ key, businessId, date }) => ({
      ...{ key, businessId, channel: null, receipt: null, knownAs: null, date, cents: null },
    }));
  // Who may sign in is asked last.
  const users = list.filter((each) => each.key === "users");
  return [...list.filter((each) => each.key !== "users"), ...more, ...users];
}
