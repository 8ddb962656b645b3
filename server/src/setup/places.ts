/** Where somebody works: decides public holidays and long service leave. */
import type { StateAu } from "@zesty/core/calendar/businessDays";
import { eq } from "drizzle-orm";
import type { Context } from "../context.ts";
import { business, place } from "../store/schema.ts";

/** The State of a person's place of work, or of the business. */
export function workState(context: Context, businessId: number, placeId: number | null): StateAu {
  const { db } = context.store;
  const own = placeId === null ? undefined : db.select().from(place).where(eq(place.id, placeId)).get();
  const state = own?.state ?? db.select().from(business).where(eq(business.id, businessId)).get()?.state;
  return (state ?? "VIC") as StateAu;
}
