/** Hours of a period that stand in the record of days, of people who are paid by it or not: of the days that a run pays. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import { type DayRecord, minutesOf } from "@zesty/core/hours/dayText";
import { type Saving, savedMinutes } from "@zesty/core/hours/saving";
import { decimal } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import { type CycleDays, cycleDays } from "./cycleDays.ts";

interface Period {
  businessId: number;
  kind?: string;
  cycleId?: number;
  periodStart: IsoDate;
  periodEnd: IsoDate;
}
interface Day {
  personId: number;
  date: IsoDate;
  record: string;
  approved: number;
}

/** The newest word for each worked day, and whether it is approved: all that hours are added up from. */
function daysOf({ store }: Context, ids: readonly number[], { periodStart, periodEnd }: Period): Map<number, Day[]> {
  const found = new Map<number, Day[]>();
  for (const day of store
    .prepared<[string, string, string], Day>(
      `SELECT d.person_id AS personId, d.date AS date, d.record AS record,
         coalesce((SELECT a.approved FROM time_approval a WHERE a.day_id = d.id ORDER BY a.id DESC LIMIT 1), 0) AS approved
       FROM time_day d JOIN person p ON p.id = d.person_id AND d.date >= p.start_date
         AND (p.end_date IS NULL OR d.date <= p.end_date)
       WHERE d.person_id IN (SELECT value FROM json_each(?)) AND d.date BETWEEN ? AND ? AND d.kind = 'worked'
         AND d.record IS NOT NULL AND d.id = (SELECT MAX(n.id) FROM time_day n
           WHERE n.person_id = d.person_id AND n.date = d.date AND n.kind = d.kind)`,
    )
    .all(JSON.stringify(ids), periodStart, periodEnd))
    found.set(day.personId, [...(found.get(day.personId) ?? []), day]);
  return found;
}

/**
 * Hours by person, read once and only where somebody asks.
 * @param of approved: who is paid by the record is owed for approved days, the others for whatever they worked; nights:
 *   whether a night at the workplace counts as a whole; saving: what of the work is paid with a day off later; saving: what of a day at work is paid with a day off later
 * @returns null where none are on record, some of them are banked, or the run does not pay a period
 */
export function recordedHours(
  context: Context,
  ids: readonly number[],
  run: Period,
): (personId: number, of: { approved: boolean; nights: boolean; saving?: Saving | undefined }) => string | null {
  let days: Map<number, Day[]> | undefined;
  let apart: Map<number, CycleDays> | undefined;
  return (personId, of) => {
    if (run.kind !== undefined && run.kind !== "cycle") return null;
    days ??= daysOf(context, ids, run);
    apart ??= run.cycleId === undefined ? new Map() : cycleDays(context, { ...run, cycleId: run.cycleId }, ids);
    const own = apart.get(personId)?.days;
    const records = (days.get(personId) ?? [])
      .filter(({ date }) => !own || own.some(({ from, to }) => from <= date && date <= to))
      .filter((day) => !of.approved || day.approved)
      .flatMap((day) => (JSON.parse(day.record) as DayRecord | null) ?? []);
    // Overtime that becomes time off is paid another day: what these hours come to is not known yet.
    if (records.some((record) => record.bank)) return null;
    const minutes = records.reduce((sum, record) => sum + minutesOf(record, of.nights), 0);
    const paid = decimal(minutes).minus(savedMinutes(of.saving, minutes));
    return minutes === 0 ? null : paid.div(60).toDecimalPlaces(2).toString();
  };
}
