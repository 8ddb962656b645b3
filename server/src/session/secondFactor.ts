/** One-time codes (RFC 6238) as a second factor. The secret is kept encrypted; a code works once. */
import { eq } from "drizzle-orm";
import { Secret, TOTP } from "otpauth";
import { toString as drawQr } from "qrcode";
import type { Actor, Context } from "../context.ts";
import { cannot } from "../http/problem.ts";
import { record } from "../store/audit.ts";
import { places } from "../store/crypt.ts";
import { setting, user } from "../store/schema.ts";

const codes = (email: string, secret: Secret): TOTP =>
  new TOTP({ issuer: "Zesty Ledger", label: email, secret, digits: 6, period: 30 });
const pendingName = (userId: number) => `secondFactor ${userId}`;

/** Begins the set-up: a secret that counts only once a code of it was typed. */
export async function beginSecondFactor(context: Context, actor: Actor): Promise<{ secret: string; qr: string }> {
  const secret = new Secret({ size: 20 });
  const name = pendingName(actor.userId);
  const value = context.store.crypt.seal(secret.base32, places.setting(name));
  context.store.db
    .insert(setting)
    .values({ name, value })
    .onConflictDoUpdate({ target: setting.name, set: { value } })
    .run();
  return {
    secret: secret.base32,
    qr: await drawQr(codes(actor.email, secret).toString(), { type: "svg", margin: 1 }),
  };
}

export function confirmSecondFactor(context: Context, actor: Actor, code: string): void {
  const { db, crypt } = context.store;
  const name = pendingName(actor.userId);
  const kept = db.select().from(setting).where(eq(setting.name, name)).get();
  if (!kept) throw cannot("not-begun", "Begin the set-up of the second factor first.");
  const secret = crypt.open(kept.value, places.setting(name));
  const step = stepOf(actor.email, secret, code, 0);
  if (step === null) {
    const text = "This code does not fit. Type the one that the authenticator shows now.";
    throw cannot("code-wrong", text, { errors: [{ path: "code", text }] });
  }
  context.store.transaction(() => {
    db.update(user)
      .set({ secondFactor: crypt.seal(secret, places.userSecret(actor.userId)), lastStep: step })
      .where(eq(user.id, actor.userId))
      .run();
    db.delete(setting).where(eq(setting.name, name)).run();
    note(context, actor, "set up a second factor");
  });
}

export function endSecondFactor(context: Context, actor: Actor): void {
  context.store.transaction(() => {
    context.store.db.update(user).set({ secondFactor: null, lastStep: 0 }).where(eq(user.id, actor.userId)).run();
    note(context, actor, "took the second factor away");
  });
}

/** The time step of a code, or null when it does not fit or was used before. One step early or late is forgiven. */
export function stepOf(email: string, base32: string, code: string, lastStep: number): number | null {
  const totp = codes(email, Secret.fromBase32(base32));
  const delta = totp.validate({ token: code, window: 1 });
  if (delta === null) return null;
  const step = Math.floor(Date.now() / 30_000) + delta;
  return step > lastStep ? step : null;
}

const note = (context: Context, actor: Actor, what: string) =>
  record(context.store, { at: context.clock.now(), userId: actor.userId, businessId: null, what, about: actor.email });
