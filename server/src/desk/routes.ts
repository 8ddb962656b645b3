/** The desk. */
import type { Router } from "express";
import type { Context } from "../ground/context.ts";
import { signedIn } from "../http/handler.ts";
import { readDesk } from "./readDesk.ts";

export function deskRoutes(context: Context, router: Router): void {
  router.get(
    "/desk",
    signedIn(context, (actor) => readDesk(context, actor)),
  );
}
