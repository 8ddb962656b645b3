/**
 * How many days were worked, where the days themselves are counted: New Zealand's averages go by whole or part days worked,
 * on paid leave or on holiday (Holidays Act 2003, s 9A). Leave and holidays count by their own lines, in days; of a day that
 * is both the rest stands here, so that it is one day.
 */
import { timeRulesIn } from "@zesty/core/countries/time";
import { type PersonHours, type PersonTime, patternMinutes, personHours } from "@zesty/core/hours/personHours";
import { leaveAmount } from "@zesty/core/leave/leaveDays";
import { atLeastZero, type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { halfUpToHourE4 } from "@zesty/core/quantity/rounding";
import { dayWords } from "./dayWords.ts";
import type { Gathering } from "./lineTargets.ts";
import type { KnownPerson } from "./personTimes.ts";
import { type Finder, hoursOf, isHolidayOff, lineOf } from "./timeLineParts.ts";

/** Where every day is recorded. */
export function gatherDaysWorked({ person: { time }, hours, law, find, target }: Gathering): void {
  if (!law.daysWorked || time.use !== "all") return;
  if (hours.pieces.length + hours.plain.length + hours.leave.length === 0) return;
  const { units, why } = daysWorked(time, hours);
  const to = target(find({ kind: "holiday", element: "daysWorked" }));
  to.units = units;
  to.why.push(why);
}

/** Days of usual pay in a pay that counts its other days one by one. */
export function usualDays({ time, agreedRate }: KnownPerson, dates: readonly string[], find: Finder) {
  const asUsual = { ...time, use: "exceptions" as const, rules: null };
  const { units, why } = daysWorked(asUsual, personHours(asUsual, dates));
  const elementId = find({ kind: "holiday", element: "daysWorked" });
  const none = { minutes: 0, saved: zero, rate: null, amount: null, hours: null };
  return lineOf({ elementId, costCentre: undefined, ...none, units, why: [why] }, agreedRate);
}

function daysWorked(time: PersonTime, hours: PersonHours): { units: Decimal; why: string } {
  const { unpaidLeave } = timeRulesIn(time.country);
  const paid = hours.leave.filter((each) => !unpaidLeave.includes(each.kind) && each.hours.gt(0));
  const days = [...new Set([...hours.pieces, ...hours.plain, ...paid].map((each) => each.date))].sort();
  const restOf = (date: string): Decimal => {
    const usual = hoursOf(patternMinutes(time, date));
    const leave = paid.filter((each) => each.date === date).map((each) => ({ hours: each.hours, usual }));
    const isOff = hours.plain.some((each) => each.date === date && isHolidayOff(each));
    return isOff ? zero : atLeastZero(decimal(1).minus(leaveAmount(leave, "days", time.pattern)));
  };
  const worked = days.filter((date) => restOf(date).gt(0));
  return {
    units: halfUpToHourE4(sum(worked.map(restOf))),
    why: worked.map((date) => (restOf(date).eq(1) ? dayWords(date) : `${dayWords(date)} in part`)).join(", ") || "none",
  };
}
