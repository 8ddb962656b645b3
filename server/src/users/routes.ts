/** Users and the audit trail: for the practice lead. */

import { invite, keeperWanted, userChange } from "@zesty/contract/session";
import { create as contentDisposition } from "content-disposition";
import { type Request, Router } from "express";
import { officeZone } from "../ground/clock.ts";
import type { Context } from "../ground/context.ts";
import { body, idOf } from "../http/handler.ts";
import { leadRoute } from "../http/leadRoute.ts";
import { demandProof } from "../http/proof.ts";
import { demandSeen } from "../http/seen.ts";
import { inviteUser } from "./invitations.ts";
import { keepBusiness } from "./keepers.ts";
import { readTrail, trailCsv } from "./trail.ts";
import { changeUser, listUsers, withdrawInvitation } from "./users.ts";

export function userRoutes(context: Context): Router {
  const router = Router();
  const lead = leadRoute(context);
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
    "/users/keepers",
    lead((actor, request) => {
      keepBusiness(context, actor, body(keeperWanted, request));
      return listUsers(context);
    }),
  );
  router.put(
    "/users/:user",
    lead((actor, request) => {
      demandProof(request);
      const userId = idOf(request, "user");
      demandSeen(request, () => listUsers(context).users.find(({ id }) => id === userId)?.stamp);
      changeUser(context, actor, userId, body(userChange, request));
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
  return router;
}
