/** A route for the practice lead alone. */
import type { Request, RequestHandler, Response } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { ProblemError } from "../ground/problem.ts";
import { signedIn } from "./handler.ts";

export const leadRoute =
  (context: Context) =>
  (work: (actor: Actor, request: Request, response: Response) => unknown): RequestHandler =>
    signedIn(context, (actor, request, response) => {
      if (!actor.lead) throw new ProblemError(403, "right-missing", "Only the practice lead does this. Ask the lead.");
      return work(actor, request, response);
    });
