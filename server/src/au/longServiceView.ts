/** Long service leave as a person's page shows it: by the dates of service, for each reason of leaving. */
import type { LongServiceView } from "@zesty/contract/people";
import { averagesAgreed, averagesPaid } from "@zesty/core/au/longServiceHours";
import { longServiceLeave, reasonWords, serviceOf } from "@zesty/core/au/longServiceLeave";
import { addMonths } from "@zesty/core/calendar/dates";
import type { StateAu } from "@zesty/core/calendar/states";
import { fromE4 } from "@zesty/core/quantity/units";
import { longServiceReasons, longServiceRules } from "@zesty/core/rulebook/au/longServiceRules";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";

export const longServiceView: NonNullable<PeopleOfCountry["longService"]> = (
  { basis, agreed, paid, countsFrom, endDate },
  state,
  on,
): LongServiceView | null => {
  const day = endDate !== null && endDate < on ? endDate : on;
  const rule = longServiceRules.rows.find((row) => row.from <= day && day <= row.to)?.figures[state as StateAu];
  if (!rule || basis === "contractor" || countsFrom > day) return null;
  const { years, days } = serviceOf(countsFrom, day);
  if (years < 1) return null;
  const known = agreed
    .filter((each) => each.from <= day)
    .map(({ from, weeklyHoursE4 }) => ({ from, weekly: weeklyHoursE4 ? fromE4(weeklyHoursE4).toString() : null }));
  const span = { start: countsFrom, lastDay: day };
  const isWhole = (found: object) => Object.keys(found).length === rule.windows.length;
  const byAgreement = averagesAgreed(known, rule.windows, span);
  // Where none were agreed, as with a casual, by what was paid; the greatest of several averages wants all of them.
  const averages = isWhole(byAgreement) ? byAgreement : { ...averagesPaid(paid(), rule.windows, span), ...byAgreement };
  const isKnown = isWhole(averages);
  const answer = (reason: (typeof longServiceReasons)[number]) =>
    longServiceLeave(rule, {
      ...{ state: state as StateAu, start: countsFrom, lastDay: day, reason, unpaid: [] },
      ...{ hours: isKnown ? { averages } : { constant: "0" }, rate: "1", weeksTaken: "0" },
    });
  const whole = answer("death");
  if ("missing" in whole) return null;
  const isPaid = (reason: (typeof longServiceReasons)[number]) => {
    const found = answer(reason);
    return !("missing" in found) && found.entitled;
  };
  const words = (paid: boolean) =>
    longServiceReasons.flatMap((reason) => (isPaid(reason) === paid ? [reasonWords[reason]] : []));
  return {
    ...{ state, since: countsFrom, years, days, weeks: whole.weeks.toFixed(2) },
    weeksPerYear: rule.weeksPerYear,
    hours: isKnown ? whole.weeks.times(whole.hoursAWeek).toFixed(2) : null,
    hoursAWeek: isKnown ? whole.hoursAWeek.toDecimalPlaces(2).toString() : null,
    takenFrom: addMonths(countsFrom, rule.afterYears * 12),
    ...{ paidFor: words(true), notFor: words(false) },
  };
};
