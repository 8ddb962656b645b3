/**
 * Sends what is queued, asks about what is unknown, and follows what is acknowledged. One message id for ever, retried
 * with back-off, answered once: losing an answer never means sending a second message.
 */
import { and, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Outcome, RawAnswer } from "../outside/outcome.ts";
import { places } from "../store/crypt.ts";
import { outbox, outboxAnswer } from "../store/schema.ts";
import type { Courier, OutboxRow } from "./channels.ts";
import { settleAnswer } from "./settleAnswer.ts";

export interface Sending {
  /** after a crash or a failed write nobody knows what became of a row that was being sent: it is asked after */
  sweep(): void;
  /** claims a row, sends it or asks about it, and writes down what came of it */
  handle(row: OutboxRow): Promise<void>;
  /** asks the receiver whether it has a message; found there, it counts as arrived */
  search(outboxId: number): Promise<"there" | "notThere" | "unknown">;
}

/** Seconds to the next try: 2, 4, 8, 16, 32, then five minutes, later hourly. */
export function backOffMs(tries: number): number {
  if (tries <= 5) return 2 ** Math.max(tries, 1) * 1000;
  return tries <= 24 ? 300_000 : 3_600_000;
}

export function sending(context: Context, courierOf: Readonly<Record<OutboxRow["channel"], Courier>>): Sending {
  const { db } = context.store;
  /** rows that this process is sending just now */
  const inHand = new Set<number>();

  function sweep(): void {
    const stale = db.select({ id: outbox.id }).from(outbox).where(eq(outbox.state, "sending")).all();
    for (const { id } of stale)
      if (!inHand.has(id)) db.update(outbox).set({ state: "unknown", nextAt: 0 }).where(eq(outbox.id, id)).run();
  }

  async function handle(row: OutboxRow): Promise<void> {
    const was = row.state;
    const claim = db
      .update(outbox)
      .set({
        state: was === "acknowledged" ? "acknowledged" : "sending",
        tries: row.tries + 1,
        nextAt: Date.now() + backOffMs(row.tries + 1),
      })
      .where(and(eq(outbox.id, row.id), eq(outbox.state, was), eq(outbox.tries, row.tries)))
      .run();
    if (claim.changes !== 1) return;
    inHand.add(row.id);
    try {
      const outcome = await attempt(courierOf[row.channel], row, was);
      apply(row, was, outcome);
    } catch (error) {
      // The answer could not be written (a full disk, say): the receiver is asked for it again.
      context.log.error({ err: error, outboxId: row.id }, "an answer could not be kept");
    } finally {
      inHand.delete(row.id);
    }
    context.announce(row.runId);
  }

  const keepFor = (row: OutboxRow) => (answer: RawAnswer) => {
    const body = context.store.crypt.seal(answer.body, places.answer(row.id));
    db.insert(outboxAnswer).values({ outboxId: row.id, at: context.clock.now(), status: answer.status, body }).run();
  };

  async function search(outboxId: number): Promise<"there" | "notThere" | "unknown"> {
    const row = db.select().from(outbox).where(eq(outbox.id, outboxId)).get();
    if (!row) return "notThere";
    const outcome = await courierOf[row.channel].find(row, keepFor(row));
    if (outcome.kind === "acknowledged") apply(row, row.state, outcome);
    return outcome.kind === "acknowledged" ? "there" : outcome.kind === "notThere" ? "notThere" : "unknown";
  }

  async function attempt(courier: Courier, row: OutboxRow, was: OutboxRow["state"]): Promise<Outcome> {
    const keep = keepFor(row);
    try {
      if (was === "acknowledged") return await courier.result(row, keep);
      if (was === "unknown") {
        const found = await courier.find(row, keep);
        if (found.kind !== "notThere") return found;
      }
      return await courier.send(row, keep);
    } catch (error) {
      context.log.error({ err: error, outboxId: row.id }, "outbox row failed");
      return {
        kind: "unknown",
        detail: "Something broke on our side while sending. We ask the receiver before trying again.",
      };
    }
  }

  /** In one: a row that says it arrived, and what arrives with it (money after its data) not set going, stays so for ever. */
  const apply = (...heard: [row: OutboxRow, was: OutboxRow["state"], outcome: Outcome]): void =>
    context.store.transaction(() => writeDown(context, ...heard));

  return { sweep, handle, search };
}

/** What came of a try. */
function writeDown(context: Context, row: OutboxRow, was: OutboxRow["state"], outcome: Outcome): void {
  const set = (values: Partial<OutboxRow>) =>
    context.store.db.update(outbox).set(values).where(eq(outbox.id, row.id)).run();
  switch (outcome.kind) {
    case "acknowledged":
      set({
        state: "acknowledged",
        receipt: outcome.receipt,
        detail: outcome.detail,
        odd: false,
        tries: 0,
        nextAt: Date.now() + 1000,
      });
      settleAnswer(context, row, null);
      break;
    case "waiting":
      set({ detail: outcome.detail, odd: outcome.odd === true });
      break;
    case "unknown":
      set({
        state: was === "acknowledged" ? "acknowledged" : "unknown",
        detail: outcome.detail,
        odd: outcome.odd === true,
      });
      break;
    case "notThere":
      set({ state: was === "acknowledged" ? "acknowledged" : "unknown", detail: "", odd: false });
      break;
    default:
      settleAnswer(context, row, outcome);
  }
}
