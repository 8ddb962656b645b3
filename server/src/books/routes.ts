/** The books: journals, and each as CSV. */
import { create as contentDisposition } from "content-disposition";
import type { Router } from "express";
import { journalCsv } from "../documents/journalCsv.ts";
import type { Context } from "../ground/context.ts";
import { demandRight } from "../ground/rights.ts";
import { idOf, mostOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { businessOfJournal, listJournals, readJournal } from "./readBooks.ts";

export function bookRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/journals",
    onBusiness("see", (_actor, businessId, request) => listJournals(context, businessId, mostOf(request))),
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
}
