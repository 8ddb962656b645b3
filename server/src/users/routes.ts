/** Users, the audit trail and the safety of the store: for the practice lead. */

import { confirm as confirmSchema } from "@zesty/contract/restored";
import { anchorMail, invite, userChange } from "@zesty/contract/session";
import { create as contentDisposition } from "content-disposition";
import { type Request, type RequestHandler, type Response, Router } from "express";
import { officeZone } from "../clock.ts";
import type { Actor, Context } from "../context.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { ProblemError } from "../http/problem.ts";
import { demandProof } from "../http/proof.ts";
import { confirm, readRestored, releaseRestored } from "../outbox/restored.ts";
import { backUpNow, readSafety } from "../safety/safety.ts";
import { mailAnchorTo, walkTrail } from "../safety/walk.ts";
import { inviteUser } from "./invitations.ts";
import { readTrail, trailCsv } from "./trail.ts";
import { changeUser, listUsers, withdrawInvitation } from "./users.ts";

export function userRoutes(context: Context): Router {
  const router = Router();
  const lead = (work: (actor: Actor, request: Request, response: Response) => unknown): RequestHandler =>
    signedIn(context, (actor, request, response) => {
      if (!actor.lead) throw new ProblemError(403, "right-missing", "Only the practice lead does this. Ask the lead.");
      return work(actor, request, response);
    });
  router.get(
    "/users",
    lead(() => listUsers(context)),
  );
  router.post(
    "/users/invitations",
    lead((actor, request) => {
      demandProof(request);
      return inviteUser(context, actor, body(invite, request));
    }),
  );
  router.delete(
    "/users/invitations/:invitation",
    lead((actor, request) => {
      withdrawInvitation(context, actor, idOf(request, "invitation"));
      return listUsers(context);
    }),
  );
  router.put(
    "/users/:user",
    lead((actor, request) => {
      demandProof(request);
      changeUser(context, actor, idOf(request, "user"), body(userChange, request));
      return listUsers(context);
    }),
  );
  const query = (request: Request) => {
    const number = (name: string) => {
      const value = Number(request.query[name]);
      return Number.isSafeInteger(value) && value > 0 ? value : null;
    };
    return {
      words: String(request.query.words ?? "").slice(0, 100),
      businessId: number("business"),
      before: number("before"),
    };
  };
  router.get(
    "/trail",
    lead((_actor, request) => readTrail(context, query(request))),
  );
  router.get(
    "/trail.csv",
    lead((_actor, request, response) => {
      response
        .type("text/csv")
        .setHeader("Content-Disposition", contentDisposition(`audit-trail-${context.clock.today(officeZone)}.csv`))
        .send(trailCsv(context, query(request)));
    }),
  );
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
  return router;
}
