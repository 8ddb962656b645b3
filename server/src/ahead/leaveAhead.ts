/** Leave liability at the end of the forecast, when nobody takes any but what was asked for. */
import type { AheadChange } from "@zesty/contract/ahead";
import { leaveKindsIn } from "@zesty/core/countries/leave";
import { centsOf, fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { datedRecords } from "../store/dated.ts";
import { leaveBalances } from "../store/sums.ts";
import type { AheadWho } from "./changes.ts";

/**
 * Within the dry run in which the changes of these people are done.
 * @param earned by "key kind", in ten-thousandths, until that day
 * @returns cents by key
 */
export function leaveAhead(
  context: Context,
  businessId: number,
  day: string,
  changes: readonly AheadChange[],
  all: readonly AheadWho[],
  ids: ReadonlyMap<string, number>,
  earned: ReadonlyMap<string, number>,
): Map<string, number> {
  const { country } = findBusiness(context, businessId);
  const left = new Set(
    changes.filter((each) => each.on && each.kind === "leaves").flatMap((each) => each.people.map(String)),
  );
  const here = all.flatMap(({ key, like, change }) => {
    const id = ids.get(key);
    const isHere = change !== null || ((like.endDate === null || like.endDate > day) && !left.has(key));
    return id !== undefined && isHere ? [{ key, who: { ...like, id } }] : [];
  });
  const personIds = here.map((each) => each.who.id);
  const records = datedRecords(context.store.db, personIds, day);
  const employed = here.filter(({ who }) => (records.terms.get(who.id)?.basis ?? "contractor") !== "contractor");
  const { leave } = context.country(country);
  const worthOf = leave.worth(context, businessId, day, ...([employed.map((each) => each.who), records] as const));
  const balances = leaveBalances(context.store, personIds);
  const kinds = leaveKindsIn(country).filter((each) => each.owed);
  return new Map(
    employed.map(({ key, who }) => {
      let cents = 0;
      for (const { code } of kinds) {
        const e4 = (balances.get(who.id)?.get(code) ?? 0) + (earned.get(`${key} ${code}`) ?? 0);
        cents += centsOf(worthOf(who, code, fromE4(e4))?.value.toFixed(2) ?? "0.00");
      }
      return [key, cents];
    }),
  );
}
