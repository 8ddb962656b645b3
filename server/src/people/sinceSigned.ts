/** A change of a person's facts, with what a country makes of it for pays that are signed off since its day. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";

export function sinceSigned<T>(
  context: Context,
  { id, businessId }: { id: number; businessId: number },
  section: string,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void = () => undefined,
): T {
  const settle = context.country(findBusiness(context, businessId).country).people.sinceSigned?.[section];
  return settle ? settle(context, id, from, change, tell) : change();
}
