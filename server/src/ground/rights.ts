/** Who may do what in a business. Whoever may not see a business is told that it does not exist. */
import type { Right } from "@zesty/contract/session";
import { and, eq } from "drizzle-orm";
import { business, user, userRight } from "../store/schema.ts";
import type { Actor, Context } from "./context.ts";
import { isPutAway } from "./play.ts";
import { notFound, ProblemError } from "./problem.ts";

const rank: Record<Right, number> = { hours: 0, see: 1, prepare: 2, authorise: 3 };
const words: Record<Right, string> = {
  hours: "see hours and leave",
  see: "see its pays and people",
  prepare: "prepare its pay runs",
  authorise: "authorise its pay runs",
};

export function rightIn(context: Context, actor: Actor, businessId: number): Right | null {
  if (isPutAway(context.store, businessId)) return null;
  if (actor.lead) return "authorise";
  const row = context.store.db
    .select({ right: userRight.right })
    .from(userRight)
    .where(and(eq(userRight.userId, actor.userId), eq(userRight.businessId, businessId)))
    .get();
  return row?.right ?? null;
}

/** Whoever may only look after hours and leave sees nothing of pay. */
export const maySee = (context: Context, actor: Actor, businessId: number): boolean => {
  const right = rightIn(context, actor, businessId);
  return right !== null && rank[right] >= rank.see;
};

export const mayPrepare = (context: Context, actor: Actor, businessId: number): boolean => {
  const right = rightIn(context, actor, businessId);
  return right !== null && rank[right] >= rank.prepare;
};

/** @param what names what was asked for: who may not see it gets the same answer as if it did not exist */
export function demandRight(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: Right,
  what = "business",
): void {
  const exists = context.store.db.select({ id: business.id }).from(business).where(eq(business.id, businessId)).get();
  const right = exists ? rightIn(context, actor, businessId) : null;
  if (!right) throw notFound(what);
  if (rank[right] < rank[wanted])
    throw new ProblemError(
      403,
      "right-missing",
      `You may ${words[right]}, but not ${words[wanted]}. Ask the practice lead for the right.`,
    );
}

/** Does a user work for the practice at all: as its lead, or with a right in some business? */
export const worksForPractice = ({ store: { db } }: Context, userId: number): boolean =>
  db.select({ lead: user.lead }).from(user).where(eq(user.id, userId)).get()?.lead === true ||
  db.select({ right: userRight.right }).from(userRight).where(eq(userRight.userId, userId)).get() !== undefined;
