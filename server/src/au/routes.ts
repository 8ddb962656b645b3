/** Pages that only Australia has: activity statements, fringe benefits, opening figures, categories put right. */
import { contractorsGiven } from "@zesty/contract/au/contractors";
import { moveReported as moveReportedBody } from "@zesty/contract/au/reportMoved";
import { statementGiven } from "@zesty/contract/au/statements";
import { fringeGiven, openingGiven } from "@zesty/contract/year";
import { isDate } from "@zesty/core/calendar/dates";
import type { CountryHere } from "../ground/countryHere.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { body, idOf } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { refreshOpenRuns } from "../row/refreshOpenRuns.ts";
import { contractorsCsv, putContractorsIn, readContractors } from "./contractors.ts";
import { putFringeIn } from "./fringe.ts";
import { putOpeningIn } from "./openingFigures.ts";
import { moveReported } from "./reportMoved.ts";
import { writeByHand } from "./statementByHand.ts";
import { readStatements } from "./statements.ts";

const dayOf = (text: unknown): string => {
  if (typeof text === "string" && isDate(text)) return text;
  throw cannot("year-day", "A payroll year is asked for by a day of it, as 2025-07-01.");
};

export const routesAu: CountryHere["routes"] = (router, context) => {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/statements",
    onBusiness("see", (_actor, businessId) => readStatements(context, businessId)),
  );
  router.post(
    "/businesses/:business/statements/by-hand",
    onBusiness("prepare", (actor, businessId, request) => {
      const given = body(statementGiven, request);
      writeByHand(context, actor, businessId, readStatements(context, businessId), given);
      return readStatements(context, businessId);
    }),
  );
  router.post(
    "/businesses/:business/year/fringe-benefits",
    onBusiness("prepare", (actor, businessId, request) =>
      putFringeIn(context, actor, businessId, body(fringeGiven, request)),
    ),
  );
  router.post(
    "/businesses/:business/elements/:element/reported-as",
    onBusiness("prepare", (actor, businessId, request) => {
      const wanted = body(moveReportedBody, request);
      const shown = moveReported(context, actor, businessId, idOf(request, "element"), wanted);
      if (wanted.apply) refreshOpenRuns(context, businessId);
      return shown;
    }),
  );
  router.get(
    "/businesses/:business/year/contractors",
    onBusiness("see", (_actor, businessId, { query }) =>
      readContractors(context, businessId, dayOf(query.from ?? todayAt(context, businessId))),
    ),
  );
  router.get(
    "/businesses/:business/year/contractors.csv",
    onBusiness("see", (_actor, businessId, { query }, response) => {
      const paid = readContractors(context, businessId, dayOf(query.from ?? todayAt(context, businessId)));
      response.type("text/csv").attachment(`contractors-${paid.year.from}.csv`).send(contractorsCsv(paid));
    }),
  );
  router.post(
    "/businesses/:business/year/contractors",
    onBusiness("prepare", (actor, businessId, request) =>
      putContractorsIn(context, actor, businessId, body(contractorsGiven, request)),
    ),
  );
  router.post(
    "/businesses/:business/opening-figures",
    onBusiness("prepare", (actor, businessId, request) => {
      const given = body(openingGiven, request);
      const shown = putOpeningIn(context, actor, businessId, given);
      if (given.apply) refreshOpenRuns(context, businessId);
      return shown;
    }),
  );
};
