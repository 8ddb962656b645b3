/** What raises pay after the fact: a meal break that was missed, a night that was too short. */
import {
  type AgreementRules,
  type Effect,
  type MissedMeal,
  mealEntries,
  type RuleBasis,
} from "../agreements/agreementRules.ts";
import type { Decimal } from "../quantity/decimal.ts";
import { amountFor, holds, percentFor, type ShiftFacts } from "./conditions.ts";
import { type Counted, type CountedShift, type CountedSpan, lengthOf } from "./normalise.ts";

export function raised(percent: Decimal, effect: Effect, basis: RuleBasis): Decimal {
  if ("floor" in effect) {
    const floor = percentFor(effect.floor, basis);
    return percent.lt(floor) ? floor : percent;
  }
  if ("add" in effect) return percent.plus(effect.add.toString());
  if ("multiply" in effect) return percent.times(effect.multiply.toString());
  return percent;
}

/** What an agreement says of missed meal breaks, for a shift: the first entry whose condition holds. */
export const mealRule = (rules: AgreementRules, shift: CountedShift, facts: ShiftFacts): MissedMeal | null =>
  mealEntries(rules).find((each) => holds(each.if, facts, shift.start)) ?? null;

/**
 * Stretches on which a meal break is overdue: from the due instant until the next break that is long enough, or the end.
 * Counted from the start, one such break ends the rule for the shift; counted from the last break, it starts anew.
 */
export function overdueMeals(rule: MissedMeal | null, shift: CountedShift): CountedSpan[] {
  if (!rule) return [];
  const breaks = shift.unpaid.filter((each) => lengthOf(each) >= rule.breakAtLeast);
  const overdue: CountedSpan[] = [];
  let since: Counted = shift.span.from;
  for (const next of [...breaks, { from: shift.span.to, to: shift.span.to }]) {
    if (next.from > since + rule.after) overdue.push({ from: since + rule.after, to: next.from });
    if (rule.since === "start") break;
    since = next.to;
  }
  return overdue;
}

export interface ShortRest {
  effect: Effect;
  /** minutes off, and minutes due */
  had: number;
  due: number;
}

/** Too little rest before a day's first shift; the first entry whose condition holds decides. */
export function shortRest(
  rules: AgreementRules,
  first: CountedShift,
  facts: ShiftFacts,
  lastEnd: Counted,
  lastOvertime: number,
  slept = false,
): ShortRest | null {
  const entry = rules.restBetween.find((each) => holds(each.if, facts, first.start));
  if (!entry || (entry.onlyAfterOvertime && lastOvertime <= 0)) return null;
  const agreed = amountFor(entry.minutes, facts.settings);
  // Around a sleepover fewer hours off are enough.
  const due = slept ? Math.min(agreed, rules.sleepover?.restMinutes ?? agreed) : agreed;
  const had = first.span.from - lastEnd;
  return had < due ? { effect: entry.effect, had, due } : null;
}
