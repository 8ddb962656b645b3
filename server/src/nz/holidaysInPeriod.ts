/**
 * The public holidays of a period for a person in New Zealand: whether each would otherwise be worked, as somebody
 * answered it, as the pattern says, or as the last four same weekdays on record suggest (Holidays Act 2003, s 12).
 */
import { addDays, type IsoDate, weekday } from "@zesty/core/calendar/dates";
import { holidaysBetweenNz } from "@zesty/core/calendar/holidaysNz";
import { type HolidaySwap, withSwaps } from "@zesty/core/calendar/swappedHolidays";
import { type DayRecord, hasWork } from "@zesty/core/hours/dayText";
import { worksOn } from "@zesty/core/nz/finalHolidayPay";
import type { HolidayFacts } from "@zesty/core/nz/holidayFacts";
import { otherwiseWorking } from "@zesty/core/nz/otherwiseWorking";
import type { HolidayInPeriod } from "@zesty/core/nz/pay/row";
import { hoursADay } from "@zesty/core/nz/relevantDailyPay";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import { daysBetweenDates } from "../hours/readDays.ts";
import type { RunDays } from "./runDays.ts";

export type RecordOf = (personId: number, date: IsoDate) => DayRecord | undefined;

/** Recorded days of a period and the four weeks before it: read once, and only where somebody asks. */
export function recordsByDay(context: Context, ids: readonly number[], run: RunDays): RecordOf {
  let days: Map<string, DayRecord> | undefined;
  return (personId, date) => {
    if (!days) {
      const known = [...daysBetweenDates(context, ids, addDays(run.periodStart, -28), run.periodEnd).values()].flat();
      const worked = known.filter((day) => day.kind === "worked" && day.record);
      days = new Map(worked.map((day) => [`${day.personId} ${day.date}`, day.record as DayRecord]));
    }
    return days.get(`${personId} ${date}`);
  };
}

/** Whether the last four same weekdays were worked; empty unless all four weeks are on record. */
function sameDays(personId: number, date: IsoDate, recordOf: RecordOf): boolean[] {
  const isWorked = (day: DayRecord | undefined) => day !== undefined && hasWork(day);
  const weeks = [7, 14, 21, 28].map((back) => {
    const day = addDays(date, -back);
    // A week that holds nothing at all was not written down.
    const week = Array.from({ length: 7 }, (_, at) => recordOf(personId, addDays(day, at - 3)));
    return { known: week.some(Boolean), worked: isWorked(recordOf(personId, day)) };
  });
  return weeks.every((week) => week.known) ? weeks.map((week) => week.worked) : [];
}

export function holidaysOf(
  who: Who,
  run: RunDays,
  province: string,
  holidays: HolidayFacts,
  recordOf: RecordOf,
  swaps: readonly HolidaySwap[] = [],
): HolidayInPeriod[] {
  const { periodStart, periodEnd } = run;
  const unknown = holidays.varies && holidays.pattern === null;
  return withSwaps(
    holidaysBetweenNz(periodStart, periodEnd, province, worksOn(holidays)),
    swaps,
    ...([periodStart, periodEnd] as const),
  )
    .filter(({ date }) => date >= who.startDate && (who.endDate === null || date <= who.endDate))
    .map(({ date, name }) => {
      const hours = holidays.pattern?.[weekday(date) - 1] ?? (unknown ? null : hoursADay(holidays).toString());
      const day = recordOf(who.id, date);
      const worked = day?.hours ?? null;
      const answered = day?.otherwise;
      if (answered) return { date, name, works: answered.works, reason: answered.why, hours, unknown: false, worked };
      const before = unknown ? sameDays(who.id, date, recordOf) : [];
      const suggestion = otherwiseWorking(
        date,
        unknown ? null : (holidays.pattern ?? ["1", "1", "1", "1", "1", "0", "0"]),
        before,
      );
      return { date, name, ...suggestion, hours, unknown: unknown && before.length === 0, worked };
    });
}
