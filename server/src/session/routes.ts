import { firstUser, moveDay, signIn } from "@zesty/contract/session";
import { type Request, Router } from "express";
import rateLimit from "express-rate-limit";
import type { Context } from "../context.ts";
import { moveTheDay } from "../demo/moveTheDay.ts";
import { actorOf, body, signedIn } from "../http/handler.ts";
import { cannot, ProblemError } from "../http/problem.ts";
import { createFirstUser, findSignIn, sessionView } from "./session.ts";

export function sessionRoutes(context: Context): Router {
  const router = Router();
  const tries = rateLimit({
    windowMs: 15 * 60_000,
    limit: 30,
    skipSuccessfulRequests: true,
    handler: (_request, _response, next) =>
      next(new ProblemError(429, "too-many-tries", "Too many tries. Wait a quarter of an hour.")),
  });
  const begin = (request: Request, userId: number) =>
    new Promise<void>((resolve, reject) => {
      request.session.regenerate((error: unknown) => {
        if (error) return reject(error instanceof Error ? error : new Error("The session could not be begun."));
        request.session.userId = userId;
        request.session.save((fault: unknown) =>
          fault ? reject(fault instanceof Error ? fault : new Error("The session could not be kept.")) : resolve(),
        );
      });
    });
  const view = (request: Request) => sessionView(context, actorOf(context, request));

  router.get("/session", (request, response) => void response.json(view(request)));
  router.post("/session", tries, async (request, response) => {
    await begin(request, await findSignIn(context, body(signIn, request)));
    response.json(view(request));
  });
  router.post("/first-user", tries, async (request, response) => {
    await begin(request, await createFirstUser(context, body(firstUser, request)));
    response.json(view(request));
  });
  router.delete("/session", (request, response) => {
    request.session.destroy(() => response.clearCookie("zesty").json({}));
  });
  router.post(
    "/day",
    signedIn(context, async (_actor, request) => {
      if (context.settings.demoDay === null) throw cannot("real-day", "Only the demo's day can be moved.");
      await moveTheDay(context, body(moveDay, request).day);
      return view(request);
    }),
  );
  return router;
}
