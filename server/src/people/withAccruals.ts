/** A change of a person's facts, with what signed-off pays accrued of leave since its day, where a country's leave goes by them. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";

/** Sections whose terms leave accrues by. */
const accruesBy: readonly string[] = ["employment", "leave"];

export function withAccruals<T>(
  context: Context,
  { id, businessId }: { id: number; businessId: number },
  section: string,
  from: IsoDate,
  change: () => T,
): T {
  if (!accruesBy.includes(section)) return change();
  const { withAccruals: settle } = context.country(findBusiness(context, businessId).country).people;
  return settle ? settle(context, id, from, change) : change();
}
