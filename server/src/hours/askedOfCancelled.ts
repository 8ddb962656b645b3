/** Who records exceptions only, and a day on which nothing stands but what was cancelled: whether the rest was worked. */
import { minutesOf } from "@zesty/core/hours/dayText";
import { patternMinutes } from "@zesty/core/hours/personHours";
import { dayWords } from "./dayWords.ts";
import type { KnownPerson } from "./personTimes.ts";
import { hoursOf } from "./timeLineParts.ts";

export function cancelledAlone({ time }: KnownPerson, dates: readonly string[]): string[] {
  if (time.use !== "exceptions") return [];
  return dates.flatMap((date) => {
    const day = time.days[date];
    const [usual, had] = [patternMinutes(time, date), day ? minutesOf(day) : 0];
    const isAlone = day && day.shifts.length > 0 && day.shifts.every(({ marks }) => marks?.includes("cancelled"));
    if (!isAlone || had >= usual) return [];
    return [
      `${dayWords(date)} holds nothing but ${hoursOf(had).toString()} h that were cancelled, of ${hoursOf(usual).toString()} h as usual. Write the rest of the day beside them, or tick where nothing else was worked.`,
    ];
  });
}
