/** What is changed for several people at once, looked at and done: a raise, another cycle, place, cost centre or fund. */
import { type MoveWanted, moveWanted } from "@zesty/contract/move";
import { raiseWanted } from "@zesty/contract/raise";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { body } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { demandSeen } from "../http/seen.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { moveSeveral, planMove } from "./moveSeveral.ts";
import { planRaise, raise, raiseStamp } from "./raise.ts";

export function raiseRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  /** Funds are chosen only where the law has them: elsewhere no section of a person holds one. */
  const demandFunds = (businessId: number, { what }: MoveWanted) => {
    const { writers } = context.country(findBusiness(context, businessId).country).people;
    if (what === "fund" && !("super" in writers)) throw notFound("fund");
  };
  router.post(
    "/businesses/:business/raise/plan",
    onBusiness("prepare", (actor, businessId, request) =>
      planRaise(context, actor, businessId, body(raiseWanted, request)),
    ),
  );
  router.post(
    "/businesses/:business/raise",
    onBusiness("prepare", (actor, businessId, request) => {
      const wanted = body(raiseWanted, request);
      demandSeen(request, () => raiseStamp(context, businessId, wanted));
      const done = raise(context, actor, businessId, wanted);
      refreshOpenRuns(context, businessId);
      return done;
    }),
  );
  router.post(
    "/businesses/:business/move/plan",
    onBusiness("prepare", (actor, businessId, request) => {
      const wanted = body(moveWanted, request);
      demandFunds(businessId, wanted);
      return planMove(context, actor, businessId, wanted);
    }),
  );
  router.post(
    "/businesses/:business/move",
    onBusiness("prepare", (actor, businessId, request) => {
      const wanted = body(moveWanted, request);
      demandFunds(businessId, wanted);
      moveSeveral(context, actor, businessId, wanted);
      refreshOpenRuns(context, businessId);
    }),
  );
}
