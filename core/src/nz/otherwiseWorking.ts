/**
 * Would a public holiday have been a working day? (Holidays Act 2003, s 12.) Not a formula: the agreement, the pattern,
 * the rosters and what was expected count. This suggests an answer with its reason; a person confirms it.
 */
import { type IsoDate, weekday } from "../calendar/dates.ts";

export interface Suggestion {
  works: boolean;
  reason: string;
}

const names = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/**
 * @param pattern hours of each weekday, Monday first; null when they vary
 * @param sameDays whether the last four same weekdays were worked, newest first, where it is known
 */
export function otherwiseWorking(
  date: IsoDate,
  pattern: readonly string[] | null,
  sameDays: readonly boolean[] = [],
): Suggestion {
  const name = names[weekday(date) - 1] ?? "";
  if (pattern !== null) {
    const works = Number(pattern[weekday(date) - 1] ?? 0) > 0;
    return { works, reason: works ? `${name} is in the working week` : `${name} is not in the working week` };
  }
  const worked = sameDays.slice(0, 4).filter(Boolean).length;
  // Three of the last four: a practice, not the law (common practice, no source).
  return sameDays.length < 4
    ? { works: false, reason: `The week varies and it is not known who worked on ${name}s: ask the roster` }
    : { works: worked >= 3, reason: `${worked} of the last four ${name}s were worked` };
}
