/** The safety of the store: backups, the walk over the trail, what is held after a restore. */
import { confirm as confirmSchema } from "@zesty/contract/restored";
import { anchorMail, leadsFactor } from "@zesty/contract/session";
import { Router } from "express";
import { backUpNow } from "../ground/backUpNow.ts";
import type { Context } from "../ground/context.ts";
import { demandOfLeads } from "../ground/leadsFactor.ts";
import { body } from "../http/handler.ts";
import { leadRoute } from "../http/leadRoute.ts";
import { confirm, readRestored, releaseRestored } from "../outbox/restored.ts";
import { readSafety } from "./safety.ts";
import { mailAnchorTo, walkTrail } from "./walk.ts";

export function safetyRoutes(context: Context): Router {
  const router = Router();
  const lead = leadRoute(context);
  router.get(
    "/safety",
    lead(() => readSafety(context)),
  );
  router.get(
    "/safety/restored",
    lead(() => readRestored(context)),
  );
  router.post(
    "/safety/restored",
    lead((actor, request) => {
      confirm(context, actor, body(confirmSchema, request));
      return readRestored(context);
    }),
  );
  router.post(
    "/safety/restored/release",
    lead((actor) => {
      releaseRestored(context, actor);
      return readSafety(context);
    }),
  );
  router.post(
    "/safety/backups",
    lead((actor) => {
      backUpNow(context, actor);
      return readSafety(context);
    }),
  );
  router.post(
    "/safety/walk",
    lead(async () => {
      await walkTrail(context);
      return readSafety(context);
    }),
  );
  router.put(
    "/safety/anchor-mail",
    lead((_actor, request) => {
      mailAnchorTo(context, body(anchorMail, request).to);
      return readSafety(context);
    }),
  );
  router.put(
    "/safety/leads-factor",
    lead((actor, request) => {
      demandOfLeads(context, actor, body(leadsFactor, request).demanded);
      return readSafety(context);
    }),
  );
  return router;
}
