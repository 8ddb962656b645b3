/** Approved days that no pay may hold: a stop names them, or they would be passed over. */
import { dateWords } from "@zesty/core/calendar/dates";
import { hasWork } from "@zesty/core/hours/dayText";
import type { Context } from "../ground/context.ts";
import { closedDays } from "../hours/closedDays.ts";
import { approvedBefore, isApproved, isEmployed } from "../hours/paidDays.ts";
import type { KnownPerson } from "../hours/personTimes.ts";
import type { KnownDay } from "../hours/readDays.ts";
import type { Work } from "./leaveStrands.ts";

export const isWorkedDay = (day: KnownDay): boolean => day.record !== null && hasWork(day.record);

export const approvedUnpaid = (work: Work, person: KnownPerson): string[] => [
  ...outsideEmployment(work, person),
  ...paidWithout(work, person),
];

const areApproved = (dates: readonly string[]): string =>
  `${dates.map(dateWords).join(", ")} ${dates.length === 1 ? "is" : "are"} approved`;

/** A day of an employment that another one followed: its pays are over. */
const wasEmployed = ({ store }: Context, personId: number, date: string): boolean =>
  store
    .prepared<[number, string]>(
      "SELECT 1 FROM departure WHERE person_id = ? AND undone_at IS NULL AND last_day >= ? LIMIT 1",
    )
    .get(personId, date) !== undefined;

/** Approved hours before the first day or after the last one: no pay holds them, so they are not passed over. */
function outsideEmployment({ context, run }: Work, person: KnownPerson): string[] {
  const { salaried, terms, known, who } = person;
  if (salaried || terms?.use === "record") return [];
  const own = known.filter((day) => isApproved(day) && day.date >= run.periodStart && day.date <= run.periodEnd);
  const dates = [...approvedBefore(context, run, person), ...own]
    .filter((day) => isWorkedDay(day) && !isEmployed(person, day.date))
    .map((day) => day.date)
    .filter((date) => date > who.startDate || !wasEmployed(context, who.id, date));
  const said = (days: readonly string[], words: string) =>
    days.length === 0
      ? []
      : [
          `${areApproved(days)} with hours and not in this pay: ${words}. Correct that day, or take the hours out of the record.`,
        ];
  return [
    ...said(
      dates.filter((date) => date < who.startDate),
      `the employment starts on ${dateWords(who.startDate)}`,
    ),
    ...said(
      dates.filter((date) => date >= who.startDate),
      `the last day is ${dateWords(who.endDate ?? "")}`,
    ),
  ];
}

/** Days of an earlier version's store, approved after their pay had been signed off as usual: paid now they would be paid twice. */
function paidWithout({ context, run }: Work, person: KnownPerson): string[] {
  const { id } = person.who;
  const before = approvedBefore(context, run, person).filter(({ date }) => isEmployed(person, date));
  if (before.length === 0) return [];
  const closedBy = closedDays(context, [id]);
  const byPayday = new Map<string, string[]>();
  for (const { date, record } of before) {
    const payday = closedBy(id, date, record);
    if (payday !== null) byPayday.set(payday, [...(byPayday.get(payday) ?? []), date]);
  }
  return [...byPayday].map(
    ([payday, dates]) =>
      `${areApproved(dates)}, and the pay of ${dateWords(payday)} was signed off without. Correct that pay, and take the approval of ${dates.length === 1 ? "that day" : "those days"} back.`,
  );
}
