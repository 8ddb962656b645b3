/** Who of the practice keeps which business: whose desk it stands on. It gives no right and takes none away. */
import type { KeeperWanted } from "@zesty/contract/session";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { business, user, userRight } from "../store/schema.ts";
import { record } from "../store/trail.ts";

export const keepersOf = ({ prepared }: Context["store"]): Record<number, number> =>
  Object.fromEntries(
    prepared<[], { id: number; keeper: number }>(
      "SELECT id, keeper_id AS keeper FROM business WHERE keeper_id IS NOT NULL",
    )
      .all()
      .map((row) => [row.id, row.keeper]),
  );

export function keepBusiness(context: Context, actor: Actor, { businessId, userId }: KeeperWanted): void {
  const { db } = context.store;
  const owner = findBusiness(context, businessId);
  const who = userId === null ? null : db.select().from(user).where(eq(user.id, userId)).get();
  const refused = (text: string) => cannot("keeper", text, { errors: [{ path: "userId", text }] });
  if (who === undefined || who?.active === false) throw refused("This user may not sign in. Choose somebody else.");
  if (who && !who.lead) {
    const right = db
      .select({ right: userRight.right })
      .from(userRight)
      .where(and(eq(userRight.userId, who.id), eq(userRight.businessId, businessId)))
      .get();
    if (!right || right.right === "hours")
      throw refused(`${who.name} does not see ${owner.name}. Give the right first, then say who keeps it.`);
  }
  context.store.transaction(() => {
    db.update(business).set({ keeperId: userId }).where(eq(business.id, businessId)).run();
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "said who keeps a business" },
      about: `${owner.name}: ${who?.name ?? "nobody"}`,
    });
  });
}
