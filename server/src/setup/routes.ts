/** Routes of the set-up: the business itself, employer costs, top-up schemes, short lists. */
import { changeElement as changeElementSchema, newCycle, newElement, newFund } from "@zesty/contract/business";
import { chartLines, enrol, newAccount, newCentre, newCost, newTopUp } from "@zesty/contract/costs";
import { changeLists, type ListName, type ListValues, newPlace } from "@zesty/contract/lists";
import { newOwnField } from "@zesty/contract/ownFacts";
import { create as contentDisposition } from "content-disposition";
import type { Request, Router } from "express";
import type { Schema } from "joi";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { ProblemError } from "../ground/problem.ts";
import { demandRight } from "../ground/rights.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { demandProof } from "../http/proof.ts";
import { demandSeen } from "../http/seen.ts";
import { chartCsv, takeChartIn } from "./chartCsv.ts";
import { addAccount, addCentre, addCost, addTopUp, enrolInTopUp, readCosts } from "./costs.ts";
import { addCycle, createBusiness } from "./createBusiness.ts";
import { addElement, changeElement } from "./elements.ts";
import { addFund } from "./funds.ts";
import { addOwnField, addPlace, changeEntry } from "./lists.ts";
import { readBusiness, saveBusinessFacts } from "./readBusiness.ts";

/** An entry of a list is not written over where somebody else has changed it since it was opened. */
const demandEntrySeen = (context: Context, businessId: number, list: string, request: Request, name: string): void =>
  demandSeen(request, () => readBusiness(context, businessId).entryStamps[`${list}/${idOf(request, name)}`]);

export function businessRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  const countryOf = (businessId: number) => context.country(findBusiness(context, businessId).country);
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
  router.put(
    "/businesses/:business",
    onBusiness("authorise", (actor, businessId, request) => {
      const facts = body(countryOf(businessId).setUp.changedBusiness, request);
      // The account that wages leave from: who sits at an open screen does not turn it.
      if (namesAccount(facts)) demandProof(request);
      demandSeen(request, () => readBusiness(context, businessId).stamp);
      saveBusinessFacts(context, actor, businessId, facts);
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
      demandEntrySeen(context, businessId, "elements", request, "element");
      changeElement(context, actor, businessId, idOf(request, "element"), body(changeElementSchema, request));
      context.factsChanged(businessId);
      return readBusiness(context, businessId);
    }),
  );
  router.post(
    "/businesses/:business/funds",
    onBusiness("prepare", (actor, businessId, request) => ({
      id: addFund(context, actor, businessId, body(newFund, request)),
    })),
  );
}

const namesAccount = (facts: object): boolean =>
  ("bank" in facts && Boolean((facts.bank as { account?: string } | null)?.account)) ||
  ("bankAccount" in facts && facts.bankAccount !== null);

export function costRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/costs",
    onBusiness("see", (_actor, businessId) => readCosts(context, businessId)),
  );
  /** A change that open runs feel: they are worked out again. */
  const change = (path: string, work: (actor: Actor, businessId: number, request: Request) => void) =>
    router.post(
      `/businesses/:business/${path}`,
      onBusiness("prepare", (actor, businessId, request) => {
        work(actor, businessId, request);
        context.factsChanged(businessId);
        return readCosts(context, businessId);
      }),
    );
  change("costs", (actor, businessId, request) => addCost(context, actor, businessId, body(newCost, request)));
  change("top-ups", (actor, businessId, request) => {
    addTopUp(context, actor, businessId, body(newTopUp, request));
  });
  change("top-ups/:scheme/people", (actor, businessId, request) =>
    enrolInTopUp(context, actor, businessId, idOf(request, "scheme"), body(enrol, request)),
  );
  change("cost-centres", (actor, businessId, request) =>
    addCentre(context, actor, businessId, body(newCentre, request)),
  );
  change("cycles", (actor, businessId, request) => addCycle(context, actor, businessId, body(newCycle, request)));
  change("own-fields", (actor, businessId, request) =>
    addOwnField(context, actor, businessId, body(newOwnField, request)),
  );
  change("places", (actor, businessId, request) => addPlace(context, actor, businessId, body(newPlace, request)));
  for (const list of Object.keys(changeLists) as ListName[])
    router.put(
      `/businesses/:business/${list}/:entry`,
      onBusiness("prepare", (actor, businessId, request) => {
        const wanted = body<ListValues[ListName]>(changeLists[list] as Schema, request);
        demandEntrySeen(context, businessId, list, request, "entry");
        changeEntry(context, actor, businessId, list, idOf(request, "entry"), wanted);
        context.factsChanged(businessId);
        return readBusiness(context, businessId);
      }),
    );
  router.get(
    "/businesses/:business/accounts.csv",
    signedIn(context, (actor, request, response) => {
      const businessId = idOf(request, "business");
      demandRight(context, actor, businessId, "see");
      response.setHeader("Content-Disposition", contentDisposition("accounts.csv"));
      response.type("text/csv").send(chartCsv(context, businessId));
    }),
  );
  change("accounts/lines", (actor, businessId, request) => {
    takeChartIn(context, actor, businessId, body(chartLines, request).text);
  });
  change("accounts", (actor, businessId, request) => addAccount(context, actor, businessId, body(newAccount, request)));
}
