/** Pages that only Australia has: activity statements, fringe benefits, opening figures, categories put right. */
import { moveReported as moveReportedBody } from "@zesty/contract/au/reportMoved";
import { fringeGiven, openingGiven } from "@zesty/contract/year";
import type { CountryHere } from "../countries/countryHere.ts";
import { body, idOf } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { refreshOpenRuns } from "../runs/refreshOpenRuns.ts";
import { putFringeIn } from "./fringe.ts";
import { putOpeningIn } from "./openingFigures.ts";
import { moveReported } from "./reportMoved.ts";
import { readStatements } from "./statements.ts";

export const routesAu: CountryHere["routes"] = (router, context) => {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/statements",
    onBusiness("see", (_actor, businessId) => readStatements(context, businessId)),
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
