/** Leave of a business and of a person, and the calendar that needs no sign-in. */
import {
  adjustLeave,
  answerLeave,
  askLeave,
  cashOutLeave,
  leavePaper,
  postLeaveWorth,
  swapHoliday,
} from "@zesty/contract/leave";
import { leaveBroughtGiven } from "@zesty/contract/leaveBrought";
import { addDays } from "@zesty/core/calendar/dates";
import { create as contentDisposition } from "content-disposition";
import type { Request, Router } from "express";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { demandRight } from "../ground/rights.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { demandSeen } from "../http/seen.ts";
import { demandTimeRight } from "../http/timeRights.ts";
import { personRoute } from "../people/personRoute.ts";
import { businessOfPerson } from "../people/readPeople.ts";
import { bringBalances } from "./broughtBalances.ts";
import { endFeed, feedText, makeFeed } from "./calendarFeed.ts";
import { adjustBalance, cashOut, ledgerStamps } from "./changeBalance.ts";
import { swapHolidays, undoSwap } from "./holidaySwaps.ts";
import { putOnFile } from "./papers.ts";
import { findRequest, leaveHistory, readLeave } from "./readLeave.ts";
import { answerRequest, askForLeave } from "./requests.ts";
import { postWorth, readWorth, worthCsv } from "./worth.ts";

const asked = (request: Request, name: string, otherwise: string): string => {
  const value = request.query[name];
  return typeof value === "string" && value !== "" ? value : otherwise;
};

export function leaveRoutes(context: Context, router: Router): void {
  requestRoutes(context, router);
  swapRoutes(context, router);
  calendarRoutes(context, router);
  worthRoutes(context, router);
  balanceRoutes(context, router);
}

/** Leave that is asked for, answered, and the papers of it. */
function requestRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  const today = (businessId: number) => todayAt(context, businessId);
  router.get(
    "/businesses/:business/leave",
    onBusiness("hours", (actor, businessId, request) => {
      const from = asked(request, "from", today(businessId));
      return readLeave(context, actor, businessId, from, asked(request, "to", addDays(today(businessId), 90)));
    }),
  );
  router.post(
    "/businesses/:business/leave",
    onBusiness("hours", (actor, businessId, request) => {
      const within = demandTimeRight(context, actor, businessId);
      const wanted = body(askLeave, request);
      within([{ personId: wanted.personId, date: wanted.first }]);
      return askForLeave(context, actor, businessId, wanted);
    }),
  );
  router.post(
    "/businesses/:business/leave/:request",
    onBusiness("hours", (actor, businessId, request) => {
      const within = demandTimeRight(context, actor, businessId);
      const id = idOf(request, "request");
      const asked = findRequest(context, businessId, id);
      if (asked) within([{ personId: asked.personId, date: asked.first }]);
      return answerRequest(context, actor, businessId, id, body(answerLeave, request));
    }),
  );
  router.post(
    "/businesses/:business/leave/:request/papers",
    onBusiness("hours", (actor, businessId, request) => {
      const within = demandTimeRight(context, actor, businessId);
      const id = idOf(request, "request");
      const asked = findRequest(context, businessId, id);
      if (asked) within([{ personId: asked.personId, date: asked.first }]);
      return putOnFile(context, actor, businessId, id, body(leavePaper, request));
    }),
  );
}

function swapRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.post(
    "/businesses/:business/holiday-swaps",
    onBusiness("hours", (actor, businessId, request) => {
      const within = demandTimeRight(context, actor, businessId);
      const wanted = body(swapHoliday, request);
      within(wanted.personIds.map((personId) => ({ personId, date: wanted.original })));
      return swapHolidays(context, actor, businessId, wanted);
    }),
  );
  router.delete(
    "/businesses/:business/holiday-swaps/:swap",
    onBusiness("hours", (actor, businessId, request) => {
      const within = demandTimeRight(context, actor, businessId);
      return undoSwap(context, actor, businessId, idOf(request, "swap"), within);
    }),
  );
}

function calendarRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.post(
    "/businesses/:business/calendar",
    onBusiness("prepare", (actor, businessId) => makeFeed(context, actor, businessId)),
  );
  router.delete(
    "/businesses/:business/calendar",
    onBusiness("prepare", (actor, businessId) => endFeed(context, actor, businessId)),
  );
  router.get("/calendars/:file", (request, response) => {
    response.type("text/calendar; charset=utf-8").send(feedText(context, String(request.params.file)));
  });
}

function worthRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  const today = (businessId: number) => todayAt(context, businessId);
  const worthDays = (businessId: number, request: Request) => {
    const to = asked(request, "to", today(businessId));
    return { from: asked(request, "from", addDays(today(businessId), -28)), to };
  };
  router.get(
    "/businesses/:business/leave-worth",
    onBusiness("see", (_actor, businessId, request) => {
      const { from, to } = worthDays(businessId, request);
      return readWorth(context, businessId, from, to);
    }),
  );
  router.get(
    "/businesses/:business/leave-worth.csv",
    signedIn(context, (actor, request, response) => {
      const businessId = idOf(request, "business");
      demandRight(context, actor, businessId, "see");
      const { from, to } = worthDays(businessId, request);
      const bytes = worthCsv(context, businessId, from, to);
      response.setHeader("Content-Disposition", contentDisposition(`leave-${from}-to-${to}.csv`));
      response.type("text/csv").send(bytes);
    }),
  );
  router.post(
    "/businesses/:business/leave-worth",
    onBusiness("authorise", (actor, businessId, request) =>
      postWorth(context, actor, businessId, body(postLeaveWorth, request).on),
    ),
  );
}

/** Balances of people: brought along, changed by hand, cashed out, and how they came about. */
function balanceRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.post(
    "/businesses/:business/leave-balances",
    onBusiness("prepare", (actor, businessId, request) =>
      bringBalances(context, actor, businessId, body(leaveBroughtGiven, request)),
    ),
  );
  const onPerson = personRoute(context);
  router.get(
    "/people/:person/leave",
    signedIn(context, (actor, request) => {
      const personId = idOf(request, "person");
      const businessId = businessOfPerson(context, personId);
      demandRight(context, actor, businessId, "see", "person");
      return leaveHistory(context, actor, businessId, personId);
    }),
  );
  router.post(
    "/people/:person/leave-adjustments",
    onPerson("prepare", (actor, personId, request) => {
      demandSeen(request, () => ledgerStamps(context, [personId]).get(personId));
      adjustBalance(context, actor, personId, body(adjustLeave, request));
    }),
  );
  router.post(
    "/people/:person/leave-cash-outs",
    onPerson("prepare", (actor, personId, request) => cashOut(context, actor, personId, body(cashOutLeave, request))),
  );
}
