/** A route on one business, for whoever has the right in it. */
import type { Right } from "@zesty/contract/session";
import type { Request, RequestHandler, Response } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { demandRight } from "../ground/rights.ts";
import { idOf, signedIn } from "./handler.ts";

type Work = (actor: Actor, businessId: number, request: Request, response: Response) => unknown;

export const businessRoute =
  (context: Context) =>
  (right: Right, work: Work): RequestHandler =>
    signedIn(context, (actor, request, response) => {
      const businessId = idOf(request, "business");
      demandRight(context, actor, businessId, right);
      return work(actor, businessId, request, response);
    });
