/** Signing in and out, the first user, and what a signed-in user may see. */

import { verify } from "@node-rs/argon2";
import type { FirstUser, SessionView, SignIn } from "@zesty/contract/session";
import { eq, ne } from "drizzle-orm";
import { officeZone } from "../ground/clock.ts";
import type { Actor, Context } from "../ground/context.ts";
import { lacksFactor } from "../ground/leadsFactor.ts";
import { conflict, ProblemError } from "../ground/problem.ts";
import { rightIn } from "../ground/rights.ts";
import { isHeld } from "../outbox/held.ts";
import { movedIn } from "../outbox/movedIn.ts";
import { business, practice, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { demandFirstUserCode, forgetFirstUserCode } from "./firstUserCode.ts";
import { demandUncommon } from "./goodPassword.ts";
import { demandFree, forgive, noteFailure } from "./lockout.ts";
import { hashPassword, nobody } from "./password.ts";
import { takeCode } from "./secondFactor.ts";

/** @param device what a known browser is counted under, or null */
export async function findSignIn(
  context: Context,
  given: SignIn,
  address: string,
  device: string | null,
): Promise<number> {
  demandFree(context, given.email, address, device);
  const found = context.store.db.select().from(user).where(eq(user.email, given.email)).get();
  const right = await verify(found?.passwordHash ?? (await nobody), given.password);
  const refuse = (code: string, detail: string): never => {
    noteFailure(context, given.email, address, "wrong sign-in", device);
    throw new ProblemError(401, code, detail);
  };
  if (!found?.active || !right) return refuse("sign-in", "E-mail or password is wrong. Try again.");
  if (found.secondFactor) {
    if (!given.code)
      throw new ProblemError(401, "code-wanted", "Type the six digits that your authenticator shows now.");
    if (!takeCode(context, found, given.code))
      return refuse("code-wrong", "This code does not fit, or was used before. Wait for the next one.");
  }
  forgive(context, given.email);
  record(context.store, {
    at: context.clock.now(),
    userId: found.id,
    businessId: null,
    what: "signed in",
    about: `${found.email} from ${address}`,
  });
  return found.id;
}

/** Somebody has a way in. Users that came with a business from elsewhere have none until they are let in. */
export const hasUsers = (context: Context): boolean =>
  context.store.db.select({ id: user.id }).from(user).where(ne(user.passwordHash, "-")).limit(1).get() !== undefined;

export async function createFirstUser(context: Context, given: FirstUser): Promise<number> {
  const { dataFolder } = context.settings;
  if (hasUsers(context)) throw conflict("set-up-done", "The first user is set up already. Sign in instead.");
  demandFirstUserCode(dataFolder, given.proof);
  demandUncommon(given.password, [given.email, given.name]);
  const passwordHash = await hashPassword(given.password);
  return context.store.transaction(() => {
    if (hasUsers(context)) throw conflict("set-up-done", "The first user is set up already. Sign in instead.");
    context.store.db.insert(practice).values({ name: given.practice }).run();
    const { id } = context.store.db
      .insert(user)
      .values({ email: given.email, name: given.name, passwordHash, lead: true })
      .onConflictDoUpdate({
        target: user.email,
        set: { name: given.name, passwordHash, lead: true, active: true, staff: false },
      })
      .returning({ id: user.id })
      .get();
    record(context.store, {
      at: context.clock.now(),
      userId: id,
      businessId: null,
      what: "set up the practice",
      about: given.practice,
    });
    forgetFirstUserCode(dataFolder);
    return id;
  });
}

/** @param staff an employee is signed in, who has pages of their own and nothing here */
export function sessionView(context: Context, actor: Actor | null, staff = false): SessionView {
  const { db } = context.store;
  const businesses = actor
    ? db
        .select()
        .from(business)
        .orderBy(business.id)
        .all()
        .flatMap((each) => {
          const right = rightIn(context, actor, each.id);
          return right
            ? [
                {
                  ...{ id: each.id, name: each.name, country: each.country, right },
                  ...{ day: context.clock.today(each.timeZone), play: each.play !== null },
                },
              ]
            : [];
        })
    : [];
  const own = actor ? db.select().from(user).where(eq(user.id, actor.userId)).get() : undefined;
  return {
    needsFirstUser: !hasUsers(context),
    day: context.clock.today(officeZone),
    demo: context.settings.demoDay !== null,
    staff,
    user:
      actor && own
        ? {
            ...{ id: own.id, name: own.name, email: own.email, lead: own.lead },
            secondFactor: own.secondFactor !== null,
            factorWanted: lacksFactor(context, actor),
          }
        : null,
    practice: actor || !hasUsers(context) ? (db.select().from(practice).get()?.name ?? null) : null,
    businesses,
    postBox: actor?.lead ? context.settings.services.postBoxPage : null,
    broken: actor ? context.trust.verdict.broken.length : 0,
    held: actor ? isHeld(context.store) : false,
    movedIn: actor ? movedIn(context.store) : [],
  };
}
