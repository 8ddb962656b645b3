import { newCorrection } from "@zesty/contract/corrections";
import { hoursSheetFile } from "@zesty/contract/hoursSheet";
import {
  addPeople,
  byHand as byHandSchema,
  movePayday as movePaydaySchema,
  newOutsideCycle,
  openRun as openRunSchema,
  replaceEvent as replaceEventBody,
  saveRows as saveRowsSchema,
  sendAgain as sendAgainSchema,
  sendRun as sendRunSchema,
  sendSeveral as sendSeveralSchema,
  setTick as setTickSchema,
  signOffRun,
  takeBackRun,
} from "@zesty/contract/runs";
import { create as contentDisposition } from "content-disposition";
import { eq } from "drizzle-orm";
import { type Request, Router } from "express";
import type { Context } from "../context.ts";
import { makeCorrection, planCorrection } from "../corrections/correct.ts";
import { readCorrectable } from "../corrections/readCorrectable.ts";
import { businessOfDocument, keptPayslip, readDocument } from "../documents/documents.ts";
import { renderPayslip, renderPayslips } from "../documents/renderPayslip.ts";
import { sheetBack, sheetOut } from "../hoursSheet/hoursSheet.ts";
import { hoursCsv, hoursWorkbook } from "../hoursSheet/writeBook.ts";
import { body, idOf, mostOf, signedIn } from "../http/handler.ts";
import { lookedAtRun } from "../http/looked.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { notFound } from "../http/problem.ts";
import { demandRight } from "../http/rights.ts";
import type { Jobs } from "../jobs/jobs.ts";
import { asJob } from "../jobs/routes.ts";
import { searchThenSendAgain, tryNow } from "../outbox/again.ts";
import { taken } from "../outbox/byHand.ts";
import { slipOf } from "../outbox/channels.ts";
import { replaceEvent } from "../outbox/replaceEvent.ts";
import { printedPays, sendRun, sendView } from "../outbox/sendRun.ts";
import { sendSeveral, waitingRuns } from "../outbox/several.ts";
import { undoActOf } from "../row/acts.ts";
import { record } from "../store/audit.ts";
import { pay } from "../store/schema.ts";
import { addToRun } from "./addToRun.ts";
import { discardRun } from "./discardRun.ts";
import { movePayday } from "./movePayday.ts";
import { openRun } from "./openRun.ts";
import { openOutsideCycle } from "./outsideCycle.ts";
import { signOffPlan } from "./plan.ts";
import { prepareSignOff } from "./prepareSignOff.ts";
import { keptWorking, listRuns, readRun } from "./readRun.ts";
import { runRoute } from "./runRoute.ts";
import { findRun } from "./runRows.ts";
import { saveRows } from "./saveRows.ts";
import { sheetCsv } from "./sheetCsv.ts";
import { signOffSteps } from "./signOff.ts";
import { takeBack } from "./takeBack.ts";
import { setTick } from "./ticks.ts";

export function runRoutes(context: Context, jobs: Jobs): Router {
  const router = Router();
  const onRun = runRoute(context);
  const onBusiness = businessRoute(context);
  /** A pay by its number, only if it belongs to the run. */
  const payOf = (runId: number, payId: number): number => {
    const row = context.store.db.select({ runId: pay.runId }).from(pay).where(eq(pay.id, payId)).get();
    if (row?.runId !== runId) throw notFound("pay");
    return payId;
  };

  router.get(
    "/businesses/:business/runs",
    onBusiness("see", (_actor, businessId, request) => listRuns(context, businessId, mostOf(request))),
  );
  router.post(
    "/businesses/:business/runs",
    onBusiness("prepare", (actor, businessId, request) => ({
      id: openRun(context, actor, businessId, body(openRunSchema, request)),
    })),
  );
  router.post(
    "/businesses/:business/outside-cycle",
    onBusiness("prepare", (actor, businessId, request) => ({
      id: openOutsideCycle(context, actor, businessId, body(newOutsideCycle, request)),
    })),
  );
  router.get(
    "/runs/:run",
    onRun("see", (actor, runId) => readRun(context, actor, runId)),
  );
  router.delete(
    "/runs/:run",
    onRun("prepare", (actor, runId) => discardRun(context, actor, runId)),
  );
  const sheetFile = (ending: "xlsx" | "csv", mime: string) =>
    router.get(
      `/runs/:run/hours-sheet.${ending}`,
      onRun("see", async (actor, runId, _request, response) => {
        const { out, fileName } = sheetOut(context, actor, runId);
        response.setHeader("Content-Disposition", contentDisposition(`${fileName}.${ending}`));
        response.type(mime).send(ending === "csv" ? hoursCsv(out) : await hoursWorkbook(out));
      }),
    );
  sheetFile("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet");
  sheetFile("csv", "text/csv");
  router.post(
    "/runs/:run/hours-sheet",
    onRun("prepare", (actor, runId, request) => sheetBack(context, actor, runId, body(hoursSheetFile, request))),
  );
  router.get(
    "/runs/:run/sheet.csv",
    onRun("see", (actor, runId, _request, response) => {
      const view = readRun(context, actor, runId);
      response
        .type("text/csv")
        .setHeader("Content-Disposition", contentDisposition(`run-${view.number}-${view.payday}.csv`));
      lookedAtRun(context, actor, runId, "the sheet");
      response.send(sheetCsv(view));
    }),
  );
  router.put(
    "/runs/:run/rows",
    onRun("prepare", (actor, runId, request) => {
      const saved = saveRows(context, actor, runId, body(saveRowsSchema, request));
      context.announce(runId, request.header("X-Zesty-Page"));
      return saved;
    }),
  );
  router.post(
    "/runs/:run/people",
    onRun("prepare", (actor, runId, request) => {
      const { personIds, paid } = body(addPeople, request);
      addToRun(context, actor, runId, personIds, paid);
      return readRun(context, actor, runId);
    }),
  );
  router.put(
    "/runs/:run/payday",
    onRun("prepare", (actor, runId, request) => {
      movePayday(context, actor, runId, body(movePaydaySchema, request));
      return readRun(context, actor, runId);
    }),
  );
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
    onRun("prepare", (actor, runId, request) => ({ id: makeCorrection(context, actor, correction(runId, request)) })),
  );
  router.post(
    "/runs/:run/acts/:act/undo",
    onRun("prepare", (actor, runId, request) => {
      undoActOf(context, actor, runId, idOf(request, "act"));
      return readRun(context, actor, runId);
    }),
  );
  router.put(
    "/runs/:run/ticks",
    onRun("prepare", (actor, runId, request) => {
      const saved = setTick(context, actor, runId, body(setTickSchema, request));
      context.announce(runId, request.header("X-Zesty-Page"));
      return saved;
    }),
  );
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
  router.get(
    "/waiting-runs",
    signedIn(context, (actor, { query }) =>
      // Numbers or nothing: what is no number is no run.
      waitingRuns(
        context,
        actor,
        String(query.also ?? "")
          .split(",")
          .map(Number)
          .filter(Number.isSafeInteger),
      ),
    ),
  );
  router.post(
    "/waiting-runs/send",
    signedIn(context, (actor, request) => ({
      ...sendSeveral(context, actor, body(sendSeveralSchema, request).runs),
    })),
  );
  router.post(
    "/runs/:run/take-back",
    onRun("authorise", (actor, runId, request) => ({
      id: takeBack(context, actor, runId, body(takeBackRun, request).reason),
    })),
  );
  router.post(
    "/runs/:run/send",
    onRun("prepare", (actor, runId, request) => {
      sendRun(context, actor, runId, body(sendRunSchema, request).channels);
      return sendView(context, runId);
    }),
  );
  router.post(
    "/runs/:run/messages/:message/by-hand",
    onRun("authorise", (actor, runId, request) => {
      taken(context, actor, runId, idOf(request, "message"), body(byHandSchema, request));
      return sendView(context, runId);
    }),
  );
  router.post(
    "/runs/:run/send-again",
    onRun("prepare", async (actor, runId, request) => {
      await searchThenSendAgain(context, actor, runId, body(sendAgainSchema, request).channel);
      return sendView(context, runId);
    }),
  );
  router.post(
    "/runs/:run/try-now",
    onRun("prepare", (_actor, runId) => {
      tryNow(context, runId);
      return sendView(context, runId);
    }),
  );
  router.post(
    "/runs/:run/replace-event",
    onRun("authorise", (actor, runId, request) => {
      replaceEvent(context, actor, runId, body(replaceEventBody, request));
      return sendView(context, runId);
    }),
  );
  router.get(
    "/runs/:run/send",
    onRun("see", (_actor, runId) => sendView(context, runId)),
  );
  router.get(
    "/runs/:run/pays/:pay/working",
    onRun("see", (_actor, runId, request) =>
      keptWorking(context, runId, idOf(request, "pay"), String(request.query.figure)),
    ),
  );
  const slip = (runId: number, payId: number) => {
    if (findRun(context, runId).state !== "open") return slipOf(context, { runId, payId });
    const found = prepareSignOff(context, runId).pays.find((each) => each.row.row.payId === payId);
    if (!found) throw notFound("payslip");
    return found.slip;
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
    onRun("see", async (actor, runId, _request, response) => {
      const slips = printedPays(context, runId).map((payId) => slip(runId, payId));
      if (slips.length === 0) throw notFound("payslip to print");
      response
        .type("application/pdf")
        .setHeader("Content-Disposition", contentDisposition(`payslips-${slips[0]?.payday}.pdf`, { type: "inline" }));
      lookedAtRun(context, actor, runId, `${slips.length} payslips`);
      response.send(await renderPayslips(slips));
    }),
  );
  router.get(
    "/documents/:document",
    signedIn(context, (actor, request, response) => {
      const found = readDocument(context, idOf(request, "document"));
      const businessId = businessOfDocument(context, found);
      demandRight(context, actor, businessId, "prepare", "document");
      record(context.store, {
        at: context.clock.now(),
        userId: actor.userId,
        businessId,
        what: "downloaded a document",
        about: found.fileName,
      });
      response.type(found.mime).setHeader("Content-Disposition", contentDisposition(found.fileName));
      response.send(found.bytes);
    }),
  );
  return router;
}
