/** Lines of leave: what is taken by kind and rate, the loading on it, and days that arise for another one. */
import { leaveKindIn } from "@zesty/core/countries/leave";
import { leaveLoading } from "@zesty/core/hours/leaveLoading";
import { absencePercent } from "@zesty/core/hours/limits";
import type { TakenLeave } from "@zesty/core/hours/personHours";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { dayWords } from "./dayWords.ts";
import { addTo, type Gathering } from "./lineTargets.ts";
import { plannedShifts } from "./personTimes.ts";
import { alternativeDays, fullShare, leaveByRate, unitsOf } from "./timeLineParts.ts";

/** A holiday worked that gives another day off (New Zealand). */
export function gatherAlternativeDays({ person, hours, find, target }: Gathering): void {
  const earned = alternativeDays(person, hours);
  if (earned.length === 0) return;
  const to = target(find({ kind: "holiday", element: "alternativeEarned" }));
  to.units = decimal(earned.length);
  to.arose = earned;
  to.why.push(...earned.map((date) => `${dayWords(date)} worked, and otherwise a working day`));
}

export function gatherLeave({ person, hours, law, find, target, rateOn }: Gathering): void {
  const { time } = person;
  const percent = absencePercent(time.rules, time.person.basis, time.settings);
  const rateOfLeave = (date: string) => rateOn(date)?.times(percent).div(100) ?? null;
  const fullRateOn = (each: TakenLeave): Decimal | null =>
    law.fullRate.includes(each.kind)
      ? (rateOn(each.date)?.times(fullShare(time, each, plannedShifts(person.known)[each.date])) ?? null)
      : rateOfLeave(each.date);
  // Leave on a day off is asked about (askedOfDays.ts), and takes nothing.
  const some = hours.leave.filter((each) => each.hours.gt(0));
  for (const { kind, rate, taken } of leaveByRate(some, time.country, fullRateOn)) {
    const to = target(find({ kind: "leave", leave: kind }), undefined, rate);
    to.hours = sum(taken.map((each) => each.hours));
    if (leaveKindIn(time.country, kind).unit !== "hours") to.units = unitsOf(person, kind, taken);
    to.why.push(...taken.map((each) => `${dayWords(each.date)}: ${each.hours.toString()} h`));
  }
}

/** The loading of each day's leave is at the rate of that day: a junior's birthday makes two. */
export function gatherLoading({ person, hours, find, target, rateOn }: Gathering): void {
  const annual = hours.leave.filter((each) => each.kind === "annual");
  for (const { rate, taken } of leaveByRate(annual, person.time.country, (each) => rateOn(each.date))) {
    const loading = leaveLoading(person.time, taken, person.loadingPercent, plannedShifts(person.known));
    if (!loading) continue;
    const to = target(find({ kind: "loading" }));
    if (rate) addTo(to, halfUpToCent(loading.hours.times(rate)));
    to.why.push(rate ? `${loading.why}, at $${rate.toFixed(4).replace(/0{1,2}$/, "")} an hour` : loading.why);
  }
}
