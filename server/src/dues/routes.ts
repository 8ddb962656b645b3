/** What is owed, and what became of it. */
import { type DueKind, type DuesView, dueKinds, payeeGiven, remindMe } from "@zesty/contract/dues";
import { addMonths, isDate } from "@zesty/core/calendar/dates";
import type { Request, Router } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { body, mostOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { demandProof } from "../http/proof.ts";
import { demandSeen } from "../http/seen.ts";
import { personRoute } from "../people/personRoute.ts";
import { businessOfPerson } from "../people/readPeople.ts";
import { openAccount } from "../setup/businessRow.ts";
import { lastThree } from "../store/crypt.ts";
import { dueCalendar } from "./dueCalendar.ts";
import { readPayees, savePayee } from "./payees.ts";
import { readDues } from "./readDues.ts";
import { readDuePayments } from "./readPayments.ts";
import { contributionsOf, readDuePeople } from "./readPeople.ts";
import { remindDays, remindOfDues, saveRemindDays } from "./remind.ts";

export function dueRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/dues",
    onBusiness("see", (actor, businessId, request) => readAll(context, actor, businessId, mostOf(request))),
  );
  router.get(
    "/businesses/:business/dues/people",
    onBusiness("see", (_actor, businessId, request) => readDuePeople(context, businessId, whichDue(request))),
  );
  router.get(
    "/businesses/:business/dues.ics",
    onBusiness("see", (actor, businessId, _request, response) => {
      response
        .attachment("dues.ics")
        .type("text/calendar")
        .send(dueCalendar(context, actor, businessId));
    }),
  );
  router.get(
    "/people/:person/contributions",
    personRoute(context)("see", (_actor, personId) => {
      const today = todayAt(context, businessOfPerson(context, personId));
      return contributionsOf(context, personId, addMonths(today, -24), addMonths(today, 12));
    }),
  );
  router.get(
    "/dues.ics",
    signedIn(context, (actor, _request, response) => {
      response
        .attachment("dues.ics")
        .type("text/calendar")
        .send(dueCalendar(context, actor, null));
    }),
  );
  router.put(
    "/reminders-of-dues",
    signedIn(context, async (actor, request) => {
      saveRemindDays(context, actor, body(remindMe, request).days);
      await remindOfDues(context);
    }),
  );
  router.post(
    "/businesses/:business/payees",
    onBusiness("authorise", (actor, businessId, request) => {
      demandProof(request);
      const given = body(payeeGiven, request);
      demandSeen(
        request,
        () => readPayees(context, businessId).find(({ receiver }) => receiver === given.receiver)?.stamp,
      );
      savePayee(context, actor, businessId, given);
      return readPayees(context, businessId);
    }),
  );
}

function readAll(context: Context, actor: Actor, businessId: number, years?: number): DuesView {
  const owner = findBusiness(context, businessId);
  const account = openAccount(context, owner);
  return {
    dues: readDues(context, businessId, years),
    payments: readDuePayments(context, actor, businessId, 20 * (years ?? 1)),
    payees: readPayees(context, businessId),
    paysFrom: account ? lastThree(account.account) : null,
    notFollowedBefore: owner.duesFrom,
    remindDays: remindDays(context, actor.userId),
  };
}

function whichDue({ query }: Request): { dueDate: string; kind: DueKind; fundId: number | null; payee: string } {
  const { dueDate, kind, fundId, payee } = query;
  if (typeof dueDate !== "string" || !isDate(dueDate) || !dueKinds.some((each) => each === kind)) throw notFound("due");
  const fund = Number(fundId ?? 0);
  return {
    dueDate,
    kind: kind as DueKind,
    fundId: Number.isSafeInteger(fund) && fund > 0 ? fund : null,
    payee: typeof payee === "string" ? payee : "",
  };
}
