/** The record of time and the agreements of a business. */
import {
  approveDays as approveSchema,
  saveDays as daysSchema,
  saveAgreementFacts as factsSchema,
} from "@zesty/contract/time";
import type { Request, Router } from "express";
import type { Context } from "../context.ts";
import { body } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { listAgreements, loadRuleSet, saveAgreementFacts } from "./agreements.ts";
import { approveDays, saveDays } from "./days.ts";
import { refreshBusinessTime } from "./intoRun.ts";
import { readWeek } from "./readWeek.ts";

const asked = (request: Request, name: string): string | undefined => {
  const value = request.query[name];
  return typeof value === "string" && value !== "" ? value : undefined;
};

export function timeRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/week",
    onBusiness("see", (actor, businessId, request) => {
      const cycle = asked(request, "cycle");
      return readWeek(
        context,
        actor,
        businessId,
        cycle === undefined ? undefined : Number(cycle),
        asked(request, "day"),
      );
    }),
  );
  router.put(
    "/businesses/:business/days",
    onBusiness("prepare", (actor, businessId, request) => {
      saveDays(context, actor, businessId, body(daysSchema, request));
    }),
  );
  router.post(
    "/businesses/:business/approvals",
    onBusiness("prepare", (actor, businessId, request) => {
      approveDays(context, actor, businessId, body(approveSchema, request));
    }),
  );
  router.get(
    "/businesses/:business/agreements",
    onBusiness("see", (_actor, businessId) => listAgreements(context, businessId)),
  );
  router.post(
    "/businesses/:business/agreements",
    onBusiness("prepare", (actor, businessId, request) => {
      const all = loadRuleSet(context, actor, businessId, request.body);
      refreshBusinessTime(context, businessId);
      return all;
    }),
  );
  router.put(
    "/businesses/:business/agreements/:agreement",
    onBusiness("prepare", (actor, businessId, request) => {
      const { agreement } = request.params;
      const all = saveAgreementFacts(context, actor, businessId, String(agreement), body(factsSchema, request));
      refreshBusinessTime(context, businessId);
      return all;
    }),
  );
}
