/** Paying dues over. */
import {
  heardOf as heardBody,
  letGo as letGoBody,
  paidByHand,
  planPayment as planBody,
  preparePayment as prepareBody,
} from "@zesty/contract/dues";
import { paySeveral as paySeveralBody, planSeveral } from "@zesty/contract/payOver";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { heardOf, payByHand, takeBackByHand } from "./byHand.ts";
import { letGo, preparePayment, releasePayment } from "./pay.ts";
import { planShown } from "./plan.ts";
import { paySeveral, plansOf, practiceDues } from "./several.ts";

export function remittanceRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/due-payments/open",
    signedIn(context, (actor) => practiceDues(context, actor)),
  );
  router.post(
    "/due-payments/plan",
    signedIn(context, (actor, request) => plansOf(context, actor, body(planSeveral, request).payments)),
  );
  router.post(
    "/due-payments",
    signedIn(context, (actor, request) => {
      const done = paySeveral(context, actor, body(paySeveralBody, request).payments);
      context.wakeOutbox();
      return done;
    }),
  );
  const at = "/businesses/:business/due-payments";
  router.post(
    `${at}/plan`,
    onBusiness("prepare", (actor, businessId, request) => {
      const { picks, date } = body(planBody, request);
      return planShown(context, actor, businessId, picks, date);
    }),
  );
  router.post(
    at,
    onBusiness("prepare", (actor, businessId, request) => {
      const id = preparePayment(context, actor, businessId, body(prepareBody, request));
      context.wakeOutbox();
      return { id };
    }),
  );
  router.post(
    `${at}/by-hand`,
    onBusiness("authorise", (actor, businessId, request) => ({
      id: payByHand(context, actor, businessId, body(paidByHand, request)),
    })),
  );
  router.post(
    `${at}/:payment/release`,
    onBusiness("authorise", (actor, businessId, request) => {
      releasePayment(context, actor, businessId, idOf(request, "payment"));
      context.wakeOutbox();
    }),
  );
  router.post(
    `${at}/:payment/let-go`,
    onBusiness("authorise", (actor, businessId, request) => {
      letGo(context, actor, businessId, idOf(request, "payment"), body(letGoBody, request).reason);
    }),
  );
  router.post(
    `${at}/:payment/take-back`,
    onBusiness("authorise", (actor, businessId, request) => {
      takeBackByHand(context, actor, businessId, idOf(request, "payment"), body(letGoBody, request).reason);
    }),
  );
  router.post(
    `${at}/:payment/remittances/:remittance/heard`,
    onBusiness("authorise", (actor, businessId, request) => {
      const [payment, remittance] = [idOf(request, "payment"), idOf(request, "remittance")];
      heardOf(context, actor, businessId, payment, remittance, body(heardBody, request));
    }),
  );
}
