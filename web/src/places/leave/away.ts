/** Who is away when: counted by day, and drawn as stretches on a tape. */
import type { LeavePerson, LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { daysInWeeks, weekOn } from "@zesty/core/leave/changingWeek";
import { stretches } from "@zesty/core/leave/leaveDays";

/** Days shown at once: a quarter. */
export const shownDays = 91;

/** Who of the people is away on each day, asked or approved; by date. */
export function awayByDay(view: Pick<LeaveView, "requests">, people: readonly LeavePerson[]): Map<string, Set<number>> {
  const away = new Map<string, Set<number>>();
  const add = (date: string, personId: number) => {
    const on = away.get(date) ?? new Set<number>();
    on.add(personId);
    away.set(date, on);
  };
  for (const person of people) for (const { date } of person.days) add(date, person.personId);
  const known = new Map(people.map((each) => [each.personId, each]));
  for (const asked of view.requests) {
    const person = known.get(asked.personId);
    if (asked.state !== "waiting" || !person) continue;
    for (const { date, holiday } of daysInWeeks(asked, person.weeks, person.holidays))
      if (holiday === null) add(date, person.personId);
  }
  return away;
}

export interface Stretch {
  first: string;
  last: string;
  kind: string;
  state: "waiting" | "open" | "approved" | "paid";
  request: number | null;
  /** part of the day only */
  part: boolean;
}

/** A person's leave as stretches: recorded days that follow each other, and what waits for an answer. */
export function stretchesOf(person: LeavePerson, requests: readonly LeaveRequestView[]): Stretch[] {
  const recorded = stretches(
    person.days,
    (date) => weekOn(person.weeks, date)?.pattern ?? null,
    person.holidays,
    (last, next) => last.hours === null && next.hours === null && last.kind === next.kind && last.state === next.state,
  ).map(({ first, last }): Stretch => {
    const { kind, state, hours } = first;
    return { first: first.date, last: last.date, kind, state, request: null, part: hours !== null };
  });
  const waiting = requests
    .filter((each) => each.personId === person.personId && each.state === "waiting")
    .map(
      (each): Stretch => ({
        ...{ first: each.first, last: each.last, kind: each.kind, state: "waiting", request: each.id },
        part: each.hoursADay !== null,
      }),
    );
  return [...recorded, ...waiting];
}
