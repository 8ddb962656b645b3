/** Puts the parts together: store, clock, rule book, outbox. The parts know nothing of each other's making. */
import { randomBytes } from "node:crypto";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import pino from "pino";
import { type Clock, demoClock, realClock } from "./clock.ts";
import type { Context } from "./context.ts";
import { stopRendering } from "./documents/renderPayslip.ts";
import { RunEvents } from "./http/events.ts";
import { type OutboxWorker, outboxWorker } from "./outbox/worker.ts";
import type { Settings } from "./settings.ts";
import { ruleShelf } from "./setup/ruleShelf.ts";
import { openStore, type Store } from "./store/open.ts";
import { setting } from "./store/schema.ts";

export interface Application {
  context: Context;
  events: RunEvents;
  outbox: OutboxWorker;
  sessionSecret: string;
  close(): Promise<void>;
}

export function makeApplication(
  settings: Settings,
  log: Context["log"] = pino({ level: process.env.ZESTY_LOG ?? "warn" }),
): Application {
  const store = openStore(settings.dataFolder === ":memory:" ? ":memory:" : join(settings.dataFolder));
  const clock: Clock = settings.demoDay === null ? realClock : demoClock(store, settings.demoDay);
  const events = new RunEvents();
  const shelf = ruleShelf(store);
  const context: Context = {
    store,
    clock,
    settings,
    get rules() {
      return shelf.now();
    },
    rulesAt: shelf.at,
    ruleShelf: shelf,
    log,
    wakeOutbox: () => outbox.wake(),
    announce: (runId) => events.changed(runId),
  };
  const outbox = outboxWorker(context);
  return {
    context,
    events,
    outbox,
    sessionSecret: keptSecret(store),
    close: async () => {
      await outbox.stop();
      await stopRendering();
      store.close();
    },
  };
}

function keptSecret(store: Store): string {
  const kept = store.db.select().from(setting).where(eq(setting.name, "sessionSecret")).get();
  if (kept) return store.crypt.open(kept.value);
  const secret = randomBytes(32).toString("hex");
  store.db
    .insert(setting)
    .values({ name: "sessionSecret", value: store.crypt.seal(secret) })
    .run();
  return secret;
}
