/** What is owed. */
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { mostOf } from "../http/handler.ts";
import { businessRoute } from "../http/onBusiness.ts";
import { readDues } from "./readDues.ts";

export function dueRoutes(context: Context, router: Router): void {
  const onBusiness = businessRoute(context);
  router.get(
    "/businesses/:business/dues",
    onBusiness("see", (_actor, businessId, request) => readDues(context, businessId, mostOf(request))),
  );
}
