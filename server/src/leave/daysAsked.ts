/** Which days of a person leave between two dates takes, by the week of each. */
import type { AskLeave } from "@zesty/contract/leave";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { type DayOfWeek, daysInWeeks } from "@zesty/core/leave/changingWeek";
import type { Context } from "../ground/context.ts";
import type { KnownPerson } from "../hours/personTimes.ts";
import { weeksOf } from "../hours/weeksFrom.ts";

export type Asked = Pick<AskLeave, "kind" | "first" | "last" | "hoursADay">;

/** The days that are asked for, by the week of each. */
export const spanOf = (context: Context, { who, time }: KnownPerson, asked: Asked): DayOfWeek[] =>
  daysInWeeks(asked, weeksOf(context, [who.id], asked.last).get(who.id) ?? [], time.holidays);

/** Of these the days that are leave: no public holiday, and no day on which the kind is not for who is casual then. */
export function leaveDaysOf(context: Context, known: KnownPerson, asked: Asked): DayOfWeek[] {
  const { notForCasuals } = leaveKindIn(known.time.country, asked.kind);
  return spanOf(context, known, asked).filter(
    (day) => day.holiday === null && !(notForCasuals && day.week.basis === "casual"),
  );
}
