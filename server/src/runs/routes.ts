/** Open runs: opened, filled, moved, discarded, and a signed pay's workings. */
import {
  addPeople,
  movePayday as movePaydaySchema,
  newOutsideCycle,
  openRun as openRunSchema,
  saveRows as saveRowsSchema,
  setTick as setTickSchema,
} from "@zesty/contract/runs";
import { create as contentDisposition } from "content-disposition";
import { Router } from "express";
import type { Context } from "../ground/context.ts";
import { afterOf, body, idOf, mostOf } from "../http/handler.ts";
import { lookedAtRun } from "../http/looked.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { undoActOf } from "../row/acts.ts";
import { addToRun } from "./addToRun.ts";
import { discardRun } from "./discardRun.ts";
import { movePayday } from "./movePayday.ts";
import { openRun } from "./openRun.ts";
import { openOutsideCycle } from "./outsideCycle.ts";
import { keptWorking, listRuns, readRun } from "./readRun.ts";
import { runRoute } from "./runRoute.ts";
import { saveRows } from "./saveRows.ts";
import { sheetCsv } from "./sheetCsv.ts";
import { setTick } from "./ticks.ts";

export function runRoutes(context: Context): Router {
  const router = Router();
  const onRun = runRoute(context);
  const onBusiness = businessRoute(context);

  router.get(
    "/businesses/:business/runs",
    onBusiness("see", (_actor, businessId, request) =>
      listRuns(context, businessId, mostOf(request), afterOf(request)),
    ),
  );
  router.post(
    "/businesses/:business/runs",
    onBusiness("prepare", (actor, businessId, request) => ({
      id: openRun(context, actor, businessId, body(openRunSchema, request)),
    })),
  );
  router.post(
    "/businesses/:business/outside-cycle",
    onBusiness("prepare", (actor, businessId, request) => ({
      id: openOutsideCycle(context, actor, businessId, body(newOutsideCycle, request)),
    })),
  );
  router.get(
    "/runs/:run",
    onRun("see", (actor, runId) => readRun(context, actor, runId)),
  );
  router.delete(
    "/runs/:run",
    onRun("prepare", (actor, runId) => discardRun(context, actor, runId)),
  );
  router.get(
    "/runs/:run/sheet.csv",
    onRun("see", (actor, runId, _request, response) => {
      const view = readRun(context, actor, runId);
      response
        .type("text/csv")
        .setHeader("Content-Disposition", contentDisposition(`run-${view.number}-${view.payday}.csv`));
      lookedAtRun(context, actor, runId, "the sheet");
      response.send(sheetCsv(view));
    }),
  );
  router.put(
    "/runs/:run/rows",
    onRun("prepare", (actor, runId, request) => {
      const saved = saveRows(context, actor, runId, body(saveRowsSchema, request));
      context.announce(runId, request.header("X-Zesty-Page"));
      return saved;
    }),
  );
  router.post(
    "/runs/:run/people",
    onRun("prepare", (actor, runId, request) => {
      const { personIds, paid } = body(addPeople, request);
      addToRun(context, actor, runId, personIds, paid);
      return readRun(context, actor, runId);
    }),
  );
  router.put(
    "/runs/:run/payday",
    onRun("prepare", (actor, runId, request) => {
      movePayday(context, actor, runId, body(movePaydaySchema, request));
      return readRun(context, actor, runId);
    }),
  );
  router.post(
    "/runs/:run/acts/:act/undo",
    onRun("prepare", (actor, runId, request) =>
      undoActOf(context, actor, runId, idOf(request, "act")) ? readRun(context, actor, runId) : { gone: true },
    ),
  );
  router.put(
    "/runs/:run/ticks",
    onRun("prepare", (actor, runId, request) => {
      const saved = setTick(context, actor, runId, body(setTickSchema, request));
      context.announce(runId, request.header("X-Zesty-Page"));
      return saved;
    }),
  );
  router.get(
    "/runs/:run/pays/:pay/working",
    onRun("see", (_actor, runId, request) =>
      keptWorking(context, runId, idOf(request, "pay"), String(request.query.figure)),
    ),
  );
  return router;
}
