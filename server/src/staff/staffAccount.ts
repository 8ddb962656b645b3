/** Accounts of employees: invited by letter, opened by a link that works once, ended on the person's page. */
import { and, eq, isNull } from "drizzle-orm";
import type { Request } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot, conflict, notFound, ProblemError } from "../ground/problem.ts";
import { accountOf } from "../people/staffAccountOf.ts";
import { demandUncommon } from "../session/goodPassword.ts";
import { demandFree, noteFailure } from "../session/lockout.ts";
import { endSessionsOf } from "../session/ownAccount.ts";
import { hashPassword, isPassword } from "../session/password.ts";
import { invitation, person, staffLink, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { days, findLink, keepLink, linkOf, mailTo } from "../users/invitations.ts";

/** The signed-in employee: an account that opens somebody's pages, or a user of the practice who is paid here too. */
export function staffOf(context: Context, request: Request): Actor {
  const { userId } = request.session;
  const row = userId === undefined ? undefined : context.store.db.select().from(user).where(eq(user.id, userId)).get();
  if (!row?.active) throw new ProblemError(401, "not-signed-in", "Sign in first; your session has ended.");
  return { userId: row.id, name: row.name, email: row.email, lead: false };
}

/** People whose pages an account opens. */
export const ownPeople = ({ store: { db } }: Context, userId: number): number[] =>
  db
    .select({ personId: staffLink.personId })
    .from(staffLink)
    .where(and(eq(staffLink.userId, userId), isNull(staffLink.endedAt)))
    .all()
    .map((row) => row.personId);

/** @throws as if there were no such person, unless it is the account's own */
export function demandOwn(context: Context, actor: Actor, personId: number): void {
  if (!ownPeople(context, actor.userId).includes(personId)) throw notFound("person");
}

const findPerson = (context: Context, personId: number) => {
  const who = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  return who;
};

/** @returns the link, for whoever hands it over by hand where the letter does not arrive */
export function inviteToStaffPages(context: Context, actor: Actor, personId: number): { link: string } {
  const who = findPerson(context, personId);
  if (!who.email)
    throw cannot("no-email", "An e-mail address is missing: the invitation goes there. Type it under Details first.", {
      errors: [{ path: "email", text: "E-mail is missing." }],
    });
  if (accountOf(context, personId)) throw conflict("staff-known", "The staff pages are open for this person already.");
  const name = `${who.givenName} ${who.familyName}`;
  const { name: business } = findBusiness(context, who.businessId);
  const { email } = who;
  return context.store.transaction(() => {
    const token = keepLink(context, {
      ...{ email, name, lead: false, rights: [], kind: "staff", personId },
      ...{ invitedBy: actor.userId, lasts: days(14) },
    });
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: who.businessId,
      what: "invited to the staff pages",
      about: `${name}, ${email}`,
    });
    const link = linkOf(context, token, "staff/join");
    mailTo(context, {
      ...{ to: email, about: `ask ${personId}`, businessId: who.businessId, link: `/people/${personId}` },
      ...{ until: Date.now() + days(14), subject: `Your pay at ${business}` },
      text: `Hello ${who.givenName},\n\non your own page you see your payslips, ask for leave, and fill in what ${business} needs of you. Open it here; the link works once, for fourteen days:\n\n${link}\n`,
    });
    return { link };
  });
}

/** An invitation that is open: until when. */
export const openInvitation = ({ store: { db } }: Context, personId: number): string | null => {
  const rows = db
    .select({ expiresAt: invitation.expiresAt })
    .from(invitation)
    .where(and(eq(invitation.personId, personId), eq(invitation.kind, "staff"), isNull(invitation.usedAt)))
    .all();
  const last = Math.max(0, ...rows.map((row) => row.expiresAt));
  return last > Date.now() ? new Date(last).toISOString().slice(0, 10) : null;
};

/** Opens the pages by a link: with a new password, or with the password of the account that the address has already. */
export async function openStaffPages(
  context: Context,
  { token, password }: { token: string; password: string },
  address: string,
): Promise<{ userId: number; isIn: boolean }> {
  const { db } = context.store;
  const seen = findLink(context, token);
  const known = db.select().from(user).where(eq(user.email, seen.email)).get();
  if (known) {
    demandFree(context, seen.email, address);
    if (!known.active || !(await isPassword(known.passwordHash, password))) {
      noteFailure(context, seen.email, address);
      const text = "You have an account here already, and this is not its password. Try again, or reset it.";
      throw cannot("password-wrong", text, { errors: [{ path: "password", text }] });
    }
  }
  if (!known) demandUncommon(password, [seen.email, seen.name]);
  const passwordHash = known ? known.passwordHash : await hashPassword(password);
  return context.store.transaction(() => {
    // Looked at again within the transaction: of two clicks one wins.
    const link = findLink(context, token);
    if (link.kind !== "staff" || link.personId === null)
      throw cannot("link-used", "This link has been used or has run out. Ask for a new one.");
    const who = findPerson(context, link.personId);
    db.update(invitation).set({ usedAt: context.clock.now() }).where(eq(invitation.id, link.id)).run();
    const userId =
      known?.id ??
      db
        .insert(user)
        .values({ email: link.email, name: link.name, passwordHash, lead: false, staff: true })
        .returning({ id: user.id })
        .get().id;
    db.insert(staffLink).values({ userId, personId: who.id, openedAt: context.clock.now() }).run();
    record(context.store, {
      at: context.clock.now(),
      userId,
      businessId: who.businessId,
      what: "opened the staff pages",
      about: link.email,
    });
    // A link opens nobody's practice, and goes by no second factor: who has more than staff pages signs in at the door.
    return { userId, isIn: !known || (known.staff && known.secondFactor === null) };
  });
}

/** Ends a person's access; an account that opens nothing more is signed out everywhere. */
export function endStaffPages(context: Context, actor: Actor, personId: number): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const who = findPerson(context, personId);
    const found = accountOf(context, personId);
    db.delete(invitation)
      .where(and(eq(invitation.personId, personId), eq(invitation.kind, "staff"), isNull(invitation.usedAt)))
      .run();
    if (found) {
      db.update(staffLink).set({ endedAt: context.clock.now() }).where(eq(staffLink.id, found.id)).run();
      if (ownPeople(context, found.userId).length === 0) {
        const owner = db.select().from(user).where(eq(user.id, found.userId)).get();
        if (owner?.staff) endSessionsOf(context, found.userId);
      }
    }
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: who.businessId,
      what: "ended the staff pages",
      about: `${who.givenName} ${who.familyName}`,
    });
  });
}
