/** Annual holidays in New Zealand that began before a period and go on in it: they keep the rate of their first day. */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { weekOn } from "@zesty/core/leave/changingWeek";
import { stretches } from "@zesty/core/leave/leaveDays";
import { fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { datedRecords } from "../store/dated.ts";
import { personTimes } from "./personTimes.ts";
import type { KnownDay } from "./readDays.ts";
import { weeksOf } from "./weeksFrom.ts";

export interface Begun {
  on: IsoDate;
  hourlyRate: string | null;
  weeklyHours: string;
}

/** How far back a holiday is followed: what the record is read for in one go. */
const longest = 35;

/** The holiday of each person that reaches over the first day of a period, and what was agreed when it began. */
export function holidaysBegunBefore(
  context: Context,
  run: { businessId: number; periodStart: IsoDate; periodEnd: IsoDate },
  personIds: readonly number[],
): Map<number, Begun> {
  const found = new Map<number, Begun>();
  const asked = onHolidayOnBothSides(context, run, personIds);
  if (asked.length === 0) return found;
  const weeks = weeksOf(context, asked, run.periodEnd);
  for (const { who, known, time } of personTimes(context, run.businessId, asked, run.periodStart, run.periodEnd)) {
    const days = known.filter(
      (day) => isAnnual(day) && day.date >= addDays(run.periodStart, -longest) && day.date <= run.periodEnd,
    );
    const patternOn = (date: IsoDate) => weekOn(weeks.get(who.id) ?? [], date)?.pattern ?? null;
    const over = stretches(days, patternOn, time.holidays, () => true).find(
      ({ first, last }) => first.date < run.periodStart && last.date >= run.periodStart,
    );
    if (!over) continue;
    found.set(who.id, begunOn(context, who.id, over.first.date));
  }
  return found;
}

/** What was agreed with a person on the first day of a holiday. */
export function begunOn({ store }: Context, personId: number, day: IsoDate): Begun {
  const then = datedRecords(store.db, [personId], day).terms.get(personId);
  return {
    on: day,
    hourlyRate: then?.hourlyRateE4 == null ? null : fromE4(then.hourlyRateE4).toString(),
    weeklyHours: fromE4(then?.weeklyHoursE4 ?? 0).toString(),
  };
}

const isAnnual = (day: KnownDay): boolean =>
  day.kind === "worked" &&
  (day.state === "approved" || day.state === "locked") &&
  (day.record?.leave.some((each) => each.kind === "annual") ?? false);

/** Most people have none: asked of the store in one go. */
const onHolidayOnBothSides = (
  { store }: Context,
  { periodStart, periodEnd }: { periodStart: IsoDate; periodEnd: IsoDate },
  personIds: readonly number[],
): number[] =>
  store
    .prepared<[string, string, string, string, string], { id: number }>(
      `SELECT d.person_id AS id FROM time_day d
       WHERE d.person_id IN (SELECT value FROM json_each(?)) AND d.kind = 'worked'
         AND d.date BETWEEN ? AND ? AND d.record LIKE '%"kind":"annual"%'
       GROUP BY d.person_id HAVING MIN(d.date) < ? AND MAX(d.date) >= ?`,
    )
    .all(JSON.stringify(personIds), addDays(periodStart, -longest), periodEnd, periodStart, periodStart)
    .map((each) => each.id);
