/**
 * The record of time as labour law asks the employer to keep it (Fair Work Regulations 2009, Part 3-6; Employment
 * Relations Act 2000 s 130 and Holidays Act 2003 s 81): a row a person and day, also for days without work.
 */
import { addDays, daysBetween } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { minutesOf } from "@zesty/core/hours/dayText";
import { reasonOf } from "@zesty/core/hours/interpret";
import { holidayOn, patternMinutes, personHours } from "@zesty/core/hours/personHours";
import { Decimal, decimal } from "@zesty/core/quantity/decimal";
import { stringify } from "csv-stringify/sync";
import { plainCell } from "../documents/journalCsv.ts";
import type { RecordedDay } from "../documents/timeRecordSheet.ts";
import type { Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { recordsOf } from "../hours/personTimes.ts";
import { timesInParts } from "../hours/timesInParts.ts";

const head = [
  "payroll ID",
  "name",
  "date",
  "public holiday",
  "usual hours",
  "shifts",
  "breaks",
  "hours worked",
  "leave",
  "what it became",
  "state",
  "paid on",
];
const hours = (minutes: number): string => Decimal.fraction(minutes, 60).toDecimalPlaces(4).toString();
const clock = (text: string, date: string) => `${text.slice(11)}${text.slice(0, 10) === date ? "" : " (next day)"}`;

/**
 * @param personIds whose record; both days are included, a year at the most
 * @param isNamed leave that the law keeps close is called by its name: for whoever records it, and not for who looks on
 */
export function recordedDays(
  context: Context,
  businessId: number,
  personIds: readonly number[],
  from: string,
  to: string,
  isNamed = false,
): RecordedDay[] {
  if (to < from || daysBetween(from, to) > 366) {
    const text = "A record runs over a year at the most, from its first day to its last.";
    throw cannot("record-days", text, { errors: [{ path: "to", text }] });
  }
  return timesInParts(context, businessId, personIds, from, to).flatMap(({ person, from: first, to: last }) => {
    const time = { ...person.time, days: recordsOf(person.known, () => true) };
    const rows: RecordedDay[] = [];
    for (let date = first; date <= last; date = addDays(date, 1)) {
      if (date < person.who.startDate || (person.who.endDate !== null && date > person.who.endDate)) continue;
      const day = time.days[date];
      const known = person.known.find((each) => each.date === date && each.kind === "worked");
      const worked = personHours(time, [date]);
      const breaks = (day?.shifts ?? []).flatMap((shift) =>
        (shift.breaks ?? []).map(
          (each) => `${clock(each.start, date)}–${clock(each.end, date)}${each.paid ? " paid" : ""}`,
        ),
      );
      rows.push({
        payrollId: person.who.payrollId,
        name: `${person.who.givenName} ${person.who.familyName}`,
        date,
        holiday: holidayOn(time, date)?.name ?? "",
        usual: hours(patternMinutes(time, date)),
        shifts: (day?.shifts ?? []).map((shift) => `${clock(shift.start, date)}–${clock(shift.end, date)}`).join("; "),
        breaks: breaks.join("; "),
        worked: day ? hours(minutesOf(day)) : "",
        leave: worked.leave
          .map((each) => {
            const { words, confidential } = leaveKindIn(time.country, each.kind);
            return `${confidential && !isNamed ? "Leave" : words} ${each.hours.toString()} h`;
          })
          .join("; "),
        became: [
          ...worked.pieces.map((piece) => reasonOf(piece)),
          ...worked.plain.map((each) => `${each.why}: ${hours(each.minutes)} h`),
          ...worked.extras.map((each) => `${each.code} × ${decimal(each.units).toString()}`),
        ].join("; "),
        state: day ? (known?.state ?? "") : "nothing recorded",
        paidOn: known?.payday ?? "",
      });
    }
    return rows;
  });
}

export const timeRecordCsv = (days: readonly RecordedDay[]): Buffer =>
  Buffer.from(
    `\uFEFF${stringify([head, ...days.map((day) => Object.values(day).map(plainCell))], { record_delimiter: "windows" })}`,
    "utf8",
  );
