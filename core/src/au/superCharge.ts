/**
 * The charge on super that a fund has too late: notional earnings on what was short, and an uplift on both.
 * Set by: Superannuation Guarantee (Administration) Act 1992 as it stands for paydays from 1 July 2026, from memory: interest
 * at the general interest charge of each quarter, compounded by the day, from the day after the due day to the fund's receipt
 * or to the assessment, both counted; uplift 60 % before reductions.
 * Example: $456.00 due 13 July 2026, received 24 August, 10.61 %: 42 days, 456 × (1.00029068… ^ 42 − 1) = 5.60; uplift 3.36.
 */
import { daysBetween, type IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal, hundred, one, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { type Figure, figure } from "../working/figure.ts";

export interface LateSuper {
  /** what the fund did not have by the due day, dollars */
  shortfall: string;
  due: IsoDate;
  /** when the fund had it; null: not yet */
  received: IsoDate | null;
  /** when the tax office assessed it; null: not yet */
  assessed: IsoDate | null;
  /** a year's interest in per cent, each from its day */
  rates: readonly { from: IsoDate; percent: string }[];
  /** per cent of final shortfall and notional earnings, reductions taken off */
  upliftPercent: string;
}

export interface SuperCharge {
  days: number;
  notionalEarnings: Figure;
  /** what is still short at the assessment: money that came before it counts */
  finalShortfall: Figure;
  uplift: Figure;
  charge: Figure;
}

const powerOf = (base: Decimal, exponent: number): Decimal => {
  let [result, square] = [one, base];
  for (let left = exponent; left > 0; left = Math.floor(left / 2)) {
    if (left % 2 === 1) result = result.times(square);
    square = square.times(square);
  }
  return result;
};

/** Growth of a dollar from the day after `due` to `end`, both counted. @throws where a day has no rate */
function growth({ due, rates }: LateSuper, end: IsoDate): Decimal {
  const sorted = [...rates].sort((a, b) => (a.from < b.from ? -1 : 1));
  let all = one;
  sorted.forEach(({ from, percent }, at) => {
    const next = sorted[at + 1]?.from;
    // A rate counts from its first day; the first day that counts is the one after the due day.
    const before = Math.max(0, daysBetween(due, from) - 1);
    const until =
      next === undefined ? daysBetween(due, end) : Math.min(daysBetween(due, end), daysBetween(due, next) - 1);
    if (until > before) all = all.times(powerOf(one.plus(decimal(percent).div(hundred).div(365)), until - before));
  });
  return all;
}

/** @returns each figure rounded once, at its end, half up to the cent @throws where neither receipt nor assessment is known */
export function superCharge(late: LateSuper): SuperCharge {
  const { due, received, assessed, upliftPercent } = late;
  const end = received !== null && (assessed === null || received <= assessed) ? received : assessed;
  if (end === null) throw new Error("Neither a receipt nor an assessment is known.");
  const days = Math.max(0, daysBetween(due, end));
  const short = days === 0 ? zero : decimal(late.shortfall);
  const left = end === received ? zero : short;
  const earnings = short.times(growth(late, end).minus(one));
  const uplift = left.plus(earnings).times(upliftPercent).div(hundred);
  const money = (label: string, value: Decimal, rule: string, parts: Figure[] = []) =>
    figure(label, halfUpToCent(value), "money", () => ({ rule, parts }));
  const notionalEarnings = money("Notional earnings", earnings, `${days} days of interest, compounded by the day`);
  const finalShortfall = money("Final shortfall", left, "What the fund did not have when it was assessed");
  const more = money("Uplift", uplift, `${upliftPercent} % of both`, [finalShortfall, notionalEarnings]);
  return {
    ...{ days, notionalEarnings, finalShortfall, uplift: more },
    charge: money("Charge", left.plus(earnings).plus(uplift), "All three together, rounded once", [
      finalShortfall,
      notionalEarnings,
      more,
    ]),
  };
}
