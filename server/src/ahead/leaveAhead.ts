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
 * @returns cents
 */
export function leaveAhead(
  context: Context,
  businessId: number,
  day: string,
  changes: readonly AheadChange[],
  who: readonly AheadWho[],
  ids: ReadonlyMap<string, number>,
  earned: ReadonlyMap<string, number>,
): number {
  const { country } = findBusiness(context, businessId);
  const left = new Set(
    changes.filter((each) => each.on && each.kind === "leaves").flatMap((each) => each.people.map(String)),
  );
  const here = who.flatMap(({ key, like, change }) => {
    const id = ids.get(key);
    const isHere = change !== null || ((like.endDate === null || like.endDate > day) && !left.has(key));
    return id !== undefined && isHere ? [{ key, who: { ...like, id } }] : [];
  });
  const people = here.map((each) => each.who);
  const personIds = people.map((each) => each.id);
  const { leave } = context.country(country);
  const worthOf = leave.worth(context, businessId, day, people, datedRecords(context.store.db, personIds, day));
  const balances = leaveBalances(context.store, personIds);
  const kinds = leaveKindsIn(country).filter((each) => each.owed);
  let cents = 0;
  for (const each of here)
    for (const { code } of kinds) {
      const e4 = (balances.get(each.who.id)?.get(code) ?? 0) + (earned.get(`${each.key} ${code}`) ?? 0);
      const worth = e4 === 0 ? null : worthOf(each.who, code, fromE4(e4));
      if (worth) cents += centsOf(worth.value.toFixed(2));
    }
  return cents;
}
