/** Between Express and use cases: the actor, checked input, and errors as problem details. */
import { check } from "@zesty/contract/fields";
import type { Problem } from "@zesty/contract/problem";
import { dateWords, isDate } from "@zesty/core/calendar/dates";
import { MissingRow } from "@zesty/core/rulebook/ruleBook";
import { allTables } from "@zesty/core/rulebook/tables";
import { eq } from "drizzle-orm";
import type { ErrorRequestHandler, Request, RequestHandler, Response } from "express";
import type Joi from "joi";
import type { Actor, Context } from "../ground/context.ts";
import { demandFactorOf } from "../ground/leadsFactor.ts";
import { cannot, ProblemError } from "../ground/problem.ts";
import { storeFaultOf } from "../store/fault.ts";
import { user } from "../store/schema.ts";

declare module "express-session" {
  interface SessionData {
    userId: number;
    beganAt: number;
    /** browser and address, so that a person knows the session again */
    from: string;
  }
}

/** What a room above knows of a program that acts in the place of a signed-in user. */
export interface ProgramSeat {
  actor: Actor;
}
declare module "express-serve-static-core" {
  interface Request {
    program?: ProgramSeat;
  }
}

export function actorOf(context: Context, request: Request): Actor | null {
  // Whoever shows a pass is its maker within its limits, whatever cookie comes with it.
  if (request.program) return request.program.actor;
  const { userId } = request.session;
  if (userId === undefined) return null;
  const row = context.store.db.select().from(user).where(eq(user.id, userId)).get();
  // An employee's session opens the staff pages only: to the practice's addresses nobody is signed in.
  return row?.active && !row.staff ? { userId: row.id, name: row.name, email: row.email, lead: row.lead } : null;
}

/** Is somebody signed in who has staff pages only? */
export function isStaff(context: Context, request: Request): boolean {
  const { userId } = request.session;
  if (userId === undefined) return false;
  const row = context.store.db.select().from(user).where(eq(user.id, userId)).get();
  return row?.active === true && row.staff;
}

/** A route for a signed-in user; what it returns is sent as JSON. */
export const signedIn =
  (context: Context, work: (actor: Actor, request: Request, response: Response) => unknown): RequestHandler =>
  async (request, response) => {
    const actor = actorOf(context, request);
    if (!actor) throw new ProblemError(401, "not-signed-in", "Sign in first; your session has ended.");
    if (!request.program) demandFactorOf(context, actor);
    const result = await work(actor, request, response);
    if (!response.headersSent && !response.writableEnded) response.json(result ?? {});
  };

/** How much of a list is wanted, newest first. */
export function mostOf(request: Request): number | undefined {
  const { most } = request.query;
  if (most === undefined) return undefined;
  const text = "most is a whole number from 1 to 10000.";
  if (typeof most !== "string" || !/^[1-9]\d{0,3}$|^10000$/.test(most))
    throw new ProblemError(400, "not-valid", text, { errors: [{ path: "most", text }] });
  return Number(most);
}

/** The id that the next page of a list goes on after: of the last one on the page before. */
export function afterOf(request: Request): number | undefined {
  const { after } = request.query;
  if (after === undefined) return undefined;
  const text = "after is the id of the last one that you have.";
  if (typeof after !== "string" || !/^[1-9]\d{0,14}$/.test(after))
    throw new ProblemError(400, "not-valid", text, { errors: [{ path: "after", text }] });
  return Number(after);
}

/** The body as the contract wants it, or a problem with every field that is wrong. */
export function body<T>(schema: Joi.Schema<T>, request: Request): T {
  const hidden = controlIn(request.body, []);
  if (hidden) {
    const text = `${hidden} holds a character that cannot be seen or written. Type it anew.`;
    throw new ProblemError(400, "not-valid", text, { errors: [{ path: hidden, text }] });
  }
  const checked = check(schema, request.body, true);
  if ("value" in checked) return checked.value;
  const [first, ...rest] = checked.errors;
  const detail = rest.length > 0 ? `${first?.text} And ${rest.length} more.` : (first?.text ?? "The request is empty.");
  throw new ProblemError(400, "not-valid", detail, { errors: checked.errors });
}

/**
 * What no document can hold, or nobody can see: control characters, halves of a pair, what XML 1.0 has no place for, marks
 * that turn the direction of reading, and signs without width. Two people must not look alike by them.
 */
const unseen =
  /\p{Cc}|\p{Cs}|[\uFFFE\uFFFF]|[\u{1FFFE}\u{1FFFF}]|[\u061C\u200B\u200E\u200F\u202A-\u202E\u2060-\u2069\uFEFF]/u;

/** The path of a text with control characters in it: no document could hold them. */
function controlIn(value: unknown, path: readonly string[]): string | null {
  if (path.length > 40) return path.join(".");
  if (typeof value === "string") return unseen.test(value.replace(/[\t\n\r]/g, "")) ? path.join(".") : null;
  if (typeof value !== "object" || value === null) return null;
  for (const [name, each] of Object.entries(value)) {
    const found = controlIn(each, [...path, name]);
    if (found) return found;
  }
  return null;
}

/** The day as on which facts are asked for; undefined: today. */
export function dayAsked({ query: { on } }: Request): string | undefined {
  if (on === undefined) return undefined;
  if (typeof on === "string" && isDate(on)) return on;
  const text = "The day is not a date. Write it as 2026-07-02.";
  throw cannot("day-asked", text, { errors: [{ path: "on", text }] });
}

export function idOf(request: Request, name: string): number {
  const id = Number(request.params[name]);
  if (!Number.isSafeInteger(id) || id < 1) throw new ProblemError(404, "not-found", "There is no such page.");
  return id;
}

/** A table of the rule book ends before the date: said, never worked out without it, and never our fault. */
const missingRow = (error: MissingRow) =>
  cannot(
    "missing-table",
    `The rule book has no ${allTables.find((each) => each.name === error.tableName)?.title ?? error.tableName} for ${dateWords(error.date)}. Load its rows first; nothing was changed.`,
    { mend: "/set-up/rules" },
  );

/** What is told of an error: what broke on our side goes into the log, not to the page. */
export function problemOf(context: Context, error: unknown, path: string): Problem {
  const status = (error as { status?: unknown }).status;
  const problem =
    error instanceof ProblemError
      ? error.problem
      : error instanceof MissingRow
        ? missingRow(error).problem
        : storeFaultOf(error, context.store.folder) !== null
          ? new ProblemError(503, "store", storeFaultOf(error, context.store.folder)?.message ?? "").problem
          : typeof status === "number" && status >= 400 && status < 500
            ? new ProblemError(400, "not-readable", "The request could not be read as JSON, or is too large.").problem
            : new ProblemError(500, "fault", "Something broke on our side. Nothing was changed; try once more.")
                .problem;
  if (problem.status >= 500) context.log.error({ err: error, path }, "request failed");
  return problem;
}

export const problemHandler =
  (context: Context): ErrorRequestHandler =>
  (error: unknown, request, response, next) => {
    if (response.headersSent) return next(error);
    const problem = problemOf(context, error, request.path);
    response.status(problem.status).type("application/problem+json").send(JSON.stringify(problem));
  };
