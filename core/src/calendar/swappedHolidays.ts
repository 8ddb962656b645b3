/**
 * A public holiday that was agreed to be kept on another day: the day itself becomes an ordinary one for that person, and
 * the other day the holiday.
 * Set by: Fair Work Act 2009, s 115(3) and (4); Holidays Act 2003, ss 44A to 44C (from memory).
 * Example: Australia Day of 26 January 2027 kept on 29 January: Tuesday is worked as any other, Friday is the holiday.
 */
import { dateWords, type IsoDate } from "./dates.ts";

export interface HolidaySwap {
  original: IsoDate;
  substitute: IsoDate;
  /** name of the holiday */
  name: string;
}

/** The holidays of a person between two days as agreed, in their order. A part of a day that is none is left alone. */
export function withSwaps<T extends { date: IsoDate; name?: string }>(
  holidays: readonly T[],
  swaps: readonly HolidaySwap[],
  from: IsoDate,
  to: IsoDate,
): (T | { date: IsoDate; name: string })[] {
  if (swaps.length === 0) return [...holidays];
  const left = new Set(swaps.map((each) => each.original));
  const kept = swaps
    .filter(({ substitute }) => substitute >= from && substitute <= to)
    .map(({ substitute, original, name }) => ({
      date: substitute,
      name: `${name}, kept in place of ${dateWords(original)}`,
    }));
  return [...holidays.filter(({ date }) => !left.has(date)), ...kept].sort((a, b) =>
    a.date < b.date ? -1 : a.date > b.date ? 1 : 0,
  );
}
