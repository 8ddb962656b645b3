/** Signing in and out, the first user, and what a signed-in user may see. */

import { hash, verify } from "@node-rs/argon2";
import type { FirstUser, SessionView, SignIn } from "@zesty/contract/session";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { conflict, ProblemError } from "../http/problem.ts";
import { rightIn } from "../http/rights.ts";
import { record } from "../store/audit.ts";
import { business, practice, user } from "../store/schema.ts";

const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
/** A hash to compare with when there is no such user, so that the answer takes the same time. */
const nobody = hash("nobody at all", cost);

export const hashPassword = (password: string): Promise<string> => hash(password, cost);

export async function findSignIn(context: Context, given: SignIn): Promise<number> {
  const found = context.store.db.select().from(user).where(eq(user.email, given.email)).get();
  const right = await verify(found?.passwordHash ?? (await nobody), given.password);
  if (!found || !right)
    throw new ProblemError(401, "sign-in", "E-mail and password do not belong together. Try again.");
  record(context.store, {
    at: context.clock.now(),
    userId: found.id,
    businessId: null,
    what: "signed in",
    about: found.email,
  });
  return found.id;
}

export const hasUsers = (context: Context): boolean =>
  context.store.db.select({ id: user.id }).from(user).limit(1).get() !== undefined;

export async function createFirstUser(context: Context, given: FirstUser): Promise<number> {
  const passwordHash = await hashPassword(given.password);
  return context.store.transaction(() => {
    if (hasUsers(context)) throw conflict("set-up-done", "The first user is set up already. Sign in instead.");
    context.store.db.insert(practice).values({ name: given.practice }).run();
    const { id } = context.store.db
      .insert(user)
      .values({ email: given.email, name: given.name, passwordHash, lead: true })
      .returning({ id: user.id })
      .get();
    record(context.store, {
      at: context.clock.now(),
      userId: id,
      businessId: null,
      what: "set up the practice",
      about: given.practice,
    });
    return id;
  });
}

export function sessionView(context: Context, actor: Actor | null): SessionView {
  const { db } = context.store;
  const businesses = actor
    ? db
        .select()
        .from(business)
        .orderBy(business.id)
        .all()
        .flatMap((each) => {
          const right = rightIn(context, actor, each.id);
          return right ? [{ id: each.id, name: each.name, country: each.country, right }] : [];
        })
    : [];
  return {
    needsFirstUser: !hasUsers(context),
    day: context.clock.today(),
    demo: context.settings.demoDay !== null,
    user: actor ? { id: actor.userId, name: actor.name, email: actor.email, lead: actor.lead } : null,
    practice: db.select().from(practice).get()?.name ?? null,
    businesses,
    postBox: actor ? context.settings.services.postBoxPage : null,
  };
}
