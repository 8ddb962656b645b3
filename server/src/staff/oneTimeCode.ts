/**
 * Staff sign in with a code that is mailed to them, in place of a password: six digits, ten minutes, once. Whether there
 * is such an account is not told; wrong codes count as wrong passwords do.
 */
import { randomInt } from "node:crypto";
import { and, eq, gt, isNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { ProblemError } from "../ground/problem.ts";
import { demandFree, forgive, noteFailure } from "../session/lockout.ts";
import { invitation, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { mailTo } from "../users/invitations.ts";

const lastsMs = 10 * 60_000;

/** A code is kept as a keyed hash: six digits would be found in a plain one at once. */
const kept = ({ store }: Context, email: string, code: string) => store.crypt.mac(`sign-in code ${email} ${code}`);

/** Accounts of employees alone: whoever works for the practice signs in with a password. */
const employee = ({ store: { db } }: Context, email: string) => {
  const found = db.select().from(user).where(eq(user.email, email)).get();
  return found?.active && found.staff && !found.secondFactor ? found : null;
};

export function sendCode(context: Context, email: string, address: string): void {
  // Counted apart from wrong sign-ins, and every request as a try: nobody's box is flooded from here.
  const counted = `code ${email}`;
  demandFree(context, counted, address);
  context.store.transaction(() => {
    noteFailure(context, counted, address, "sign-in code asked for");
    const found = employee(context, email);
    if (!found) return;
    const code = String(randomInt(1_000_000)).padStart(6, "0");
    keepCode(context, email, code);
    mailTo(context, {
      ...{ to: email, about: `code ${email}`, until: Date.now() + lastsMs, subject: `${code} is your code` },
      text: `Hello ${found.name},\n\n${code} signs you in to your pay page. It is good for ten minutes, and once.\n\nIf you did not ask for it, somebody typed your address: nothing has to be done, and the code is for nobody else.\n`,
    });
  });
}

/** A newer code takes the place of an older one. */
export function keepCode(context: Context, email: string, code: string, until = Date.now() + lastsMs): void {
  const { db } = context.store;
  context.store.transaction(() => {
    db.delete(invitation)
      .where(and(eq(invitation.email, email), eq(invitation.kind, "code")))
      .run();
    db.insert(invitation)
      .values({ kind: "code", email, name: "", rights: [], tokenHash: kept(context, email, code), expiresAt: until })
      .run();
  });
}

/** @returns the user who is signed in */
export function signInByCode(context: Context, given: { email: string; code: string }, address: string): number {
  const { email, code } = given;
  // Counted apart from passwords: wrong codes lock nobody's password.
  const counted = `code-try ${email}`;
  demandFree(context, counted, address);
  const { db } = context.store;
  const found = employee(context, email);
  const used = context.store.transaction(
    () =>
      db
        .update(invitation)
        .set({ usedAt: context.clock.now() })
        .where(
          and(
            eq(invitation.kind, "code"),
            eq(invitation.email, email),
            eq(invitation.tokenHash, kept(context, email, code)),
            isNull(invitation.usedAt),
            gt(invitation.expiresAt, Date.now()),
          ),
        )
        .run().changes,
  );
  if (!found || used !== 1) {
    noteFailure(context, counted, address);
    throw new ProblemError(401, "code-wrong", "This code does not fit, was used, or has run out. Ask for another.");
  }
  forgive(context, counted);
  record(context.store, {
    at: context.clock.now(),
    userId: found.id,
    businessId: null,
    what: "signed in by a code",
    about: `${email} from ${address}`,
  });
  return found.id;
}
