/** Pages that only New Zealand has: earnings from before, a closedown put into a run, the ESCT rates of a year, notices of Inland Revenue. */
import { newClosedown } from "@zesty/contract/nz/closedowns";
import { esctAccepted } from "@zesty/contract/nz/esct";
import { noticeAnswer, typedNotice } from "@zesty/contract/nz/notices";
import { openingEarningsGiven } from "@zesty/contract/nz/openingEarnings";
import { finalReturn } from "@zesty/contract/signOff";
import { isDate } from "@zesty/core/calendar/dates";
import type { CountryHere } from "../ground/countryHere.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot, notFound, ProblemError } from "../ground/problem.ts";
import { body, idOf } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { readRun } from "../runs/readRun.ts";
import { runRoute } from "../runs/runRoute.ts";
import { planClosedown, recordClosedown } from "./closedown.ts";
import { acceptEsct, esctRates } from "./esctRates.ts";
import { filedMonths } from "./filedMonths.ts";
import { setFinalReturn } from "./finalReturn.ts";
import { answerNotice, askForNotices, readNotices, typeNotice } from "./notices.ts";
import { putEarningsIn } from "./openingEarnings.ts";

export const routesNz: CountryHere["routes"] = (router, context) => {
  const onBusiness = businessRoute(context);
  const ratesOf = (businessId: number, from: string) => {
    if (findBusiness(context, businessId).country !== "NZ")
      throw new ProblemError(
        404,
        "no-esct",
        "ESCT is New Zealand's tax on what an employer pays into KiwiSaver. Choose a business there.",
      );
    return esctRates(context, businessId, from);
  };
  router.get(
    "/businesses/:business/esct-rates",
    onBusiness("see", (_actor, businessId, request) => {
      const from = typeof request.query.from === "string" ? request.query.from : todayAt(context, businessId);
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
  router.post(
    "/businesses/:business/opening-earnings",
    onBusiness("prepare", (actor, businessId, request) => {
      if (findBusiness(context, businessId).country !== "NZ") throw notFound("opening earnings");
      const given = body(openingEarningsGiven, request);
      const shown = putEarningsIn(context, actor, businessId, given);
      if (given.apply) refreshOpenRuns(context, businessId);
      return shown;
    }),
  );
  const onRun = runRoute(context);
  router.put(
    "/runs/:run/final-return",
    onRun("prepare", (actor, runId, request) => {
      if (findBusiness(context, findRun(context, runId).businessId).country !== "NZ") throw notFound("final return");
      setFinalReturn(context, actor, runId, body(finalReturn, request).final);
      return readRun(context, actor, runId);
    }),
  );
  const demandHere = (businessId: number) => {
    if (findBusiness(context, businessId).country !== "NZ") throw notFound("notice");
  };
  router.get(
    "/businesses/:business/filed-months",
    onBusiness("see", (_actor, businessId) => {
      if (findBusiness(context, businessId).country !== "NZ") throw notFound("filed month");
      return filedMonths(context, businessId);
    }),
  );
  router.get(
    "/businesses/:business/notices",
    onBusiness("see", (_actor, businessId) => {
      demandHere(businessId);
      return readNotices(context, businessId);
    }),
  );
  const changed = (businessId: number) => {
    refreshOpenRuns(context, businessId);
    return readNotices(context, businessId);
  };
  router.post(
    "/businesses/:business/notices/asked",
    onBusiness("prepare", async (actor, businessId) => {
      demandHere(businessId);
      await askForNotices(context, actor, businessId);
      return readNotices(context, businessId);
    }),
  );
  router.post(
    "/businesses/:business/notices",
    onBusiness("prepare", (actor, businessId, request) => {
      demandHere(businessId);
      typeNotice(context, actor, businessId, body(typedNotice, request));
      return readNotices(context, businessId);
    }),
  );
  router.put(
    "/businesses/:business/notices/:notice",
    onBusiness("prepare", (actor, businessId, request) => {
      demandHere(businessId);
      answerNotice(context, actor, businessId, idOf(request, "notice"), body(noticeAnswer, request));
      return changed(businessId);
    }),
  );
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
