/** Routes of the set-up beside the business itself: employer costs, top-up schemes, short lists, the rule book. */
import { confirmRules as confirmSchema, ruleFile } from "@zesty/contract/books";
import { newCycle } from "@zesty/contract/business";
import { chartLines, enrol, newAccount, newCentre, newCost, newTopUp } from "@zesty/contract/costs";
import { changeLists, type ListName, type ListValues, newPlace } from "@zesty/contract/lists";
import { newOwnField } from "@zesty/contract/ownFacts";
import { create as contentDisposition } from "content-disposition";
import type { Request, Router } from "express";
import type { Schema } from "joi";
import type { Actor, Context } from "../context.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { ProblemError } from "../http/problem.ts";
import { demandRight } from "../http/rights.ts";
import { refreshOpenRuns } from "../runs/refreshOpenRuns.ts";
import { business } from "../store/schema.ts";
import { chartCsv, takeChartIn } from "./chartCsv.ts";
import { confirmRules } from "./confirmRules.ts";
import { addAccount, addCentre, addCost, addTopUp, enrolInTopUp, readCosts } from "./costs.ts";
import { addCycle } from "./createBusiness.ts";
import { addOwnField, addPlace, changeEntry } from "./lists.ts";
import { loadRuleRow, planRuleLoad, withdrawRuleRow } from "./loadRules.ts";
import { readBusiness } from "./readBusiness.ts";
import { loadedRows, ruleTables } from "./ruleTables.ts";
import { tablesChange } from "./tablesChange.ts";

export function costRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/costs",
    onBusiness("see", (_actor, businessId) => readCosts(context, businessId)),
  );
  /** A change that open runs feel: they are worked out again. */
  const change = (path: string, work: (actor: Actor, businessId: number, request: Request) => void) =>
    router.post(
      `/businesses/:business/${path}`,
      onBusiness("prepare", (actor, businessId, request) => {
        work(actor, businessId, request);
        refreshOpenRuns(context, businessId);
        return readCosts(context, businessId);
      }),
    );
  change("costs", (actor, businessId, request) => addCost(context, actor, businessId, body(newCost, request)));
  change("top-ups", (actor, businessId, request) => {
    addTopUp(context, actor, businessId, body(newTopUp, request));
  });
  change("top-ups/:scheme/people", (actor, businessId, request) =>
    enrolInTopUp(context, actor, businessId, idOf(request, "scheme"), body(enrol, request)),
  );
  change("cost-centres", (actor, businessId, request) =>
    addCentre(context, actor, businessId, body(newCentre, request)),
  );
  change("cycles", (actor, businessId, request) => addCycle(context, actor, businessId, body(newCycle, request)));
  change("own-fields", (actor, businessId, request) =>
    addOwnField(context, actor, businessId, body(newOwnField, request)),
  );
  change("places", (actor, businessId, request) => addPlace(context, actor, businessId, body(newPlace, request)));
  for (const list of Object.keys(changeLists) as ListName[])
    router.put(
      `/businesses/:business/${list}/:entry`,
      onBusiness("prepare", (actor, businessId, request) => {
        const wanted = body<ListValues[ListName]>(changeLists[list] as Schema, request);
        changeEntry(context, actor, businessId, list, idOf(request, "entry"), wanted);
        refreshOpenRuns(context, businessId);
        return readBusiness(context, businessId);
      }),
    );
  router.get(
    "/businesses/:business/tables-change",
    onBusiness("see", (_actor, businessId, request) =>
      tablesChange(context, businessId, typeof request.query.on === "string" ? request.query.on : undefined),
    ),
  );
  router.get(
    "/businesses/:business/accounts.csv",
    signedIn(context, (actor, request, response) => {
      const businessId = idOf(request, "business");
      demandRight(context, actor, businessId, "see");
      response.setHeader("Content-Disposition", contentDisposition("accounts.csv"));
      response.type("text/csv").send(chartCsv(context, businessId));
    }),
  );
  change("accounts/lines", (actor, businessId, request) => {
    takeChartIn(context, actor, businessId, body(chartLines, request).text);
  });
  change("accounts", (actor, businessId, request) => addAccount(context, actor, businessId, body(newAccount, request)));
}

export function ruleRoutes(context: Context, router: Router): void {
  /** Tables count for every business, so only the practice lead changes them. */
  const asLead = (work: (actor: Actor, request: Request) => unknown) =>
    signedIn(context, (actor, request) => {
      if (!actor.lead) throw new ProblemError(403, "right-missing", "Only the practice lead changes the rule book.");
      return work(actor, request);
    });
  const inForce = () => {
    for (const each of context.store.db.select({ id: business.id }).from(business).all())
      refreshOpenRuns(context, each.id);
    return ruleTables(loadedRows(context));
  };
  router.get(
    "/rules",
    signedIn(context, () => ruleTables(loadedRows(context))),
  );
  router.post(
    "/rules/confirm",
    asLead((actor, request) => {
      confirmRules(context, actor, body(confirmSchema, request));
      return inForce();
    }),
  );
  router.post(
    "/rules/plan",
    asLead((actor, request) => planRuleLoad(context, actor, body(ruleFile, request))),
  );
  router.post(
    "/rules",
    asLead((actor, request) => {
      loadRuleRow(context, actor, body(ruleFile, request));
      return inForce();
    }),
  );
  router.delete(
    "/rules/:row",
    asLead((actor, request) => {
      withdrawRuleRow(context, actor, idOf(request, "row"));
      return inForce();
    }),
  );
}
