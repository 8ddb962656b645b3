import { and, eq, isNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { staffLink } from "../store/schema.ts";

/** The account that opens a person's pages. */
export const accountOf = ({ store: { db } }: Context, personId: number) =>
  db
    .select({ id: staffLink.id, userId: staffLink.userId, openedAt: staffLink.openedAt })
    .from(staffLink)
    .where(and(eq(staffLink.personId, personId), isNull(staffLink.endedAt)))
    .get();
