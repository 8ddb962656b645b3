import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { business, person, user } from "../store/schema.ts";

/** What a staff link opens, before it is used: the business, and whether its address has an account already. */
export function staffLinkView({ store: { db } }: Context, email: string, personId: number) {
  const row = db
    .select({ business: business.name })
    .from(person)
    .innerJoin(business, eq(person.businessId, business.id))
    .where(eq(person.id, personId))
    .get();
  const known = db.select({ id: user.id }).from(user).where(eq(user.email, email)).get() !== undefined;
  return row && { business: row.business, known };
}
