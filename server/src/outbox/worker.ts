/** Sends what waits in the outbox: a lane a receiver, woken, put off, hastened, stopped. */
import { and, eq, inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { openMail } from "../outside/postBox.ts";
import type { Store } from "../store/open.ts";
import { outbox } from "../store/schema.ts";
import { couriers } from "./channels.ts";
import { askAfterRestore, isHeld } from "./held.ts";
import { askSoon, type Channel, clockWatch, dueIn, lanes, live } from "./lanes.ts";
import { laneTimers } from "./laneTimers.ts";
import { sendLetters } from "./letters.ts";
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

export function outboxWorker(context: Context): OutboxWorker {
  const { store } = context;
  const mail = openMail(context.settings.services.smtp);
  const courierOf = playing(context, couriers(context, mail), couriers(context, playedMail()));
  const { sweep, handle, search } = sending(context, courierOf);
  const noteClock = clockWatch(store);
  let asking: Promise<number> | null = null;

  async function laneOnce(lane: readonly Channel[]): Promise<number> {
    store.checkFiles();
    sweep();
    noteClock();
    // Whoever forgot a password after a restore gets the letter; those of before were laid aside by it.
    if (lane.length === 0) return sendLetters(context, mail, backOffMs);
    if (isHeld(store)) {
      // Asked once, whichever lane comes by first.
      asking ??= askAfterRestore(context, courierOf, (...of) => listToConfirm(context, ...of)).finally(() => {
        asking = null;
      });
      return asking;
    }
    const rows = dueIn(store, lane);
    await Promise.all(rows.map(handle));
    return rows.length;
  }

  const runOnce = async (): Promise<number> =>
    (await Promise.all(lanes.map(laneOnce))).reduce((all, moved) => all + moved, 0);
  const failed = (error: unknown) => context.log.error({ err: error }, "outbox loop failed");
  const timers = laneTimers({ lanes, once: laneOnce, failed });
  return {
    runOnce,
    search,
    drain: () => drain(store, runOnce),
    start: () => {
      askSoon(store);
      timers.start();
    },
    wake: timers.wake,
    stop: async () => {
      await timers.stop();
      mail.close();
    },
  };
}

/** No waiting between tries: the demo's history is made in seconds. */
async function drain({ db }: Store, runOnce: () => Promise<number>): Promise<void> {
  for (let quiet = 0; quiet < 2000; ) {
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
}
