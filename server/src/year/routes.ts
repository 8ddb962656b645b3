/** A payroll year: its sheet of proof, and the pays behind a row. */
import { isDate } from "@zesty/core/calendar/dates";
import type { Router } from "express";
import type { Context } from "../context.ts";
import { idOf, signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { cannot } from "../http/problem.ts";
import { demandRight } from "../http/rights.ts";
import { businessOfPerson } from "../people/readPeople.ts";
import { readProofPays, readYearProof } from "./proof.ts";

const dayIn = (text: unknown): string => {
  if (typeof text === "string" && isDate(text)) return text;
  throw cannot("year-day", "A payroll year is asked for by a day of it, as 2025-07-01.");
};

export function yearRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/year",
    onBusiness("see", (_actor, businessId, { query }) =>
      readYearProof(context, businessId, query.from === undefined ? undefined : dayIn(query.from)),
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
