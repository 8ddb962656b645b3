/** The desk, and what words name. */
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { signedIn } from "../http/handler.ts";
import { find } from "./find.ts";
import { readDesk } from "./readDesk.ts";

/** So many of a kind on the page of what is found. */
const mostFound = 60;

export function deskRoutes(context: Context, router: Router): void {
  router.get(
    "/find",
    signedIn(context, (actor, { query }) =>
      find(
        context,
        actor,
        typeof query.words === "string" ? query.words.slice(0, 100) : "",
        query.all === undefined ? undefined : mostFound,
      ),
    ),
  );
  router.get(
    "/desk",
    signedIn(context, (actor) => readDesk(context, actor)),
  );
}
