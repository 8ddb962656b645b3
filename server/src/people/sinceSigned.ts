/** A change of a person's facts, with what a country makes of it for pays that are signed off since its day. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { datedRecords } from "../store/dated.ts";
import { paydaysOf, signedSince } from "./signedSince.ts";

/** Usual pay from a day in the past: pays that are signed off since were made without it, and nothing pays it by itself. */
function withUsualTold<T>(
  context: Context,
  id: number,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const pays = signedSince(context, id, from).filter(({ end }) => end >= from);
  const usual = () =>
    pays.map(({ end }) => JSON.stringify(datedRecords(context.store.db, [id], end).usual.get(id)?.lines ?? []));
  const before = usual();
  const done = change();
  const after = usual();
  const without = pays.filter((_, at) => before[at] !== after[at]).map(({ payday }) => payday);
  if (without.length > 0)
    tell(
      `Pays signed off for ${paydaysOf(without)} were made before this change: add what they lack to the next run, or correct them.`,
    );
  return done;
}

export function sinceSigned<T>(
  context: Context,
  { id, businessId }: { id: number; businessId: number },
  section: string,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void = () => undefined,
): T {
  if (section === "usualPay") return withUsualTold(context, id, from, change, tell);
  const settle = context.country(findBusiness(context, businessId).country).people.sinceSigned?.[section];
  return settle ? settle(context, id, from, change, tell) : change();
}
