/** The books: journals, a span of them, and both as files. */
import { agreeSpan } from "@zesty/contract/books";
import { isDate } from "@zesty/core/calendar/dates";
import { create as contentDisposition } from "content-disposition";
import type { Request, Router } from "express";
import { journalCsv } from "../documents/journalCsv.ts";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { demandRight } from "../ground/rights.ts";
import { afterOf, body, idOf, mostOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { businessOfJournal, listJournals, readJournal } from "./readBooks.ts";
import { accountEntries, agreeToSpan, demandSpan, readSpan } from "./readSpan.ts";
import { generalJournalCsv, journalsOf, plainJournal, spanArchive, trialBalanceCsv } from "./spanFiles.ts";

export function bookRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/journals",
    onBusiness("see", (_actor, businessId, request) => {
      const { words } = request.query;
      return listJournals(
        context,
        businessId,
        mostOf(request),
        typeof words === "string" ? words.slice(0, 80) : "",
        afterOf(request),
      );
    }),
  );
  router.get(
    "/journals/:journal",
    signedIn(context, (actor, request) => {
      const journalId = idOf(request, "journal");
      demandRight(context, actor, businessOfJournal(context, journalId), "see", "journal");
      return readJournal(context, journalId);
    }),
  );
  // Journals of runs have their CSV among the documents; one of leave is written when it is asked for.
  router.get(
    "/journals/:journal/csv",
    signedIn(context, (actor, request, response) => {
      const journalId = idOf(request, "journal");
      demandRight(context, actor, businessOfJournal(context, journalId), "see", "journal");
      const { entries, ...head } = readJournal(context, journalId);
      response.setHeader("Content-Disposition", contentDisposition(`${head.reference}.csv`));
      response.type("text/csv").send(journalCsv({ ...head, lines: entries }));
    }),
  );
  spanRoutes(context, router);
}

/** A span is asked for by its days; without them, the month that is. */
function spanOf(context: Context, businessId: number, { query }: Request): { from: string; to: string } {
  const today = todayAt(context, businessId);
  const { from = `${today.slice(0, 8)}01`, to = today } = query;
  if (typeof from !== "string" || typeof to !== "string" || !isDate(from) || !isDate(to))
    throw cannot("span", "A span is asked for by two days, as 2026-06-01 and 2026-06-30.");
  demandSpan(from, to);
  return { from, to };
}

function spanRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/span",
    onBusiness("see", (_actor, businessId, request) => {
      const { from, to } = spanOf(context, businessId, request);
      return readSpan(context, businessId, from, to);
    }),
  );
  router.get(
    "/businesses/:business/span/accounts/:account",
    onBusiness("see", (_actor, businessId, request) => {
      const { from, to } = spanOf(context, businessId, request);
      return accountEntries(context, businessId, String(request.params.account), from, to);
    }),
  );
  router.post(
    "/businesses/:business/span/agreed",
    onBusiness("authorise", (actor, businessId, request) =>
      agreeToSpan(context, actor, businessId, body(agreeSpan, request)),
    ),
  );
  const files = {
    "general-journal.csv": (businessId: number, from: string, to: string) =>
      generalJournalCsv(journalsOf(context, businessId, from, to)),
    "general-journal.journal": (businessId: number, from: string, to: string) =>
      plainJournal(
        journalsOf(context, businessId, from, to),
        findBusiness(context, businessId).ird === null ? "AUD" : "NZD",
      ),
    "trial-balance.csv": (businessId: number, from: string, to: string) =>
      trialBalanceCsv(context, businessId, from, to),
  };
  for (const [name, write] of Object.entries(files))
    router.get(
      `/businesses/:business/span/${name}`,
      onBusiness("see", (_actor, businessId, request, response) => {
        const { from, to } = spanOf(context, businessId, request);
        response.setHeader("Content-Disposition", contentDisposition(`${from}-to-${to}-${name}`));
        response.type(name.endsWith(".csv") ? "text/csv" : "text/plain").send(write(businessId, from, to));
      }),
    );
  router.get(
    "/businesses/:business/span/books.zip",
    onBusiness("see", async (_actor, businessId, request, response) => {
      const { from, to } = spanOf(context, businessId, request);
      const { name, bytes } = await spanArchive(context, businessId, from, to);
      response.setHeader("Content-Disposition", contentDisposition(name));
      response.type("application/zip").send(bytes);
    }),
  );
}
