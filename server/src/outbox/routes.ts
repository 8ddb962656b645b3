/** Sending: a run or several, again, by hand; and the documents as they were sent. */

import type { ReportPage } from "@zesty/contract/readReport";
import {
  byHand as byHandSchema,
  replaceEvent as replaceEventBody,
  sendAgain as sendAgainSchema,
  sendRun as sendRunSchema,
  sendSeveral as sendSeveralSchema,
} from "@zesty/contract/sending";
import { create as contentDisposition } from "content-disposition";
import { Router } from "express";
import { businessOfDocument, readDocument } from "../documents/documents.ts";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { demandRight } from "../ground/rights.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { looked } from "../http/looked.ts";
import { runRoute } from "../runs/runRoute.ts";
import { record } from "../store/trail.ts";
import { searchThenSendAgain, tryNow } from "./again.ts";
import { taken } from "./byHand.ts";
import { replaceEvent } from "./replaceEvent.ts";
import { sendRun, sendView } from "./sendRun.ts";
import { sendSeveral, waitingRuns } from "./several.ts";

export function outboxRoutes(context: Context): Router {
  const router = Router();
  const onRun = runRoute(context);
  router.get(
    "/waiting-runs",
    signedIn(context, (actor, { query }) =>
      // Numbers or nothing: what is no number is no run.
      waitingRuns(
        context,
        actor,
        String(query.also ?? "")
          .split(",")
          .map(Number)
          .filter(Number.isSafeInteger),
      ),
    ),
  );
  router.post(
    "/waiting-runs/send",
    signedIn(context, (actor, request) => ({
      ...sendSeveral(context, actor, body(sendSeveralSchema, request).runs),
    })),
  );
  router.post(
    "/runs/:run/send",
    onRun("prepare", (actor, runId, request) => {
      sendRun(context, actor, runId, body(sendRunSchema, request).channels);
      return sendView(context, runId);
    }),
  );
  router.post(
    "/runs/:run/messages/:message/by-hand",
    onRun("authorise", (actor, runId, request) => {
      taken(context, actor, runId, idOf(request, "message"), body(byHandSchema, request));
      return sendView(context, runId);
    }),
  );
  router.post(
    "/runs/:run/send-again",
    onRun("prepare", async (actor, runId, request) => {
      await searchThenSendAgain(context, actor, runId, body(sendAgainSchema, request).channel);
      return sendView(context, runId);
    }),
  );
  router.post(
    "/runs/:run/try-now",
    onRun("prepare", (_actor, runId) => {
      tryNow(context, runId);
      return sendView(context, runId);
    }),
  );
  router.post(
    "/runs/:run/replace-event",
    onRun("authorise", (actor, runId, request) => {
      replaceEvent(context, actor, runId, body(replaceEventBody, request));
      return sendView(context, runId);
    }),
  );
  router.get(
    "/runs/:run/send",
    onRun("see", (_actor, runId) => sendView(context, runId)),
  );
  router.get(
    "/documents/:document",
    signedIn(context, (actor, request, response) => {
      const found = readDocument(context, idOf(request, "document"));
      const businessId = businessOfDocument(context, found);
      demandRight(context, actor, businessId, "prepare", "document");
      record(context.store, {
        at: context.clock.now(),
        userId: actor.userId,
        businessId,
        what: "downloaded a document",
        about: found.fileName,
      });
      response.type(found.mime).setHeader("Content-Disposition", contentDisposition(found.fileName));
      response.send(found.bytes);
    }),
  );
  router.get(
    "/documents/:document/read",
    signedIn(context, (actor, request): ReportPage => {
      const found = readDocument(context, idOf(request, "document"));
      const businessId = businessOfDocument(context, found);
      demandRight(context, actor, businessId, "prepare", "document");
      const { name, country } = findBusiness(context, businessId);
      const read = context.country(country).lodging.read[found.kind];
      if (!read) throw notFound("document");
      looked(context, actor, businessId, `what the agency was told, ${found.fileName}`);
      const { fileName, sha256, runId } = found;
      return { ...read(found.bytes), business: name, fileName, sha256, runId };
    }),
  );
  return router;
}
