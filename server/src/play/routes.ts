/** A business to play in is made and put away by who adds businesses. */
import { startPlay } from "@zesty/contract/play";
import type { Router } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { ProblemError } from "../ground/problem.ts";
import { body, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { makePlay, putAway } from "./play.ts";

export function playRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  const demandLead = ({ lead }: Actor) => {
    if (!lead) throw new ProblemError(403, "right-missing", "Only the practice lead adds a business.");
  };
  router.post(
    "/play",
    signedIn(context, (actor, request) => {
      demandLead(actor);
      return { id: makePlay(context, actor, body(startPlay, request).country) };
    }),
  );
  router.post(
    "/businesses/:business/put-away",
    onBusiness("authorise", (actor, businessId) => {
      demandLead(actor);
      putAway(context, actor, businessId);
      return {};
    }),
  );
}
