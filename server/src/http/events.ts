/** Server-sent events: "something changed in run 12", so that open pages ask again. */
import { EventEmitter } from "node:events";
import { Router } from "express";
import type { Context } from "../context.ts";
import { findRun } from "../runs/runRows.ts";
import { signedIn } from "./handler.ts";
import { rightIn } from "./rights.ts";

export class RunEvents extends EventEmitter {
  constructor() {
    super();
    this.setMaxListeners(0);
  }
  changed(runId: number): void {
    this.emit("changed", runId);
  }
}

export function eventRoutes(context: Context, events: RunEvents): Router {
  const router = Router();
  router.get(
    "/events",
    signedIn(context, (actor, request, response) => {
      response.writeHead(200, {
        "Content-Type": "text/event-stream",
        "Cache-Control": "no-store",
        Connection: "keep-alive",
      });
      response.write("retry: 2000\n\n");
      const tell = (runId: number) => {
        if (rightIn(context, actor, findRun(context, runId).businessId))
          response.write(`data: ${JSON.stringify({ runId })}\n\n`);
      };
      events.on("changed", tell);
      const alive = setInterval(() => response.write(": still here\n\n"), 20_000);
      request.on("close", () => {
        clearInterval(alive);
        events.off("changed", tell);
      });
      return new Promise((resolve) => request.on("close", resolve));
    }),
  );
  return router;
}
