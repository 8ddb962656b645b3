/**
 * Shifts of one person to priced hours: what is ordinary, what is overtime, at which per cent, and why.
 *
 * Five layers, in this order (docs/rules/agreementRules.md): limits decide ordinary or overtime minute by minute in order of
 * time; the first matching penalty prices ordinary time; overtime takes the higher of its tier and that penalty; uplifts
 * for a missed meal, then for a short rest; made-up time to the least engagement. Money comes later (pricing.ts).
 * Minutes are whole; nothing is rounded before it is summed. Pure: the same input gives the same output.
 */

import { addDays } from "../calendar/dates.ts";
import { clockText, minutesOfDay, readWall, utcOf, wallOf } from "../calendar/wallClock.ts";
import { apartOf, notPriced, stayedPieces } from "./apart.ts";
import { type DayWindow, holds, kindOf, ordinaryEnd, shiftFacts } from "./conditions.ts";
import { isOnCall } from "./dayText.ts";
import { extrasOf } from "./extras.ts";
import { agreedMost, availableFor, cycles, dailyMost, longDays } from "./limits.ts";
import { marksOf } from "./marks.ts";
import { type CountedShift, countedShifts } from "./normalise.ts";
import { hoursWords, topUpOf } from "./overtime.ts";
import { add, Counters, pricedShift } from "./priceShift.ts";
import type { HolidayWindow, Roster, RosterFault } from "./roster.ts";
import { isContact, isOnTop } from "./shiftMarks.ts";
import { type SpreadEnd, spreadEnd } from "./spread.ts";
import { mealRule, overdueMeals, type ShortRest, shortRest } from "./uplifts.ts";
import type { HoursLine, Piece, WorkedHours } from "./worked.ts";
import type { WorkedShift } from "./workedShift.ts";

/** Pieces of hours without their times, one for each way in which they are paid. */
function together(pieces: readonly Piece[]): Piece[] {
  const found = new Map<string, Piece>();
  for (const piece of pieces) {
    const key = `${piece.date} ${piece.percent.toString()} ${piece.overtime} ${piece.rule} ${piece.why}`;
    const before = found.get(key);
    found.set(key, before ? { ...before, to: piece.to, minutes: before.minutes + piece.minutes } : piece);
  }
  return [...found.values()];
}

/** Lines in order of date, then of their first minute; made-up time stands after the minute it follows. */
export function linesOf(all: readonly Piece[]): HoursLine[] {
  const lines = new Map<string, HoursLine>();
  const pieces = [...all].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  for (const piece of pieces) {
    const { date, overtime, topUp, ratePercent, percent } = piece;
    const key = `${date} ${percent.toString()} ${overtime} ${topUp} ${ratePercent}`;
    const line = lines.get(key) ?? { date, percent, minutes: 0, overtime, topUp, ratePercent, why: [] };
    line.minutes += piece.minutes;
    line.why.push(reasonOf(piece));
    lines.set(key, line);
  }
  return [...lines.values()];
}

/** "18:00–21:00 evening (clause 21): 125 %" */
export const reasonOf = (piece: Piece): string => {
  const span = piece.topUp
    ? `${hoursWords(piece.minutes)} `
    : piece.clockless
      ? [`${hoursWords(piece.minutes)} ${clocklessWords[piece.clockless]}`.trim(), ""].join(", ")
      : `${clockText(piece.from % minutesOfDay)}–${clockText(piece.to % minutesOfDay)} `;
  return `${span}${piece.why}${piece.ref ? ` (${piece.ref})` : ""}: ${piece.percent.toString()} %`;
};
const clocklessWords = { typed: "without their times", usual: "as usual", care: "" } as const;

/** The end of the last shift of an earlier day, and that day's overtime, from before the shifts given. */
function endCarried({ carryIn, daylightSaving, rules, timeZone }: Roster): { end: number; overtime: number } | null {
  const last = carryIn?.lastShiftEnd === undefined ? null : readWall(carryIn.lastShiftEnd);
  if (last === null) return null;
  const elapsed = (daylightSaving ?? rules.time.daylightSaving) === "elapsed";
  return { end: elapsed ? utcOf(timeZone, last, true) : last, overtime: carryIn?.lastDayOvertimeMinutes ?? 0 };
}

/**
 * @returns lines, pieces, extras and marks; or what is wrong with the roster, each with its place and the way to mend it
 */
export function interpret(roster: Roster): WorkedHours | { faults: RosterFault[] } {
  const { rules } = roster;
  const shifts = countedShifts(roster);
  if (!isShifts(shifts)) return { faults: shifts };
  const windows: DayWindow[] = [...roster.holidays, ...alsoHolidays(roster)].map((window) => ({
    window,
    from: wallOf(window.date, window.from ?? 0),
    to: wallOf(window.date, window.to ?? minutesOfDay),
  }));
  const withFacts = shifts.map((shift) => ({ shift, facts: shiftFacts(roster, shift, windows) }));
  const first = withFacts[0];
  if (!first) return { lines: [], pieces: [], ratePercent: 100, extras: [], marks: [] };

  const faults = withFacts.flatMap((each) => notPriced(roster, each));
  if (faults.length > 0) return { faults };
  const long = longDays(
    rules,
    withFacts.filter((each) => !isOnCall(each.shift)),
  );
  const parts = new Map<number, number>();
  for (const { shift } of withFacts)
    if (!isBesideDay(rules, shift) && !isOnCall(shift) && !isOnTop(shift))
      parts.set(shift.day, (parts.get(shift.day) ?? 0) + 1);
  const onCall = withFacts.flatMap(({ shift }) => (isOnCall(shift) ? [shift.span] : []));
  const cycle = cycles(roster, first);
  const counters = new Counters();
  const carried = roster.carryIn ?? {};
  add(counters.ordinaryCycle, cycle.of(first.shift.day), carried.ordinaryMinutes ?? 0);
  let earlier = endCarried(roster);
  let rest: ShortRest | null = null;
  let spread: SpreadEnd | null = null;
  let varied: number | undefined;
  /** the last shift of a day of work, the last that was worked, and whether there was a sleepover since */
  let before: CountedShift | undefined;
  let last: CountedShift | undefined;
  let slept = carried.slept === true;
  const apprenticed = rules.classifications.some((each) => each.key === roster.person.classification && each.shareOf);
  const done: WorkedShift[] = [];
  let dayMinutes = 0;
  for (const each of withFacts) {
    const { shift, facts } = each;
    if (isOnCall(shift)) {
      // No work, so no pay by the hour: what it gives is an allowance, and a call is a shift of its own.
      const nothing = { pieces: [], rest: null, overdue: [], mealEffect: null, spread: null, available: null };
      done.push({ ...each, ...nothing, withinOnCall: true });
      continue;
    }
    const asleep = shift.marks.includes("sleepover");
    const beside = isBesideDay(rules, shift);
    const cancelled = shift.marks.includes("cancelled");
    if (!beside && before?.day !== shift.day) {
      if (last)
        earlier = last.clockless
          ? null
          : { end: last.span.to, overtime: counters.overtimeOfShiftDay.get(last.day) ?? 0 };
      rest = earlier && !shift.clockless ? shortRest(rules, shift, facts, earlier.end, earlier.overtime, slept) : null;
      spread = spreadEnd(rules, { shift, facts }, parts.get(shift.day) ?? 0);
      varied = undefined;
      dayMinutes = 0;
    }
    if (!beside) before = shift;
    if (!beside && !cancelled) last = shift;
    slept = asleep || (slept && beside);
    varied = shift.agreedMinutes ?? varied;
    // Nobody works on through the meal of a shift that was cancelled.
    const untimed = shift.clockless !== undefined || beside || cancelled;
    const meal = untimed ? null : mealRule(rules, shift, facts);
    // An apprentice's stage has its own share already, whatever the age.
    const ratePercent = apprenticed
      ? 100
      : (rules.juniors.find((each) => holds(each.if, facts, shift.start))?.percent ?? 100);
    const cycleNo = cycle.of(shift.day);
    const most = {
      daily: dailyMost(rules, shift, facts, long.has(shift.day)),
      agreed: agreedMost(roster, shift.day, varied),
      cycle: cycle.most,
      cycleNo,
    };
    const available = availableFor(roster, each);
    const ends = ordinaryEnd(shift, Math.min(most.daily, available ? most.daily : most.agreed) - dayMinutes);
    if (ends < facts.endClock) facts.kind = kindOf(roster, facts, shift, ends);
    if (!beside) dayMinutes += shift.workedMinutes;
    const worked: WorkedShift = {
      ...{ shift, facts, pieces: [], overdue: overdueMeals(meal, shift), mealEffect: meal?.effect ?? null },
      ...(beside ? { rest: null, spread: null } : { rest, spread }),
      available,
      withinOnCall: onCall.some((span) => span.from <= shift.span.from && shift.span.from < span.to),
    };
    const apart = apartOf(roster, worked);
    worked.pieces = (apart ?? pricedShift)(roster, worked, most, counters, ratePercent);
    if (shift.clockless) worked.pieces = together(worked.pieces);
    const topUp = apart ? null : topUpOf(roster, worked);
    if (topUp) worked.pieces.push(topUp);
    worked.pieces.push(...stayedPieces(roster, worked, ratePercent));
    done.push(worked);
  }
  const pieces = done.flatMap((each) => each.pieces);
  return {
    lines: linesOf(pieces),
    pieces,
    ratePercent: done[0]?.pieces[0]?.ratePercent ?? 100,
    extras: extrasOf(roster, done, counters.overtimeOfShiftDay),
    marks: marksOf(roster, done),
  };
}

/** Days that the agreement pays as public holidays beside those of the place. */
const alsoHolidays = ({ rules, holidays }: Roster): HolidayWindow[] =>
  (rules.alsoHolidays ?? []).flatMap(({ name, after, days }) =>
    holidays.flatMap((each) => (each.name === after ? [{ date: addDays(each.date, days), name }] : [])),
  );

/** A night at the workplace and a contact from afar are no part of a day of work: no gap, no spread and no rest goes by them. */
const isBesideDay = (rules: Roster["rules"], { marks }: CountedShift): boolean =>
  marks.includes("sleepover") || isContact(rules, marks);

const isShifts = (found: CountedShift[] | RosterFault[]): found is CountedShift[] =>
  found.length === 0 || !("text" in (found[0] as object));
