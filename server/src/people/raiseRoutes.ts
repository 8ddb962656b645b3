/** A raise for several people: looked at, and done. */
import { raiseWanted } from "@zesty/contract/raise";
import type { Router } from "express";
import type { Context } from "../context.ts";
import { body } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { refreshOpenRuns } from "../runs/refreshOpenRuns.ts";
import { planRaise, raise } from "./raise.ts";

export function raiseRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.post(
    "/businesses/:business/raise/plan",
    onBusiness("prepare", (actor, businessId, request) =>
      planRaise(context, actor, businessId, body(raiseWanted, request)),
    ),
  );
  router.post(
    "/businesses/:business/raise",
    onBusiness("prepare", (actor, businessId, request) => {
      const done = raise(context, actor, businessId, body(raiseWanted, request));
      refreshOpenRuns(context, businessId);
      return done;
    }),
  );
}
