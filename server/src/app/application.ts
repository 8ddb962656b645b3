/** Puts the parts together: store, clock, rule book, outbox. The parts know nothing of each other's making. */
import { randomBytes } from "node:crypto";
import type { CountryCode } from "@zesty/core/countries/countries";
import { eq } from "drizzle-orm";
import pino from "pino";
import { countriesHere } from "../countries/countries.ts";
import { stopRendering } from "../documents/renderPayslip.ts";
import { remindOfDues } from "../dues/remind.ts";
import { foldSteps } from "../figures/fold.ts";
import { mailKeptQuestions } from "../figures/keptQuestions.ts";
import { mailByRule } from "../figures/mailRules.ts";
import { type Clock, demoClock, officeZone, realClock } from "../ground/clock.ts";
import type { Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { ruleShelf } from "../ground/ruleShelf.ts";
import type { Settings } from "../ground/settings.ts";
import { Changes } from "../http/events.ts";
import { problemOf } from "../http/handler.ts";
import { forgetReceived } from "../http/received.ts";
import { Jobs } from "../jobs/jobs.ts";
import { withLeaveLaidAnew } from "../leave/laidAnew.ts";
import { type OutboxWorker, outboxWorker } from "../outbox/worker.ts";
import { type EventTeller, eventTeller } from "../programs/tellEvents.ts";
import { duesChannels } from "../remittances/channels.ts";
import { debtsOfEarlier } from "../row/earlierDebts.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { walkDaily } from "../safety/walk.ts";
import { stopReading } from "../sheets/readFile.ts";
import { places } from "../store/crypt.ts";
import { openStore, type Store } from "../store/open.ts";
import { setting } from "../store/schema.ts";
import { inSlices, stopsAt } from "../store/steps.ts";
import { demandKeyed, keepAnchor, verifyNew } from "../store/trail.ts";
import { refreshTimeInRuns } from "../time/intoRun.ts";

export interface Application {
  context: Context;
  changes: Changes;
  outbox: OutboxWorker;
  teller: EventTeller;
  jobs: Jobs;
  sessionSecret: string;
  close(): Promise<void>;
}

export function makeApplication(
  settings: Settings,
  log: Context["log"] = pino({ level: process.env.ZESTY_LOG ?? "warn" }),
  /** called once when the store was taken away under the running application: nothing may be written any more */
  giveUp: (error: unknown) => void = () => {},
): Application {
  const store = openStore(settings.dataFolder);
  const clock: Clock = settings.demoDay === null ? realClock : demoClock(store, settings.demoDay);
  demandKeyed(store);
  const trust = { verdict: verifyNew(store), faults: [], walkedAt: clock.now() };
  const changes = new Changes();
  const shelf = ruleShelf(store);
  const context: Context = {
    store,
    clock,
    settings,
    country: (code) => {
      const found = countriesHere[code as CountryCode];
      if (!found) throw new Error(`No country ${code} is known here.`);
      return found;
    },
    countries: [countriesHere.AU, countriesHere.NZ],
    get rules() {
      return shelf.now();
    },
    rulesAt: shelf.at,
    ruleShelf: shelf,
    trust,
    log,
    moreChannels: duesChannels,
    withLeaveLaidAnew: (...of) => withLeaveLaidAnew(context, ...of),
    factsChanged: (businessId, personIds) => {
      if (personIds) store.transaction(() => refreshTimeInRuns(context, businessId, personIds));
      refreshOpenRuns(context, businessId);
    },
    wakeOutbox: () => outbox.wake(),
    searchReceiver: (id) => outbox.search(id),
    announce: (runId, by) => {
      if (runId !== null) changes.ofRun(runId, findRun(context, runId).businessId, by);
    },
  };
  store.onTouched((businessId) => changes.ofBusiness(businessId));
  debtsOfEarlier(context);
  forgetReceived(settings.dataFolder).catch((error: unknown) =>
    log.error({ err: error }, "files that a stop left half received could not be taken away"),
  );
  const outbox = outboxWorker(context);
  const teller = eventTeller(context);
  const jobs = new Jobs((error) => problemOf(context, error, "job"));
  // What was signed since is summed before somebody asks for figures: after an update that is years of pays.
  let folding: Promise<unknown> | null = null;
  let isClosing = false;
  const foldQuietly = (): void => {
    folding ??= inSlices(
      stopsAt(foldSteps(context), () => isClosing),
      () => undefined,
    )
      .catch((error: unknown) => log.error({ err: error }, "the sums of figures were not brought up to date"))
      .finally(() => {
        folding = null;
      });
  };
  const stopBeats = beats(context, foldQuietly, giveUp);
  return {
    context,
    changes,
    outbox,
    teller,
    jobs,
    sessionSecret: keptSecret(store),
    close: async () => {
      stopBeats();
      isClosing = true;
      await folding;
      await jobs.stop();
      await outbox.stop();
      await teller.stop();
      await stopRendering();
      await stopReading();
      // Closed twice, or taken away beneath: the anchor of the minute before stands.
      if (store.sqlite.open) keepAnchor(store);
      store.close();
    },
  };
}

/** What is done every second, every minute and every day, whoever asks. @returns what ends it */
function beats(context: Context, foldQuietly: () => void, giveUp: (error: unknown) => void): () => void {
  // The end of the trail is kept beside the key once a minute, where it moved; the file is put in order.
  const anchoring = setInterval(() => {
    try {
      keepAnchor(context.store);
      context.store.rest();
    } catch (error) {
      context.log.error({ err: error }, "the anchor could not be kept, or the file not put in order");
    }
    foldQuietly();
    try {
      mailByRule(context);
      mailKeptQuestions(context);
    } catch (error) {
      context.log.error({ err: error }, "the owner's page or figures could not be mailed by their rule");
    }
  }, 60_000);
  anchoring.unref();
  const watch = setInterval(() => {
    try {
      context.store.checkFiles();
    } catch (error) {
      giveUp(error);
    }
  }, 1000);
  watch.unref();
  let remindedOn = "";
  const daily = setInterval(() => {
    const today = context.clock.today(officeZone);
    if (today !== remindedOn)
      remindOfDues(context).catch((error: unknown) => context.log.error({ err: error }, "reminders of dues failed"));
    remindedOn = today;
    walkDaily(context).catch((error: unknown) => context.log.error({ err: error }, "the daily walk failed"));
  }, 600_000);
  daily.unref();
  return () => {
    for (const each of [watch, daily, anchoring]) clearInterval(each);
  };
}

function keptSecret(store: Store): string {
  const kept = store.db.select().from(setting).where(eq(setting.name, "sessionSecret")).get();
  if (kept) return store.crypt.open(kept.value, places.setting("sessionSecret"));
  const secret = randomBytes(32).toString("hex");
  store.db
    .insert(setting)
    .values({ name: "sessionSecret", value: store.crypt.seal(secret, places.setting("sessionSecret")) })
    .run();
  return secret;
}
