/** Days and times in the cells of a sheet of shifts. */
import type { IsoDate } from "../calendar/dates.ts";
import { minutesOfDay, readTime } from "../calendar/wallClock.ts";
import { fewestBreakMinutes } from "../hours/shiftText.ts";
import { decimal } from "../quantity/decimal.ts";
import { readDay } from "./cells.ts";
import type { SheetCell } from "./table.ts";

interface When {
  minutes: number;
  date: IsoDate | null;
}
export const isFault = (value: unknown): value is { fault: string } =>
  typeof value === "object" && value !== null && "fault" in value;
/** A time of the day, with its date where the cell has one. */
export function readWhen(cell: SheetCell, what: string, today: IsoDate): When | { fault: string } {
  const wrong = { fault: `${what}: “${cell.text.slice(0, 40)}” is not a time. Write it as 9:30 or 17:00.` };
  if (cell.kind === "date") {
    const time = readTime(cell.clock ?? "");
    return time ? { minutes: time.minutes, date: cell.text } : wrong;
  }
  if (cell.kind === "time") {
    const minutes = decimal(cell.text).times(60).toDecimalPlaces(0).toNumber();
    return minutes >= 0 && minutes <= minutesOfDay ? { minutes, date: null } : wrong;
  }
  if (cell.kind !== "text" && cell.kind !== "number") return wrong;
  // A date and a time in one cell: "22/06/2026 09:00", "2026-06-22T09:00:00".
  const both = /^(.*\d{2,4})[ T,]+(\d{1,2}[:.]\d{2})(?::\d{2})?\s*([ap]m?)?$/i.exec(cell.text.trim());
  const date = both ? readDay({ kind: "text", text: both[1] ?? "" }, what, { today }) : null;
  if (isFault(date)) return date;
  const time = readTime(both ? `${both[2]}${both[3] ?? ""}` : cell.text.replace(/(:\d{2}):\d{2}/, "$1"));
  return time ? { minutes: time.minutes, date } : wrong;
}
/** Minutes of a break as people write them: 30, 0:30, 0.5. */
export function readMinutes(cell: SheetCell): number | { fault: string } {
  if (cell.kind === "blank") return 0;
  const text = cell.text.trim().replace(/\s*(m|min|mins|minutes)$/i, "");
  const clock = /^(\d{1,2}):([0-5]\d)$/.exec(text);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2]);
  if (cell.kind === "time") return decimal(cell.text).times(60).toDecimalPlaces(0).toNumber();
  const isBare = /^\d{1,3}$/.test(text);
  if (isBare && text === cell.text.trim() && Number(text) > 0 && Number(text) < fewestBreakMinutes)
    return { fault: `Break: “${text}” may be minutes or hours. Write ${text}:00 for hours, 0:0${text} for minutes.` };
  if (isBare) return Number(text);
  if (/^\d?\.\d{1,4}$/.test(text)) return decimal(text).times(60).toDecimalPlaces(0).toNumber();
  return { fault: `Break: “${cell.text.slice(0, 40)}” is not a number of minutes. Write it as 30.` };
}
