/** Undoing an act: a mark on it. What it put into a row is gone, and what lay there composes again. */
import { and, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { conflict, notFound } from "../ground/problem.ts";
import { act, pay, payRun, person, tick } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { composeAndCount } from "./keepComposed.ts";
import { demandOpen } from "./runInHand.ts";

type Act = typeof act.$inferSelect;

/** Undoes an act whose lines stand in an open run. @returns whether the run still stands: one that held nothing else goes */
export function undoActOf(context: Context, actor: Actor, runId: number, actId: number): boolean {
  const { db } = context.store;
  context.store.transaction(() => {
    const found = db.select().from(act).where(eq(act.id, actId)).get();
    if (found?.runId !== runId) throw notFound("act");
    if (found.undoneAt !== null) throw conflict("undone", "That was undone before. Nothing was changed.");
    const run = demandOpen(findRun(context, runId));
    undoAct(context, actId);
    const who = db.select().from(person).where(eq(person.id, found.personId)).get();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: found.businessId,
      what: `undid ${found.kind === "correction" ? "a correction" : "back pay"} in run ${run.number}`,
      about: `${who?.givenName} ${who?.familyName}`,
      change: { before: found.lines, after: null },
    });
  });
  const stands = db.select({ id: payRun.id }).from(payRun).where(eq(payRun.id, runId)).get() !== undefined;
  if (stands) context.announce(runId);
  return stands;
}

/** Inside a transaction. @returns the run that changed; null where the act was undone before, or its run is gone */
export function undoAct(context: Context, actId: number): number | null {
  const { db } = context.store;
  const found = db.select().from(act).where(eq(act.id, actId)).get();
  if (!found || found.undoneAt !== null) return null;
  db.update(act).set({ undoneAt: context.clock.now() }).where(eq(act.id, actId)).run();
  if (found.runId === null) return null;
  const run = findRun(context, found.runId);
  if (run.state !== "open") return null;
  db.update(payRun)
    .set({ version: run.version + 1 })
    .where(eq(payRun.id, run.id))
    .run();
  if (run.kind === "correction" && leaveEmptyRun(context, run.id, found)) return null;
  const row = rowOf(context, run.id, found.personId);
  if (row) composeAndCount(context, run.id, [row.id]);
  return run.id;
}

const rowOf = ({ store }: Context, runId: number, personId: number) =>
  store.db
    .select({ id: pay.id })
    .from(pay)
    .where(and(eq(pay.runId, runId), eq(pay.personId, personId)))
    .get();

/** A run of its own holds nothing but corrections: the row of the last one goes, and an empty run with it. */
function leaveEmptyRun(context: Context, runId: number, { personId }: Act): boolean {
  const { db } = context.store;
  const others = db
    .select({ id: act.id })
    .from(act)
    .where(and(eq(act.runId, runId), eq(act.personId, personId), isNull(act.undoneAt)))
    .all();
  const row = rowOf(context, runId, personId);
  if (others.length > 0 || !row) return false;
  db.delete(tick).where(eq(tick.payId, row.id)).run();
  db.delete(pay).where(eq(pay.id, row.id)).run();
  if (db.select({ id: pay.id }).from(pay).where(eq(pay.runId, runId)).get()) {
    composeAndCount(context, runId);
    return true;
  }
  context.announce(runId);
  db.update(act).set({ runId: null }).where(eq(act.runId, runId)).run();
  db.delete(payRun).where(eq(payRun.id, runId)).run();
  return true;
}
