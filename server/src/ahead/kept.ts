/** What would be otherwise, kept under a name: for everybody who works with the business. */
import type { KeepAhead, KeptAhead } from "@zesty/contract/ahead";
import { and, asc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { keptAhead as kept, user } from "../store/schema.ts";

/** A business keeps so many. */
const mostKept = 40;

export const listKept = ({ store: { db } }: Context, businessId: number): KeptAhead[] =>
  db
    .select({ id: kept.id, name: kept.name, changes: kept.changes, by: user.name })
    .from(kept)
    .innerJoin(user, eq(kept.userId, user.id))
    .where(eq(kept.businessId, businessId))
    .orderBy(asc(kept.name))
    .all();

export function keptAhead(context: Context, businessId: number, id: number): KeptAhead {
  const found = listKept(context, businessId).find((each) => each.id === id);
  if (!found) throw notFound("what-if");
  return found;
}

/** Kept again under its name it takes the place of the one before. */
export const keep = ({ store }: Context, actor: Actor, businessId: number, wanted: KeepAhead): { id: number } =>
  store.transaction(() => {
    const { db } = store;
    db.delete(kept)
      .where(and(eq(kept.businessId, businessId), eq(kept.name, wanted.name)))
      .run();
    const known = db.select({ id: kept.id }).from(kept).where(eq(kept.businessId, businessId)).all().length;
    if (known >= mostKept) throw cannot("many-kept", `At most ${mostKept} are kept. Take one out first.`);
    return db
      .insert(kept)
      .values({ ...wanted, businessId, userId: actor.userId })
      .returning({ id: kept.id })
      .get();
  });

export function takeOut({ store: { db } }: Context, businessId: number, id: number): void {
  const gone = db
    .delete(kept)
    .where(and(eq(kept.businessId, businessId), eq(kept.id, id)))
    .run();
  if (gone.changes === 0) throw notFound("what-if");
}
