/**
 * The usual week with its times, of who records exceptions only: what is worked on a weekday of which nothing is recorded.
 * Without them the hours of the week's pattern are priced as worked by day (common practice, no source).
 */
import { addDays, type IsoDate, weekday } from "../calendar/dates.ts";
import { movedDay, readDay } from "./dayText.ts";
import type { DayShift } from "./shiftText.ts";

/** Shifts of each weekday, Monday first, on the days of the week below. */
export type UsualTimes = readonly (readonly DayShift[])[];

const monday: IsoDate = "2001-01-01";

/** @param texts seven, Monday first, as the week is typed: "14-22 b30", two parts with a comma; "" for none */
export function readUsualTimes(
  texts: readonly string[],
  country: "AU" | "NZ",
): { times: UsualTimes } | { at: number; fault: string } {
  const times: DayShift[][] = [];
  for (const [at, text] of texts.entries()) {
    const day = readDay(text, addDays(monday, at), country);
    if (day && "fault" in day) return { at, fault: day.fault };
    if (day && (day.leave.length > 0 || day.hours !== undefined || day.bank))
      return {
        at,
        fault: `“${text}” has no times. Write when the day begins and ends, as 14-22 b30, or leave it empty.`,
      };
    if (day?.shifts.some((shift) => shift.pieces))
      return {
        at,
        fault: `“${text}” has pieces, which each day has its own of. Write them in the week, and the times alone here.`,
      };
    times.push(day?.shifts ?? []);
  }
  return { times };
}

/** @returns the shifts of a day by the usual week; none where it has no times */
export function usualShiftsOn(times: UsualTimes | null | undefined, date: IsoDate): DayShift[] {
  const at = weekday(date) - 1;
  const shifts = times?.[at] ?? [];
  if (shifts.length === 0) return [];
  return movedDay({ shifts: [...shifts], leave: [] }, addDays(monday, at), date).shifts;
}

const dayNames = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** "Mon 14-22 b30 · Tue 14-22 b30"; null where none are said */
export const usualTimesText = (texts: readonly string[] | null | undefined): string | null =>
  texts?.flatMap((text, at) => (text === "" ? [] : `${dayNames[at]} ${text}`)).join(" · ") || null;
