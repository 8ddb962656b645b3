/** What a signed-in user does with the own account: password, sessions. */
import { createHash } from "node:crypto";
import type { OwnSession } from "@zesty/contract/session";
import { and, eq, gt, ne } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { session, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { demandUncommon } from "./goodPassword.ts";
import { demandFree, noteFailure } from "./lockout.ts";
import { hashPassword, isPassword } from "./password.ts";
import { tellOwner } from "./tellOwner.ts";

/** Wrong ones are counted as wrong sign-ins are: an open session is no place to guess at. */
export async function demandPassword(context: Context, actor: Actor, password: string, path: string): Promise<void> {
  const counted = `own ${actor.email}`;
  demandFree(context, counted, "session");
  const own = context.store.db.select().from(user).where(eq(user.id, actor.userId)).get();
  if (own && (await isPassword(own.passwordHash, password))) return;
  noteFailure(context, counted, "session", "wrong password in a session");
  const text = "This is not your password now.";
  throw cannot("password-wrong", text, { errors: [{ path, text }] });
}

/** A new password ends every other session of the user. */
export async function changePassword(
  context: Context,
  actor: Actor,
  wanted: { current: string; password: string },
  sid: string,
): Promise<void> {
  await demandPassword(context, actor, wanted.current, "current");
  demandUncommon(wanted.password, [actor.email, actor.name]);
  const passwordHash = await hashPassword(wanted.password);
  context.store.transaction(() => {
    context.store.db.update(user).set({ passwordHash }).where(eq(user.id, actor.userId)).run();
    endSessionsOf(context, actor.userId, sid);
    note(context, actor, "changed the password");
    tellOwner(
      context,
      actor,
      "Your password was changed",
      "the password of your account was changed, and its other sessions have ended.",
    );
  });
}

export const endSessionsOf = (context: Context, userId: number, butThis = ""): void =>
  void context.store.db
    .delete(session)
    .where(and(eq(session.userId, userId), ne(session.sid, butThis)))
    .run();

/** A session is named by a hash: its own number opens it. */
const nameOf = (sid: string): string => createHash("sha256").update(sid).digest("hex").slice(0, 20);

export const ownSessions = (context: Context, actor: Actor, sid: string): OwnSession[] =>
  context.store.db
    .select()
    .from(session)
    .where(and(eq(session.userId, actor.userId), gt(session.expiresAt, Date.now())))
    .all()
    .map((each) => ({
      id: nameOf(each.sid),
      from: each.from,
      beganAt: new Date(each.beganAt).toISOString(),
      seenAt: new Date(each.seenAt).toISOString(),
      current: each.sid === sid,
    }))
    .sort((a, b) => b.seenAt.localeCompare(a.seenAt));

export function endSession(context: Context, actor: Actor, name: string): void {
  const { db } = context.store;
  const own = db.select({ sid: session.sid }).from(session).where(eq(session.userId, actor.userId)).all();
  const found = own.find((each) => nameOf(each.sid) === name);
  if (!found) throw cannot("no-session", "This session has ended already.");
  db.delete(session).where(eq(session.sid, found.sid)).run();
  note(context, actor, "ended a session");
}

const note = (context: Context, actor: Actor, what: string) =>
  record(context.store, { at: context.clock.now(), userId: actor.userId, businessId: null, what, about: actor.email });
