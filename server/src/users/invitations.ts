/** Letters with a link that works once: to join the practice, and to choose a new password. */
import { createHash, randomBytes } from "node:crypto";
import type { AcceptInvitation, InvitationView, Invite } from "@zesty/contract/session";
import { and, eq, gt, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, conflict } from "../ground/problem.ts";
import { type NewLetter, postLetter } from "../outbox/letters.ts";
import { demandUncommon } from "../session/goodPassword.ts";
import { demandFree, forgive, noteFailure } from "../session/lockout.ts";
import { endSessionsOf } from "../session/ownAccount.ts";
import { hashPassword } from "../session/password.ts";
import { tellOwner } from "../session/tellOwner.ts";
import { invitation, practice, user, userRight } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { staffLinkView } from "./staffLinkView.ts";
import { demandKnownRights } from "./users.ts";

export const days = (n: number) => n * 86_400_000;
const hashOf = (token: string): string => createHash("sha256").update(token).digest("hex");

const openLinks = (now = Date.now()) => and(isNull(invitation.usedAt), gt(invitation.expiresAt, now));

export const practiceName = (context: Context): string =>
  context.store.db.select().from(practice).get()?.name ?? "the practice";

/** @returns the link, for whoever hands it over by hand where the letter does not arrive */
export function inviteUser(context: Context, actor: Actor, wanted: Invite): { link: string } {
  const { db } = context.store;
  if (db.select({ id: user.id }).from(user).where(eq(user.email, wanted.email)).get()) {
    const text = `${wanted.email} is a user already. Change the rights instead.`;
    throw conflict("user-known", text);
  }
  demandKnownRights(context, wanted.rights);
  return context.store.transaction(() => {
    const token = keepLink(context, { ...wanted, kind: "join", invitedBy: actor.userId, lasts: days(7) });
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: null,
      what: "invited a user",
      about: wanted.email,
      change: { after: { lead: wanted.lead, rights: wanted.rights } },
    });
    const link = linkOf(context, token);
    mailTo(context, {
      ...{ to: wanted.email, about: `invitation ${wanted.email}`, until: Date.now() + days(7) },
      subject: `${practiceName(context)} invites you to Zesty Ledger`,
      text: `Hello ${wanted.name},\n\n${actor.name} invites you to work on the payroll of ${practiceName(context)}. Choose your password here; the link works once, for seven days:\n\n${link}\n`,
    });
    return { link };
  });
}

/** Whether there is such a user is not told, nor does the time tell it: the letter goes out later, in either case once. */
export function sendReset(context: Context, email: string, address: string): void {
  // Counted apart from wrong sign-ins: who is locked out may reset, and a stranger's requests lock nobody out.
  const counted = `reset ${email}`;
  demandFree(context, counted, address);
  const found = context.store.db.select().from(user).where(eq(user.email, email)).get();
  context.store.transaction(() => {
    // Every request counts as a try: nobody's box is flooded from here.
    noteFailure(context, counted, address, "password reset asked for");
    if (!found?.active) return;
    const lasts = days(1) / 24;
    const token = keepLink(context, {
      ...{ email, name: found.name, lead: false, rights: [], kind: "reset", invitedBy: null, lasts },
    });
    record(context.store, {
      at: context.clock.now(),
      userId: found.id,
      businessId: null,
      what: "asked for a new password",
      about: email,
    });
    mailTo(context, {
      ...{ to: email, about: `reset ${email}`, until: Date.now() + lasts, subject: "Choose a new password" },
      text: `Hello ${found.name},\n\nsomebody asked for a new password for your account at ${practiceName(context)}. If it was you, choose it here within the hour; the link works once:\n\n${linkOf(context, token)}\n\nIf not, nothing has to be done.\n`,
    });
  });
}

export function keepLink(
  context: Context,
  wanted: Invite & {
    kind: "join" | "reset" | "staff";
    personId?: number;
    invitedBy: number | null;
    lasts: number;
  },
): string {
  const token = randomBytes(24).toString("base64url");
  const { lasts, ...rest } = wanted;
  context.store.transaction(() => {
    // A newer link takes the place of an older one.
    context.store.db
      .delete(invitation)
      .where(
        and(
          eq(invitation.email, wanted.email),
          eq(invitation.kind, wanted.kind),
          isNull(invitation.usedAt),
          ...(wanted.personId === undefined ? [] : [eq(invitation.personId, wanted.personId)]),
        ),
      )
      .run();
    context.store.db
      .insert(invitation)
      .values({ ...rest, tokenHash: hashOf(token), expiresAt: Date.now() + lasts })
      .run();
  });
  return token;
}

/** @param at the page that the link leads to */
export const linkOf = (context: Context, token: string, at = "join"): string =>
  `${context.settings.address ?? `http://${context.settings.host}:${context.settings.port}`}/${at}#${token}`;

export const mailTo = (context: Context, letter: Omit<NewLetter, "from">): void =>
  postLetter(context, { ...letter, from: `"${practiceName(context).replace(/"/g, "")}" <no-reply@zesty.invalid>` });

export function findLink(context: Context, token: string) {
  const found = context.store.db
    .select()
    .from(invitation)
    .where(and(eq(invitation.tokenHash, hashOf(token)), openLinks()))
    .get();
  const kind = found?.kind;
  // A code is no link: it is typed, and only employees are signed in by it.
  if (!found || kind === undefined || kind === "code")
    throw cannot("link-used", "This link has been used or has run out. Ask for a new one.");
  return { ...found, kind };
}

export function readLink(context: Context, token: string): InvitationView {
  const { kind, email, name, personId } = findLink(context, token);
  const opens = personId === null ? undefined : staffLinkView(context, email, personId);
  return { kind, email, name, practice: practiceName(context), ...(opens ? { opens } : {}) };
}

/** Joins, or chooses the new password. @returns the user, who is signed in by it; null where a second factor is wanted first */
export async function acceptLink(context: Context, given: AcceptInvitation): Promise<number | null> {
  const { email, name } = findLink(context, given.token);
  demandUncommon(given.password, [email, given.name ?? name]);
  const passwordHash = await hashPassword(given.password);
  return context.store.transaction(() => {
    const { db } = context.store;
    // Looked at again within the transaction: of two clicks one wins.
    const link = findLink(context, given.token);
    db.update(invitation).set({ usedAt: context.clock.now() }).where(eq(invitation.id, link.id)).run();
    const known = db.select().from(user).where(eq(user.email, link.email)).get();
    if (link.kind === "reset") {
      if (!known?.active) throw cannot("link-used", "This link has been used or has run out. Ask for a new one.");
      db.update(user).set({ passwordHash }).where(eq(user.id, known.id)).run();
      endSessionsOf(context, known.id);
      note(context, known.id, "chose a new password by a link", link.email);
      tellOwner(
        context,
        known,
        "Your password was changed",
        "a new password was chosen for your account by a link from a letter.",
      );
      // Whoever reads the letters does not have the authenticator: tries stay counted, and the code is asked for.
      if (known.secondFactor) return null;
      forgive(context, link.email);
      return known.id;
    }
    if (link.kind === "staff") throw cannot("link-used", "This link opens the staff pages. Open it there.");
    if (known) throw conflict("user-known", `${link.email} is a user already. Sign in instead.`);
    const { id } = db
      .insert(user)
      .values({ email: link.email, name: given.name ?? link.name, passwordHash, lead: link.lead })
      .returning({ id: user.id })
      .get();
    for (const each of link.rights)
      db.insert(userRight)
        .values({ ...each, userId: id })
        .run();
    note(context, id, "joined the practice", link.email);
    return id;
  });
}

const note = (context: Context, userId: number, what: string, about: string) =>
  record(context.store, { at: context.clock.now(), userId, businessId: null, what, about });
