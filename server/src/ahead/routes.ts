/** The year ahead: worked out as a job, as a file, kept under a name, and made so. */
import { adoptAhead, aheadWanted, type KeptAhead, keepAhead } from "@zesty/contract/ahead";
import { create as contentDisposition } from "content-disposition";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { body, idOf } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import type { Jobs } from "../jobs/jobs.ts";
import { asJob } from "../jobs/routes.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { record } from "../store/trail.ts";
import { adopt } from "./adopt.ts";
import { aheadCsv } from "./aheadCsv.ts";
import { keep, listKept, takeOut } from "./kept.ts";
import { aheadSteps } from "./view.ts";

export function aheadRoutes(context: Context, jobs: Jobs, router: Router): void {
  const onBusiness = businessRoute(context);
  const about = (businessId: number, userId: number) => `the year ahead ${businessId} ${userId}`;
  router.post(
    "/businesses/:business/ahead",
    onBusiness("prepare", (actor, businessId, request, response) => {
      const wanted = body(aheadWanted, request);
      return asJob(jobs, { actor, request, response }, about(businessId, actor.userId), () =>
        aheadSteps(context, actor, businessId, wanted),
      );
    }),
  );
  /** A sheet of what was asked: what people would cost leaves the house, and that leaves its entry. */
  router.post(
    "/businesses/:business/ahead.csv",
    onBusiness("prepare", async (actor, businessId, request, response) => {
      const wanted = body(aheadWanted, request);
      const { ended } = jobs.start(about(businessId, actor.userId), actor.userId, () =>
        aheadSteps(context, actor, businessId, wanted),
      );
      const found = await ended;
      record(context.store, {
        ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "took the year ahead as a file" },
        about: findBusiness(context, businessId).name,
      });
      response.setHeader("Content-Disposition", contentDisposition(`year-ahead-${found.from}.csv`));
      response.type("text/csv").send(aheadCsv(found));
    }),
  );
  router.get(
    "/businesses/:business/ahead/kept",
    onBusiness("see", (_actor, businessId): KeptAhead[] => listKept(context, businessId)),
  );
  router.post(
    "/businesses/:business/ahead/kept",
    onBusiness("prepare", (actor, businessId, request) => keep(context, actor, businessId, body(keepAhead, request))),
  );
  router.delete(
    "/businesses/:business/ahead/kept/:kept",
    onBusiness("prepare", (_actor, businessId, request) => takeOut(context, businessId, idOf(request, "kept"))),
  );
  router.post(
    "/businesses/:business/ahead/adopt",
    onBusiness("prepare", (actor, businessId, request) => {
      const done = adopt(context, actor, businessId, body(adoptAhead, request).changes);
      refreshOpenRuns(context, businessId);
      return done;
    }),
  );
}
