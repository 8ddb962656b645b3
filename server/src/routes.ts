/** The list of all routes but those of the session and of runs. */

import { photo } from "@zesty/contract/besidePay";
import { changeElement as changeElementSchema, newElement, newFund } from "@zesty/contract/business";
import { newDeparture } from "@zesty/contract/departures";
import type { Section } from "@zesty/contract/people";
import { create as contentDisposition } from "content-disposition";
import { Router } from "express";
import { businessOfJournal, listJournals, readJournal } from "./books/readBooks.ts";
import type { Context } from "./context.ts";
import { undoDeparture } from "./departures/readDeparture.ts";
import { planDeparture, recordDeparture } from "./departures/recordDeparture.ts";
import { readDesk } from "./desk/readDesk.ts";
import { journalCsv } from "./documents/journalCsv.ts";
import { readDues } from "./dues/readDues.ts";
import { body, idOf, mostOf, signedIn } from "./http/handler.ts";
import { businessRoute } from "./http/onBusiness.ts";
import { notFound, ProblemError } from "./http/problem.ts";
import { demandProof } from "./http/proof.ts";
import { demandRight } from "./http/rights.ts";
import type { Jobs } from "./jobs/jobs.ts";
import { jobRoutes } from "./jobs/routes.ts";
import { leaveRoutes } from "./leave/routes.ts";
import { lodgingRoutes } from "./lodging/routes.ts";
import { lineRoutes } from "./people/lineRoutes.ts";
import { personRoute } from "./people/personRoute.ts";
import { removePhoto, savePhoto, sendPhoto } from "./people/photo.ts";
import { raiseRoutes } from "./people/raiseRoutes.ts";
import { businessOfPerson, listPeople, readPerson, revealSecret } from "./people/readPeople.ts";
import { createPerson, type SectionValues, saveSection } from "./people/savePerson.ts";
import { peopleSheetRoutes } from "./people/sheetRoutes.ts";
import { readinessRoutes } from "./readiness/routes.ts";
import { refreshOpenRuns } from "./runs/refreshOpenRuns.ts";
import { createBusiness } from "./setup/createBusiness.ts";
import { addElement, changeElement } from "./setup/elements.ts";
import { findBusiness } from "./setup/findBusiness.ts";
import { readFirstSteps } from "./setup/firstSteps.ts";
import { addFund } from "./setup/funds.ts";
import { readBusiness, saveBusinessFacts } from "./setup/readBusiness.ts";
import { costRoutes, ruleRoutes } from "./setup/routes.ts";
import { refreshTimeInRuns } from "./time/intoRun.ts";
import { timeRoutes } from "./time/routes.ts";
import { yearRoutes } from "./year/routes.ts";

/** Sections that hold accounts or tax numbers. */
const secretSections: ReadonlySet<string> = new Set(["bank", "tax", "taxCode"]);

export function placeRoutes(context: Context, jobs: Jobs): Router {
  const router = Router();
  const onBusiness = businessRoute(context);
  const countryOf = (businessId: number) => context.country(findBusiness(context, businessId).country);
  const onPerson = personRoute(context);

  router.get(
    "/desk",
    signedIn(context, (actor) => readDesk(context, actor)),
  );
  router.post(
    "/businesses",
    signedIn(context, (actor, request) => {
      if (!actor.lead) throw new ProblemError(403, "right-missing", "Only the practice lead adds a business.");
      // The contract's first country is meant where none is named; a code that nobody knows is told by its check.
      const { country: code } = (request.body ?? {}) as { country?: unknown };
      const country = context.countries.find((each) => each.code === code) ?? context.countries[0];
      return { id: createBusiness(context, actor, body(country.setUp.newBusiness, request)) };
    }),
  );
  router.get(
    "/businesses/:business",
    onBusiness("see", (_actor, businessId) => readBusiness(context, businessId)),
  );
  router.get(
    "/businesses/:business/first-steps",
    onBusiness("see", (_actor, businessId) => readFirstSteps(context, businessId)),
  );
  router.put(
    "/businesses/:business",
    onBusiness("authorise", (actor, businessId, request) => {
      saveBusinessFacts(context, actor, businessId, body(countryOf(businessId).setUp.changedBusiness, request));
      return readBusiness(context, businessId);
    }),
  );
  router.post(
    "/businesses/:business/elements",
    onBusiness("prepare", (actor, businessId, request) => ({
      id: addElement(context, actor, businessId, body(newElement, request)),
    })),
  );
  router.put(
    "/businesses/:business/elements/:element",
    onBusiness("prepare", (actor, businessId, request) => {
      changeElement(context, actor, businessId, idOf(request, "element"), body(changeElementSchema, request));
      refreshOpenRuns(context, businessId);
      return readBusiness(context, businessId);
    }),
  );
  router.post(
    "/businesses/:business/funds",
    onBusiness("prepare", (actor, businessId, request) => ({
      id: addFund(context, actor, businessId, body(newFund, request)),
    })),
  );
  router.get(
    "/businesses/:business/people",
    onBusiness("see", (_actor, businessId) => listPeople(context, businessId)),
  );
  router.post(
    "/businesses/:business/people",
    onBusiness("prepare", (actor, businessId, request) => ({
      id: createPerson(context, actor, businessId, body(countryOf(businessId).people.newPerson, request)),
    })),
  );
  router.get(
    "/businesses/:business/journals",
    onBusiness("see", (_actor, businessId, request) => listJournals(context, businessId, mostOf(request))),
  );
  router.get(
    "/businesses/:business/dues",
    onBusiness("see", (_actor, businessId, request) => readDues(context, businessId, mostOf(request))),
  );
  router.get(
    "/people/:person",
    onPerson("see", (_actor, personId) => readPerson(context, personId)),
  );
  router.get(
    "/people/:person/photo",
    onPerson("see", (_actor, personId, _request, response) => sendPhoto(context, personId, response)),
  );
  router.put(
    "/people/:person/photo",
    onPerson("prepare", (actor, personId, request) => {
      savePhoto(context, actor, personId, body(photo, request).picture);
      return readPerson(context, personId);
    }),
  );
  router.delete(
    "/people/:person/photo",
    onPerson("prepare", (actor, personId) => {
      removePhoto(context, actor, personId);
      return readPerson(context, personId);
    }),
  );
  router.put(
    "/people/:person/:section",
    onPerson("prepare", (actor, personId, request) => {
      const section = request.params.section as Section;
      const known = countryOf(businessOfPerson(context, personId)).people.sections;
      const schema = Object.hasOwn(known, section) ? known[section] : undefined;
      if (!schema) throw notFound("section");
      if (secretSections.has(section)) demandProof(request);
      const values = body<SectionValues[Section]>(schema, request);
      const carried = saveSection(context, actor, personId, section, values);
      const businessId = businessOfPerson(context, personId);
      context.store.transaction(() => refreshTimeInRuns(context, businessId, [personId]));
      refreshOpenRuns(context, businessId);
      return { ...readPerson(context, personId), carried };
    }),
  );
  router.post(
    "/people/:person/departure/plan",
    onPerson("prepare", (actor, personId, request) =>
      planDeparture(context, actor, personId, body(newDeparture, request)),
    ),
  );
  router.post(
    "/people/:person/departure",
    onPerson("prepare", (actor, personId, request) => {
      recordDeparture(context, actor, personId, body(newDeparture, request));
      return readPerson(context, personId);
    }),
  );
  router.delete(
    "/people/:person/departure",
    onPerson("prepare", (actor, personId) => {
      undoDeparture(context, actor, personId);
      return readPerson(context, personId);
    }),
  );
  router.post(
    "/people/:person/secrets/:what",
    onPerson("prepare", (actor, personId, request) => {
      const { what } = request.params;
      if (what !== "tax" && what !== "bank") throw notFound("secret");
      demandProof(request);
      return { value: revealSecret(context, actor, personId, what) };
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
  costRoutes(context, router);
  ruleRoutes(context, router);
  timeRoutes(context, router);
  leaveRoutes(context, router);
  peopleSheetRoutes(context, router);
  lineRoutes(context, router);
  raiseRoutes(context, router);
  readinessRoutes(context, router);
  for (const country of context.countries) country.routes(router, context);
  lodgingRoutes(context, router);
  yearRoutes(context, jobs, router);
  jobRoutes(context, jobs, router);
  return router;
}
