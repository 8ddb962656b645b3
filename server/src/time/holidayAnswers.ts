/**
 * Public holidays answered for a person: whether each would otherwise be worked, with the reason, and hours worked on it.
 * The answers are part of the record of time; the open run takes them up.
 */
import type { AnswerHolidays, DayChange } from "@zesty/contract/time";
import { dateWords } from "@zesty/core/calendar/dates";
import { hasWork } from "@zesty/core/hours/dayText";
import { holidayOn } from "@zesty/core/hours/personHours";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { personTimes } from "../hours/personTimes.ts";
import { approveDays, saveDays } from "./days.ts";

export function answerForHolidays(
  context: Context,
  actor: Actor,
  businessId: number,
  { personId, answers }: AnswerHolidays,
): void {
  const dates = answers.map((each) => each.date).sort();
  const [known] = personTimes(context, businessId, [personId], dates[0] ?? "", dates.at(-1) ?? "");
  if (!known || known.who.businessId !== businessId) throw notFound("person");
  const days = answers.map(({ date, works, why, worked }, at): DayChange => {
    if (!holidayOn(known.time, date)) {
      const text = `${dateWords(date)} is no public holiday where ${known.who.givenName} works.`;
      throw cannot("no-holiday", text, { errors: [{ path: `answers.${at}.date`, text }] });
    }
    const before = known.known.find((day) => day.date === date && day.kind === "worked")?.record ?? null;
    const { hours: _hours, ...rest } = before ?? { shifts: [], leave: [] };
    const byTimes = hasWork({ shifts: rest.shifts });
    return {
      personId,
      date,
      kind: "worked",
      record: { ...rest, ...(worked !== null && !byTimes ? { hours: worked } : {}), otherwise: { works, why } },
    };
  });
  context.store.transaction(() => {
    saveDays(context, actor, businessId, { days }, "holidays answered");
    approveDays(context, actor, businessId, { days: days.map(({ date }) => ({ personId, date })), approved: true });
  });
}
