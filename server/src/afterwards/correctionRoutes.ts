/** A signed pay that is corrected. */
import { newCorrection } from "@zesty/contract/corrections";
import { type Request, Router } from "express";
import type { Context } from "../ground/context.ts";
import { body, idOf } from "../http/handler.ts";
import { demandSeen } from "../http/seen.ts";
import { payOf as payIn, runRoute } from "../runs/runRoute.ts";
import { makeCorrection, planCorrection } from "./correction.ts";
import { readCorrectable } from "./readCorrectable.ts";

export function correctionRoutes(context: Context): Router {
  const router = Router();
  const onRun = runRoute(context);
  const payOf = payIn(context);
  router.get(
    "/runs/:run/pays/:pay/correction",
    onRun("see", (_actor, runId, request) => readCorrectable(context, payOf(runId, idOf(request, "pay")))),
  );
  const correction = (runId: number, request: Request) => {
    const wanted = body(newCorrection, request);
    payOf(runId, wanted.payId);
    return wanted;
  };
  router.post(
    "/runs/:run/corrections/plan",
    onRun("prepare", (actor, runId, request) => planCorrection(context, actor, correction(runId, request))),
  );
  router.post(
    "/runs/:run/corrections",
    onRun("prepare", (actor, runId, request) => {
      const wanted = correction(runId, request);
      demandSeen(request, () => readCorrectable(context, wanted.payId).stamp);
      return { id: makeCorrection(context, actor, wanted) };
    }),
  );
  return router;
}
