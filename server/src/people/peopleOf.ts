/** The people of a business by name, and what of them waits for a tick. */
import { and, asc, eq } from "drizzle-orm";
import type { Db } from "../store/open.ts";
import { payCycle, person, staffChange } from "../store/schema.ts";

export const peopleOf = (db: Db, businessId: number): (typeof person.$inferSelect)[] =>
  db
    .select()
    .from(person)
    .where(eq(person.businessId, businessId))
    .orderBy(asc(person.familyName), asc(person.givenName))
    .all();

/** People who asked for a change that the practice has to look at. */
export const askedForChange = (db: Db, businessId: number): Set<number> =>
  new Set(
    db
      .select({ personId: staffChange.personId })
      .from(staffChange)
      .innerJoin(person, eq(staffChange.personId, person.id))
      .where(and(eq(person.businessId, businessId), eq(staffChange.state, "waiting")))
      .all()
      .map((each) => each.personId),
  );

export const cycleNames = (db: Db, businessId: number): Map<number, string> =>
  new Map(
    db
      .select()
      .from(payCycle)
      .where(eq(payCycle.businessId, businessId))
      .all()
      .map((each) => [each.id, each.name]),
  );
