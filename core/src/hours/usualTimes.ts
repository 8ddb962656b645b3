/**
 * The usual week with its times, of who records exceptions only: what is worked on a weekday of which nothing is recorded.
 * Without them the hours of the week's pattern are priced as worked by day (common practice, no source).
 */
import { addDays, type IsoDate, weekday } from "../calendar/dates.ts";
import type { Availability } from "./availability.ts";
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

/**
 * The windows of an availability, as they are typed: "8-18", two with a comma.
 * @param texts seven, Monday first; "" for a day without
 */
export function readAvailability(
  texts: readonly string[],
  country: "AU" | "NZ",
): { availability: Availability } | { at: number; fault: string } {
  const read = readUsualTimes(texts, country);
  if ("fault" in read) return read;
  const at = read.times.findIndex((day) => day.some((each) => each.breaks?.length || each.marks || each.duties));
  if (at >= 0) return { at, fault: `“${texts[at]}” is more than from when to when. Write 8-18, or two with a comma.` };
  const minutes = (time: string, day: number): number =>
    (Date.parse(`${time}:00Z`) - Date.parse(`${addDays(monday, day)}T00:00:00Z`)) / 60_000;
  return {
    availability: read.times.map((shifts, day) =>
      shifts.map(({ start, end }) => ({ from: minutes(start, day), to: minutes(end, day) })),
    ),
  };
}

const dayNames = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** "Mon 14-22 b30 · Tue 14-22 b30"; null where none are said */
export const usualTimesText = (texts: readonly string[] | null | undefined): string | null =>
  texts?.flatMap((text, at) => (text === "" ? [] : `${dayNames[at]} ${text}`)).join(" · ") || null;
