/**
 * The password again before bank data, tax numbers, exports and users: a screen that was left open, or a stolen session,
 * is not enough for them. Whoever signed in or proved it a short while ago is not asked.
 */
import type { Request } from "express";
import { ProblemError } from "../ground/problem.ts";

declare module "express-session" {
  interface SessionData {
    /** when the password was typed last in this session */
    provedAt: number;
  }
}

const goodForMs = 30 * 60_000;

export function demandProof({ session }: Request, now = Date.now()): void {
  const since = now - (session.provedAt ?? session.beganAt ?? 0);
  if (since >= 0 && since < goodForMs) return;
  throw new ProblemError(
    403,
    "password-wanted",
    "Type your password once more: this concerns accounts, tax numbers or users.",
  );
}
