/** A person's line of time: read, undone, and back pay of a raise from the past. */
import { undoNotch } from "@zesty/contract/lineOfTime";
import { type Employment, employment } from "@zesty/contract/people";
import type { Request, Router } from "express";
import type { Context } from "../context.ts";
import { body } from "../http/handler.ts";
import { cannot } from "../http/problem.ts";
import { refreshOpenRuns } from "../runs/refreshOpenRuns.ts";
import { refreshTimeInRuns } from "../time/intoRun.ts";
import { payBack, planBackPay } from "./backPay.ts";
import { readLineOfTime, undoChange } from "./lineOfTime.ts";
import { personRoute } from "./personRoute.ts";
import { businessOfPerson } from "./readPeople.ts";

export function lineRoutes(context: Context, router: Router): void {
  const onPerson = personRoute(context);
  /** Open runs take a change of a person up. */
  const refreshed = (personId: number) => {
    const businessId = businessOfPerson(context, personId);
    context.store.transaction(() => refreshTimeInRuns(context, businessId, [personId]));
    refreshOpenRuns(context, businessId);
  };
  router.get(
    "/people/:person/line",
    onPerson("see", (_actor, personId) => readLineOfTime(context, personId)),
  );
  router.post(
    "/people/:person/line/undo",
    onPerson("prepare", (actor, personId, request) => {
      const { section, notch } = body(undoNotch, request);
      undoChange(context, actor, personId, section, notch);
      refreshed(personId);
      return readLineOfTime(context, personId);
    }),
  );
  router.post(
    "/people/:person/back-pay/plan",
    onPerson("prepare", (actor, personId, request) => planBackPay(context, actor, personId, termsOf(request))),
  );
  router.post(
    "/people/:person/back-pay",
    onPerson("prepare", (actor, personId, request) => {
      const done = payBack(context, actor, personId, termsOf(request));
      refreshed(personId);
      return done;
    }),
  );
}

function termsOf(request: Request): Employment & { from: string } {
  const terms = body(employment, request);
  if (terms.from === undefined) {
    const text = "From is missing: since when does the new rate count?";
    throw cannot("from-missing", text, { errors: [{ path: "from", text }] });
  }
  return { ...terms, from: terms.from };
}
