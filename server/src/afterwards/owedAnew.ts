/**
 * What a signed pay is due by other rates, told by composing it again: each day, its leave, its penalties and holidays at
 * the rate of its own. What else has changed since, and is no matter of rates, is left out.
 */
import { paysPerYear } from "@zesty/core/calendar/payPeriods";
import { asItWas, atNewRates } from "@zesty/core/pay/backPay";
import type { SheetLine } from "@zesty/core/pay/row";
import { type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { fromCents } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { elementsOf } from "../hours/elementsOfTime.ts";
import { newest } from "../store/dated.ts";
import { dryRun } from "../store/dryRun.ts";
import { employmentTerms, type person, timeTerms } from "../store/schema.ts";
import { composePast, grossOf } from "./composePast.ts";
import { correctedBy, moreOf, type Owed, type RatesOfPays, type Signed, type Worth, worthOf } from "./owedByRates.ts";

type Who = typeof person.$inferSelect;

/**
 * Whether the wages of a pay follow what is agreed. What somebody typed, and usual pay that is another amount than the
 * salary, stand when a pay is composed, and are due the raise all the same: those go by the rates alone.
 */
export function followsTerms(context: Context, { id, businessId }: Who, { typed, base, end, input }: Signed): boolean {
  const elements = elementsOf(context, businessId);
  const isAmount = (line: SheetLine) =>
    line.amount !== undefined && elements.get(line.elementId)?.element === "ordinary";
  if (typed?.some(({ line }) => line.rate !== undefined || isAmount(line))) return false;
  const amounts = base.map(({ line }) => line).filter(isAmount);
  const salary = newest(context.store.db, employmentTerms, [id], end).get(id)?.salaryCents;
  if (salary == null || amounts.length === 0) return true;
  const due = halfUpToCent(fromCents(salary).div(paysPerYear[input.cycle]));
  return sum(amounts.map(({ amount }) => decimal(amount ?? "0"))).eq(due);
}

/** Pays of cycles as they would be by the facts as they stand now; those that cannot be told are left out. */
export function worthAnew(context: Context, pays: readonly Signed[]): Map<number, Worth> {
  const found = new Map<number, Worth>();
  for (const signed of pays) {
    const run = findRun(context, signed.runId);
    if (run.kind !== "cycle" || !signed.spans || signed.spans.length === 0) continue;
    const own = dryRun(context.store, () => composePast(context, run, [signed], "typed").get(signed.payId));
    if (!own?.input || !own.figures || own.fault !== null) continue;
    const { superable } = worthOf(context, asItWas(own.input));
    found.set(signed.payId, { gross: grossOf(context, own.input, own.figures.gross), superable });
  }
  return found;
}

/** All that is said of somebody on a day but the rates: where it is another afterwards, hours and days are no more the same. */
export function beside({ store: { db } }: Context, { id }: Who, day: string): string {
  const terms = newest(db, employmentTerms, [id], day).get(id);
  const time = newest(db, timeTerms, [id], day).get(id);
  const { basis, cycleId, weeklyHoursE4, workPattern, roster, placeId, hourlyRateE4, salaryCents } = terms ?? {};
  const { id: _id, from: _from, classification, ...agreement } = time ?? {};
  const kinds = [hourlyRateE4 == null, salaryCents == null, classification == null];
  return JSON.stringify([basis, cycleId, weeklyHoursE4, workPattern, roster ?? null, placeId, kinds, agreement]);
}

/** A quarter: two ways of sharing hours over days differ by less. */
const near = "0.25";

/**
 * @param composed the pay as it would be before the change and after it
 * @param paidBack what was paid back of it before
 */
export function owedAnew(
  context: Context,
  who: Who,
  signed: Signed,
  { was, is, paidBack }: { was: Worth; is: Worth; paidBack: Decimal },
  rates: RatesOfPays,
): Owed | null {
  const then = worthOf(context, asItWas(signed.input));
  const since = was.gross.minus(then.gross);
  const change = moreOf(is, was);
  const corrected = correctedBy(context, who, signed);
  const [before, after] = corrected
    ? [worthOf(context, corrected), worthOf(context, atNewRates(corrected, rates.until("after", signed)))]
    : [null, null];
  const ofCorrected = before && after ? moreOf(after, before) : null;
  if (change.gross.isZero() && since.isZero() && (ofCorrected?.gross ?? zero).isZero()) return null;
  const earlier = earlierOf(context, signed, { then, was, since, paidBack }, rates);
  const more = change.gross.plus(earlier.gross).plus(ofCorrected?.gross ?? zero);
  const superable = change.superable && (earlier.superable ?? zero).plus(change.superable);
  return {
    was: then.gross.plus(before?.gross ?? zero),
    more,
    superable: superable?.plus(ofCorrected?.superable ?? zero) ?? null,
  };
}

/** What earlier changes of rates owe of the pay, paid back or not. What changed otherwise is no matter of a raise. */
function earlierOf(
  context: Context,
  signed: Signed,
  { then, was, since, paidBack }: { then: Worth; was: Worth; since: Decimal; paidBack: Decimal },
  rates: RatesOfPays,
): Worth {
  const all = moreOf(was, then);
  if (since.isZero() || since.eq(paidBack)) return all;
  const own = asItWas(signed.input);
  const byRates = moreOf(worthOf(context, atNewRates(own, rates.until("before", signed))), then);
  const isRates = since.minus(byRates.gross).abs().lte(byRates.gross.abs().times(near).plus("0.05"));
  return isRates ? all : byRates;
}
