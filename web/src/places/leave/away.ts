/** Who is away when: counted by day, and drawn as stretches on a tape. */
import type { LeavePerson, LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { addDays } from "@zesty/core/calendar/dates";
import { leaveDays } from "@zesty/core/leave/leaveDays";

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
    for (const { date, holiday } of leaveDays(asked, person.pattern, person.holidays).days)
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
  const found: Stretch[] = [];
  const free = (date: string) => {
    const weekday = (new Date(`${date}T00:00:00Z`).getUTCDay() + 6) % 7;
    return (
      Number(person.pattern?.[weekday] ?? 1) === 0 || person.holidays.some((each) => each.date === date && !each.from)
    );
  };
  for (const { date, kind, state, hours } of person.days) {
    const last = found.at(-1);
    let next = last ? addDays(last.last, 1) : date;
    while (last && next < date && free(next)) next = addDays(next, 1);
    if (last && next === date && last.kind === kind && last.state === state && !last.part && hours === null)
      last.last = date;
    else found.push({ first: date, last: date, kind, state, request: null, part: hours !== null });
  }
  for (const each of requests)
    if (each.personId === person.personId && each.state === "waiting")
      found.push({ ...each, state: "waiting", request: each.id, part: each.hoursADay !== null });
  return found;
}
