/**
 * What was seen where something was opened, as a short text that is another one after anybody wrote to it: sent back with
 * If-Match, a form that shows what stood before is not saved over what somebody else saved since.
 */
import { createHash } from "node:crypto";
import type { Request } from "express";
import { conflict } from "../ground/problem.ts";

export const stampOf = (value: unknown): string =>
  createHash("sha256").update(JSON.stringify(value)).digest("base64url").slice(0, 16);

/** @throws where another thing stands there than was seen; unasked where nobody says what was seen */
export function demandSeen(request: Request, now: () => string | undefined): void {
  const seen = request.header("If-Match");
  if (seen === undefined || seen === now()) return;
  throw conflict(
    "changed-meanwhile",
    "This was changed since you opened it, and nothing was saved. Open it anew to see what stands there, and make your change again.",
  );
}
