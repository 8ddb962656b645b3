/** People of a business, and the facts of one. */
import { photo } from "@zesty/contract/besidePay";
import { givePaper, giveSeveral, type PaperOfPerson } from "@zesty/contract/papers";
import type { Section } from "@zesty/contract/people";
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { body, dayAsked } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { demandProof } from "../http/proof.ts";
import { demandSeen } from "../http/seen.ts";
import { givePapers, papersOfBusiness } from "./papers.ts";
import { personRoute } from "./personRoute.ts";
import { removePhoto, savePhoto, sendPhoto } from "./photo.ts";
import { businessOfPerson, listPeople, readPerson, revealSecret } from "./readPeople.ts";
import { createPerson, type SectionValues, saveSection } from "./savePerson.ts";
import { sectionStamp } from "./sectionStamps.ts";

/** Sections that hold accounts or tax numbers. */
const secretSections: ReadonlySet<string> = new Set(["bank", "tax", "taxCode"]);

export function peopleRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  const onPerson = personRoute(context);
  const countryOf = (businessId: number) => context.country(findBusiness(context, businessId).country);
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
    "/people/:person",
    onPerson("see", (_actor, personId, request) => readPerson(context, personId, dayAsked(request))),
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
  router.get(
    "/businesses/:business/papers",
    onBusiness("see", (_actor, businessId): PaperOfPerson[] => papersOfBusiness(context, businessId)),
  );
  router.post(
    "/businesses/:business/papers",
    onBusiness("prepare", (actor, businessId, request) =>
      givePapers(context, actor, businessId, body(giveSeveral, request)),
    ),
  );
  router.post(
    "/people/:person/papers",
    onPerson("prepare", (actor, personId, request) => {
      const { givenOn, ...paper } = body(givePaper, request);
      givePapers(context, actor, businessOfPerson(context, personId), { papers: [{ personId, ...paper }], givenOn });
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
      demandSeen(request, () => sectionStamp(context, personId, section));
      const told: string[] = [];
      const carried = saveSection(context, actor, personId, section, values, (sentence) => told.push(sentence));
      const businessId = businessOfPerson(context, personId);
      context.factsChanged(businessId, [personId]);
      return { ...readPerson(context, personId), carried, told };
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
}
