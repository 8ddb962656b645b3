import { addDays, daysBetween, type IsoDate, isDate, weekday } from "./dates.ts";

const monthNames = "january february march april may june july august september october november december".split(" ");
const dayNames = "monday tuesday wednesday thursday friday saturday sunday".split(" ");

/** Which of them a word is, in full or from its first three letters on; -1 where it is another word that begins so. */
const indexOf = (names: readonly string[], word: string): number =>
  word.length < 3 ? -1 : names.findIndex((name) => name.startsWith(word === "weds" ? "wed" : word));

/**
 * A date as people type it, day first: 22/6, 22.6.26, 22 jun, Mon 22 June 2026, fri, today, +7, 2026-06-22. Without a
 * year it is the one nearest to `today`; a weekday is the next one, today included. Null where nothing can be read.
 */
export function readDate(typed: string, today: IsoDate): IsoDate | null {
  const text = typed.trim().toLowerCase();
  if (isDate(text)) return text;
  if (text === "today") return today;
  if (text === "tomorrow") return addDays(today, 1);
  if (/^[+-]\d{1,4}$/.test(text)) return addDays(today, Number(text));
  const named = indexOf(dayNames, text);
  if (named >= 0) return addDays(today, (named + 8 - weekday(today)) % 7);
  const parts =
    /^(?:([a-z]+),? )?(\d{1,2})(?:st|nd|rd|th)?(?:[ ./-]+(\d{1,2})|[ ./-]*([a-z]{3,}))(?:[ ./,-]+(\d{2}|\d{4}))?$/.exec(
      text,
    );
  if (!parts || (parts[1] && indexOf(dayNames, parts[1]) < 0)) return null;
  const [, , day = "", number, word = "", year] = parts;
  const month = number ? Number(number) : indexOf(monthNames, word) + 1;
  const at = (wanted: number) => `${wanted}-${String(month).padStart(2, "0")}-${day.padStart(2, "0")}`;
  const now = Number(today.slice(0, 4));
  if (year) {
    const full = year.length === 4 ? Number(year) : century(Number(year), now);
    return isDate(at(full)) ? at(full) : null;
  }
  const [nearest] = [now - 1, now, now + 1]
    .map(at)
    .filter(isDate)
    .sort((a, b) => Math.abs(daysBetween(today, a)) - Math.abs(daysBetween(today, b)));
  return nearest ?? null;
}

/** Two digits: up to ten years ahead, else in the past, so that birth dates are read right. */
function century(year: number, now: number): number {
  const here = Math.floor(now / 100) * 100 + year;
  return here > now + 10 ? here - 100 : here;
}
