/** Builds the Express application. It listens nowhere: main.ts and the tests do that. */
import { existsSync } from "node:fs";
import { join } from "node:path";
import compression from "compression";
import express, { type Express, type Request, type Response } from "express";
import session from "express-session";
import helmet from "helmet";
import { correctionRoutes } from "../afterwards/correctionRoutes.ts";
import { carryRoutes } from "../carry/routes.ts";
import type { Context } from "../ground/context.ts";
import { notFound, ProblemError } from "../ground/problem.ts";
import { eventRoutes, knowingWhoAsks } from "../http/events.ts";
import { problemHandler } from "../http/handler.ts";
import { oncePerPress } from "../http/once.ts";
import { SqliteSessionStore } from "../http/sessionStore.ts";
import { outboxRoutes } from "../outbox/routes.ts";
import { bearerOf, onceByKey, programDoor } from "../programs/door.ts";
import { programRoutes } from "../programs/routes.ts";
import { hoursSheetRoutes } from "../putIn/routes.ts";
import { runRoutes } from "../runs/routes.ts";
import { safetyRoutes } from "../safety/routes.ts";
import { signOffRoutes } from "../signOff/routes.ts";
import { staffRoutes } from "../staff/routes.ts";
import { sessionRoutes } from "../staff/sessionRoutes.ts";
import { userRoutes } from "../users/routes.ts";
import type { Application } from "./application.ts";
import { placeRoutes } from "./routes.ts";

export function buildApp(application: Application, webFolder: string): Express {
  const { context } = application;
  const app = express();
  app.disable("x-powered-by");
  // Behind a proxy, https and the person's address are known from its headers only.
  app.set("trust proxy", context.settings.proxies);
  guardDoors(app, context);
  // For a monitor: says that the store answers, and nothing of what is in it.
  app.get("/health", (_request, response) => {
    response.setHeader("Cache-Control", "no-store");
    try {
      context.store.checkFiles();
      context.store.prepared("SELECT 1").get();
      response.json({ ok: true });
    } catch {
      response.status(503).json({ ok: false });
    }
  });
  app.use("/api", (request, _response, next) => {
    // A form of another site cannot send JSON with this header; cookies alone do not change anything.
    const changes = request.method !== "GET" && request.method !== "HEAD";
    // A pass is no cookie: nobody else's page can send it.
    if (changes && request.header("X-Zesty") !== "1" && bearerOf(request) === null)
      return next(new ProblemError(403, "cross-site", "This request did not come from the application."));
    next();
  });
  useApi(app, application);
  app.use("/api", problemHandler(context));
  if (existsSync(webFolder)) servePages(app, webFolder);
  app.use(problemHandler(context));
  return app;
}

/** What holds of every answer: its headers, its size, and the name it was asked by. */
function guardDoors(app: Express, context: Context): void {
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          "style-src": ["'self'", "'unsafe-inline'"],
          "script-src": ["'self'"],
          "frame-src": ["'self'"],
          "frame-ancestors": ["'self'"],
          "upgrade-insecure-requests": null,
        },
      },
      strictTransportSecurity: context.settings.cookieSecure,
      xFrameOptions: { action: "sameorigin" },
    }),
  );
  // The sheet of a large run is some hundred kilobytes of text; a stream of events must not wait to be packed.
  const isPacked = (request: Request, response: Response) =>
    !String(response.getHeader("Content-Type")).startsWith("text/event-stream") &&
    compression.filter(request, response);
  app.use(compression({ level: 3, filter: isPacked }));
  app.use((request, _response, next) => {
    // Another name in the Host header would lead links and cookies elsewhere.
    const { address } = context.settings;
    const host = request.hostname;
    if (address && host !== new URL(address).hostname && host !== "127.0.0.1" && host !== "localhost")
      return next(new ProblemError(400, "host", "This address is not the one that the application is set up for."));
    next();
  });
}

function useApi(app: Express, { context, changes, jobs, sessionSecret }: Application): void {
  app.use(
    "/api",
    session({
      name: "zesty",
      secret: sessionSecret,
      store: new SqliteSessionStore(context.store),
      resave: false,
      saveUninitialized: false,
      cookie: { httpOnly: true, sameSite: "lax", secure: context.settings.cookieSecure, maxAge: 12 * 60 * 60 * 1000 },
    }),
    programDoor(context),
    express.json({ limit: "8mb" }),
    onceByKey(context),
    oncePerPress(context),
    knowingWhoAsks,
    (_request, response, next) => {
      response.setHeader("Cache-Control", "no-store");
      next();
    },
    sessionRoutes(context),
    userRoutes(context),
    programRoutes(context),
    safetyRoutes(context),
    eventRoutes(context, changes),
    staffRoutes(context),
    carryRoutes(context),
    placeRoutes(context, jobs),
    runRoutes(context),
    hoursSheetRoutes(context),
    correctionRoutes(context),
    signOffRoutes(context, jobs),
    outboxRoutes(context),
    (_request, _response, next) => next(notFound("address")),
  );
}

function servePages(app: Express, webFolder: string): void {
  // Files have their content in their names; a worker is known by its address, and looked for anew.
  app.get("/staff-sw.js", (_request, response) => {
    response.sendFile(join(webFolder, "staff-sw.js"), {
      headers: { "Cache-Control": "no-cache" },
      cacheControl: false,
    });
  });
  app.use(express.static(webFolder, { index: false, maxAge: "1y", immutable: true }));
  app.get("/{*splat}", (request, response) => {
    response.setHeader("Cache-Control", "no-cache");
    // The staff pages are an application of their own: small, for a phone.
    const isStaff = request.path === "/staff" || request.path.startsWith("/staff/");
    response.sendFile(join(webFolder, isStaff ? "staff.html" : "index.html"));
  });
}
