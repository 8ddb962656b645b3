/** Whether the practice demands a second factor of its leads: who may do everything is worth the most to a thief. */
import { eq } from "drizzle-orm";
import { setting, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import type { Actor, Context } from "./context.ts";
import { cannot, ProblemError } from "./problem.ts";

const name = "leadsFactor";

export const isFactorDemanded = ({ store: { db } }: Context): boolean =>
  db.select().from(setting).where(eq(setting.name, name)).get() !== undefined;

const hasFactor = ({ store: { db } }: Context, { userId }: Actor): boolean =>
  Boolean(db.select({ factor: user.secondFactor }).from(user).where(eq(user.id, userId)).get()?.factor);

/** A lead without a factor sets one up before anything else. */
export const lacksFactor = (context: Context, actor: Actor): boolean =>
  actor.lead && isFactorDemanded(context) && !hasFactor(context, actor);

export function demandFactorOf(context: Context, actor: Actor): void {
  if (lacksFactor(context, actor))
    throw new ProblemError(
      403,
      "factor-wanted",
      "This practice wants a second factor of its leads. Set one up on your own page first.",
      { mend: "/you" },
    );
}

/** @throws where whoever demands it has none: nobody shuts themselves out */
export function demandOfLeads(context: Context, actor: Actor, wanted: boolean): void {
  const { db } = context.store;
  if (wanted && !hasFactor(context, actor))
    throw cannot("own-factor-first", "Set up a second factor of your own first, on your own page.", { mend: "/you" });
  if (wanted === isFactorDemanded(context)) return;
  context.store.transaction(() => {
    if (wanted) db.insert(setting).values({ name, value: "1" }).run();
    else db.delete(setting).where(eq(setting.name, name)).run();
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId: null, about: "the practice" },
      what: wanted ? "demanded a second factor of leads" : "no longer demands a second factor of leads",
    });
  });
}
