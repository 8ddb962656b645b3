/**
 * A day that is paid late is priced with its own week. What it does to days after it, which were paid without it (hours that
 * were ordinary are overtime now), is told: past pays looked over pay it.
 */
import { addDays } from "@zesty/core/calendar/dates";
import { mondayOf } from "@zesty/core/calendar/rosterWeeks";
import { leaveKindIn } from "@zesty/core/countries/leave";
import type { LateWeek } from "@zesty/core/pay/input";
import type { OpenTime, SheetLine } from "@zesty/core/pay/row";
import { type Decimal, decimalOrZero, sum, zero } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import type { Context } from "../ground/context.ts";
import { worthOfDays } from "../hours/agreementFloor.ts";
import { type KnownPerson, recordsOf } from "../hours/personTimes.ts";
import { daysBetweenDates } from "../hours/readDays.ts";
import { timeLines } from "../hours/timeLines.ts";
import type { Work } from "./leaveStrands.ts";

/** As long as the longest averaging cycle of the shipped agreements. */
const cycleDays = 28;

/** Days that are paid already, of the same weeks as late ones or near enough to be of the same averaging cycle. */
export function paidAbout(context: Context, personId: number, late: readonly string[]): string[] {
  const [first, last] = [late[0], late.at(-1)];
  if (!first || !last) return [];
  return (daysBetweenDates(context, [personId], mondayOf(first), addDays(last, cycleDays)).get(personId) ?? [])
    .filter(({ kind, state }) => kind === "worked" && state === "locked")
    .map((day) => day.date)
    .filter((date) => late.some((each) => date >= mondayOf(each) && date <= addDays(each, cycleDays)));
}

/** Days of one period by the same terms, and the person as of then. */
interface DaysThen {
  then: KnownPerson;
  dates: readonly string[];
}

/** With the days that were paid, and the late ones where they are wanted. */
function knowing({ known, time, ...then }: KnownPerson, late: readonly string[]): KnownPerson {
  const days = recordsOf(known, (day) => day.state === "locked" || late.includes(day.date));
  return { ...then, known, time: { ...time, days } };
}

/** The weeks of late days: what of each was paid without them, and what it comes to with them. */
export function weeksOfLate(
  own: readonly DaysThen[],
  paid: readonly DaysThen[],
  late: readonly string[],
  { find, elements }: Pick<Work, "find" | "elements">,
): LateWeek[] {
  // As in the pay itself, neither overtime nor leave without pay is of what leave arises on.
  const counts = ({ elementId }: SheetLine, { time }: KnownPerson): boolean => {
    const of = elements.get(elementId);
    return of?.element === "leaveTaken"
      ? !leaveKindIn(time.country, of.leave ?? "annual").unpaid
      : of?.element !== "overtime";
  };
  const hoursIn = (monday: string, parts: readonly DaysThen[], known: readonly string[]): Decimal =>
    sum(
      parts.flatMap(({ then, dates }) =>
        timeLines(
          knowing(then, known),
          dates.filter((date) => mondayOf(date) === monday),
          find,
        )
          .lines.filter((line) => counts(line, then))
          .map((line) => decimalOrZero(line.hours)),
      ),
    );
  return [...new Set(late.map(mondayOf))].map((monday) => ({
    hours: hoursIn(monday, own, late).toString(),
    before: hoursIn(monday, paid, []).toString(),
    together: hoursIn(monday, [...paid, ...own], late).toString(),
  }));
}

/**
 * @param paid days that are paid already
 * @param late days in order
 * @returns what of the days paid comes out otherwise with the late ones; nothing where all stays
 */
export function movedByLate(paid: readonly DaysThen[], late: readonly string[]): OpenTime["moved"] {
  const moreFor = (then: KnownPerson, dates: readonly string[]): Decimal => {
    const [now, before] = [worthOfDays(knowing(then, late), dates), worthOfDays(knowing(then, []), dates)];
    // What cannot be priced is no difference; past pays looked over name it.
    return now && before ? now.minus(before) : zero;
  };
  const moved = paid
    // Nearly always nothing moves: then no day is looked at by itself.
    .filter(({ then, dates }) => then.time.rules !== null && !moreFor(then, dates).isZero())
    .flatMap(({ then, dates }) => dates.map((date) => ({ date, more: moreFor(then, [date]) })))
    .filter(({ more }) => !more.isZero());
  const more = sum(moved.map((each) => each.more));
  return more.isZero()
    ? undefined
    : { late: [...late], days: moved.map((each) => each.date), more: halfUpToCent(more).toFixed(2) };
}
