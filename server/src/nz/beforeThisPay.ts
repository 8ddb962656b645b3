/** What was earned and worked before a pay, or beside it, as far as it is on record. */
import { addDays, daysBetween, type IsoDate } from "@zesty/core/calendar/dates";
import type { PastPay } from "@zesty/core/nz/holidayFacts";
import { type Decimal, decimal } from "@zesty/core/quantity/decimal";
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

/** Whether a day of the four weeks up to this period's end, from the start on, lies in no pay that is known. */
export function isShort(past: readonly PastPay[], run: RunDays, startDate: IsoDate): boolean {
  const first = addDays(run.periodEnd, -27);
  for (let day = first < startDate ? startDate : first; day < run.periodStart; day = addDays(day, 1))
    if (!past.some((each) => each.start <= day && each.end >= day)) return true;
  return false;
}
