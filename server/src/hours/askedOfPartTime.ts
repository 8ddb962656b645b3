/** What is asked of part-timers whose agreement knows an availability: whether there is one, and whether the hours agreed were given. */
import { addDays, weekday } from "@zesty/core/calendar/dates";
import { type PersonHours, patternMinutes } from "@zesty/core/hours/personHours";
import { dayWords } from "./dayWords.ts";
import type { KnownPerson } from "./personTimes.ts";
import { hoursOf } from "./timeLineParts.ts";

/** Hours beyond those agreed, and nobody who has said whether more was agreed. */
export function availabilityUnsaid({ time, terms }: KnownPerson, { pieces }: PersonHours): string[] {
  const { rules, person } = time;
  const knows = person.basis === "partTime" && person.agreedMinutes && rules?.ordinary.availability;
  if (!knows || !terms || terms.availability || !pieces.some((each) => each.overtime)) return [];
  const offered = rules.ordinary.availability?.some((each) => !each.if?.settings);
  if (!offered) return [];
  return [
    `Hours beyond those agreed are overtime here. Within an availability agreed in writing ${rules.title} has them ordinary: enter it under People, Agreement and timesheet, or tick where there is none.`,
  ];
}

/** Of who may be called on within an availability the agreed hours are a promise: each whole week of the period has them. */
export function belowGuarantee({ time }: KnownPerson, dates: readonly string[], hours: PersonHours): string[] {
  if (!time.person.availability || time.use !== "all") return [];
  const held = new Map<string, number>();
  const put = (date: string, minutes: number) => held.set(date, (held.get(date) ?? 0) + minutes);
  for (const each of [...hours.pieces, ...hours.plain])
    if (!("overtime" in each && each.overtime)) put(each.date, each.minutes);
  for (const { date, hours: taken } of hours.leave) put(date, taken.times(60).toDecimalPlaces(0).toNumber());
  const mondays = dates.filter((date) => weekday(date) === 1 && dates.includes(addDays(date, 6)));
  return mondays.flatMap((monday) => {
    const week = Array.from({ length: 7 }, (_, at) => addDays(monday, at));
    const isWhole = monday >= time.employedFrom && (time.employedTo === null || addDays(monday, 6) <= time.employedTo);
    const agreed = week.reduce((sum, date) => sum + patternMinutes(time, date), 0);
    const had = week.reduce((sum, date) => sum + (held.get(date) ?? 0), 0);
    if (!isWhole || had === 0 || had >= agreed) return [];
    return [
      `The week from ${dayWords(monday)} has ${hoursOf(had).toString()} h of the ${hoursOf(agreed).toString()} h agreed. Who is called on within an availability has the agreed hours for certain: record what is missing as hours or leave, or tick.`,
    ];
  });
}
