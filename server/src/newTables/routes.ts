/** The rule book: its tables, new ones loaded, confirmed and taken out again. */
import { confirmRules as confirmSchema, ruleFile } from "@zesty/contract/books";
import type { Request, Router } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { ProblemError } from "../ground/problem.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { loadedRows, ruleTables } from "../setup/ruleTables.ts";
import { business } from "../store/schema.ts";
import { confirmRules } from "./confirmRules.ts";
import { loadRuleRow, planRuleLoad, withdrawRuleRow } from "./loadRules.ts";
import { tablesChange } from "./tablesChange.ts";

export function ruleRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/tables-change",
    onBusiness("see", (_actor, businessId, request) =>
      tablesChange(context, businessId, typeof request.query.on === "string" ? request.query.on : undefined),
    ),
  );
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
