/** Long service leave as a person's page shows it: by the dates of service, for each reason of leaving. */
import type { LongServiceView } from "@zesty/contract/people";
import { averagesKnown } from "@zesty/core/au/longServiceHours";
import { countedService, longServiceLeave, reasonWords } from "@zesty/core/au/longServiceLeave";
import { spansOf } from "@zesty/core/au/pay/serviceAbsence";
import { addMonths, type IsoDate } from "@zesty/core/calendar/dates";
import type { StateAu } from "@zesty/core/calendar/states";
import { longServiceReasons, longServiceRules } from "@zesty/core/rulebook/au/longServiceRules";
import type { ServiceTerms } from "../people/peopleOfCountry.ts";
import type { ServiceRecord } from "./serviceRecord.ts";

export const longServiceView = (
  { basis, agreed, paid, absences, countsFrom, endDate }: ServiceTerms & ServiceRecord,
  state: string,
  on: IsoDate,
): LongServiceView | null => {
  const day = endDate !== null && endDate < on ? endDate : on;
  const rule = longServiceRules.rows.find((row) => row.from <= day && day <= row.to)?.figures[state as StateAu];
  if (!rule || basis === "contractor" || countsFrom > day) return null;
  const span = { start: countsFrom, lastDay: day };
  const unpaid = spansOf(absences());
  const { from, leftOut, years, days } = countedService(rule, { ...span, unpaid });
  if (years < 1) return null;
  const known = agreed.filter((each) => each.from <= day);
  const averages = averagesKnown(known, paid, rule.windows, span);
  const answer = (reason: (typeof longServiceReasons)[number]) =>
    longServiceLeave(rule, {
      ...{ state: state as StateAu, ...span, reason, unpaid },
      ...{ hours: averages ? { averages } : { constant: "0" }, rate: "1", weeksTaken: "0" },
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
    ...{ state, since: countsFrom, leftOut, years, days, weeks: whole.weeks.toFixed(2) },
    weeksPerYear: rule.weeksPerYear,
    hours: averages ? whole.weeks.times(whole.hoursAWeek).toFixed(2) : null,
    hoursAWeek: averages ? whole.hoursAWeek.toDecimalPlaces(2).toString() : null,
    takenFrom: addMonths(from, rule.afterYears * 12),
    ...{ paidFor: words(true), notFor: words(false) },
  };
};
