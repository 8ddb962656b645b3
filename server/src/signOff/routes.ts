/** Signing off: what it would make, the act itself, taking it back, and the payslips of a run. */
import { signOffRun, takeBackRun } from "@zesty/contract/signOff";
import { create as contentDisposition } from "content-disposition";
import { Router } from "express";
import { keptPayslip } from "../documents/documents.ts";
import { renderPayslip, renderPayslips } from "../documents/renderPayslip.ts";
import { type Slip, slipOf } from "../documents/slip.ts";
import type { Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { notFound } from "../ground/problem.ts";
import { body, idOf } from "../http/handler.ts";
import { lookedAtRun } from "../http/looked.ts";
import type { Jobs } from "../jobs/jobs.ts";
import { asJob } from "../jobs/routes.ts";
import { payOf as payIn, runRoute } from "../runs/runRoute.ts";
import { signOffPlan } from "./plan.ts";
import { prepareSignOff } from "./prepareSignOff.ts";
import { includedPays, printedPays } from "./printed.ts";
import { signOffSteps } from "./signOff.ts";
import { takeBack } from "./takeBack.ts";

export function signOffRoutes(context: Context, jobs: Jobs): Router {
  const router = Router();
  const onRun = runRoute(context);
  const payOf = payIn(context);
  router.get(
    "/runs/:run/plan",
    onRun("see", (_actor, runId) => signOffPlan(context, runId)),
  );
  router.post(
    "/runs/:run/sign-off",
    onRun("authorise", (actor, runId, request, response) => {
      const { version, final } = body(signOffRun, request);
      return asJob(jobs, { actor, request, response }, `run ${runId}`, () =>
        signOffSteps(context, actor, runId, version, final),
      );
    }),
  );
  router.post(
    "/runs/:run/take-back",
    onRun("authorise", (actor, runId, request) => ({
      id: takeBack(context, actor, runId, body(takeBackRun, request).reason),
    })),
  );
  const slip = (runId: number, payId: number) => {
    if (findRun(context, runId).state !== "open") return slipOf(context, { runId, payId });
    const found = prepareSignOff(context, runId).pays.find((each) => each.row.row.payId === payId);
    if (!found) throw notFound("payslip");
    return found.slip;
  };
  /** Of an open run they are worked out once for all. */
  const slipsOf = (runId: number, payIds: readonly number[]): Slip[] => {
    if (findRun(context, runId).state !== "open") return payIds.map((payId) => slipOf(context, { runId, payId }));
    const made = new Map(prepareSignOff(context, runId).pays.map((each) => [each.row.row.payId, each.slip]));
    return payIds.flatMap((payId) => made.get(payId) ?? []);
  };
  router.get(
    "/runs/:run/pays/:pay/payslip",
    onRun("see", (actor, runId, request) => {
      const payId = payOf(runId, idOf(request, "pay"));
      const made = slip(runId, payId);
      lookedAtRun(context, actor, runId, `the payslip of ${made.employee.name}`);
      return made;
    }),
  );
  router.get(
    "/runs/:run/pays/:pay/payslip.pdf",
    onRun("see", async (actor, runId, request, response) => {
      const payId = payOf(runId, idOf(request, "pay"));
      const made = slip(runId, payId);
      lookedAtRun(context, actor, runId, `the payslip of ${made.employee.name}`);
      response
        .type("application/pdf")
        .setHeader(
          "Content-Disposition",
          contentDisposition(`payslip-${made.payday}-${made.employee.payrollId}.pdf`, { type: "inline" }),
        );
      // What was sent is shown as it was sent; only a payslip not yet sent is made for the preview.
      response.send(keptPayslip(context, runId, payId) ?? (await renderPayslip(made)));
    }),
  );
  router.get(
    "/runs/:run/payslips.pdf",
    // Those that go on paper; with ?of=all everybody's, before sign-off as they would be.
    onRun("see", async (actor, runId, request, response) => {
      const isAll = request.query.of === "all";
      const slips = slipsOf(runId, isAll ? includedPays(context, runId) : printedPays(context, runId));
      if (slips.length === 0) throw notFound("payslip to print");
      response
        .type("application/pdf")
        .setHeader("Content-Disposition", contentDisposition(`payslips-${slips[0]?.payday}.pdf`, { type: "inline" }));
      lookedAtRun(context, actor, runId, `${slips.length} payslips`);
      response.send(await renderPayslips(slips));
    }),
  );
  return router;
}
