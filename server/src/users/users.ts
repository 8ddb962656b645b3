/** The users of the practice and what each may do in which business. */
import type { GivenRight, Team, UserChange, UsersView } from "@zesty/contract/session";
import { and, asc, eq, gt, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { stampOf } from "../http/seen.ts";
import { endSessionsOf } from "../session/ownAccount.ts";
import { business, costCentre, invitation, place, user, userRight } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { keepersOf } from "./keepers.ts";

export function listUsers(context: Context): UsersView {
  const { db } = context.store;
  const given = db.select().from(userRight).all();
  return {
    users: db
      .select()
      .from(user)
      .where(eq(user.staff, false))
      .orderBy(asc(user.name))
      .all()
      .map(({ id, name, email, lead, active, secondFactor }) => {
        const rights = given
          .filter((each) => each.userId === id)
          .map(({ businessId, right, approves, approvesFor }) => ({ businessId, right, approves, approvesFor }));
        const stamp = stampOf([lead, active, rights]);
        return { id, name, email, lead, active, secondFactor: secondFactor !== null, rights, stamp };
      }),
    invitations: db
      .select()
      .from(invitation)
      .where(and(eq(invitation.kind, "join"), isNull(invitation.usedAt), gt(invitation.expiresAt, Date.now())))
      .all()
      .map(({ id, email, name, lead, rights, expiresAt }) => ({
        id,
        email,
        name,
        lead,
        rights,
        expiresAt: new Date(expiresAt).toISOString(),
      })),
    teams: teamsOf(context.store),
    keepers: keepersOf(context.store),
  };
}

export function demandKnownRights({ store: { db } }: Context, rights: readonly GivenRight[]): void {
  const known = new Set(
    db
      .select({ id: business.id })
      .from(business)
      .all()
      .map((each) => each.id),
  );
  if (rights.some((each) => !known.has(each.businessId)))
    throw cannot("unknown-business", "One of the businesses does not exist. Load the page again and choose anew.");
  const teams = teamsOf({ db });
  for (const { businessId, approvesFor } of rights) {
    if (!approvesFor) continue;
    const { places, costCentres } = teams.find((each) => each.businessId === businessId) ?? noTeams;
    const isOf = (list: { id: number }[]) => (id: number) => list.some((each) => each.id === id);
    const { placeIds, costCentreIds } = approvesFor;
    if (placeIds.length + costCentreIds.length === 0)
      throw cannot("no-team", "Approving for chosen teams names at least one place or cost centre.");
    if (!placeIds.every(isOf(places)) || !costCentreIds.every(isOf(costCentres)))
      throw cannot("unknown-team", "One of the places or cost centres is not of that business. Choose anew.");
  }
}

const noTeams = { places: [], costCentres: [] };

/** Places and cost centres by business: what an approver may be given. */
function teamsOf({ db }: Pick<Context["store"], "db">): UsersView["teams"] {
  const places = db.select().from(place).all();
  const centres = db.select().from(costCentre).all();
  const of = (businessId: number, list: readonly (Team & { businessId: number })[]) =>
    list.filter((each) => each.businessId === businessId).map(({ id, name, retired }) => ({ id, name, retired }));
  return [...new Set([...places, ...centres].map((each) => each.businessId))].map((businessId) => ({
    businessId,
    places: of(businessId, places),
    costCentres: of(businessId, centres),
  }));
}

/** Changes what a user may do. The last lead who may sign in stays one. */
export function changeUser(context: Context, actor: Actor, userId: number, wanted: UserChange): void {
  const { db } = context.store;
  demandKnownRights(context, wanted.rights);
  context.store.transaction(() => {
    const known = db.select().from(user).where(eq(user.id, userId)).get();
    if (!known) throw notFound("user");
    const leads = db
      .select({ id: user.id })
      .from(user)
      .where(and(eq(user.lead, true), eq(user.active, true)))
      .all();
    if (leads.every((each) => each.id === userId) && !(wanted.lead && wanted.active))
      throw cannot("last-lead", "This is the only practice lead. Make somebody else a lead first.");
    const before = db.select().from(userRight).where(eq(userRight.userId, userId)).all();
    db.update(user).set({ lead: wanted.lead, active: wanted.active }).where(eq(user.id, userId)).run();
    db.delete(userRight).where(eq(userRight.userId, userId)).run();
    for (const each of wanted.rights)
      db.insert(userRight)
        .values({ ...each, userId })
        .run();
    if (!wanted.active) endSessionsOf(context, userId);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: null,
      what: wanted.active ? "changed a user's rights" : "closed a user's account",
      about: known.email,
      change: {
        before: { lead: known.lead, active: known.active, rights: before },
        after: { lead: wanted.lead, active: wanted.active, rights: wanted.rights },
      },
    });
  });
}

export function withdrawInvitation(context: Context, actor: Actor, invitationId: number): void {
  const { db } = context.store;
  const found = db.select().from(invitation).where(eq(invitation.id, invitationId)).get();
  if (!found) throw notFound("invitation");
  context.store.transaction(() => {
    db.delete(invitation).where(eq(invitation.id, invitationId)).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: null,
      what: "withdrew an invitation",
      about: found.email,
    });
  });
}
