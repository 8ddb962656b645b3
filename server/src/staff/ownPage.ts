/** A page of one's own: every address of it asks first whether it is the account's. */
import type { Request, RequestHandler, Response } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { idOf } from "../http/handler.ts";
import { demandOwn, staffOf } from "./staffAccount.ts";

type Work = (actor: Actor, personId: number, request: Request, response: Response) => unknown;
export type Own = (work: Work) => RequestHandler;

export const ownPage =
  (context: Context): Own =>
  (work) =>
  async (request, response) => {
    const actor = staffOf(context, request);
    const personId = idOf(request, "person");
    demandOwn(context, actor, personId);
    const result = await work(actor, personId, request, response);
    if (!response.headersSent && !response.writableEnded) response.json(result ?? {});
  };
