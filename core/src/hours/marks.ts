/** What a person should look at in worked shifts; nothing here changes a price. */
import type { Condition } from "../agreements/agreementRules.ts";
import { dateWords } from "../calendar/dates.ts";
import { clockText, readClock } from "../calendar/wallClock.ts";
import { type DayWindow, holds } from "./conditions.ts";
import { lengthOf } from "./normalise.ts";
import { hoursWords } from "./overtime.ts";
import type { Roster } from "./roster.ts";
import { isContact, markMeanings, unpricedMarks } from "./shiftMarks.ts";
import type { HoursMark } from "./worked.ts";
import type { WorkedShift } from "./workedShift.ts";

const hoursText = (minutes: number): string => String(Math.round((minutes / 60) * 100) / 100);

/** A gap of so many minutes may have been a meal break. */
const longestMeal = 60;

/** Minutes between a shift and the ones before and after it on the same day. */
function gapsBeside(shifts: readonly WorkedShift[], at: number): number[] {
  const worked = shifts.filter(({ shift }, other) => other === at || shift.marks.length === 0);
  const own = shifts[at];
  const place = own ? worked.indexOf(own) : -1;
  return [
    [worked[place - 1], own],
    [own, worked[place + 1]],
  ].flatMap(([before, after]) =>
    before && after && before.shift.day === after.shift.day ? [after.shift.span.from - before.shift.span.to] : [],
  );
}

const isTouched =
  ({ start, end }: WorkedShift["shift"]) =>
  (each: DayWindow): boolean =>
    each.from < end && each.to > start;

/** Shifts of one kind on days in a row that are fewer than an agreement has them, where it asks about them. */
function shortRuns({ rules }: Roster, shifts: readonly WorkedShift[]): HoursMark[] {
  const check = (rules.checks ?? []).find((each) => each.kind === "shiftRuns");
  const runs: WorkedShift[][] = [];
  for (const each of check ? shifts : []) {
    if (each.shift.marks.some((mark) => markMeanings[mark].onTop || markMeanings[mark].work !== "all")) continue;
    const before = runs.at(-1)?.at(-1);
    const goesOn = before?.facts.kind === each.facts.kind && each.shift.day - before.shift.day <= 1;
    if (goesOn) runs.at(-1)?.push(each);
    else runs.push([each]);
  }
  return runs.flatMap((run): HoursMark[] => {
    const [first] = run;
    if (!first || !check || first.facts.kind === "day") return [];
    const days = [...new Set(run.map((each) => each.facts.date))];
    if (days.length >= (check.days ?? 0) || !run.some((each) => holds(check.if, each.facts, each.shift.start)))
      return [];
    const on = days.map(dateWords).join(", ");
    return [{ kind: "query", code: "shortRun", text: `${on}: ${String(check.text)}`, date: first.facts.date }];
  });
}

/** Marks of the shifts: long days, breaks that are missing, too short a night, what the agreement's rules cannot price. */
export function marksOf(roster: Roster, shifts: readonly WorkedShift[]): HoursMark[] {
  const { rules } = roster;
  const marks: HoursMark[] = [];
  const worked = new Map<number, number>();
  for (const [at, { shift, facts, rest, pieces }] of shifts.entries()) {
    const { date } = facts;
    const on = dateWords(date);
    const mark = (kind: HoursMark["kind"], code: string, text: string) => marks.push({ kind, code, text, date });
    for (const check of rules.checks ?? []) {
      const { text, ...asked } = check as unknown as { text: string; if: Condition };
      const isMeant = check.kind === "level" ? facts.classification === undefined : check.kind === "ask";
      if (isMeant && holds(asked.if, facts, shift.start) && !marks.some((each) => each.text === text))
        mark("query", "askedByAgreement", text);
    }
    if (facts.marks.includes("sleepover")) {
      const beside = [shifts[at - 1], shifts[at + 1]].some(
        (each) => (each?.shift.workedMinutes ?? 0) >= (rules.sleepover?.besideMinutes ?? 0),
      );
      if (!beside)
        mark(
          "query",
          "sleepoverAlone",
          `The sleepover of ${on} has less than ${hoursText(rules.sleepover?.besideMinutes ?? 0)} hours of work before or after it.`,
        );
    }
    const asked = unpricedMarks(rules, date, shift.marks, (entry) => holds(entry.if, facts, shift.start));
    marks.push(...asked);
    if (asked.length === 0 && shift.marks.includes("dayInLieu") && !facts.inLieuOf.some(isTouched(shift)))
      mark("query", "noHolidayHere", `A day in lieu is marked on ${on}, which is no public holiday: none is added.`);
    if (shift.marks.includes("cancelled"))
      mark(
        "note",
        "cancelledShift",
        `The shift of ${on} was cancelled by the client: it is paid as it was rostered. Where it is made up later instead, take it out here and enter it on the day on which it is worked.`,
      );
    if (shift.marks.some((each) => markMeanings[each].work !== "all" || each === "cancelled")) continue;
    if (isContact(rules, shift.marks)) continue;
    const before = worked.get(shift.day) ?? 0;
    worked.set(shift.day, before + shift.workedMinutes);
    if (!shift.clockless && lengthOf(shift.span) > 14 * 60)
      mark("query", "longShift", `The shift of ${on} is longer than 14 hours.`);
    if (before <= 16 * 60 && before + shift.workedMinutes > 16 * 60)
      mark("query", "longDay", `More than 16 hours are worked on ${on}.`);
    if (shift.clockless) continue;
    const made = pieces.find((piece) => piece.topUp);
    const gap = Math.min(...gapsBeside(shifts, at));
    if (made && gap <= longestMeal)
      mark(
        "query",
        "madeUpPart",
        `The part of ${on} from ${clockText(facts.startClock)} is made up to the least engagement by ${hoursWords(made.minutes)}, and ${gap} minutes lie between it and the other part. If that was a break, write both as one shift with its break.`,
      );
    const due = rules.breakEntitlements.findLast(
      (each) =>
        (each.workedFrom !== undefined && shift.workedMinutes >= each.workedFrom) ||
        (each.workedOver !== undefined && shift.workedMinutes > each.workedOver),
    );
    if (due && shift.unpaid.length < due.unpaidMeals)
      mark(
        "note",
        "mealBreak",
        `${hoursText(shift.workedMinutes)} hours on ${on} have ${due.unpaidMeals === 1 ? "a meal break" : `${due.unpaidMeals} meal breaks`}; ${shift.unpaid.length} entered.`,
      );
    if (shift.stayed.length > 0 && !rules.breakPay?.some((each) => holds(each.if, facts, shift.start)))
      mark(
        "query",
        "stayedUnpaid",
        `The break spent on the premises on ${on} has no price in this agreement: it is unpaid.`,
      );
    if (rest)
      mark(
        "note",
        "shortRest",
        `Only ${hoursText(rest.had)} hours off before the shift of ${on}; ${hoursText(rest.due)} are due.`,
      );
    if (rest && "multiply" in rest.effect && pieces.some((piece) => piece.overtime))
      mark(
        "query",
        "restOnOvertime",
        `Overtime of ${on} is multiplied because of the short rest. Look at its per cent.`,
      );
    for (const check of rules.checks ?? []) {
      if (check.kind !== "shiftWorkPart") continue;
      const { startsFrom, startsBefore, text, unless } = check as unknown as Record<string, string>;
      if (unless && facts.settings[unless] === true) continue;
      const [from, to] = [readClock(startsFrom ?? "24:00"), readClock(startsBefore ?? "24:00")];
      const late = (facts.startClock >= from && facts.startClock < to) || facts.startClock + 1440 < to;
      // Wholly inside the span of one day it is an evening shift.
      if (late && pieces.some((piece) => piece.overtime)) mark("query", "shiftWorkPart", `${on}: ${text}`);
    }
  }
  return [...marks, ...shortRuns(roster, shifts)];
}
