/**
 * A balance of leave on a day to come: what is on the ledger, what accrues until then by ordinary weeks (by the terms of each
 * day, to the last one, nothing on days without pay), what arises by law on a day, less leave that is recorded or asked for
 * and not in a pay yet. A forecast, not an entitlement: absence that nobody recorded and hours worked otherwise change it.
 * Example: 30 h on the ledger after 28 June 2026, 2.9231 h a week: on 26 July, four weeks on, 41.6924 h.
 */
import { addDays, daysBetween, type IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal, sum, zero } from "../quantity/decimal.ts";
import { halfUpToHourE4 } from "../quantity/rounding.ts";

/** Leave on a day, in the unit of its kind. */
export interface LeaveOn {
  date: IsoDate;
  amount: string;
}

/** What an ordinary week accrues from a day on; "0" where nothing does. */
export interface Accruing {
  from: IsoDate;
  perWeek: string;
}

export interface LeaveStanding {
  /** on the ledger, in the unit of the kind */
  balance: string;
  /** the first day that no signed-off pay has accrued for */
  from: IsoDate;
  /** in order, each until the next begins; none where nothing accrues by the week */
  accruing: readonly Accruing[];
  /** leave on record on which nothing accrues, in weeks */
  without: readonly LeaveOn[];
  /** entitlements that arise on a day; `keeps`: unused days beyond these lapse before it, null where nothing does */
  grants: readonly (LeaveOn & { keeps: string | null })[];
  /** recorded, and not in a signed-off pay */
  recorded: readonly LeaveOn[];
}

export interface LeaveForecast {
  balance: Decimal;
  accrued: Decimal;
  granted: Decimal;
  lapsed: Decimal;
  taken: Decimal;
}

/**
 * @param on the end of this day
 * @param besides leave that is only asked for, in date order or not
 */
export function balanceOn(standing: LeaveStanding, on: IsoDate, besides: readonly LeaveOn[] = []): LeaveForecast {
  const accrued = accruedBy(standing, on);
  const taken = [...standing.recorded, ...besides].filter((each) => each.date <= on);
  let granted = zero;
  let lapsed = zero;
  for (const grant of standing.grants.filter((each) => each.date <= on)) {
    const before = sum(taken.filter((each) => each.date < grant.date).map((each) => decimal(each.amount)));
    const unused = decimal(standing.balance).plus(granted).minus(lapsed).minus(before);
    if (grant.keeps !== null && unused.gt(grant.keeps)) lapsed = lapsed.plus(unused.minus(grant.keeps));
    granted = granted.plus(grant.amount);
  }
  const all = sum(taken.map((each) => decimal(each.amount)));
  const balance = decimal(standing.balance).plus(accrued).plus(granted).minus(lapsed).minus(all);
  return { balance, accrued, granted, lapsed, taken: all };
}

function accruedBy({ from, accruing, without }: LeaveStanding, on: IsoDate): Decimal {
  const parts = accruing.map(({ from: since, perWeek }, at) => {
    const next = accruing[at + 1]?.from;
    const first = since > from ? since : from;
    const last = next !== undefined && next <= on ? addDays(next, -1) : on;
    if (last < first) return zero;
    const weeks = decimal(daysBetween(first, last) + 1).div(7);
    const away = without.filter((each) => each.date >= first && each.date <= last);
    return decimal(perWeek).times(weeks.minus(sum(away.map((each) => decimal(each.amount)))));
  });
  return halfUpToHourE4(sum(parts));
}
