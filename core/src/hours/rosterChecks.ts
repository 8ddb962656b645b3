/**
 * What an agreement says of rosters: days in a row, days off, how long and how short a day is. Looked at in what was worked,
 * and noted beside the day; nothing here has a price (rosters are agreed, and a breach is no pay).
 */
import type { AgreementRules, RuleCheck } from "../agreements/agreementRules.ts";
import { addDays, dateWords, dayOf, type IsoDate } from "../calendar/dates.ts";
import { counted } from "../quantity/units.ts";
import { shiftsBegunOn } from "./cycleShifts.ts";
import { type DayRecord, hasWork, isOnCall, minutesOf, ownOfDay } from "./dayText.ts";
import { fitsPerson, weekOf } from "./limits.ts";
import { hoursWords } from "./overtime.ts";
import type { Roster } from "./roster.ts";
import type { HoursMark } from "./worked.ts";

interface Looked {
  check: RuleCheck;
  rules: AgreementRules;
  /** minutes of the day's own work */
  minutes: (date: IsoDate) => number;
  /** from the first start to the last end, where the times are known */
  spread: (date: IsoDate) => number;
  date: IsoDate;
}

/** Days in a row up to a date for which something holds; no further back than matters. */
function running(date: IsoDate, most: number, holds: (date: IsoDate) => boolean): number {
  let found = 0;
  while (found <= most + 1 && holds(addDays(date, -found))) found += 1;
  return found;
}

const atWall = (time: string): number => Date.parse(`${time}:00Z`) / 60_000;

/** What is said of one day, by kind of check; null where the roster is as it should be. */
const said: Record<string, (looked: Looked) => string | null> = {
  maximumConsecutiveDays: ({ check: { days = 0 }, minutes, date }) =>
    running(date, days, (each) => minutes(each) > 0) === days + 1
      ? `It is day ${days + 1} in a row; the agreement has at most ${counted(String(days), "days")} running.`
      : null,
  longDaysRunning: ({ check: { days = 0, minutes: over = 0 }, minutes, date }) =>
    running(date, days, (each) => minutes(each) > over) === days + 1
      ? `More than ${hoursWords(over)} are worked on ${counted(String(days + 1), "days")} running; the agreement has at most ${days}.`
      : null,
  // Said on the last day of the weeks, when there is nothing left to give.
  daysOff: ({ check: { days = 0, weeks = 1 }, rules, minutes, date }) => {
    const last = dayOf(date);
    const start = weekOf(last, rules);
    if (
      last !== start + 6 ||
      (weeks > 1 && Math.floor((start - weekOf(dayOf(rules.validFrom), rules)) / 7) % weeks !== weeks - 1)
    )
      return null;
    const off = Array.from({ length: 7 * weeks }, (_, at) => addDays(date, -at)).filter((each) => minutes(each) === 0);
    return off.length < days
      ? `${counted(String(off.length), "days")} off in ${weeks === 1 ? "the week" : `${weeks} weeks`} to this day; the agreement has ${days}.`
      : null;
  },
  spreadOfDay: ({ check: { minutes: most = 0 }, spread, date }) =>
    spread(date) > most
      ? `The day lasts ${hoursWords(spread(date))} from its first start to its last end; the agreement has at most ${hoursWords(most)}.`
      : null,
  shortestDay: ({ check: { minutes: least = 0 }, minutes, date }) =>
    minutes(date) > 0 && minutes(date) < least
      ? `The day has ${hoursWords(minutes(date))}; the agreement has at least ${hoursWords(least)} in one.`
      : null,
};

/** @param dates those that are asked for; days about them are their context */
export function rosterMarks(
  { rules, person, settings = {} }: Pick<Roster, "rules" | "person" | "settings">,
  days: Readonly<Record<IsoDate, DayRecord>>,
  dates: readonly IsoDate[],
): HoursMark[] {
  // A night that was written down as two at midnight is of the day on which it began.
  const shiftsOf = (date: IsoDate) => shiftsBegunOn(days, [date]);
  const minutes = (date: IsoDate): number => {
    const day = ownOfDay({ leave: [], ...days[date], shifts: shiftsOf(date) });
    return hasWork(day) ? minutesOf(day) : 0;
  };
  const spread = (date: IsoDate): number => {
    const shifts = ownOfDay({ leave: [], shifts: shiftsOf(date) }).shifts.filter(
      (each) => !isOnCall(each) && !each.marks?.includes("sleepover"),
    );
    if (shifts.length === 0) return 0;
    return Math.max(...shifts.map((each) => atWall(each.end))) - Math.min(...shifts.map((each) => atWall(each.start)));
  };
  return (rules.checks ?? []).flatMap((check) => {
    const of = said[check.kind];
    if (!of || !fitsPerson(check.if, person.basis, rules, settings)) return [];
    return dates.flatMap((date): HoursMark[] => {
      const text = of({ check, rules, minutes, spread, date });
      return text === null ? [] : [{ kind: "note", code: check.kind, text: `${dateWords(date)}: ${text}`, date }];
    });
  });
}
