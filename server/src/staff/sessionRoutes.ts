import {
  acceptInvitation,
  firstUser,
  moveDay,
  passwordChange,
  resetRequest,
  secondFactorBegin,
  secondFactorCode,
  secondFactorOff,
  signIn,
} from "@zesty/contract/session";
import { type Request, type RequestHandler, Router } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, ProblemError } from "../ground/problem.ts";
import { actorOf, body, isStaff, signedIn } from "../http/handler.ts";
import { beginSession } from "../session/beginSession.ts";
import { knownDevice, rememberDevice } from "../session/device.ts";
import { moveTheDay } from "../session/moveTheDay.ts";
import { changePassword, demandPassword, endSession, ownSessions } from "../session/ownAccount.ts";
import { beginSecondFactor, confirmSecondFactor, endSecondFactor } from "../session/secondFactor.ts";
import { createFirstUser, findSignIn, sessionView } from "../session/session.ts";
import { acceptLink, readLink, sendReset } from "../users/invitations.ts";
import { staffOf } from "./staffAccount.ts";

export function sessionRoutes(context: Context): Router {
  const router = Router();
  const begin = beginSession;
  const view = (request: Request) => sessionView(context, actorOf(context, request), isStaff(context, request));
  const address = (request: Request) => request.ip ?? "unknown";

  /** Whoever holds an account, of the practice or of an employee: the own one alone is touched. */
  const holder =
    (work: (actor: Actor, request: Request) => unknown): RequestHandler =>
    async (request, response) => {
      response.json((await work(staffOf(context, request), request)) ?? {});
    };

  router.get("/session", (request, response) => void response.json(view(request)));
  router.post("/session", async (request, response) => {
    const given = body(signIn, request);
    const device = knownDevice(context, request, given.email);
    await begin(request, await findSignIn(context, given, address(request), device));
    rememberDevice(context, request, response, given.email);
    response.json(view(request));
  });
  router.post(
    "/session/prove",
    signedIn(context, async (actor, request) => {
      await demandPassword(context, actor, body(secondFactorOff, request).password, "password");
      request.session.provedAt = Date.now();
      return {};
    }),
  );
  router.post("/first-user", async (request, response) => {
    await begin(request, await createFirstUser(context, body(firstUser, request)));
    response.json(view(request));
  });
  router.delete("/session", (request, response) => {
    request.session.destroy(() => response.clearCookie("zesty").json({}));
  });
  router.get("/invitation/:token", (request, response) => {
    response.json(readLink(context, request.params.token));
  });
  router.post("/invitation", async (request, response) => {
    const userId = await acceptLink(context, body(acceptInvitation, request));
    if (userId !== null) await begin(request, userId);
    response.json(view(request));
  });
  router.post("/password-reset", async (request, response) => {
    await sendReset(context, body(resetRequest, request).email, address(request));
    response.json({});
  });
  router.put(
    "/password",
    holder(async (actor, request) => {
      await changePassword(context, actor, body(passwordChange, request), request.sessionID);
      return {};
    }),
  );
  router.get(
    "/sessions",
    holder((actor, request) => ownSessions(context, actor, request.sessionID)),
  );
  router.delete(
    "/sessions/:session",
    holder((actor, request) => {
      endSession(context, actor, String(request.params.session));
      return ownSessions(context, actor, request.sessionID);
    }),
  );
  router.post(
    "/second-factor",
    holder(async (actor, request) => {
      const { password, code } = body(secondFactorBegin, request);
      await demandPassword(context, actor, password, "password");
      return beginSecondFactor(context, actor, code);
    }),
  );
  router.put(
    "/second-factor",
    holder((actor, request) => {
      const recovery = confirmSecondFactor(context, actor, body(secondFactorCode, request).code);
      return { ...view(request), recovery };
    }),
  );
  router.post(
    "/second-factor/end",
    holder(async (actor, request) => {
      await demandPassword(context, actor, body(secondFactorOff, request).password, "password");
      endSecondFactor(context, actor);
      return view(request);
    }),
  );
  router.post(
    "/day",
    signedIn(context, async (actor, request) => {
      if (context.settings.demoDay === null) throw cannot("real-day", "Only the demo's day can be moved.");
      if (!actor.lead) throw new ProblemError(403, "right-missing", "Only the practice lead moves the demo's day.");
      await moveTheDay(context, body(moveDay, request).day);
      return view(request);
    }),
  );
  return router;
}
