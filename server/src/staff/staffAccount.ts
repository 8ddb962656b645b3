/** Accounts of employees: invited by letter, opened by a link that works once, ended on the person's page. */
import type { StaffWay } from "@zesty/contract/staff";
import { and, eq, isNull } from "drizzle-orm";
import type { Request } from "express";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { mobileNumber } from "../ground/mobileNumber.ts";
import { cannot, conflict, notFound, ProblemError } from "../ground/problem.ts";
import { saveSection } from "../people/savePerson.ts";
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

type Who = ReturnType<typeof findPerson>;

/** The mobile number that a text message can go to; null where there is none, or where none are sent from here. */
function mobileOf(context: Context, { businessId, phone }: Who): string | null {
  if (context.settings.services.text === null) return null;
  return mobileNumber(findBusiness(context, businessId).country, phone);
}

/** How an invitation can reach somebody. */
export function waysTo(context: Context, personId: number): StaffWay[] {
  const who = findPerson(context, personId);
  return [...(who.email ? (["mail"] as const) : []), ...(mobileOf(context, who) ? (["text"] as const) : [])];
}

/** @throws where the person cannot be reached in this way */
function addressFor(context: Context, who: Who, by: StaffWay): string {
  const found = by === "mail" ? who.email : mobileOf(context, who);
  if (found) return found;
  const [code, text, path] =
    by === "mail"
      ? ["no-email", "An e-mail address is missing: the invitation goes there. Type it under Details first.", "email"]
      : context.settings.services.text === null
        ? ["no-texts", "No text messages are sent from here. Invite by e-mail, or give the link yourself.", "by"]
        : ["no-mobile", "A mobile number is missing: the message goes there. Type it under Details first.", "phone"];
  throw cannot(code, text, { errors: [{ path, text }] });
}

/** @returns the link, for whoever hands it over by hand where the letter does not arrive */
export function inviteToStaffPages(
  context: Context,
  actor: Actor,
  personId: number,
  by: StaffWay = "mail",
): { link: string; to: string } {
  const who = findPerson(context, personId);
  const to = addressFor(context, who, by);
  if (accountOf(context, personId)) throw conflict("staff-known", "The staff pages are open for this person already.");
  const name = `${who.givenName} ${who.familyName}`;
  const { name: business } = findBusiness(context, who.businessId);
  // Who is invited by text message may have no address: it is typed where the link leads to.
  const email = who.email ?? "";
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
      about: `${name}, ${to}`,
    });
    const link = linkOf(context, token, "staff/join");
    mailTo(context, {
      ...{ to, by, about: `ask ${personId}`, businessId: who.businessId, link: `/people/${personId}` },
      ...{ until: Date.now() + days(14), subject: `Your pay at ${business}` },
      text:
        by === "text"
          ? `${business}: your own page for payslips, leave and what we need of you. The link works once, for 14 days: ${link}`
          : `Hello ${who.givenName},\n\non your own page you see your payslips, ask for leave, and fill in what ${business} needs of you. Open it here; the link works once, for fourteen days:\n\n${link}\n`,
    });
    return { link, to };
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
  { token, password, email: typed }: { token: string; password: string; email?: string },
  address: string,
): Promise<{ userId: number; isIn: boolean }> {
  const { db } = context.store;
  const seen = findLink(context, token);
  const email = seen.email || typed;
  if (!email) {
    const text = "E-mail is missing: you sign in with it.";
    throw cannot("no-email", text, { errors: [{ path: "email", text }] });
  }
  const known = db.select().from(user).where(eq(user.email, email)).get();
  if (known) {
    demandFree(context, email, address);
    if (!known.active || !(await isPassword(known.passwordHash, password))) {
      noteFailure(context, email, address);
      const text = "You have an account here already, and this is not its password. Try again, or reset it.";
      throw cannot("password-wrong", text, { errors: [{ path: "password", text }] });
    }
  }
  if (!known) demandUncommon(password, [email, seen.name]);
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
        .values({ email, name: link.name, passwordHash, lead: false, staff: true })
        .returning({ id: user.id })
        .get().id;
    db.insert(staffLink).values({ userId, personId: who.id, openedAt: context.clock.now() }).run();
    record(context.store, {
      at: context.clock.now(),
      userId,
      businessId: who.businessId,
      what: "opened the staff pages",
      about: email,
    });
    // What else goes to the person by mail goes there, too.
    if (!who.email)
      saveSection(context, { userId, name: link.name, email, lead: false }, who.id, "details", { ...who, email });
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
