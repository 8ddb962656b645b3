/** The record of time and the agreements of a business. */

import {
  answerHolidays as answersSchema,
  approveDays as approveSchema,
  saveDays as daysSchema,
  saveAgreementFacts as factsSchema,
} from "@zesty/contract/time";
import { addDays, isDate } from "@zesty/core/calendar/dates";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { create as contentDisposition } from "content-disposition";
import type { Request, Router } from "express";
import { renderTimeRecord } from "../documents/renderPayslip.ts";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { demandRight, mayPrepare } from "../ground/rights.ts";
import { factsStamp, listAgreements, loadAgreementRules, saveAgreementFacts } from "../hours/agreements.ts";
import { body, dayAsked, idOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { demandSeen } from "../http/seen.ts";
import { demandTimeRight } from "../http/timeRights.ts";
import { listPeople } from "../people/readPeople.ts";
import { annualWages } from "./annualWages.ts";
import { approveDays, saveDays } from "./days.ts";
import { answerForHolidays } from "./holidayAnswers.ts";
import { refreshBusinessTime } from "./intoRun.ts";
import { readWeek } from "./readWeek.ts";
import { recordedDays, timeRecordCsv } from "./timeRecord.ts";
import { whoMoves } from "./whoMoves.ts";

const asked = (request: Request, name: string): string | undefined => {
  const value = request.query[name];
  return typeof value === "string" && value !== "" ? value : undefined;
};

export function timeRoutes(context: Context, router: Router): void {
  dayRoutes(context, router);
  recordRoutes(context, router);
  agreementRoutes(context, router);
}

function dayRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/week",
    onBusiness("hours", (actor, businessId, request) => {
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
    onBusiness("hours", (actor, businessId, request) => {
      const within = demandTimeRight(context, actor, businessId);
      const wanted = body(daysSchema, request);
      within(wanted.days);
      saveDays(context, actor, businessId, wanted);
    }),
  );
  router.post(
    "/businesses/:business/holiday-answers",
    onBusiness("hours", (actor, businessId, request) => {
      const within = demandTimeRight(context, actor, businessId);
      const wanted = body(answersSchema, request);
      const days = wanted.answers.map(({ date }) => ({ personId: wanted.personId, date }));
      within(days);
      answerForHolidays(context, actor, businessId, wanted);
    }),
  );
  router.post(
    "/businesses/:business/approvals",
    onBusiness("hours", (actor, businessId, request) => {
      const within = demandTimeRight(context, actor, businessId);
      const wanted = body(approveSchema, request);
      within(wanted.days);
      approveDays(context, actor, businessId, wanted);
    }),
  );
}

/** The record of time as a file, for whoever asks to see it. */
function recordRoutes(context: Context, router: Router): void {
  router.get(
    "/businesses/:business/time-record.:ending",
    signedIn(context, async (actor, request, response) => {
      const businessId = idOf(request, "business");
      demandRight(context, actor, businessId, "see");
      const { ending } = request.params;
      if (ending !== "csv" && ending !== "pdf") throw notFound("record");
      const person = asked(request, "person");
      // Four weeks to this day, where nobody says which.
      const to = asked(request, "to") ?? todayAt(context, businessId);
      const from = asked(request, "from") ?? (isDate(to) ? addDays(to, -27) : "");
      if (!isDate(from) || !isDate(to))
        throw cannot("record-days", "A record needs its first and its last day, as 2026-06-22.");
      const everybody = listPeople(context, businessId).map((each) => each.id);
      const wanted = person === undefined ? everybody : everybody.filter((id) => id === Number(person));
      if (wanted.length === 0) throw notFound("person");
      const days = recordedDays(context, businessId, wanted, from, to, mayPrepare(context, actor, businessId));
      const business = findBusiness(context, businessId).legalName;
      const bytes =
        ending === "csv"
          ? timeRecordCsv(days)
          : await renderTimeRecord({ kind: "timeRecord", business, from, to, days });
      response.setHeader("Content-Disposition", contentDisposition(`time-record-${from}-to-${to}.${ending}`));
      response.type(ending === "csv" ? "text/csv" : "application/pdf").send(bytes);
    }),
  );
}

function agreementRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/annual-wages",
    onBusiness("see", (_actor, businessId, request) => {
      const year = payrollYearOf(findBusiness(context, businessId).country, todayAt(context, businessId));
      return annualWages(context, businessId, asked(request, "from") ?? year.from, asked(request, "to") ?? year.to);
    }),
  );
  router.get(
    "/businesses/:business/agreements",
    onBusiness("see", (_actor, businessId, request) => listAgreements(context, businessId, dayAsked(request))),
  );
  router.post(
    "/businesses/:business/agreements",
    onBusiness("prepare", (actor, businessId, request) => {
      const all = loadAgreementRules(context, actor, businessId, request.body);
      refreshBusinessTime(context, businessId);
      return all;
    }),
  );
  router.post(
    "/businesses/:business/agreements/plan",
    onBusiness("prepare", (actor, businessId, request) => {
      const { code, validFrom } = (request.body ?? {}) as { code?: unknown; validFrom?: unknown };
      const today = todayAt(context, businessId);
      const day = typeof validFrom === "string" && isDate(validFrom) && validFrom > today ? validFrom : today;
      return whoMoves(context, businessId, String(code), day, () => {
        loadAgreementRules(context, actor, businessId, request.body);
      });
    }),
  );
  router.post(
    "/businesses/:business/agreements/:agreement/plan",
    onBusiness("prepare", (actor, businessId, request) => {
      const facts = body(factsSchema, request);
      const agreement = String(request.params.agreement);
      return whoMoves(context, businessId, agreement, facts.from, () => {
        saveAgreementFacts(context, actor, businessId, agreement, facts);
      });
    }),
  );
  router.put(
    "/businesses/:business/agreements/:agreement",
    onBusiness("prepare", (actor, businessId, request) => {
      const { agreement } = request.params;
      demandSeen(request, () => factsStamp(context, businessId, String(agreement)));
      const all = saveAgreementFacts(context, actor, businessId, String(agreement), body(factsSchema, request));
      refreshBusinessTime(context, businessId);
      return all;
    }),
  );
}
