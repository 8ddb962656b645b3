/** Where somebody works: decides public holidays, and in Australia long service leave. */
import type { StateAu } from "@zesty/core/calendar/listedHolidays";
import { type PlaceOfWork, readPlaceDays } from "@zesty/core/calendar/placeDays";
import type { Context } from "../ground/context.ts";

/** State or province of a person's place of work, or of the business. */
export function workPlace(context: Context, businessId: number, placeId: number | null): string {
  const found = context.store
    .prepared<[number | null, number], { state: string | null }>(
      "SELECT coalesce((SELECT state FROM place WHERE id = ?), (SELECT state FROM business WHERE id = ?)) AS state",
    )
    .get(placeId, businessId);
  return found?.state ?? "";
}

/**
 * A place with what decides its public holidays. Who has none said works at the business's only place in its State; where
 * there are several, the State alone counts.
 */
export function placeOfWork(context: Context, businessId: number, placeId: number | null): PlaceOfWork {
  const found = context.store
    .prepared<
      [number | null, number],
      { country: "AU" | "NZ"; state: string; placeState: string | null; district: string | null; days: string | null }
    >(
      `SELECT b.country, b.state, p.state AS placeState, p.district, p.days
       FROM business b LEFT JOIN place p ON p.id = coalesce(?, (SELECT MIN(o.id) FROM place o
         WHERE o.business_id = b.id AND o.retired = 0 AND o.state = b.state HAVING COUNT(*) = 1))
       WHERE b.id = ?`,
    )
    .get(placeId, businessId);
  const days = readPlaceDays(found?.days ?? "");
  return {
    country: found?.country ?? "AU",
    region: found?.placeState ?? found?.state ?? "",
    district: found?.district ?? null,
    // What was kept could be read when it was typed.
    days: Array.isArray(days) ? days : [],
  };
}

/** The Australian State of a person's place of work. @throws where none is on record: another State's days would be wrong */
export function workState(context: Context, businessId: number, placeId: number | null): StateAu {
  const state = workPlace(context, businessId, placeId);
  if (state === "") throw new Error(`Business ${businessId} has no State: its public holidays cannot be known.`);
  return state as StateAu;
}
