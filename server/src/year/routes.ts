/** A payroll year: its sheet of proof, and the pays behind a row. */
import { outsideGiven } from "@zesty/contract/outside";
import { summaryMail, type YearProof, yearClosed, yearDeclared, yearLeftOut, yearTicked } from "@zesty/contract/year";
import { isDate } from "@zesty/core/calendar/dates";
import type { YearSummary } from "@zesty/core/documents/yearSummary";
import { centsText } from "@zesty/core/quantity/units";
import { stringify } from "csv-stringify/sync";
import type { Router } from "express";
import { plainCell } from "../documents/journalCsv.ts";
import { renderYearSummary } from "../documents/renderPayslip.ts";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { demandRight } from "../ground/rights.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { looked } from "../http/looked.ts";
import { businessRoute } from "../http/onBusiness.ts";
import type { Jobs } from "../jobs/jobs.ts";
import { asJob } from "../jobs/routes.ts";
import { businessOfPerson } from "../people/readPeople.ts";
import { closeYear, tickLine } from "./close.ts";
import { declareSteps, leaveOut } from "./declare.ts";
import { readElementSheet } from "./elementSheet.ts";
import { readYearAndEnding } from "./ending.ts";
import { mailSummaries, readSummaryMail } from "./mailSummaries.ts";
import { putOutsideIn, readOutside } from "./outside.ts";
import { readProofPays, readYearProof } from "./proof.ts";
import { summaryFile, yearSummaries, yearSummary } from "./summary.ts";

const dayIn = (text: unknown): string => {
  if (typeof text === "string" && isDate(text)) return text;
  throw cannot("year-day", "A payroll year is asked for by a day of it, as 2025-07-01.");
};

/** A row a person, column and voice: what differs is marked, so that a spreadsheet can filter it. */
function proofCsv({ columns, rows }: YearProof): string {
  const lines = rows.flatMap((row) =>
    columns.flatMap(({ name, title }) =>
      Object.entries(row.figures[name] ?? {}).map(([voice, cents]) => [
        ...[row.payrollId, row.name, title, voice].map(plainCell),
        centsText(cents),
        row.differs.includes(name) ? "differs" : "",
      ]),
    ),
  );
  return stringify([["Payroll ID", "Name", "Figure", "Voice", "Amount", "Differs"], ...lines], { bom: true });
}

function summariesCsv(summaries: readonly YearSummary[]): string {
  const lines = summaries.flatMap(({ employee, blocks }) =>
    blocks.flatMap(({ title, rows }) =>
      rows.map(([label, amount]) => [...[employee.payrollId, employee.name, title, label].map(plainCell), amount]),
    ),
  );
  return stringify([["Payroll ID", "Name", "Part", "Figure", "Amount"], ...lines], { bom: true });
}

export function yearRoutes(context: Context, jobs: Jobs, router: Router): void {
  summaryRoutes(context, router);
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/year",
    onBusiness("see", (actor, businessId, { query }) =>
      readYearAndEnding(context, actor, businessId, query.from === undefined ? undefined : dayIn(query.from)),
    ),
  );
  router.post(
    "/businesses/:business/year/declared",
    onBusiness("authorise", (actor, businessId, request, response) => {
      const wanted = body(yearDeclared, request);
      return asJob(jobs, { actor, request, response }, `year ${businessId}`, () =>
        declareSteps(context, actor, businessId, wanted),
      );
    }),
  );
  router.post(
    "/businesses/:business/year/left-out",
    onBusiness("authorise", (actor, businessId, request) =>
      leaveOut(context, actor, businessId, body(yearLeftOut, request)),
    ),
  );
  router.post(
    "/businesses/:business/year/ticked",
    onBusiness("authorise", (actor, businessId, request) =>
      tickLine(context, actor, businessId, body(yearTicked, request)),
    ),
  );
  router.post(
    "/businesses/:business/year/closed",
    onBusiness("authorise", (actor, businessId, request) =>
      closeYear(context, actor, businessId, body(yearClosed, request)),
    ),
  );
  router.get(
    "/businesses/:business/year.csv",
    onBusiness("see", (actor, businessId, { query }, response) => {
      const proof = readYearProof(context, businessId, query.from === undefined ? undefined : dayIn(query.from));
      looked(context, actor, businessId, `the sheet of the year ${proof.year.from}`);
      response.type("text/csv").attachment(`year-${proof.year.from}.csv`).send(proofCsv(proof));
    }),
  );
  router.get(
    "/businesses/:business/year/elements",
    onBusiness("see", (_actor, businessId, { query }) =>
      readElementSheet(
        context,
        businessId,
        query.from === undefined ? todayAt(context, businessId) : dayIn(query.from),
      ),
    ),
  );
  router.get(
    "/businesses/:business/year/outside",
    onBusiness("see", (_actor, businessId, { query }) =>
      readOutside(context, businessId, query.from === undefined ? todayAt(context, businessId) : dayIn(query.from)),
    ),
  );
  router.post(
    "/businesses/:business/year/outside",
    onBusiness("prepare", (actor, businessId, request) =>
      putOutsideIn(context, actor, businessId, body(outsideGiven, request)),
    ),
  );
  router.get(
    "/people/:person/year/:from",
    signedIn(context, (actor, request) => {
      const personId = idOf(request, "person");
      demandRight(context, actor, businessOfPerson(context, personId), "see", "person");
      return readProofPays(context, personId, dayIn(request.params.from));
    }),
  );
}

/** What each person gets of the year: read, taken as files, mailed. */
function summaryRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/year/summaries.csv",
    onBusiness("see", (actor, businessId, { query }, response) => {
      const from = query.from === undefined ? undefined : dayIn(query.from);
      looked(context, actor, businessId, "the year summaries");
      response
        .type("text/csv")
        .attachment("year-summaries.csv")
        .send(summariesCsv(yearSummaries(context, actor, businessId, from)));
    }),
  );
  router.get(
    "/businesses/:business/year/summary-mail",
    onBusiness("see", (actor, businessId, { query }) =>
      readSummaryMail(
        context,
        actor,
        businessId,
        query.from === undefined ? todayAt(context, businessId) : dayIn(query.from),
      ),
    ),
  );
  router.post(
    "/businesses/:business/year/summary-mail",
    onBusiness("prepare", async (actor, businessId, request) => {
      const wanted = body(summaryMail, request);
      await mailSummaries(context, actor, businessId, wanted);
      return readSummaryMail(context, actor, businessId, wanted.from);
    }),
  );
  router.get(
    "/people/:person/year/:from/summary.pdf",
    signedIn(context, async (actor, request, response) => {
      const personId = idOf(request, "person");
      demandRight(context, actor, businessOfPerson(context, personId), "see", "person");
      const summary = yearSummary(context, actor, personId, dayIn(request.params.from));
      looked(context, actor, businessOfPerson(context, personId), `a year summary, ${summaryFile(summary)}`);
      response.type("application/pdf").attachment(summaryFile(summary));
      response.send(await renderYearSummary(summary));
    }),
  );
}
