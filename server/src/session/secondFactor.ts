/** One-time codes (RFC 6238) as a second factor. The secret is kept encrypted; a code works once. */
import { randomInt } from "node:crypto";
import { eq } from "drizzle-orm";
import { Secret, TOTP } from "otpauth";
import { toString as drawQr } from "qrcode";
import type { Actor, Context } from "../ground/context.ts";
import { isFactorDemanded } from "../ground/leadsFactor.ts";
import { cannot } from "../ground/problem.ts";
import { places } from "../store/crypt.ts";
import { setting, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { tellOwner } from "./tellOwner.ts";

const codes = (email: string, secret: Secret): TOTP =>
  new TOTP({ issuer: "Zesty Ledger", label: email, secret, digits: 6, period: 30 });
const pendingName = (userId: number) => `secondFactor ${userId}`;

/**
 * Begins the set-up: a secret that counts only once a code of it was typed. Whoever holds a session alone cannot put
 * another authenticator in the place of one: the code of that one is asked for.
 */
export async function beginSecondFactor(
  context: Context,
  actor: Actor,
  code: string | undefined,
): Promise<{ secret: string; qr: string }> {
  const own = context.store.db.select().from(user).where(eq(user.id, actor.userId)).get();
  if (own?.secondFactor && !(code && takeCode(context, own, code))) {
    const text = "Type the code that your authenticator of now shows.";
    throw cannot("code-wanted", text, { errors: [{ path: "code", text }] });
  }
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

/** Codes without the letters and digits that look alike. */
const alphabet = "abcdefghjkmnpqrstuvwxyz23456789";
const newCode = (): string => {
  const text = Array.from({ length: 8 }, () => alphabet[randomInt(alphabet.length)]).join("");
  return `${text.slice(0, 4)}-${text.slice(4)}`;
};
const markOf = ({ store }: Context, userId: number, code: string): string =>
  store.crypt.mac(`recovery ${userId} ${code.toLowerCase().replace(/[\s-]/g, "")}`);

/** Takes a code of the authenticator, or one of those for when it is lost; each works once. */
export function takeCode(context: Context, own: typeof user.$inferSelect, code: string): boolean {
  const { db, crypt } = context.store;
  if (!own.secondFactor) return false;
  if (/^\d{6}$/.test(code)) {
    const step = stepOf(own.email, crypt.open(own.secondFactor, places.userSecret(own.id)), code, own.lastStep);
    if (step === null) return false;
    db.update(user).set({ lastStep: step }).where(eq(user.id, own.id)).run();
    return true;
  }
  const mark = markOf(context, own.id, code);
  const left = own.recovery?.filter((each) => each !== mark) ?? [];
  if (!own.recovery || left.length === own.recovery.length) return false;
  context.store.transaction(() => {
    db.update(user).set({ recovery: left }).where(eq(user.id, own.id)).run();
    tellOwner(
      context,
      own,
      "A recovery code was used",
      `somebody signed in to your account with one of your recovery codes. ${left.length} are left.`,
    );
  });
  return true;
}

/** @returns the codes for when the authenticator is lost: shown once, kept as keyed hashes */
export function confirmSecondFactor(context: Context, actor: Actor, code: string): string[] {
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
  const recovery = Array.from({ length: 8 }, newCode);
  context.store.transaction(() => {
    db.update(user)
      .set({
        secondFactor: crypt.seal(secret, places.userSecret(actor.userId)),
        lastStep: step,
        recovery: recovery.map((each) => markOf(context, actor.userId, each)),
      })
      .where(eq(user.id, actor.userId))
      .run();
    db.delete(setting).where(eq(setting.name, name)).run();
    note(context, actor, "set up a second factor");
    tellOwner(context, actor, "A second factor was set up", "an authenticator was set up for your account.");
  });
  return recovery;
}

export function endSecondFactor(context: Context, actor: Actor): void {
  const own = context.store.db.select().from(user).where(eq(user.id, actor.userId)).get();
  if (own?.lead && isFactorDemanded(context))
    throw cannot(
      "factor-wanted",
      "This practice wants a second factor of its leads. It can be changed, not taken away.",
    );
  context.store.transaction(() => {
    context.store.db
      .update(user)
      .set({ secondFactor: null, lastStep: 0, recovery: null })
      .where(eq(user.id, actor.userId))
      .run();
    note(context, actor, "took the second factor away");
    tellOwner(
      context,
      actor,
      "The second factor was taken away",
      "signing in to your account asks for the password alone now.",
    );
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
