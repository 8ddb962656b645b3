/** A choice that belongs to the business of the person. */
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import type { costCentre, fund, payCycle, place } from "../store/schema.ts";

export const demandOwn = (
  context: Context,
  table: typeof payCycle | typeof place | typeof costCentre | typeof fund,
  id: number | null,
  businessId: number,
  path: string,
  words: string,
) => {
  if (id === null) return;
  const row = context.store.db.select({ businessId: table.businessId }).from(table).where(eq(table.id, id)).get();
  if (row?.businessId !== businessId)
    throw cannot("unknown-choice", `This ${words} does not belong to the business.`, {
      errors: [{ path, text: `Choose a ${words} of this business.` }],
    });
};
