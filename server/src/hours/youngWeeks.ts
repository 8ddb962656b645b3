/**
 * The weeks of people under 18 one by one: super is owed for weeks in which they are employed for more than 30 hours
 * (Superannuation Guarantee (Administration) Act 1992, s 28, from memory). A week is that of the days that are known of it
 * when they are paid: what was paid of it before it was as long counts with the pay that makes it so.
 */

import type { WeekOfPay } from "@zesty/core/au/superGuarantee";
import { addDays, completedYears, daysBetween, type IsoDate, weekday } from "@zesty/core/calendar/dates";
import { personHours } from "@zesty/core/hours/personHours";
import { Decimal, decimal, one, sum, zero } from "@zesty/core/quantity/decimal";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import type { Context } from "../ground/context.ts";
import type { Run, Who } from "../ground/findRun.ts";
import { hourlyRateOn } from "./hourlyRate.ts";
import { lateDays } from "./paidDays.ts";
import { datesOf } from "./periods.ts";
import { type KnownPerson, personTimes, recordsOf } from "./personTimes.ts";
import { termsUntil } from "./termsUntil.ts";

/** Weeks of a run by person: those under 18 whose days are on record or agreed, nobody else. */
export function weeksOfYoung(context: Context, run: Run, people: readonly Who[]): Map<number, WeekOfPay[]> {
  const young = context.rules.find(superGuaranteeRules, run.payday)?.figures.young;
  const under = areYoung(context, run, people);
  const found = new Map<number, WeekOfPay[]>();
  if (!young || under.length === 0) return found;
  const ids = under.map((who) => who.id);
  for (const person of personTimes(context, run.businessId, ids, run.periodStart, run.periodEnd)) {
    const late = lateDays(context, run, person).map((day) => day.date);
    const paid = new Set([...datesOf(run.periodStart, run.periodEnd), ...late]);
    const isPaid = ({ date, kind, record, state }: KnownPerson["known"][number]) =>
      kind === "worked" && record !== null && (state === "approved" || state === "locked") && paid.has(date);
    if (late.length === 0 && person.time.use === "all" && !person.known.some(isPaid)) continue;
    const present = hourlyRateOn(person, run.periodEnd);
    const starts = [...new Set([...paid].map((date) => weekHolding(run, date)))].sort();
    // The period's own weeks, in which nothing changed, are priced by what is known already.
    const [first, last] = [weekHolding(run, run.periodStart), addDays(weekHolding(run, run.periodEnd), 6)];
    const isSame = termsUntil(context, person.who.id, first, last) === last;
    const weeks = starts.map((start): WeekOfPay => {
      const parts =
        isSame && start >= first
          ? partsBetween(person, start, addDays(start, 6), present)
          : partsOfWeek(context, run, person.who.id, start, present);
      const hours = sum(parts.map((each) => each.hours));
      const own = sum(parts.filter((each) => paid.has(each.date)).map((each) => each.earned));
      const before = hours.gt(young.hoursOver)
        ? paidOfShortWeek(context, run, person.who.id, start, young.hoursOver)
        : zero;
      return {
        ...{ start, hours: shown(hours), earned: shown(own) },
        ...(before.isZero() ? {} : { paidShort: shown(before) }),
      };
    });
    found.set(person.who.id, weeks);
  }
  return found;
}

/** Whose super hangs on the hours of each week on a payday. */
export function areYoung<One extends Who>(context: Context, { payday }: Run, people: readonly One[]): One[] {
  const young = context.rules.find(superGuaranteeRules, payday)?.figures.young;
  return people.filter((who) => completedYears(who.birthDate, payday) < Number(young?.under ?? "0"));
}

const shown = (value: Decimal): string => value.toDecimalPlaces(4).toString();

/** Whole weeks are counted from the period's first day where it has them; else from Monday to Sunday. */
function weekHolding({ periodStart, periodEnd }: Run, date: IsoDate): IsoDate {
  const isWhole = (daysBetween(periodStart, periodEnd) + 1) % 7 === 0;
  const since = isWhole ? ((daysBetween(periodStart, date) % 7) + 7) % 7 : weekday(date) - 1;
  return addDays(date, -since);
}

interface Part {
  date: IsoDate;
  hours: Decimal;
  /** a weight beside other days: hours by their per cent, at the rate of the day beside that of now; no overtime */
  earned: Decimal;
}

/** The pieces of a week, each day by what held on it. */
function partsOfWeek(context: Context, run: Run, id: number, start: IsoDate, present: Decimal | null): Part[] {
  const end = addDays(start, 6);
  const found: Part[] = [];
  for (let from = start, until = ""; from <= end; from = addDays(until, 1)) {
    until = termsUntil(context, id, from, end);
    for (const person of personTimes(context, run.businessId, [id], from, until))
      found.push(...partsBetween(person, from, until, present));
  }
  return found;
}

function partsBetween(person: KnownPerson, from: IsoDate, until: IsoDate, present: Decimal | null): Part[] {
  const days = recordsOf(person.known, (day) => day.state === "approved" || day.state === "locked");
  const { pieces, plain, leave } = personHours({ ...person.time, days }, datesOf(from, until));
  const rates = new Map<IsoDate, Decimal>();
  const besideNow = (date: IsoDate): Decimal => {
    const rate = hourlyRateOn(person, date);
    return rate && present && !present.isZero() ? rate.div(present) : one;
  };
  const part = (date: IsoDate, hours: Decimal, percent: Decimal): Part => {
    const beside = rates.get(date) ?? besideNow(date);
    rates.set(date, beside);
    return { date, hours, earned: hours.times(percent).times(beside) };
  };
  return [
    ...pieces.map(({ date, minutes, overtime, percent }) =>
      part(date, Decimal.fraction(minutes, 60), overtime ? zero : decimal(percent)),
    ),
    ...plain.map(({ date, minutes }) => part(date, Decimal.fraction(minutes, 60), decimal(100))),
    ...leave.map(({ date, hours }) => part(date, hours, decimal(100))),
  ];
}

/** What earlier pays had of a week while it was too short for super; none where one of them counted it. */
function paidOfShortWeek({ store }: Context, run: Run, id: number, start: IsoDate, hoursOver: string): Decimal {
  const told = store
    .prepared<[number, number, string, string], { hours: string; earned: string }>(
      `SELECT json_extract(w.value, '$.hours') AS hours, json_extract(w.value, '$.earned') AS earned
       FROM signed_pay s JOIN pay_run r ON r.id = s.run_id JOIN json_each(s.input, '$.weeks') w
       WHERE s.person_id = ? AND s.kind = 'pay' AND r.state <> 'takenBack' AND r.id < ?
         AND s.payday >= ? AND json_extract(w.value, '$.start') = ?`,
    )
    .all(id, run.id, start, start);
  return told.some(({ hours }) => decimal(hours).gt(hoursOver)) ? zero : sum(told.map(({ earned }) => decimal(earned)));
}
