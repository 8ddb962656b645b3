/** A route on one person, for whoever has the right in their business; to everybody else there is no such person. */
import type { Right } from "@zesty/contract/session";
import type { Request, RequestHandler, Response } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { demandRight } from "../ground/rights.ts";
import { idOf, signedIn } from "../http/handler.ts";
import { businessOfPerson } from "./readPeople.ts";

type Work = (actor: Actor, personId: number, request: Request, response: Response) => unknown;

export const personRoute =
  (context: Context) =>
  (right: Right, work: Work): RequestHandler =>
    signedIn(context, (actor, request, response) => {
      const personId = idOf(request, "person");
      demandRight(context, actor, businessOfPerson(context, personId), right, "person");
      return work(actor, personId, request, response);
    });
