/**
 * Tells programs of events, as Standard Webhooks 1.0 has it: an id for ever, the second of sending and a signature over
 * both and the body. What is not taken is sent again, later and later, for three days; the program knows it by its id.
 */
import { createHmac } from "node:crypto";
import type { EventKind } from "@zesty/contract/programEvents";
import { and, asc, eq, isNull, lte } from "drizzle-orm";
import { officeZone } from "../ground/clock.ts";
import type { Context } from "../ground/context.ts";
import { uuidOf } from "../ground/messageId.ts";
import { isPlay } from "../ground/play.ts";
import { rightIn } from "../ground/rights.ts";
import { isHeld } from "../outbox/held.ts";
import { movedIn } from "../outbox/movedIn.ts";
import { backOffMs } from "../outbox/sending.ts";
import { postBeyond } from "../outside/beyond.ts";
import { places } from "../store/crypt.ts";
import { eventTold, listener, program, user } from "../store/schema.ts";
import { eventOf, type TrailEntry } from "./eventsOfTrail.ts";

const entriesAtOnce = 500;
const eventsAtOnce = 8;
const givenUpAfterMs = 3 * 86_400_000;
const keptMs = 30 * 86_400_000;
const everyMs = 2000;

/** Takes what is new on the trail to each listener. @returns how many events came of it */
export function collectEvents(context: Context): number {
  const { store } = context;
  const today = context.clock.today(officeZone);
  const rows = store.db
    .select({ listener, program, user })
    .from(listener)
    .innerJoin(program, eq(program.id, listener.programId))
    .innerJoin(user, eq(user.id, program.userId))
    .where(and(isNull(listener.endedAt), isNull(program.endedAt)))
    .all()
    // A pass whose day is over, or whose maker may not sign in, hears nothing more.
    .filter((each) => each.program.endsOn >= today && each.user.active);
  const silent = movedIn(store);
  let made = 0;
  for (const { listener: own, program: pass, user: maker } of rows) {
    const entries = store
      .prepared<[number, number], TrailEntry & { businessId: number | null }>(
        `SELECT id, at, business_id AS businessId, what, about, hash FROM audit WHERE id > ? ORDER BY id LIMIT ?`,
      )
      .all(own.seen, entriesAtOnce);
    const last = entries.at(-1);
    if (!last) continue;
    const actor = { userId: maker.id, name: maker.name, email: maker.email, lead: maker.lead };
    const hears = ({ businessId }: { businessId: number | null }): boolean =>
      businessId !== null &&
      (pass.businessId === null || pass.businessId === businessId) &&
      !silent.includes(businessId) &&
      !isPlay(store, businessId) &&
      rightIn(context, actor, businessId) !== null;
    store.transaction(() => {
      for (const entry of entries) {
        if (!hears(entry)) continue;
        const event = eventOf(store, entry as TrailEntry);
        if (!event || !(own.kinds as EventKind[]).includes(event.type)) continue;
        store.db
          .insert(eventTold)
          .values({
            ...{ listenerId: own.id, entry: entry.id, messageId: uuidOf(`event ${own.id} ${entry.hash}`) },
            ...{ body: JSON.stringify(event), state: "queued", tries: 0, madeMs: Date.now(), nextMs: 0, detail: "" },
          })
          .onConflictDoNothing()
          .run();
        made += 1;
      }
      store.db.update(listener).set({ seen: last.id }).where(eq(listener.id, own.id)).run();
    });
  }
  return made;
}

/** @param secret "whsec_" and base64 @returns as the header says it */
export function signatureOf(secret: string, id: string, seconds: string, body: string): string {
  const key = Buffer.from(secret.replace(/^whsec_/, ""), "base64");
  return `v1,${createHmac("sha256", key).update(`${id}.${seconds}.${body}`).digest("base64")}`;
}

/** Sends what is due. @returns how many events it touched */
export async function sendEvents(context: Context): Promise<number> {
  const { db, crypt } = context.store;
  // After a restore nobody knows what was told: somebody goes through the list first, as with everything that leaves.
  if (isHeld(context.store)) return 0;
  const due = db
    .select({ event: eventTold, listener })
    .from(eventTold)
    .innerJoin(listener, eq(listener.id, eventTold.listenerId))
    .innerJoin(program, eq(program.id, listener.programId))
    .where(
      and(
        eq(eventTold.state, "queued"),
        lte(eventTold.nextMs, Date.now()),
        isNull(listener.endedAt),
        isNull(program.endedAt),
      ),
    )
    .orderBy(asc(eventTold.nextMs), asc(eventTold.id))
    .limit(eventsAtOnce)
    .all();
  await Promise.all(
    due.map(async ({ event, listener: { id, url, secret } }) => {
      const settle = (values: Partial<typeof eventTold.$inferInsert>) =>
        void db.update(eventTold).set(values).where(eq(eventTold.id, event.id)).run();
      settle({ tries: event.tries + 1, nextMs: Date.now() + backOffMs(event.tries + 1) });
      const seconds = String(Math.floor(Date.now() / 1000));
      const answer = await postBeyond(url, {
        body: event.body,
        inside: context.settings.eventsInside === true,
        headers: {
          "Content-Type": "application/json",
          "webhook-id": event.messageId,
          "webhook-timestamp": seconds,
          "webhook-signature": signatureOf(
            crypt.open(secret, places.listener(id)),
            event.messageId,
            seconds,
            event.body,
          ),
        },
      });
      if ("status" in answer && answer.status >= 200 && answer.status < 300)
        return settle({ state: "told", toldAt: context.clock.now(), detail: "" });
      const detail = "status" in answer ? `The address answered ${answer.status}.` : answer.failed;
      const isOver = Date.now() - event.madeMs > givenUpAfterMs || ("status" in answer && answer.status === 410);
      settle({ detail, ...(isOver ? { state: "givenUp" as const } : {}) });
    }),
  );
  return due.length;
}

export interface EventTeller {
  start(): void;
  /** collects and sends what is due now */
  runOnce(): Promise<number>;
  stop(): Promise<void>;
}

export function eventTeller(context: Context): EventTeller {
  let timer: NodeJS.Timeout | null = null;
  let running: Promise<unknown> = Promise.resolve();
  const runOnce = async (): Promise<number> => {
    const touched = collectEvents(context) + (await sendEvents(context));
    if (touched > 0)
      context.store
        .prepared<[number]>("DELETE FROM event_told WHERE state = 'told' AND made_ms < ?")
        .run(Date.now() - keptMs);
    return touched;
  };
  const go = (): void => {
    timer = setTimeout(() => {
      running = runOnce()
        .catch((error: unknown) => context.log.error({ err: error }, "events could not be told"))
        .finally(() => {
          if (timer !== null) go();
        });
    }, everyMs);
    timer.unref();
  };
  return {
    start: go,
    runOnce,
    stop: async () => {
      if (timer) clearTimeout(timer);
      timer = null;
      await running;
    },
  };
}
