/** The super funds of a business. */
import type { FundFacts } from "@zesty/contract/au/funds";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { fund } from "../store/schema.ts";
import { record } from "../store/trail.ts";

/** A business has one default fund: who chooses none goes there. */
export const noOtherDefault = ({ store: { db } }: Context, businessId: number): void => {
  db.update(fund).set({ isDefault: false }).where(eq(fund.businessId, businessId)).run();
};

export function addFund(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: Pick<FundFacts, "name" | "abn" | "usi"> & Partial<FundFacts>,
): number {
  return context.store.transaction(() => {
    if (wanted.isDefault) noOtherDefault(context, businessId);
    const { id } = context.store.db
      .insert(fund)
      .values({ ...wanted, businessId })
      .returning({ id: fund.id })
      .get();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "added fund",
      about: wanted.name,
    });
    return id;
  });
}
