/** Where a program is told of events: one address a pass, with a secret that is shown once, until it or the pass ends. */
import { randomBytes } from "node:crypto";
import { type EventKind, eventKinds, type ListenerView, type NewListener } from "@zesty/contract/programEvents";
import type { Scope } from "@zesty/contract/programs";
import { and, desc, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { faultOfAddress } from "../outside/beyond.ts";
import { places } from "../store/crypt.ts";
import { listener, program } from "../store/schema.ts";
import { anchorOf, record } from "../store/trail.ts";

export type Listener = typeof listener.$inferSelect;

/** The one that a pass has now. */
const listenerOf = ({ store: { db } }: Context, programId: number): Listener | undefined =>
  db
    .select()
    .from(listener)
    .where(and(eq(listener.programId, programId), isNull(listener.endedAt)))
    .orderBy(desc(listener.id))
    .limit(1)
    .get();

export function listenerView(context: Context, programId: number): ListenerView | null {
  const found = listenerOf(context, programId);
  if (!found) return null;
  const sums = context.store
    .prepared<[number], { told: number; waiting: number; givenUp: number; last: string | null }>(
      `SELECT COALESCE(SUM(state = 'told'), 0) AS told, COALESCE(SUM(state = 'queued'), 0) AS waiting,
         COALESCE(SUM(state = 'givenUp'), 0) AS givenUp, MAX(told_at) AS last FROM event_told WHERE listener_id = ?`,
    )
    .get(found.id);
  const failed = context.store
    .prepared<[number], { detail: string }>(
      "SELECT detail FROM event_told WHERE listener_id = ? AND state <> 'told' AND detail <> '' ORDER BY id DESC LIMIT 1",
    )
    .get(found.id);
  const { told = 0, waiting = 0, givenUp = 0, last = null } = sums ?? {};
  return {
    ...{ url: found.url, kinds: found.kinds as EventKind[], told, waiting, givenUp, lastToldAt: last },
    detail: failed?.detail ?? "",
  };
}

/** @returns the secret by which the program knows that an event is ours: shown this once */
export function makeListener(
  context: Context,
  actor: Actor,
  programId: number,
  { url, kinds }: NewListener,
): { secret: string } {
  const { store } = context;
  const pass = store.db.select().from(program).where(eq(program.id, programId)).get();
  if (!pass || pass.endedAt !== null) throw notFound("pass");
  const fault = faultOfAddress(url, context.settings.eventsInside === true);
  if (fault) throw cannot("event-address", fault, { errors: [{ path: "url", text: fault }] });
  const closed = kinds.find((kind) => !pass.scopes.includes(eventKinds[kind].scope as Scope));
  if (closed) {
    const text = `This pass may not see what “${eventKinds[closed].words}” tells of. Leave it out, or make a pass that may.`;
    throw cannot("event-scope", text, { errors: [{ path: "kinds", text }] });
  }
  const secret = `whsec_${randomBytes(32).toString("base64")}`;
  store.transaction(() => {
    const before = listenerOf(context, programId);
    endListener(context, actor, programId);
    const madeAt = context.clock.now();
    // What the address before has not taken yet is told to this one, and nothing between the two is passed over.
    const seen = before?.seen ?? anchorOf(store).entry;
    const { id } = store.db
      .insert(listener)
      .values({ programId, url, kinds, secret: "", userId: actor.userId, madeAt, seen })
      .returning({ id: listener.id })
      .get();
    store.db
      .update(listener)
      .set({ secret: store.crypt.seal(secret, places.listener(id)) })
      .where(eq(listener.id, id))
      .run();
    if (before)
      store
        .prepared<[number, number, string]>(
          `UPDATE event_told SET listener_id = ? WHERE listener_id = ? AND state <> 'told'
             AND json_extract(body, '$.type') IN (SELECT value FROM json_each(?))`,
        )
        .run(id, before.id, JSON.stringify(kinds));
    record(store, {
      ...{ at: madeAt, userId: actor.userId, businessId: pass.businessId, what: "had a program told of events" },
      about: `${pass.name}, ${url}: ${kinds.join(", ")}`,
    });
  });
  return { secret };
}

export function endListener(context: Context, actor: Actor, programId: number): void {
  const found = listenerOf(context, programId);
  if (!found) return;
  const at = context.clock.now();
  context.store.transaction(() => {
    context.store.db.update(listener).set({ endedAt: at }).where(eq(listener.id, found.id)).run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId: null, what: "ended the telling of events" },
      about: found.url,
    });
  });
}

/** What was given up, or waits for its hour, is tried at once. */
export function tellAgain({ store }: Context, programId: number): void {
  store
    .prepared<[number]>(
      `UPDATE event_told SET state = 'queued', tries = 0, next_ms = 0, made_ms = CAST(unixepoch() AS INTEGER) * 1000
       WHERE state <> 'told' AND listener_id IN (SELECT id FROM listener WHERE program_id = ? AND ended_at IS NULL)`,
    )
    .run(programId);
}
