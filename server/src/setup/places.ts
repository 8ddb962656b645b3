/** Where somebody works: decides public holidays, and in Australia long service leave. */
import type { StateAu } from "@zesty/core/calendar/businessDays";
import { eq } from "drizzle-orm";
import type { Context } from "../context.ts";
import { business, place } from "../store/schema.ts";

/** State or province of a person's place of work, or of the business. */
export function workPlace(context: Context, businessId: number, placeId: number | null): string {
  const { db } = context.store;
  const own = placeId === null ? undefined : db.select().from(place).where(eq(place.id, placeId)).get();
  return own?.state ?? db.select().from(business).where(eq(business.id, businessId)).get()?.state ?? "";
}

/** The Australian State of a person's place of work. @throws where none is on record: another State's days would be wrong */
export function workState(context: Context, businessId: number, placeId: number | null): StateAu {
  const state = workPlace(context, businessId, placeId);
  if (state === "") throw new Error(`Business ${businessId} has no State: its public holidays cannot be known.`);
  return state as StateAu;
}
