/**
 * Sends what is queued, asks about what is unknown, and follows what is acknowledged. One message id for ever, retried
 * with back-off, answered once: losing an answer never means sending a second message.
 */
import { and, asc, eq, gt, inArray, lte, notInArray, sql } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Outcome, RawAnswer } from "../outside/outcome.ts";
import { openMail } from "../outside/postBox.ts";
import { places } from "../store/crypt.ts";
import { letter, outbox, outboxAnswer } from "../store/schema.ts";
import { type Courier, couriers, type OutboxRow } from "./channels.ts";
import { askAfterRestore, isHeld } from "./held.ts";
import { sendLetters } from "./letters.ts";
import { movedIn } from "./movedIn.ts";
import { playedMail, playing } from "./playing.ts";
import { listToConfirm } from "./restoredList.ts";
import { settleAnswer } from "./settleAnswer.ts";

export interface OutboxWorker {
  /** handles what is due now; returns how many rows it touched */
  runOnce(): Promise<number>;
  /** until nothing moves any more, for making the demo's history */
  drain(): Promise<void>;
  /** asks the receiver of a message whether it has it; found there, it counts as arrived */
  search(outboxId: number): Promise<"there" | "notThere" | "unknown">;
  /** begins to send; nothing leaves the house before */
  start(): void;
  wake(): void;
  stop(): Promise<void>;
}

const live = ["queued", "unknown", "acknowledged"] as const;
/**
 * Pay events of a business go one at a time: the next waits while nobody knows whether the one before it arrived. So do
 * filings of one payday: the second amends the first, and overtaking it would be refused. Other paydays wait for nothing.
 * Set by: Single Touch Payroll, order of events; payday filing, amendment numbers; from memory.
 */
const notBehindAnother = sql`NOT (${outbox.channel} IN ('payEvent', 'employmentInformation')
  AND ${outbox.state} = 'queued' AND EXISTS (
  SELECT 1 FROM outbox earlier WHERE earlier.business_id = ${outbox.businessId} AND earlier.channel = ${outbox.channel}
    AND (earlier.channel = 'payEvent' OR (SELECT payday FROM pay_run WHERE id = earlier.run_id)
      = (SELECT payday FROM pay_run WHERE id = ${outbox.runId}))
    AND earlier.id < ${outbox.id} AND earlier.state IN ('queued', 'sending', 'unknown')))`;
const batch = 8;
const soonMs = 15_000;

type Channel = OutboxRow["channel"];
/** A lane a receiver: one that is slow holds up nobody but its own. */
const lanes: readonly (readonly Channel[])[] = [
  ["payEvent"],
  ["employmentInformation", "employeeDetails"],
  ["paymentFile", "duesPayment"],
  ["contributions"],
  ["payslip", "yearSummary"],
  // Letters of no run, which have a table of their own.
  [],
];

/** Seconds to the next try: 2, 4, 8, 16, 32, then five minutes, later hourly. */
export function backOffMs(tries: number): number {
  if (tries <= 5) return 2 ** Math.max(tries, 1) * 1000;
  return tries <= 24 ? 300_000 : 3_600_000;
}

export function outboxWorker(context: Context): OutboxWorker {
  const { db } = context.store;
  const mail = openMail(context.settings.services.smtp);
  const courierOf = playing(context, couriers(context, mail), couriers(context, playedMail()));
  const timers = new Map<readonly Channel[], NodeJS.Timeout>();
  const running = new Map<readonly Channel[], Promise<unknown>>();
  const woken = new Set<readonly Channel[]>();
  const busy = new Set<readonly Channel[]>();
  let started = false;
  let stopped = false;
  let asking: Promise<number> | null = null;
  let seen = { wall: Date.now(), steady: performance.now() };
  /** rows that this process is sending just now */
  const inHand = new Set<number>();

  /** After a crash or a failed write nobody knows what became of a row that was being sent: it is asked after. */
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

  function apply(row: OutboxRow, was: OutboxRow["state"], outcome: Outcome): void {
    const set = (values: Partial<OutboxRow>) => db.update(outbox).set(values).where(eq(outbox.id, row.id)).run();
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

  const due = (lane: readonly Channel[]) =>
    db
      .select()
      .from(outbox)
      .where(
        and(
          inArray(outbox.state, [...live]),
          lte(outbox.nextAt, Date.now()),
          inArray(outbox.channel, [...lane]),
          notInArray(outbox.businessId, movedIn(context.store)),
          notBehindAnother,
        ),
      )
      .orderBy(asc(outbox.nextAt), asc(outbox.id))
      .limit(batch)
      .all();

  async function laneOnce(lane: readonly Channel[]): Promise<number> {
    context.store.checkFiles();
    sweep();
    noteClock();
    // Whoever forgot a password after a restore gets the letter; those of before were laid aside by it.
    if (lane.length === 0) return sendLetters(context, mail, backOffMs);
    if (isHeld(context.store)) {
      // Asked once, whichever lane comes by first.
      asking ??= askAfterRestore(context, courierOf, (...of) => listToConfirm(context, ...of)).finally(() => {
        asking = null;
      });
      return asking;
    }
    const rows = due(lane);
    await Promise.all(rows.map(handle));
    return rows.length;
  }

  const runOnce = async (): Promise<number> =>
    (await Promise.all(lanes.map(laneOnce))).reduce((all, moved) => all + moved, 0);

  /**
   * Waits are reckoned by the clock on the wall. Where that was set back they would last as much longer: what waits is
   * then tried soon.
   */
  function noteClock(): void {
    const now = { wall: Date.now(), steady: performance.now() };
    const drift = now.wall - seen.wall - (now.steady - seen.steady);
    seen = now;
    if (drift < -1000) hasten(now.wall + soonMs);
  }

  function hasten(soon: number): void {
    db.update(outbox)
      .set({ nextAt: soon })
      .where(and(inArray(outbox.state, [...live]), gt(outbox.nextAt, soon)))
      .run();
    db.update(letter)
      .set({ nextAt: soon })
      .where(and(eq(letter.state, "queued"), gt(letter.nextAt, soon)))
      .run();
  }

  /**
   * What was put off before a stop or a crash is tried soon after the start, whatever it waited for; tries that a crash
   * cut short do not lengthen the waits that come after it.
   */
  function askSoon(): void {
    db.update(outbox)
      .set({ tries: 0 })
      .where(inArray(outbox.state, [...live]))
      .run();
    hasten(Date.now() + soonMs);
  }

  async function loop(lane: readonly Channel[]): Promise<void> {
    do {
      woken.delete(lane);
      while (!stopped && (await laneOnce(lane)) > 0);
    } while (woken.has(lane) && !stopped);
  }

  function schedule(lane: readonly Channel[], ms: number): void {
    if (stopped || !started) return;
    clearTimeout(timers.get(lane));
    timers.set(
      lane,
      setTimeout(() => {
        // A lane that is still busy takes up what woke it when it is through.
        if (busy.has(lane)) return;
        busy.add(lane);
        running.set(
          lane,
          loop(lane)
            .catch((error: unknown) => context.log.error({ err: error }, "outbox loop failed"))
            .then(() => {
              busy.delete(lane);
              schedule(lane, 1000);
            }),
        );
      }, ms),
    );
  }
  return {
    runOnce,
    search,
    start: () => {
      started = true;
      askSoon();
      for (const lane of lanes) schedule(lane, 10);
    },
    drain: async () => {
      for (let quiet = 0; quiet < 2000; ) {
        // No waiting between tries: the demo's history is made in seconds.
        db.update(outbox)
          .set({ nextAt: 0 })
          .where(inArray(outbox.state, [...live]))
          .run();
        const moved = await runOnce();
        const left = db
          .select({ id: outbox.id })
          .from(outbox)
          .where(inArray(outbox.state, ["queued", "unknown", "sending"]))
          .get();
        const waiting = db
          .select({ id: outbox.id })
          .from(outbox)
          .where(and(eq(outbox.state, "acknowledged"), inArray(outbox.channel, ["payEvent", "employmentInformation"])))
          .get();
        if (!left && !waiting) return;
        quiet = moved > 0 && left ? 0 : quiet + 1;
        await new Promise((resolve) => setTimeout(resolve, 5));
      }
    },
    wake: () => {
      for (const lane of lanes) {
        woken.add(lane);
        schedule(lane, 10);
      }
    },
    stop: async () => {
      stopped = true;
      for (const timer of timers.values()) clearTimeout(timer);
      await Promise.all(running.values());
      mail.close();
    },
  };
}
