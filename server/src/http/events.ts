/** Server-sent events: "something changed in run 12", "in business 3", "it is another day", so that open pages ask again. */
import { AsyncLocalStorage } from "node:async_hooks";
import { EventEmitter } from "node:events";
import { eq } from "drizzle-orm";
import { type RequestHandler, Router } from "express";
import { officeZone } from "../ground/clock.ts";
import type { Context } from "../ground/context.ts";
import { rightIn } from "../ground/rights.ts";
import { session } from "../store/schema.ts";
import { actorOf, signedIn } from "./handler.ts";

/** What comes in one breath is told at once: three hundred letters that go out are one change of a business. */
const breathMs = 50;
/** Open pages of one user; the oldest gives way. */
const mostStreams = 12;

/** Who asks, until they are answered: what goes on after that, as sending does, is nobody's. */
interface Asking {
  page: string | undefined;
  /** what only looks changes nothing, though it leaves its entry in the trail */
  isLooking: boolean;
  isAnswered: boolean;
}
const asking = new AsyncLocalStorage<Asking>();

export const knowingWhoAsks: RequestHandler = (request, response, next) => {
  const who = { page: request.header("X-Zesty-Page"), isLooking: request.method === "GET", isAnswered: false };
  response.on("close", () => {
    who.isAnswered = true;
  });
  asking.run(who, next);
};

interface Change {
  businessId: number;
  runId?: number;
  /** the page that made the change and knows of it */
  by?: string | undefined;
}

export class Changes extends EventEmitter<{ changed: [Change] }> {
  constructor() {
    super();
    this.setMaxListeners(0);
  }
  /** Tells of a run, whose figures a page has of its own only where it says so. */
  ofRun(runId: number, businessId: number, by?: string): void {
    this.emit("changed", { runId, businessId, by });
  }
  /** Tells of a business: something of it was written into the trail. */
  ofBusiness(businessId: number): void {
    const asked = asking.getStore();
    const who = asked?.isAnswered ? undefined : asked;
    if (!who?.isLooking) this.emit("changed", { businessId, by: who?.page });
  }
}

/** Which day it is at the practice, and wherever a business is. */
const daysOfPlaces = ({ store, clock }: Context): string =>
  store
    .prepared<[], { zone: string }>("SELECT DISTINCT time_zone AS zone FROM business")
    .all()
    .map(({ zone }) => clock.today(zone))
    .concat(clock.today(officeZone))
    .join(" ");

export function eventRoutes(context: Context, changes: Changes): Router {
  const router = Router();
  const open = new Map<number, (() => void)[]>();
  router.get(
    "/events",
    signedIn(context, (actor, request, response) => {
      response.writeHead(200, {
        "Content-Type": "text/event-stream",
        "Cache-Control": "no-store",
        Connection: "keep-alive",
      });
      response.write("retry: 2000\n\n");
      const end = () => void response.end();
      const streams = open.get(actor.userId) ?? [];
      open.set(actor.userId, [...streams, end]);
      if (streams.length >= mostStreams) streams[0]?.();
      // A stream lives no longer than its session, its user and the application.
      const mayListen = (): boolean =>
        context.store.sqlite.open &&
        context.store.db.select({ sid: session.sid }).from(session).where(eq(session.sid, request.sessionID)).get() !==
          undefined &&
        actorOf(context, request) !== null;
      const heard = new Map<string, Change>();
      let telling: ReturnType<typeof setTimeout> | undefined;
      const tell = () => {
        telling = undefined;
        // Asked anew each time: who loses a right hears nothing more.
        const now = mayListen() ? actorOf(context, request) : null;
        if (now === null) return end();
        for (const [text, { businessId }] of heard)
          if (rightIn(context, now, businessId)) response.write(`data: ${text}\n\n`);
        heard.clear();
      };
      const hear = (change: Change) => {
        heard.set(JSON.stringify(change), change);
        telling ??= setTimeout(tell, breathMs);
      };
      changes.on("changed", hear);
      // A page that is left open overnight goes by the day of the evening before.
      let days = daysOfPlaces(context);
      const alive = setInterval(() => {
        if (!mayListen()) return end();
        const now = daysOfPlaces(context);
        response.write(now === days ? ": still here\n\n" : 'data: {"day":true}\n\n');
        days = now;
      }, 5_000);
      return new Promise((resolve) => {
        response.on("close", () => {
          clearInterval(alive);
          clearTimeout(telling);
          changes.off("changed", hear);
          open.set(
            actor.userId,
            (open.get(actor.userId) ?? []).filter((each) => each !== end),
          );
          resolve(undefined);
        });
      });
    }),
  );
  return router;
}
