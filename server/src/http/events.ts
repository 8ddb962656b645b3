/** Server-sent events: "something changed in run 12", so that open pages ask again. */
import { EventEmitter } from "node:events";
import { eq } from "drizzle-orm";
import { Router } from "express";
import type { Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { rightIn } from "../ground/rights.ts";
import { session } from "../store/schema.ts";
import { actorOf, signedIn } from "./handler.ts";

/** Open pages of one user; the oldest gives way. */
const mostStreams = 12;

export class RunEvents extends EventEmitter {
  constructor() {
    super();
    this.setMaxListeners(0);
  }
  /** @param by the page that made the change and knows of it */
  changed(runId: number, by?: string): void {
    this.emit("changed", runId, by);
  }
}

export function eventRoutes(context: Context, events: RunEvents): Router {
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
      // A stream lives no longer than its session and its user.
      const mayListen = (): boolean =>
        context.store.db.select({ sid: session.sid }).from(session).where(eq(session.sid, request.sessionID)).get() !==
          undefined && actorOf(context, request) !== null;
      const tell = (runId: number, by?: string) => {
        // Asked anew each time: who loses a right hears nothing more.
        const now = actorOf(context, request);
        if (!mayListen() || now === null) end();
        else if (rightIn(context, now, findRun(context, runId).businessId))
          response.write(`data: ${JSON.stringify({ runId, by })}\n\n`);
      };
      events.on("changed", tell);
      const alive = setInterval(() => {
        if (mayListen()) response.write(": still here\n\n");
        else end();
      }, 5_000);
      return new Promise((resolve) => {
        response.on("close", () => {
          clearInterval(alive);
          events.off("changed", tell);
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
