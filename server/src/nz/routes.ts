/** Pages that only New Zealand has: a closedown put into a run, and the ESCT rates of a year. */
import { newClosedown } from "@zesty/contract/closedowns";
import { esctAccepted } from "@zesty/contract/esct";
import { isDate } from "@zesty/core/calendar/dates";
import type { CountryHere } from "../countries/countryHere.ts";
import { body } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { cannot, notFound } from "../http/problem.ts";
import { readRun } from "../runs/readRun.ts";
import { refreshOpenRuns } from "../runs/refreshOpenRuns.ts";
import { runRoute } from "../runs/runRoute.ts";
import { findBusiness } from "../setup/findBusiness.ts";
import { planClosedown, recordClosedown } from "./closedown.ts";
import { acceptEsct, esctRates } from "./esctRates.ts";

export const routesNz: CountryHere["routes"] = (router, context) => {
  const onBusiness = businessRoute(context);
  const ratesOf = (businessId: number, from: string) => {
    if (findBusiness(context, businessId).country !== "NZ") throw notFound("ESCT rate");
    return esctRates(context, businessId, from);
  };
  router.get(
    "/businesses/:business/esct-rates",
    onBusiness("see", (_actor, businessId, request) => {
      const from = typeof request.query.from === "string" ? request.query.from : context.clock.today();
      if (!isDate(from)) throw cannot("not-a-day", "Choose a day of the year, as 2026-04-01.");
      return ratesOf(businessId, from);
    }),
  );
  router.post(
    "/businesses/:business/esct-rates",
    onBusiness("prepare", (actor, businessId, request) => {
      const wanted = body(esctAccepted, request);
      ratesOf(businessId, wanted.from);
      acceptEsct(context, actor, businessId, wanted);
      refreshOpenRuns(context, businessId);
      return ratesOf(businessId, wanted.from);
    }),
  );
  const onRun = runRoute(context);
  router.post(
    "/runs/:run/closedown/plan",
    onRun("prepare", (_actor, runId, request) => planClosedown(context, runId, body(newClosedown, request))),
  );
  router.post(
    "/runs/:run/closedown",
    onRun("prepare", (actor, runId, request) => {
      recordClosedown(context, actor, runId, body(newClosedown, request));
      return readRun(context, actor, runId);
    }),
  );
};
