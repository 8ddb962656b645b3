/** Passes of other programs, for the practice lead; and what a program is told of itself. */
import { newListener } from "@zesty/contract/programEvents";
import { newProgram } from "@zesty/contract/programs";
import { Router } from "express";
import type { Context } from "../ground/context.ts";
import { ProblemError } from "../ground/problem.ts";
import { body, idOf, signedIn } from "../http/handler.ts";
import { leadRoute } from "../http/leadRoute.ts";
import { demandProof } from "../http/proof.ts";
import { openApi } from "./description.ts";
import { endListener, makeListener, tellAgain } from "./listeners.ts";
import { endProgram, listPrograms, makeProgram, readOwn } from "./passes.ts";

export function programRoutes(context: Context): Router {
  const router = Router();
  const lead = leadRoute(context);
  router.get(
    "/programs",
    lead(() => listPrograms(context)),
  );
  router.post(
    "/programs",
    lead((actor, request) => {
      demandProof(request);
      return makeProgram(context, actor, body(newProgram, request));
    }),
  );
  router.delete(
    "/programs/:program",
    lead((actor, request) => {
      endProgram(context, actor, idOf(request, "program"));
      return listPrograms(context);
    }),
  );
  const listener = "/programs/:program/listener";
  router.put(
    listener,
    lead((actor, request) => {
      demandProof(request);
      return makeListener(context, actor, idOf(request, "program"), body(newListener, request));
    }),
  );
  router.delete(
    listener,
    lead((actor, request) => {
      endListener(context, actor, idOf(request, "program"));
      return listPrograms(context);
    }),
  );
  router.post(
    `${listener}/again`,
    lead((_actor, request) => {
      tellAgain(context, idOf(request, "program"));
      return listPrograms(context);
    }),
  );
  router.get(
    "/programs/own",
    signedIn(context, (actor, { program }) => {
      if (!program) throw new ProblemError(401, "pass-wanted", "Only a program asks this, with its pass.");
      return readOwn(context, actor, program.pass);
    }),
  );
  router.get("/openapi.json", signedIn(context, openApi));
  return router;
}
