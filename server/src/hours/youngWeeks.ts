/**
 * The weeks of people under 18 one by one: super is owed for weeks in which they are employed for more than 30 hours
 * (Superannuation Guarantee (Administration) Act 1992, s 28, from memory).
 */

import type { WeekOfPay } from "@zesty/core/au/superGuarantee";
import { addDays, completedYears, daysBetween, type IsoDate, weekday } from "@zesty/core/calendar/dates";
import { personHours } from "@zesty/core/hours/personHours";
import { Decimal, decimal, zero } from "@zesty/core/quantity/decimal";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import type { Context } from "../ground/context.ts";
import type { person } from "../store/schema.ts";
import { datesOf } from "./periods.ts";
import { personTimes, recordsOf } from "./personTimes.ts";

type Who = Pick<typeof person.$inferSelect, "id" | "birthDate">;
interface RunDates {
  businessId: number;
  periodStart: IsoDate;
  periodEnd: IsoDate;
  payday: IsoDate;
}

/** Weeks of a run by person: those under 18 with days on record, nobody else. */
export function weeksOfYoung(context: Context, run: RunDates, people: readonly Who[]): Map<number, WeekOfPay[]> {
  const under = context.rules.find(superGuaranteeRules, run.payday)?.figures.young.under ?? "0";
  const young = people.filter((who) => completedYears(who.birthDate, run.payday) < Number(under));
  const found = new Map<number, WeekOfPay[]>();
  if (young.length === 0) return found;
  const starts = weekStarts(run);
  const last = addDays(starts.at(-1) ?? run.periodStart, 6);
  const ids = young.map((who) => who.id);
  for (const { who, known, time } of personTimes(context, run.businessId, ids, run.periodStart, run.periodEnd)) {
    const payable = recordsOf(known, (day) => day.state === "approved" || day.state === "locked");
    const inPeriod = (date: IsoDate) => date >= run.periodStart && date <= run.periodEnd;
    if (!Object.keys(payable).some(inPeriod)) continue;
    const { pieces, plain, leave } = personHours(
      { ...time, days: payable },
      datesOf(starts[0] ?? run.periodStart, last),
    );
    // What a piece earns, by weight: every piece of a person has the same base rate.
    const parts = [
      ...pieces.map((each) => ({
        date: each.date,
        hours: Decimal.fraction(each.minutes, 60),
        percent: each.overtime ? zero : decimal(each.percent),
      })),
      ...plain.map((each) => ({
        date: each.date,
        hours: Decimal.fraction(each.minutes, 60),
        percent: decimal(100),
      })),
      ...leave.map(({ date, hours }) => ({ date, hours, percent: decimal(100) })),
    ];
    found.set(
      who.id,
      starts.map((start) => {
        const own = parts.filter((each) => each.date >= start && each.date <= addDays(start, 6));
        const total = (of: (part: (typeof own)[number]) => Decimal) =>
          own
            .reduce((sum, each) => sum.plus(of(each)), zero)
            .toDecimalPlaces(4)
            .toString();
        return {
          start,
          hours: total((each) => each.hours),
          earned: total((each) => (inPeriod(each.date) ? each.hours.times(each.percent) : zero)),
        };
      }),
    );
  }
  return found;
}

/** Whole weeks from the period's first day where it has them; else from Monday to Sunday, with days beside the period. */
function weekStarts({ periodStart, periodEnd }: RunDates): IsoDate[] {
  const isWhole = (daysBetween(periodStart, periodEnd) + 1) % 7 === 0;
  const starts = [isWhole ? periodStart : addDays(periodStart, 1 - weekday(periodStart))];
  for (let next = addDays(starts[0] ?? periodStart, 7); next <= periodEnd; next = addDays(next, 7)) starts.push(next);
  return starts;
}
