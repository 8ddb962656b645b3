/**
 * The door for other programs: a bearer token (RFC 6750) in place of a session. It lets through what the list of open
 * routes names, within the pass's scopes and business, so often a minute, and answers a write once by its own key.
 */
import { createHash } from "node:crypto";
import { type OpenRoute, openRoutes } from "@zesty/contract/openRoutes";
import { scopes } from "@zesty/contract/programs";
import { and, eq, lt } from "drizzle-orm";
import type { Request, RequestHandler } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { notFound, ProblemError } from "../ground/problem.ts";
import { answerLost } from "../http/once.ts";
import { programAnswer } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { noteUse, type Pass, passOf } from "./passes.ts";

/** Requests of a pass within a minute. */
export const mostAMinute = 600;
/** Days for which an answer is kept under its key. */
const keptDays = 3;
/** The status of what was done and not yet answered. */
const underWay = 0;

const openPaths = openRoutes.map((route) => ({
  route,
  pattern: new RegExp(`^${route.path.replaceAll(".", "\\.").replace(/\{(\w+)\}/g, "(?<$1>\\d{1,15})")}$`),
}));

export const bearerOf = (request: Request): string | null =>
  /^Bearer\s+(\S{1,200})$/i.exec(request.header("authorization") ?? "")?.[1] ?? null;

interface Found {
  route: OpenRoute;
  businessId: number | null;
}

/** Before the body is read: who asks, and whether it may. */
export function programDoor(context: Context): RequestHandler {
  const used = new Map<number, { since: number; count: number }>();
  return (request, response, next) => {
    const secret = bearerOf(request);
    if (secret === null) return next();
    const known = passOf(context, secret);
    if (!known) {
      response.setHeader("WWW-Authenticate", 'Bearer error="invalid_token"');
      throw new ProblemError(401, "pass-unknown", "This pass opens nothing: it has ended, or was never made.");
    }
    const { pass, actor } = known;
    demandPace(used, pass.id, response);
    const { businessId } = demandOpen(context, request, pass);
    noteUse(context, pass, request.ip ?? "");
    // Clients that ask whether something changed often say "no-cache" with it, which would be answered in full.
    if (request.headers["if-none-match"]) delete request.headers["cache-control"];
    request.program = { actor, pass, businessId };
    next();
  };
}

function demandPace(
  used: Map<number, { since: number; count: number }>,
  id: number,
  response: { setHeader(name: string, value: string): unknown },
): void {
  const now = performance.now();
  const before = used.get(id);
  const own = before && now - before.since < 60_000 ? before : { since: now, count: 0 };
  own.count += 1;
  used.set(id, own);
  if (own.count <= mostAMinute) return;
  response.setHeader("Retry-After", String(Math.ceil((60_000 - (now - own.since)) / 1000)));
  throw new ProblemError(429, "too-many-requests", `A pass may ask ${mostAMinute} times a minute. Wait, and go on.`);
}

function demandOpen(context: Context, request: Request, pass: Pass): Found {
  const path = request.path.replace(/\/$/, "");
  const method = request.method.toLowerCase();
  for (const { route, pattern } of openPaths) {
    const found = pattern.exec(path);
    if (!found || route.method !== method) continue;
    if (route.scope !== null && !pass.scopes.includes(route.scope))
      throw new ProblemError(
        403,
        "scope-missing",
        `This pass may not do that. It needs “${scopes[route.scope]}” (${route.scope}); make one that has it.`,
      );
    const businessId = route.of === null ? null : businessOf(context, route.of, Number(found.groups?.[route.of]));
    // As if it did not exist: nothing is told of another business.
    if (pass.businessId !== null && businessId !== null && businessId !== pass.businessId) throw notFound("business");
    return { route, businessId };
  }
  throw new ProblemError(
    404,
    "not-open",
    "No such address is open to programs. /api/openapi.json lists those that are.",
  );
}

const owners = { run: "pay_run", journal: "journal" } as const;

function businessOf({ store }: Context, of: NonNullable<OpenRoute["of"]>, id: number): number | null {
  if (of === "business") return id;
  const row = store
    .prepared<[number], { id: number }>(`SELECT business_id AS id FROM ${owners[of]} WHERE id = ?`)
    .get(id);
  if (!row) throw notFound(of);
  return row.id;
}

/** After the body is read: a write of a program is answered once under its key. */
export function onceByKey(context: Context): RequestHandler {
  return (request, response, next) => {
    const { program } = request;
    if (!program || request.method === "GET" || request.method === "HEAD") return next();
    const key = request.header("idempotency-key") ?? "";
    if (!/^[\x21-\x7e]{8,100}$/.test(key)) {
      const text =
        "A write needs an Idempotency-Key of 8 to 100 signs, a new one for each; the same one when it is sent again.";
      throw new ProblemError(400, "key-missing", text, { errors: [{ path: "Idempotency-Key", text }] });
    }
    const { db } = context.store;
    const asked = hashOf(request);
    const own = and(eq(programAnswer.programId, program.pass.id), eq(programAnswer.key, key));
    const before = db.select().from(programAnswer).where(own).get();
    if (before && before.request !== asked)
      throw new ProblemError(
        422,
        "key-reused",
        "This Idempotency-Key came with another request before. Use a new one.",
      );
    // Done, and the server stopped before it could be answered.
    if (before?.status === underWay) throw answerLost();
    if (before) {
      return void response.status(before.status).type("application/json").send(before.answer);
    }
    const at = context.clock.now();
    let isOver = false;
    const put = (status: number, answer: string) =>
      db
        .insert(programAnswer)
        .values({ programId: program.pass.id, key, request: asked, status, answer, at })
        .onConflictDoUpdate({ target: [programAnswer.programId, programAnswer.key], set: { status, answer } })
        .run();
    const send = response.send.bind(response);
    response.send = (sent) => {
      isOver = true;
      // What was refused did nothing: once its cause is mended it may be sent again under its key.
      if (response.statusCode >= 400) db.delete(programAnswer).where(own).run();
      else if (typeof sent === "string")
        context.store.transaction(() => {
          put(response.statusCode, sent);
          db.delete(programAnswer)
            .where(lt(programAnswer.at, daysBefore(at, keptDays)))
            .run();
          tell(context, program, `${request.method} ${request.path}`, at);
        });
      response.send = send;
      return send(sent);
    };
    context.store.marking(() => void (isOver || put(underWay, "")), next);
  };
}

const hashOf = (request: Request): string =>
  createHash("sha256")
    .update(`${request.method} ${request.path} ${JSON.stringify(request.body ?? null)}`)
    .digest("hex");
const daysBefore = (at: string, days: number) => new Date(Date.parse(at) - days * 86_400_000).toISOString();

function tell(context: Context, { actor, pass, businessId }: Seat, what: string, at: string): void {
  record(context.store, {
    ...{ at, userId: actor.userId, businessId },
    ...{ what: "was acted for by a program", about: `${pass.name}: ${what}` },
  });
}

/** A program in the place of a signed-in user. */
export interface Seat {
  actor: Actor;
  pass: Pass;
  businessId: number | null;
}

declare module "../http/handler.ts" {
  interface ProgramSeat extends Seat {}
}
