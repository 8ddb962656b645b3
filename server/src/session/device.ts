/**
 * A browser that somebody has signed in from before is known by a cookie under a keyed hash. Its tries are counted apart,
 * so that a stranger's wrong ones cannot lock anybody out on a payday.
 */
import { randomBytes, timingSafeEqual } from "node:crypto";
import type { Request, Response } from "express";
import type { Context } from "../ground/context.ts";

const name = "zestyDevice";
const lastsMs = 180 * 86_400_000;

const markOf = ({ store }: Context, nonce: string, email: string): string =>
  store.crypt.mac(`known device ${nonce} ${email}`);

function read(request: Request): string | null {
  const found = (request.header("Cookie") ?? "").split("; ").find((each) => each.startsWith(`${name}=`));
  return found ? found.slice(name.length + 1) : null;
}

/** @returns what its tries are counted under; null where this browser is not known for the address */
export function knownDevice(context: Context, request: Request, email: string): string | null {
  const [nonce, mark] = (read(request) ?? "").split(".");
  if (!nonce || !mark) return null;
  const wanted = Buffer.from(markOf(context, nonce, email));
  const given = Buffer.from(mark);
  return given.length === wanted.length && timingSafeEqual(given, wanted) ? `device ${nonce}` : null;
}

export function rememberDevice(context: Context, request: Request, response: Response, email: string): void {
  if (knownDevice(context, request, email)) return;
  const nonce = randomBytes(12).toString("hex");
  response.cookie(name, `${nonce}.${markOf(context, nonce, email)}`, {
    ...{ httpOnly: true, sameSite: "lax", secure: context.settings.cookieSecure, maxAge: lastsMs, path: "/api" },
  });
}
