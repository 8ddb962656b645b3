/** Routes on one run, for whoever has the right in its business; to everybody else there is no such run. */
import type { Right } from "@zesty/contract/session";
import { eq } from "drizzle-orm";
import type { Request, RequestHandler, Response } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { notFound } from "../ground/problem.ts";
import { demandRight } from "../ground/rights.ts";
import { idOf, signedIn } from "../http/handler.ts";
import { pay } from "../store/schema.ts";

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

/** A pay by its number, only if it belongs to the run. */
export const payOf =
  (context: Context) =>
  (runId: number, payId: number): number => {
    const row = context.store.db.select({ runId: pay.runId }).from(pay).where(eq(pay.id, payId)).get();
    if (row?.runId !== runId) throw notFound("pay");
    return payId;
  };
