/** Past pays looked over: as a job, as a file, and what they are short of put into the next run. */
import { lookOverWanted } from "@zesty/contract/lookOver";
import { addMonths } from "@zesty/core/calendar/dates";
import { create as contentDisposition } from "content-disposition";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { demandRight } from "../ground/rights.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import type { Jobs } from "../jobs/jobs.ts";
import { asJob } from "../jobs/routes.ts";
import { record } from "../store/trail.ts";
import { lookOver, payLookedOver } from "./lookOver.ts";
import { lookOverCsv } from "./lookOverCsv.ts";

export function lookOverRoutes(context: Context, jobs: Jobs, router: Router): void {
  const onBusiness = businessRoute(context);
  /** What people were paid was read: that leaves its entry. */
  const looked = (userId: number, businessId: number, what: string, { from, to }: { from: string; to: string }) =>
    record(context.store, { at: context.clock.now(), userId, businessId, what, about: `${from} to ${to}` });
  const about = (businessId: number) => `look over ${businessId}`;
  router.post(
    "/businesses/:business/look-over",
    onBusiness("prepare", (actor, businessId, request, response) => {
      const wanted = body(lookOverWanted, request);
      looked(actor.userId, businessId, "looked past pays over", wanted);
      return asJob(jobs, { actor, request, response }, about(businessId), () => lookOver(context, businessId, wanted));
    }),
  );
  router.post(
    "/businesses/:business/look-over/pay",
    onBusiness("prepare", (actor, businessId, request, response) => {
      const wanted = body(lookOverWanted, request);
      return asJob(jobs, { actor, request, response }, about(businessId), () =>
        payLookedOver(context, actor, businessId, wanted),
      );
    }),
  );
  router.get(
    "/businesses/:business/look-over.csv",
    signedIn(context, async (actor, request, response) => {
      const businessId = idOf(request, "business");
      demandRight(context, actor, businessId, "see");
      const { from, to } = request.query;
      const today = todayAt(context, businessId);
      const wanted = { from: String(from ?? addMonths(today, -12)), to: String(to ?? today), people: null };
      const found = await jobs.start(about(businessId), actor.userId, () => lookOver(context, businessId, wanted))
        .ended;
      looked(actor.userId, businessId, "took past pays looked over as a file", found);
      response.setHeader("Content-Disposition", contentDisposition(`pays-${found.from}-to-${found.to}.csv`));
      response.type("text/csv").send(lookOverCsv(found));
    }),
  );
}
