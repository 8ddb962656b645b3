/** An earlier system's pays beside a run: brought, read, and differences ticked with their reason. */
import { besideTick, besideWanted } from "@zesty/contract/beside";
import { hoursSheetFile } from "@zesty/contract/hoursSheet";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { body } from "../http/handler.ts";
import { runRoute } from "../runs/runRoute.ts";
import { bringRegister, readBeside, tickBeside } from "./beside.ts";
import { registerFromFile } from "./registerFile.ts";

export function besideRoutes(context: Context, router: Router): void {
  const onRun = runRoute(context);
  router.get(
    "/runs/:run/beside",
    onRun("see", (_actor, runId) => ({ beside: readBeside(context, runId) })),
  );
  router.post(
    "/runs/:run/beside",
    onRun("prepare", (actor, runId, request) => bringRegister(context, actor, runId, body(besideWanted, request))),
  );
  router.post(
    "/runs/:run/beside/file",
    onRun("prepare", (actor, runId, request) => registerFromFile(context, actor, runId, body(hoursSheetFile, request))),
  );
  router.post(
    "/runs/:run/beside/tick",
    onRun("prepare", (actor, runId, request) => tickBeside(context, actor, runId, body(besideTick, request))),
  );
}
