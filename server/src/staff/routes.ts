/** The addresses of the staff pages. Every one of them asks first whether the page is the account's own. */
import { photo } from "@zesty/contract/besidePay";
import { askPeopleBody } from "@zesty/contract/readiness";
import { codeSignIn, resetRequest } from "@zesty/contract/session";
import {
  answerChange,
  type StaffSection,
  staffDays,
  staffJoin,
  staffLeave,
  staffSections,
} from "@zesty/contract/staff";
import { isDate } from "@zesty/core/calendar/dates";
import { create as contentDisposition } from "content-disposition";
import { type Request, type RequestHandler, type Response, Router } from "express";
import type { Schema } from "joi";
import { keptPayslip } from "../documents/documents.ts";
import { renderPayslip, renderYearSummary } from "../documents/renderPayslip.ts";
import { slipOf } from "../documents/slip.ts";
import { contributionsOf } from "../dues/readPeople.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { body, idOf } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { personRoute } from "../people/personRoute.ts";
import { removePhoto, savePhoto, sendPhoto } from "../people/photo.ts";
import { businessOfPerson } from "../people/readPeople.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { keptWorking } from "../runs/readRun.ts";
import { beginSession } from "../session/beginSession.ts";
import { record } from "../store/trail.ts";
import { summaryFile, yearSummary } from "../year/summary.ts";
import { askPeople } from "./askPeople.ts";
import { sendCode, signInByCode } from "./oneTimeCode.ts";
import { readStaffPage, readStaffSession, sentPayslips } from "./readStaff.ts";
import { demandOwn, endStaffPages, inviteToStaffPages, openStaffPages, staffOf } from "./staffAccount.ts";
import { answerStaffChange, changeOwn, demandSection, readStaffAccess } from "./staffChanges.ts";
import { askOwnLeave, previewLeave, readOwnWeek, saveOwnDays, withdrawOwnLeave } from "./staffTime.ts";

type Work = (actor: Actor, personId: number, request: Request, response: Response) => unknown;

export function staffRoutes(context: Context): Router {
  const router = Router();
  /** On a page of one's own. */
  const own =
    (work: Work): RequestHandler =>
    async (request, response) => {
      const actor = staffOf(context, request);
      const personId = idOf(request, "person");
      demandOwn(context, actor, personId);
      const result = await work(actor, personId, request, response);
      if (!response.headersSent && !response.writableEnded) response.json(result ?? {});
    };
  const slipAt = (personId: number, payId: number) => {
    const found = sentPayslips(context, personId).find((each) => each.payId === payId);
    if (!found) throw notFound("payslip");
    return found;
  };
  /** Every view of figures is on the trail. */
  const looked = (actor: Actor, personId: number, what: string, about: string) =>
    void record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: businessOfPerson(context, personId),
      what,
      about,
    });

  router.get("/staff", (request, response) => {
    response.json(readStaffSession(context, staffOf(context, request)));
  });
  router.post("/staff/join", async (request, response) => {
    const { userId, isIn } = await openStaffPages(context, body(staffJoin, request), request.ip ?? "unknown");
    if (isIn) await beginSession(request, userId);
    response.json(isIn ? readStaffSession(context, staffOf(context, request)) : {});
  });
  router.post("/staff/code", async (request, response) => {
    await sendCode(context, body(resetRequest, request).email, request.ip ?? "unknown");
    response.json({});
  });
  router.post("/staff/code/session", async (request, response) => {
    await beginSession(request, signInByCode(context, body(codeSignIn, request), request.ip ?? "unknown"));
    response.json(readStaffSession(context, staffOf(context, request)));
  });
  router.get(
    "/staff/:person",
    own((_actor, personId) => readStaffPage(context, personId)),
  );
  router.put(
    "/staff/:person/own/:section",
    own(async (actor, personId, request) => {
      const section = request.params.section as StaffSection;
      const { country } = findBusiness(context, businessOfPerson(context, personId));
      const known = staffSections[country] as Partial<Record<StaffSection, Schema>>;
      demandSection(known, section);
      await changeOwn(context, actor, personId, section, body(known[section] as Schema, request));
      refreshOpenRuns(context, businessOfPerson(context, personId));
      return readStaffPage(context, personId);
    }),
  );
  router.get(
    "/staff/:person/photo",
    own((_actor, personId, _request, response) => sendPhoto(context, personId, response)),
  );
  router.put(
    "/staff/:person/photo",
    own((actor, personId, request) => {
      savePhoto(context, actor, personId, body(photo, request).picture);
      return readStaffPage(context, personId);
    }),
  );
  router.delete(
    "/staff/:person/photo",
    own((actor, personId) => {
      removePhoto(context, actor, personId);
      return readStaffPage(context, personId);
    }),
  );
  router.get(
    "/staff/:person/payslips/:pay",
    own((actor, personId, request) => {
      const found = slipAt(personId, idOf(request, "pay"));
      looked(actor, personId, "looked at the own payslip", found.payday);
      return slipOf(context, found);
    }),
  );
  router.get(
    "/staff/:person/payslips/:pay/contributions",
    own((_actor, personId, request) => {
      const { payday } = slipAt(personId, idOf(request, "pay"));
      return contributionsOf(context, personId, payday, payday);
    }),
  );
  router.get(
    "/staff/:person/payslips/:pay/why/:figure",
    own((_actor, personId, request) => {
      const found = slipAt(personId, idOf(request, "pay"));
      const figure = String(request.params.figure);
      // What the employer sets aside on top is not the person's.
      if (figure === "cost" || figure.startsWith("cost:")) throw notFound("figure");
      return keptWorking(context, found.runId, found.payId, figure);
    }),
  );
  router.get(
    "/staff/:person/payslips/:pay/payslip.pdf",
    own(async (actor, personId, request, response) => {
      const found = slipAt(personId, idOf(request, "pay"));
      looked(actor, personId, "took the own payslip", found.payday);
      response
        .type("application/pdf")
        .setHeader("Content-Disposition", contentDisposition(`payslip-${found.payday}.pdf`, { type: "inline" }));
      response.send(keptPayslip(context, found.runId, found.payId) ?? (await renderPayslip(slipOf(context, found))));
    }),
  );
  router.get(
    "/staff/:person/years/:from/summary.pdf",
    own(async (actor, personId, request, response) => {
      const from = String(request.params.from);
      if (!isDate(from)) throw notFound("year summary");
      const summary = yearSummary(context, actor, personId, from);
      looked(actor, personId, "took the own year summary", summary.year);
      response
        .type("application/pdf")
        .setHeader("Content-Disposition", contentDisposition(summaryFile(summary), { type: "inline" }));
      response.send(await renderYearSummary(summary));
    }),
  );
  router.get(
    "/staff/:person/week",
    own((_actor, personId, request) => {
      const today = todayAt(context, businessOfPerson(context, personId));
      const day = String(request.query.day ?? today);
      return readOwnWeek(context, personId, isDate(day) ? day : today);
    }),
  );
  router.put(
    "/staff/:person/days",
    own((actor, personId, request) => {
      const { days } = body(staffDays, request);
      saveOwnDays(context, actor, personId, days);
      return readOwnWeek(context, personId, days[0]?.date ?? todayAt(context, businessOfPerson(context, personId)));
    }),
  );
  router.post(
    "/staff/:person/leave/preview",
    own((_actor, personId, request) => previewLeave(context, personId, body(staffLeave, request))),
  );
  router.post(
    "/staff/:person/leave",
    own((actor, personId, request) => {
      askOwnLeave(context, actor, personId, body(staffLeave, request));
      return readStaffPage(context, personId);
    }),
  );
  router.delete(
    "/staff/:person/leave/:request",
    own((actor, personId, request) => {
      withdrawOwnLeave(context, actor, personId, idOf(request, "request"));
      return readStaffPage(context, personId);
    }),
  );

  /** What the practice does about a person's staff pages. */
  const onPerson = personRoute(context);
  router.get(
    "/people/:person/staff-pages",
    onPerson("prepare", (_actor, personId) => readStaffAccess(context, personId)),
  );
  router.post(
    "/people/:person/staff-pages",
    onPerson("prepare", (actor, personId) => inviteToStaffPages(context, actor, personId)),
  );
  router.delete(
    "/people/:person/staff-pages",
    onPerson("prepare", (actor, personId) => {
      endStaffPages(context, actor, personId);
      return readStaffAccess(context, personId);
    }),
  );
  router.put(
    "/people/:person/staff-changes/:change",
    onPerson("prepare", (actor, personId, request) => {
      answerStaffChange(context, actor, personId, idOf(request, "change"), body(answerChange, request).take);
      refreshOpenRuns(context, businessOfPerson(context, personId));
      return readStaffAccess(context, personId);
    }),
  );
  const onBusiness = businessRoute(context);
  router.post(
    "/businesses/:business/readiness/ask",
    onBusiness("prepare", (actor, businessId, request) =>
      askPeople(context, actor, businessId, body(askPeopleBody, request).again),
    ),
  );
  return router;
}
