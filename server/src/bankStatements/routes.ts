/** The bank's statements. */
import { matchByHand as handBody, statementFile } from "@zesty/contract/bankStatements";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { body, idOf, mostOf } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { readBank } from "./readBank.ts";
import { endMatch, matchByHand, takeStatementIn } from "./takeIn.ts";

export function bankStatementRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/bank",
    onBusiness("see", (_actor, businessId, request) => readBank(context, businessId, mostOf(request))),
  );
  router.post(
    "/businesses/:business/bank/statements",
    onBusiness("prepare", (actor, businessId, request) =>
      takeStatementIn(context, actor, businessId, body(statementFile, request)),
    ),
  );
  router.post(
    "/businesses/:business/bank/matches",
    onBusiness("prepare", (actor, businessId, request) => {
      matchByHand(context, actor, businessId, body(handBody, request));
    }),
  );
  router.delete(
    "/businesses/:business/bank/matches/:match",
    onBusiness("prepare", (actor, businessId, request) => {
      endMatch(context, actor, businessId, idOf(request, "match"));
    }),
  );
}
