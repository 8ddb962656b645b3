/**
 * A roster of several weeks that repeats: the ordinary hours of each weekday hang on which of its weeks a day lies in.
 * Common practice, no source: the nine-day fortnight, two weeks of a ward, four of a control room.
 * Example: two weeks from Monday 1 June 2026, the second without its Friday: Friday 12 June has none, Friday 19 June has.
 */
import { addDays, dayOf, type IsoDate, weekday } from "./dates.ts";

export interface RosterWeeks {
  /** the Monday of a first week */
  from: IsoDate;
  /** hours of each weekday, Monday first, of each week in turn */
  weeks: string[][];
}

/** @returns hours of each weekday in the week that a day lies in; before the first week, too */
export function weekOfRoster({ from, weeks }: RosterWeeks, day: IsoDate): readonly string[] {
  const passed = Math.floor((dayOf(day) - dayOf(from)) / 7);
  return weeks[((passed % weeks.length) + weeks.length) % weeks.length] ?? [];
}

/** Hours of each weekday from a day on. */
export interface PatternFrom {
  from: IsoDate;
  pattern: readonly string[] | null;
}
interface Agreed {
  roster?: RosterWeeks | null | undefined;
  pattern: readonly string[] | null;
  /** in order, where the week changes about the days that are looked at */
  patterns?: readonly PatternFrom[] | undefined;
}

/** Hours of each weekday in the week of a day: as agreed then, where that changes; of a roster that week's. */
export const patternOn = ({ roster, pattern, patterns }: Agreed, day: IsoDate): readonly string[] | null => {
  const then = patterns?.findLast((each) => each.from <= day);
  if (then) return then.pattern;
  return roster ? weekOfRoster(roster, day) : pattern;
};

/** The Monday on or before a day. */
export const mondayOf = (day: IsoDate): IsoDate => addDays(day, 1 - weekday(day));
