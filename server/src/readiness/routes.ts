/** Readiness: of the practice, of a business, and as a list to send to somebody. */

import { stringify } from "csv-stringify/sync";
import type { Router } from "express";
import { plainCell } from "../documents/journalCsv.ts";
import type { Context } from "../ground/context.ts";
import { signedIn } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { inSlices } from "../store/steps.ts";
import { readFirstSteps } from "./firstSteps.ts";
import { readinessLines } from "./lines.ts";
import { readReadiness } from "./readReadiness.ts";

export function readinessRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/readiness",
    signedIn(context, (actor) => inSlices(readinessLines(context, actor), () => undefined)),
  );
  router.get(
    "/businesses/:business/readiness",
    onBusiness("see", (_actor, businessId) => readReadiness(context, businessId)),
  );
  router.get(
    "/businesses/:business/readiness.csv",
    onBusiness("see", (_actor, businessId, _request, response) => {
      const { parts, day } = readReadiness(context, businessId);
      const rows = parts.flatMap((part) =>
        part.missing.map((each) =>
          [part.title, each.who, each.what, each.blocks, each.from ?? "", each.stops ? "stops" : ""].map(plainCell),
        ),
      );
      const csv = stringify([["Part", "Who", "Missing", "What it does", "From", "Stops"], ...rows], { bom: true });
      response.type("text/csv").attachment(`missing-${day}.csv`).send(csv);
    }),
  );
  router.get(
    "/businesses/:business/first-steps",
    onBusiness("see", (_actor, businessId) => readFirstSteps(context, businessId)),
  );
}
