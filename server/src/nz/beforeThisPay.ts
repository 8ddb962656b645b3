/** What was earned and worked before a pay, or beside it, as far as it is on record. */
import { addDays, daysBetween, type IsoDate } from "@zesty/core/calendar/dates";
import type { PastPay } from "@zesty/core/nz/holidayFacts";
import { type Decimal, decimal } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import type { RunDays } from "./runDays.ts";

/** Regular earnings recorded from before this program that fall between two days: of a span as many days as lie there. */
export const regularBetween = (spans: readonly PastPay[], from: IsoDate, to: IsoDate): Decimal =>
  spans
    .reduce((total, { start, end, gross, irregular }) => {
      const [first, last] = [start > from ? start : from, end < to ? end : to];
      if (first > last) return total;
      const share = decimal(daysBetween(first, last) + 1).div(daysBetween(start, end) + 1);
      return total.plus(decimal(gross).minus(irregular).times(share));
    }, decimal(0))
    .toDecimalPlaces(2);

/**
 * The last day of the work that is paid by a payday, as the cycle has it: a final pay's own period ends with the
 * employment, whenever it is paid, and the four weeks before it are still those of the cycle (s RD 17).
 */
export function workedTo({ store }: Context, { id, kind = "cycle", periodEnd, payday }: RunDays): IsoDate {
  if (kind === "cycle" || id === undefined) return periodEnd;
  const offset = store
    .prepared<[number], { days: number }>(
      "SELECT c.payday_offset AS days FROM pay_cycle c JOIN pay_run r ON r.cycle_id = c.id WHERE r.id = ?",
    )
    .get(id)?.days;
  return addDays(payday, -(offset ?? daysBetween(periodEnd, payday)));
}

/** Whether a day of the four weeks up to the last day of work, from the start on, lies in no pay that is known. */
export function isShort(past: readonly PastPay[], to: IsoDate, periodStart: IsoDate, startDate: IsoDate): boolean {
  const first = addDays(to, -27);
  for (let day = first < startDate ? startDate : first; day < periodStart; day = addDays(day, 1))
    if (!past.some((each) => each.start <= day && each.end >= day)) return true;
  return false;
}
