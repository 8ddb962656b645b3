/** The addresses of the staff pages. Every one of them asks first whether the page is the account's own. */
import { photo } from "@zesty/contract/besidePay";
import { codeSignIn, resetRequest } from "@zesty/contract/session";
import { type StaffSection, staffDays, staffJoin, staffLeave, staffSections } from "@zesty/contract/staff";
import { isDate } from "@zesty/core/calendar/dates";
import { Router } from "express";
import type { Schema } from "joi";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { body, idOf } from "../http/handler.ts";
import { removePhoto, savePhoto, sendPhoto } from "../people/photo.ts";
import { businessOfPerson } from "../people/readPeople.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { beginSession } from "../session/beginSession.ts";
import { sendCode, signInByCode } from "./oneTimeCode.ts";
import { ownPage } from "./ownPage.ts";
import { paperRoutes } from "./paperRoutes.ts";
import { practiceRoutes } from "./practiceRoutes.ts";
import { readStaffPage, readStaffSession } from "./readStaff.ts";
import { openStaffPages, staffOf } from "./staffAccount.ts";
import { changeOwn, demandSection } from "./staffChanges.ts";
import { askOwnLeave, previewLeave, readOwnWeek, saveOwnDays, withdrawOwnLeave } from "./staffTime.ts";

export function staffRoutes(context: Context): Router {
  const router = Router();
  const own = ownPage(context);
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
  paperRoutes(context, router, own);
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

  practiceRoutes(context, router);
  return router;
}
