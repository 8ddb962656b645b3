/** Terms of who works a roster of several weeks: each of its weeks as if it had been said from its Monday on. */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { mondayOf, type RosterWeeks, weekOfRoster } from "@zesty/core/calendar/rosterWeeks";

interface Terms {
  personId: number;
  from: IsoDate;
  workPattern: string[] | null;
  roster: RosterWeeks | null;
}

/** Terms as they are on a day. */
export const onDay = <T extends Terms>(row: T, day: IsoDate): T =>
  row.roster ? { ...row, workPattern: [...weekOfRoster(row.roster, day)] } : row;

/**
 * @param rows of people, each person's in the order in which they count
 * @param to the last day that is asked for
 * @returns the same with a row for each week of a roster
 */
export function byWeek<T extends Terms>(rows: readonly T[], to: IsoDate): T[] {
  if (!rows.some((row) => row.roster)) return [...rows];
  return rows.flatMap((row, at): T[] => {
    if (!row.roster) return [row];
    const next = rows.slice(at + 1).find((each) => each.personId === row.personId);
    const end = next && next.from <= to ? addDays(next.from, -1) : to;
    const found = [onDay(row, row.from)];
    for (let day = addDays(mondayOf(row.from), 7); day <= end; day = addDays(day, 7))
      found.push({ ...onDay(row, day), from: day });
    return found;
  });
}
