/** When what waits in the outbox is looked at: a lane a receiver, by its waits, woken, put off, hastened, stopped. */
import { and, asc, eq, gt, inArray, lte, notInArray, sql } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { openMail } from "../outside/postBox.ts";
import { letter, outbox } from "../store/schema.ts";
import { couriers, type OutboxRow } from "./channels.ts";
import { askAfterRestore, isHeld } from "./held.ts";
import { sendLetters } from "./letters.ts";
import { movedIn } from "./movedIn.ts";
import { playedMail, playing } from "./playing.ts";
import { listToConfirm } from "./restoredList.ts";
import { backOffMs, type Sending, sending } from "./sending.ts";

export interface OutboxWorker {
  /** handles what is due now; returns how many rows it touched */
  runOnce(): Promise<number>;
  /** until nothing moves any more, for making the demo's history */
  drain(): Promise<void>;
  /** asks the receiver of a message whether it has it; found there, it counts as arrived */
  search: Sending["search"];
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

export function outboxWorker(context: Context): OutboxWorker {
  const { db } = context.store;
  const mail = openMail(context.settings.services.smtp);
  const courierOf = playing(context, couriers(context, mail), couriers(context, playedMail()));
  const { sweep, handle, search } = sending(context, courierOf);
  const timers = new Map<readonly Channel[], NodeJS.Timeout>();
  const running = new Map<readonly Channel[], Promise<unknown>>();
  const woken = new Set<readonly Channel[]>();
  const busy = new Set<readonly Channel[]>();
  let started = false;
  let stopped = false;
  let asking: Promise<number> | null = null;
  let seen = { wall: Date.now(), steady: performance.now() };
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
