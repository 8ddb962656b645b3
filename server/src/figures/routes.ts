/** Questions: what can be asked, answers as a page and as files, the pays behind a figure, and questions that are kept. */
import { answerQuestion, askApproval, askQuestion, sayYes } from "@zesty/contract/approval";
import { type Answer, keepQuestion, mailKept, type Question, question } from "@zesty/contract/figures";
import { mailOwnerPage } from "@zesty/contract/ownerPage";
import { dateWords } from "@zesty/core/calendar/dates";
import { create as contentDisposition } from "content-disposition";
import type { Request, Response, Router } from "express";
import { renderAnswer, renderOwnerPage } from "../documents/renderPayslip.ts";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { lookedAtRun } from "../http/looked.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { runRoute } from "../runs/runRoute.ts";
import { answerAsked, approvalOf, askAbout, sayYesTo, withdrawAsking } from "../signOff/approval.ts";
import { inSlices } from "../store/steps.ts";
import { record } from "../store/trail.ts";
import { answerSteps, paysBehind, whatCanBeAsked } from "./answer.ts";
import { mailForYes, readLetter } from "./approverLetter.ts";
import { answerBook, answerCsv } from "./files.ts";
import { drop, keep, keptBy, mailMonthly } from "./keptQuestions.ts";
import { addMailRule, endMailRule, listMailRules } from "./mailRules.ts";
import { mailOwner, readOwnerPage } from "./ownerPage.ts";

const text = (value: unknown): string => (typeof value === "string" ? value : "");
const idsIn = (value: unknown): number[] => text(value).split(",").filter(Boolean).map(Number);

/** A question as an address: what=cost&rows=month&columns=costCentre&from=2025-07&to=2026-06&businesses=1,2 */
function askedIn(request: Request): Question {
  const { what, rows, columns, from, to, businesses } = request.query;
  const { error, value } = question.validate(
    { what, rows, columns: text(columns), from, to, businesses: idsIn(businesses) },
    { abortEarly: false },
  );
  if (error)
    throw cannot("question", "This question is not understood.", {
      errors: error.details.map((each) => ({ path: String(each.path[0] ?? ""), text: each.message })),
    });
  return value as Question;
}

export function figureRoutes(context: Context, router: Router): void {
  questionRoutes(context, router);
  ownerPageRoutes(context, router);
  approvalRoutes(context, router);
  keptRoutes(context, router);
}

function questionRoutes(context: Context, router: Router): void {
  const answerTo = (actor: Actor, asked: Question): Promise<Answer> =>
    inSlices(answerSteps(context, actor, asked), () => undefined);
  router.get(
    "/questions",
    signedIn(context, (actor, request) => whatCanBeAsked(context, actor, idsIn(request.query.businesses))),
  );
  router.get(
    "/figures",
    signedIn(context, (actor, request) => answerTo(actor, askedIn(request))),
  );
  router.get(
    "/figures/pays",
    signedIn(context, (actor, request) =>
      paysBehind(context, actor, askedIn(request), {
        row: text(request.query.row),
        column: text(request.query.column),
      }),
    ),
  );
  /** Figures that leave the house leave their entry. */
  const asFile = (ending: string, type: string, bytes: (answer: Answer, actor: Actor) => Promise<Buffer> | Buffer) =>
    router.get(
      `/figures.${ending}`,
      signedIn(context, async (actor: Actor, request: Request, response: Response) => {
        const answer = await answerTo(actor, askedIn(request));
        record(context.store, {
          ...{ at: context.clock.now(), userId: actor.userId, what: "took figures as a file", about: answer.title },
          businessId: answer.question.businesses.length === 1 ? (answer.question.businesses[0] ?? null) : null,
        });
        response.setHeader("Content-Disposition", contentDisposition(`figures-${answer.question.what}.${ending}`));
        response.type(type).send(await bytes(answer, actor));
      }),
    );
  asFile("csv", "text/csv", answerCsv);
  asFile("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", answerBook);
  asFile("pdf", "application/pdf", ({ title, head, columns, rows, totals, notes }, actor) =>
    renderAnswer({
      ...{ kind: "answer", title, head, columns, rows, totals, notes },
      madeBy: `${actor.name}, ${dateWords(context.clock.now().slice(0, 10))}`,
    }),
  );
}

/** The owner's page of a run, and the rules by which it is mailed. */
function ownerPageRoutes(context: Context, router: Router): void {
  const onRun = runRoute(context);
  router.get(
    "/runs/:run/owner-page.pdf",
    onRun("see", async (actor, runId, _request, response) => {
      const own = readOwnerPage(context, runId);
      lookedAtRun(context, actor, runId, "the owner's page");
      response
        .type("application/pdf")
        .setHeader("Content-Disposition", contentDisposition(`payday-${own.payday}.pdf`, { type: "inline" }));
      response.send(await renderOwnerPage(own));
    }),
  );
  router.post(
    "/runs/:run/owner-page",
    onRun("authorise", (actor, runId, request) => {
      const { to, always } = body(mailOwnerPage, request);
      context.store.transaction(() => {
        mailOwner(context, actor, runId, to);
        if (always) addMailRule(context, actor, runId, to);
      });
    }),
  );
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/mail-rules",
    onBusiness("see", (_actor, businessId) => listMailRules(context, businessId)),
  );
  router.delete(
    "/businesses/:business/mail-rules/:rule",
    onBusiness("authorise", (actor, businessId, request) =>
      endMailRule(context, actor, businessId, idOf(request, "rule")),
    ),
  );
}

/** A run that waits for somebody's yes. */
function approvalRoutes(context: Context, router: Router): void {
  const onRun = runRoute(context);
  router.get(
    "/runs/:run/approval",
    onRun("see", (_actor, runId) => approvalOf(context, runId)),
  );
  router.post(
    "/runs/:run/approval",
    onRun("prepare", (actor, runId, request) => mailForYes(context, actor, runId, body(askApproval, request).userId)),
  );
  router.delete(
    "/runs/:run/approval",
    onRun("prepare", (actor, runId) => withdrawAsking(context, actor, runId)),
  );
  router.post(
    "/runs/:run/approval/answer",
    onRun("prepare", (actor, runId, request) => answerAsked(context, actor, runId, body(answerQuestion, request))),
  );
  router.get(
    "/runs/:run/letter",
    onRun("see", (actor, runId) => {
      lookedAtRun(context, actor, runId, "the letter");
      return readLetter(context, actor, runId);
    }),
  );
  router.post(
    "/runs/:run/letter/yes",
    onRun("authorise", (actor, runId, request) => sayYesTo(context, actor, runId, body(sayYes, request).seen)),
  );
  router.post(
    "/runs/:run/letter/question",
    onRun("authorise", (actor, runId, request) => askAbout(context, actor, runId, body(askQuestion, request))),
  );
}

function keptRoutes(context: Context, router: Router): void {
  router.get(
    "/kept-questions",
    signedIn(context, (actor) => keptBy(context, actor)),
  );
  router.post(
    "/kept-questions",
    signedIn(context, (actor, request) => keep(context, actor, body(keepQuestion, request))),
  );
  router.put(
    "/kept-questions/:question/mail",
    signedIn(context, (actor, request) =>
      mailMonthly(context, actor, idOf(request, "question"), body(mailKept, request).monthly),
    ),
  );
  router.delete(
    "/kept-questions/:question",
    signedIn(context, (actor, request) => drop(context, actor, idOf(request, "question"))),
  );
}
