import { business } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import type { Context } from "./context.ts";
import { notFound } from "./problem.ts";

export function findBusiness(context: Context, businessId: number) {
  const [row] = rowsOf(context.store.sqlite, business, "WHERE t.id = ?", businessId);
  if (!row) throw notFound("business");
  return row;
}

/** The day that it is where a business is: at half past ten of a Perth evening it is tomorrow in Melbourne. */
export const todayAt = (context: Context, businessId: number): string =>
  context.clock.today(findBusiness(context, businessId).timeZone);

/** Where a business is written to, for the papers that carry its name; nothing where nobody said. */
export const addressOf = ({ contact }: Pick<typeof business.$inferSelect, "contact">): { address?: string } =>
  contact.address ? { address: contact.address } : {};
