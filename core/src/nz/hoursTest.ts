/**
 * The hours test: who is not continuously employed has sick, bereavement and family violence leave after six months
 * with at least 10 hours a week on average, and at least 1 hour in every week or 40 in every month.
 * Set by: Holidays Act 2003, ss 63(1)(b), 69, 72D (from memory). Hours are known by pay period: a period's hours count
 * evenly over its days.
 * Example: three hours a fortnight for six months: 1.5 a week, so none.
 */
import { addDays, addMonths, daysBetween, type IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal, sum } from "../quantity/decimal.ts";
import type { HolidayRules } from "../rulebook/nz/holidayRules.ts";

/** Hours paid for a pay period. */
export interface PaidHours {
  start: IsoDate;
  end: IsoDate;
  hours: string;
}

const within = (paid: readonly PaidHours[], from: IsoDate, to: IsoDate): Decimal =>
  sum(
    paid
      .filter((each) => each.end >= from && each.start <= to)
      .map(({ start, end, hours }) => {
        const [first, last] = [start > from ? start : from, end < to ? end : to];
        return decimal(hours)
          .times(daysBetween(first, last) + 1)
          .div(daysBetween(start, end) + 1);
      }),
  );

/** @param on the day after the six months */
export function passesHoursTest(paid: readonly PaidHours[], on: IsoDate, rules: HolidayRules): boolean {
  const { aWeek, everyWeek, everyMonth } = rules.hoursTest;
  const from = addMonths(on, -rules.serviceMonths);
  const to = addDays(on, -1);
  const days = daysBetween(from, to) + 1;
  if (within(paid, from, to).times(7).div(days).lt(aWeek)) return false;
  const weeks = Array.from({ length: Math.floor(days / 7) }, (_, at) => addDays(from, at * 7));
  if (weeks.every((week) => within(paid, week, addDays(week, 6)).gte(everyWeek))) return true;
  const months = Array.from({ length: rules.serviceMonths }, (_, at) => addMonths(from, at));
  return months.every((month) => within(paid, month, addDays(addMonths(month, 1), -1)).gte(everyMonth));
}

/**
 * Days on which leave arises under the test: the first day after a pay period on which it is passed, then from twelve
 * months later again.
 * @param first the earliest: six months after the start, or twelve after it arose last
 */
export function daysOfHoursTest(
  paid: readonly PaidHours[],
  first: IsoDate,
  upTo: IsoDate,
  rules: HolidayRules,
): IsoDate[] {
  const found: IsoDate[] = [];
  let earliest = first;
  const tests = [...new Set(paid.map((each) => addDays(each.end, 1)))].sort();
  while (earliest <= upTo) {
    const passed = [earliest, ...tests.filter((day) => day > earliest && day <= upTo)].find((day) =>
      passesHoursTest(paid, day, rules),
    );
    if (passed === undefined) break;
    found.push(passed);
    earliest = addMonths(passed, 12);
  }
  return found;
}
