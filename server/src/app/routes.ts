/** The list of all routes but those of the session, of runs and of the staff pages. */
import { Router } from "express";
import { departureRoutes } from "../afterwards/departureRoutes.ts";
import { lineRoutes } from "../afterwards/lineRoutes.ts";
import { raiseRoutes } from "../afterwards/raiseRoutes.ts";
import { bankStatementRoutes } from "../bankStatements/routes.ts";
import { bookRoutes } from "../books/routes.ts";
import { deskRoutes } from "../desk/routes.ts";
import { dueRoutes } from "../dues/routes.ts";
import type { Context } from "../ground/context.ts";
import type { Jobs } from "../jobs/jobs.ts";
import { jobRoutes } from "../jobs/routes.ts";
import { leaveRoutes } from "../leave/routes.ts";
import { lodgingRoutes } from "../lodging/routes.ts";
import { ruleRoutes } from "../newTables/routes.ts";
import { peopleRoutes } from "../people/routes.ts";
import { peopleSheetRoutes } from "../putIn/peopleSheetRoutes.ts";
import { readinessRoutes } from "../readiness/routes.ts";
import { remittanceRoutes } from "../remittances/routes.ts";
import { businessRoutes, costRoutes } from "../setup/routes.ts";
import { timeRoutes } from "../time/routes.ts";
import { yearRoutes } from "../year/routes.ts";

export function placeRoutes(context: Context, jobs: Jobs): Router {
  const router = Router();
  deskRoutes(context, router);
  businessRoutes(context, router);
  peopleRoutes(context, router);
  departureRoutes(context, router);
  bookRoutes(context, router);
  dueRoutes(context, router);
  remittanceRoutes(context, router);
  bankStatementRoutes(context, router);
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
