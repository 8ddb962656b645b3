/** An employee's own days and leave: typed and asked for; what is approved is the practice's. */
import type { StaffDay, StaffLeave, StaffLeavePreview, StaffWeek, TypedDay } from "@zesty/contract/staff";
import type { DayChange } from "@zesty/contract/time";
import { addDays, dateWords, type IsoDate, weekday } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { dayText, minutesOf, readDay } from "@zesty/core/hours/dayText";
import { amountInWeeks, daysInWeeks } from "@zesty/core/leave/changingWeek";
import { balanceOn, type LeaveOn } from "@zesty/core/leave/forecast";
import { decimal } from "@zesty/core/quantity/decimal";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import { weeksOf } from "../hours/weeksFrom.ts";
import { findRequest } from "../leave/readLeave.ts";
import { answerRequest, askForLeave } from "../leave/requests.ts";
import { standingsOf } from "../leave/standings.ts";
import { person } from "../store/schema.ts";
import { saveDays } from "../time/days.ts";

const businessOf = ({ store }: Context, personId: number): number =>
  store.db.select({ id: person.businessId }).from(person).where(eq(person.id, personId)).get()?.id ?? 0;

function knownOf(context: Context, personId: number, from: IsoDate, to: IsoDate): KnownPerson {
  const [known] = personTimes(context, businessOf(context, personId), [personId], from, to);
  if (!known) throw notFound("person");
  return known;
}

/** @param day any day of the week that is wanted */
export function readOwnWeek(context: Context, personId: number, day: IsoDate): StaffWeek {
  const from = addDays(day, 1 - weekday(day));
  const known = knownOf(context, personId, from, addDays(from, 6));
  const { country } = known.time;
  const worked = new Map(known.known.filter((each) => each.kind === "worked").map((each) => [each.date, each]));
  const days = Array.from({ length: 7 }, (_, at): StaffDay => {
    const date = addDays(from, at);
    const own = worked.get(date);
    return {
      date,
      text: own?.record ? dayText(own.record, country) : "",
      state: own?.record ? own.state : null,
      holiday: known.time.holidays.find((each) => each.date === date)?.name ?? null,
    };
  });
  const minutes = [...worked.values()]
    .filter((each) => each.record && each.date >= from && each.date <= addDays(from, 6))
    .reduce((total, each) => total + (each.record ? minutesOf(each.record) : 0), 0);
  return { from, days, total: decimal(minutes).div(60).toDecimalPlaces(2).toString() };
}

/** Days as they were typed, all or none; they wait for approval like any other. */
export function saveOwnDays(context: Context, actor: Actor, personId: number, typed: readonly TypedDay[]): void {
  const businessId = businessOf(context, personId);
  const { country, timeZone } = findBusiness(context, businessId);
  const today = context.clock.today(timeZone);
  const dates = typed.map((each) => each.date).sort();
  const known = knownOf(context, personId, dates[0] ?? today, dates.at(-1) ?? today);
  const errors: { path: string; text: string }[] = [];
  const days = typed.flatMap(({ date, text, was }, at): DayChange[] => {
    const fault = (sentence: string) => {
      errors.push({ path: `days.${at}.text`, text: `${dateWords(date)}: ${sentence}` });
      return [];
    };
    if (date > addDays(today, 28)) return fault("days further ahead than four weeks are not typed here.");
    const before = known.known.find((each) => each.date === date && each.kind === "worked")?.record ?? null;
    if (before?.leave.some((each) => each.request !== undefined))
      return fault("leave that was approved stands there. Withdraw it first.");
    const read = readDay(text, date, country);
    if (read && "fault" in read) return fault(read.fault);
    const now = before ? dayText(before, country) : "";
    // What stands as it is wanted was sent before, and its answer was lost.
    if (was !== undefined && now !== was && now !== (read ? dayText(read, country) : ""))
      return fault(`changed meanwhile. It now says ${now || "nothing"}: type over it what is right.`);
    if (read && read.leave.length > 0)
      return fault("use Ask for leave on your home page: leave is not typed among the hours.");
    return [
      { personId, date, kind: "worked", record: read && { ...(before?.note ? { note: before.note } : {}), ...read } },
    ];
  });
  if (errors[0]) throw cannot("day-refused", `Nothing was saved. ${errors[0].text}`, { errors });
  saveDays(context, actor, businessId, { days }, "staff page");
}

/** What leave would be: days, what of it is a holiday, the balance before and after. Nothing is asked for yet. */
export function previewLeave(context: Context, personId: number, asked: StaffLeave): StaffLeavePreview {
  if (asked.last < asked.first)
    throw cannot("leave-refused", "The last day lies before the first.", {
      errors: [{ path: "last", text: "The last day lies before the first." }],
    });
  const today = todayAt(context, businessOf(context, personId));
  const known = knownOf(context, personId, asked.first < today ? asked.first : today, asked.last);
  const kind = leaveKindIn(known.time.country, asked.kind);
  const weeks = weeksOf(context, [personId], asked.last).get(personId) ?? [];
  const days = daysInWeeks(asked, weeks, known.time.holidays);
  const working = days.filter((day) => day.holiday === null);
  const standing = kind.kept
    ? standingsOf(context, [known], addDays(asked.last, 1)).get(personId)?.[asked.kind]
    : undefined;
  const besides = working.map(
    (day): LeaveOn => ({ date: day.date, amount: amountInWeeks([day], kind.unit).toString() }),
  );
  const two = (value: ReturnType<typeof decimal>) => value.toDecimalPlaces(2).toString();
  return {
    days: working.length,
    amount: two(amountInWeeks(working, kind.unit)),
    unit: kind.unit,
    holidays: days.flatMap((day) => (day.holiday === null ? [] : [{ date: day.date, name: day.holiday }])),
    before: standing ? two(balanceOn(standing, asked.first).balance) : null,
    after: standing ? two(balanceOn(standing, asked.last, besides).balance) : null,
  };
}

export const askOwnLeave = (context: Context, actor: Actor, personId: number, asked: StaffLeave): { id: number } =>
  askForLeave(context, actor, businessOf(context, personId), { ...asked, personId, inAdvance: false });

/** Withdrawn by the person while it waits; what was approved is the practice's to take back. */
export function withdrawOwnLeave(context: Context, actor: Actor, personId: number, requestId: number): void {
  const businessId = businessOf(context, personId);
  const found = findRequest(context, businessId, requestId);
  if (found?.personId !== personId) throw notFound("request");
  if (found.state !== "waiting")
    throw conflict("answered", `This request is ${found.state} already. Ask who answered it to change it.`);
  answerRequest(context, actor, businessId, requestId, { answer: "withdrawn", comment: null, belowNought: false });
}
