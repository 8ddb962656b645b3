/**
 * Leave that signed-off pays accrued, where its terms change from a day in the past: what the pays since would have accrued
 * by the terms before and by those after, and the difference put into the balance, entry by entry of the pay that it is of.
 * An undone change takes it out by the same way.
 */
import type { PayInput } from "@zesty/core/au/pay/input";
import { workOut } from "@zesty/core/au/pay/workOut";
import { dateWords, type IsoDate } from "@zesty/core/calendar/dates";
import { leaveKind } from "@zesty/core/leave/kinds";
import { partOfPeriod } from "@zesty/core/pay/partPeriod";
import { decimal, one, zero } from "@zesty/core/quantity/decimal";
import { fromE4, hoursText, toE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { acrossChange, type SignedSince, signedSince } from "../people/signedSince.ts";
import { datedRecords } from "../store/dated.ts";
import { leaveEntry } from "../store/schema.ts";

/** What a pay accrues by the facts as they stand, and the basis and the week that it does so by. */
function accrualOf(context: Context, personId: number, { payday, end, input }: SignedSince<PayInput>) {
  const { db } = context.store;
  const terms = datedRecords(db, [personId], end).terms.get(personId);
  const leave = datedRecords(db, [personId], payday).leave.get(personId)?.entitlements ?? [];
  const basis = (terms?.basis ?? input.person.basis) as PayInput["person"]["basis"];
  const weeklyHours = terms ? fromE4(terms.weeklyHoursE4).toString() : input.person.weeklyHours;
  const worked = workOut({ ...input, person: { ...input.person, basis, weeklyHours, leave } }, context.rules);
  const hours = new Map(Object.entries(worked.leave).map(([kind, { value }]) => [kind, value]));
  return { basis, hours, workPattern: terms?.workPattern ?? null };
}

export function withAccruals<T>(
  context: Context,
  personId: number,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const told = new Map<string, number>();
  const { done, each: pays } = acrossChange(
    signedSince<PayInput>(context, personId, from),
    (pay) => accrualOf(context, personId, pay),
    change,
  );
  for (const { pay, was, is } of pays) {
    const { id, start, end } = pay;
    // A basis changes by the day: of a period that it changed in, the share of the days since.
    const part =
      was.basis !== is.basis && start < from
        ? partOfPeriod({ startDate: from, endDate: null, workPattern: is.workPattern }, start, end)
        : null;
    const share = part?.whole.gt(0) ? part.own.div(part.whole) : one;
    for (const kind of new Set([...was.hours.keys(), ...is.hours.keys()])) {
      const more = (is.hours.get(kind) ?? zero).minus(was.hours.get(kind) ?? zero).times(share);
      const amountE4 = toE4(decimal(more.toFixed(4)));
      if (amountE4 === 0) continue;
      const reason = `By the terms that changed from ${dateWords(from)}`;
      context.store.db
        .insert(leaveEntry)
        .values({ personId, kind, date: end, amountE4, why: "adjusted", signedPayId: id, reason })
        .run();
      told.set(kind, (told.get(kind) ?? 0) + amountE4);
    }
  }
  for (const [kind, e4] of told)
    tell(
      `${leaveKind(kind).words}: ${hoursText(fromE4(Math.abs(e4)))} h ${e4 > 0 ? "came into" : "went out of"} the balance for pays signed off since ${dateWords(from)}.`,
    );
  return done;
}
