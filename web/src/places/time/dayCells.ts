/** Cells of the week as text: read, spelled out while they are typed, and copied from the period before. */
import type { DayChange, WeekPerson, WeekView } from "@zesty/contract/time";
import { addDays, weekday } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import {
  type DayRecord,
  dayText,
  leaveWordsTyped,
  movedDay,
  ownOfDay,
  readDay,
  recurring,
} from "@zesty/core/hours/dayText";
import { markMeanings } from "@zesty/core/hours/shiftMarks";
import { hours, sentenceCase } from "../../parts/format.ts";
import { type DayKind, hoursShown, recordOf } from "./weekWorth.ts";

const dayNames = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
export const heading = (date: string) => `${dayNames[weekday(date) - 1]} ${Number(date.slice(8))}`;

/**
 * Keys that begin a day: a figure, "=", "-", off, bank, and every word of leave. "g" begins the way to another place; what is
 * written with it is typed once the cell is open.
 */
export const beginsDay = (key: string, country: WeekView["country"]): boolean =>
  /^[\d=-]$/.test(key) ||
  (key !== "g" && ["off", "bank", ...leaveWordsTyped[country].map(([word]) => word)].some((word) => word[0] === key));

/** Reads a cell: a record, null to take the day out, or the sentence that says what is wrong. */
export function readCell(
  text: string,
  person: WeekPerson,
  date: string,
  view: WeekView,
): DayChange["record"] | { fault: string } {
  if (text.trim() !== "=") return readDay(text, date, view.country);
  const planned = person.days[date]?.planned;
  return planned ?? { fault: "Nothing is planned for that day." };
}

/** What a shift was besides its times: its marks, pieces and level, each after a comma. */
const besides = ({ marks = [], pieces = [], duties }: DayRecord["shifts"][number]): string =>
  [
    ...marks.map((mark) => markMeanings[mark].short),
    ...pieces.map(({ units, rate }) => `${units} pieces at $${rate}`),
    ...(duties ? [`in level ${duties.classification}${duties.start ? " for a part" : ""}`] : []),
  ]
    .map((each) => `, ${each}`)
    .join("");

/** "09:00 to 17:30, 30 min unpaid, 8 h": what was understood, in words. */
export function spelled(record: NonNullable<DayChange["record"]>, view: WeekView): string {
  const text = dayText(record, view.country);
  if (text === "off") return "Off: nothing worked.";
  const shifts = record.shifts.map((shift) => {
    const unpaid = (shift.breaks ?? [])
      .filter((each) => !each.paid)
      .reduce((all, each) => all + (Date.parse(`${each.end}:00Z`) - Date.parse(`${each.start}:00Z`)) / 60_000, 0);
    const long = (Date.parse(`${shift.end}:00Z`) - Date.parse(`${shift.start}:00Z`)) / 60_000 - unpaid;
    const next = shift.end.slice(0, 10) > shift.start.slice(0, 10) ? " of the next day" : "";
    return `${shift.start.slice(11)} to ${shift.end.slice(11)}${next}${unpaid > 0 ? `, ${unpaid} min unpaid` : ""}, ${hoursShown(long)} h${besides(shift)}`;
  });
  const isPart = ownOfDay(record).shifts.length > 0 || record.hours !== undefined || record.leave.length > 1;
  const rest = [
    ...(record.hours === undefined ? [] : [`${hours(record.hours)} h without their times`]),
    ...record.leave.map(
      ({ kind, hours: part }) =>
        `${leaveKindIn(view.country, kind).words.toLowerCase()}${part === undefined ? ` for ${isPart ? "what is left of " : ""}the day` : `, ${hours(part)} h`}`,
    ),
  ];
  return `${sentenceCase([...shifts, ...rest].join("; "))}.`;
}

/**
 * The same days of the period before, for days that hold nothing yet: the same weekdays, so that a month is taken from the
 * whole weeks before it and no Saturday's shift comes to stand on a Monday.
 */
export function copiedFrom(people: readonly WeekPerson[], dates: readonly string[], kind: DayKind): DayChange[] {
  const back = Math.ceil(dates.length / 7) * 7;
  return people.flatMap((person) =>
    dates.flatMap((date): DayChange[] => {
      if (recordOf(person, date, kind) || person.days[date]?.state === "locked") return [];
      const from = addDays(date, -back);
      const worked = person.days[from]?.worked;
      const before = worked ? recurring(worked) : null;
      // Leave was taken once.
      return before && before.shifts.length + (before.hours === undefined ? 0 : 1) > 0
        ? [{ personId: person.personId, date, kind, record: movedDay({ ...before, leave: [] }, from, date) }]
        : [];
    }),
  );
}

/** What is known of a day and stands in no cell stays when the hours are typed anew: answers with the shift's start. */
export function withUnseen(before: DayRecord | null, typed: DayRecord): DayRecord {
  const answers = new Map((before?.shifts ?? []).map((shift) => [shift.start, shift.settings]));
  return {
    ...(before?.note === undefined ? {} : { note: before.note }),
    ...(before?.otherwise === undefined ? {} : { otherwise: before.otherwise }),
    ...typed,
    shifts: typed.shifts.map((shift) => {
      const settings = answers.get(shift.start);
      return settings ? { ...shift, settings } : shift;
    }),
  };
}
