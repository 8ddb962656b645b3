/** A route on one run, for whoever has the right in its business; to everybody else there is no such run. */
import type { Right } from "@zesty/contract/session";
import type { Request, RequestHandler, Response } from "express";
import type { Actor, Context } from "../context.ts";
import { idOf, signedIn } from "../http/handler.ts";
import { demandRight } from "../http/rights.ts";
import { findRun } from "./runRows.ts";

type Work = (actor: Actor, runId: number, request: Request, response: Response) => unknown;

export const runRoute =
  (context: Context) =>
  (right: Right, work: Work): RequestHandler =>
    signedIn(context, (actor, request, response) => {
      const runId = idOf(request, "run");
      const { businessId } = findRun(context, runId);
      demandRight(context, actor, businessId, right, "pay run");
      return work(actor, runId, request, response);
    });
