/** What the practice does about a person's staff pages. */
import { askPeopleBody } from "@zesty/contract/readiness";
import { answerChange, inviteStaff } from "@zesty/contract/staff";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { body, idOf } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { personRoute } from "../people/personRoute.ts";
import { businessOfPerson } from "../people/readPeople.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { askPeople } from "./askPeople.ts";
import { endStaffPages, inviteToStaffPages } from "./staffAccount.ts";
import { answerStaffChange, readStaffAccess } from "./staffChanges.ts";

export function practiceRoutes(context: Context, router: Router): void {
  const onPerson = personRoute(context);
  router.get(
    "/people/:person/staff-pages",
    onPerson("prepare", (_actor, personId) => readStaffAccess(context, personId)),
  );
  router.post(
    "/people/:person/staff-pages",
    onPerson("prepare", (actor, personId, request) =>
      inviteToStaffPages(context, actor, personId, body(inviteStaff, request).by),
    ),
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
      const { take } = body(answerChange, request);
      const told = answerStaffChange(context, actor, personId, idOf(request, "change"), take);
      refreshOpenRuns(context, businessOfPerson(context, personId));
      return { ...readStaffAccess(context, personId), told };
    }),
  );
  const onBusiness = businessRoute(context);
  router.post(
    "/businesses/:business/readiness/ask",
    onBusiness("prepare", (actor, businessId, request) =>
      askPeople(context, actor, businessId, body(askPeopleBody, request).again),
    ),
  );
}
