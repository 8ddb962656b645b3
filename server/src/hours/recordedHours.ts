/** Hours of a period that stand in the record of days, of people who are paid by it or not. */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { type DayRecord, minutesOf } from "@zesty/core/hours/dayText";
import { decimal } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import { daysBetweenDates } from "./readDays.ts";

interface Period {
  kind?: string;
  periodStart: IsoDate;
  periodEnd: IsoDate;
}
/** @param approved: only where the day is approved, so that a run pays it */
export type RecordOf = (personId: number, date: IsoDate, approved?: boolean) => DayRecord | undefined;

/** Recorded days of a period and the four weeks before it: read once, and only where somebody asks. */
export function recordsByDay(context: Context, ids: readonly number[], run: Period): RecordOf {
  let days: Map<string, { record: DayRecord; open: boolean }> | undefined;
  return (personId, date, approved = false) => {
    if (!days) {
      const known = [...daysBetweenDates(context, ids, addDays(run.periodStart, -28), run.periodEnd).values()].flat();
      days = new Map(
        known.flatMap(({ personId: id, date: on, kind, record, state }) =>
          kind === "worked" && record
            ? [[`${id} ${on}`, { record, open: state !== "approved" && state !== "locked" }]]
            : [],
        ),
      );
    }
    const day = days.get(`${personId} ${date}`);
    return day && !(approved && day.open) ? day.record : undefined;
  };
}

/**
 * @param of approved: who is paid by the record is owed for approved days, the others for whatever they worked; nights:
 *   whether a night at the workplace counts as a whole
 * @returns hours of the period, null where none are on record or the run does not pay a period
 */
export function recordedIn(
  run: Period,
  personId: number,
  recordOf: RecordOf,
  of: { approved: boolean; nights: boolean },
): string | null {
  if (run.kind !== undefined && run.kind !== "cycle") return null;
  let minutes = 0;
  for (let day = run.periodStart; day <= run.periodEnd; day = addDays(day, 1)) {
    const record = recordOf(personId, day, of.approved);
    if (record) minutes += minutesOf(record, of.nights);
  }
  return minutes === 0 ? null : decimal(minutes).div(60).toDecimalPlaces(2).toString();
}
