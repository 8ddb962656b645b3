/** Flat additions and allowances that the shifts earn, in the order of the agreement's rules. */
import type { AdditionEntry, AllowanceEntry, Trigger } from "../agreements/agreementRules.ts";
import { dateOfDay, type IsoDate } from "../calendar/dates.ts";
import { minutesOfDay, readClock, wallOf } from "../calendar/wallClock.ts";
import { Decimal, sum } from "../quantity/decimal.ts";
import { halfUpToHourE4 } from "../quantity/rounding.ts";
import { holds } from "./conditions.ts";
import { weekOf } from "./limits.ts";
import type { Roster } from "./roster.ts";
import { isContact, isOnTop } from "./shiftMarks.ts";
import type { Extra, Piece } from "./worked.ts";
import type { WorkedShift } from "./workedShift.ts";

const whole = (count: number): Decimal => Decimal.fraction(count);
type Found = Extra["on"];
/** One day's part of an extra, by the number of its day. */
type Part = { day: number; units: number; why: string };

const counts = (piece: Piece, which: "ordinary" | "overtime" | "all") =>
  !piece.topUp && !piece.unworked && (which === "all" || piece.overtime === (which === "overtime"));

const minutesThat = (
  each: WorkedShift,
  condition: AdditionEntry["if"],
  which: "ordinary" | "overtime" | "all",
): number =>
  each.pieces.reduce(
    (sum, piece) => (counts(piece, which) && holds(condition, each.facts, piece.from) ? sum + piece.minutes : sum),
    0,
  );

/** Dollars an hour in a window: each shift's minutes by rule, rounded up to whole hours where it says "or part". */
const addition = (entry: AdditionEntry, shifts: readonly WorkedShift[]): Found =>
  shifts.flatMap((each) => {
    const minutes = minutesThat(each, entry.if, entry.on);
    if (minutes === 0) return [];
    const units = entry.unit === "hour" ? Decimal.fraction(minutes, 60) : whole(Math.ceil(minutes / 60));
    return [{ date: each.facts.date, units, why: `${minutes} minutes` }];
  });

/** Units by threshold: one for each that is exceeded, and one for every so many minutes beyond the last. */
function overtimeUnits({ over, thenEvery }: Trigger, minutes: number): number {
  const steps = over === undefined ? [0] : Array.isArray(over) ? over : [over];
  const passed = steps.filter((step) => minutes > step).length;
  const last = Math.max(...steps);
  return thenEvery && minutes > last ? passed + Math.max(0, Math.ceil((minutes - last) / thenEvery) - 1) : passed;
}

/** Minutes of each period of work of a day: shifts and parts of shifts between gaps of so many minutes or more. */
function workPeriods(shifts: readonly WorkedShift[], gapFrom: number): number[] {
  const periods: number[] = [];
  let reached = Number.NEGATIVE_INFINITY;
  for (const { from, to } of shifts.flatMap((each) => (each.facts.clockless ? [] : each.shift.worked))) {
    if (from - reached >= gapFrom) periods.push(to - from);
    else periods[periods.length - 1] = (periods.at(-1) ?? 0) + to - from;
    reached = to;
  }
  return periods;
}

/** What an allowance looks at: its shifts, those of them that meet its condition, and their days. */
interface Looked {
  roster: Roster;
  entry: AllowanceEntry;
  trigger: Trigger;
  shifts: readonly WorkedShift[];
  meant: readonly WorkedShift[];
  days: readonly number[];
  overtimeOfDay: ReadonlyMap<number, number>;
}

const once = (each: WorkedShift, why: string): Part => ({ day: each.shift.day, units: 1, why });

/** Dated by the week's first shift with ordinary time: who is paid for that day is paid the week's. */
function perWeek({ roster, meant }: Looked): Part[] {
  const weeks = new Map<number, WorkedShift>();
  for (const each of meant) {
    const week = weekOf(each.shift.day, roster.rules);
    if (!weeks.has(week) && each.pieces.some((piece) => counts(piece, "ordinary"))) weeks.set(week, each);
  }
  return [...weeks].map(([week, each]) => once(each, `week from ${dateOfDay(week)}`));
}

/** A call after the day's work, or before it, makes no broken shift of it: that is how work was rostered. */
const isRostered = ({ shift }: WorkedShift): boolean => !isOnTop(shift);

function gapsInDay({ entry, trigger, shifts: all }: Looked): Part[] {
  const shifts = all.filter(isRostered);
  const gaps = shifts.flatMap((each, at) => {
    const before = shifts[at - 1];
    if (!before || before.facts.clockless || each.facts.clockless) return [];
    if (before.shift.day !== each.shift.day || !holds(entry.if, each.facts, each.shift.start)) return [];
    const gap = each.shift.span.from - before.shift.span.to;
    const over = typeof trigger.over === "number" ? trigger.over : Number.NEGATIVE_INFINITY;
    const inside = gap >= (trigger.from ?? 1) && gap <= (trigger.to ?? Number.POSITIVE_INFINITY) && gap > over;
    return inside ? [once(each, `${gap % 60 === 0 ? `${gap / 60} h` : `${gap} minutes`} between two shifts`)] : [];
  });
  if (trigger.gaps === undefined) return gaps;
  return [...new Set(gaps.map((each) => each.day))].flatMap((day) => {
    const ofDay = gaps.filter((each) => each.day === day);
    const [first] = ofDay;
    return first && (trigger.gaps === "any" || trigger.gaps === ofDay.length) ? [first] : [];
  });
}

const marked =
  (mark: "recall" | "standby") =>
  ({ meant }: Looked): Part[] =>
    meant.flatMap((each) => (each.facts.marks.includes(mark) ? [once(each, `${mark} of ${each.facts.date}`)] : []));

/** Units by what triggers them; higher duties and what is entered by hand need more than shifts. */
const unitsBy: Partial<Record<Trigger["kind"], (looked: Looked) => Part[]>> = {
  perShift: ({ meant }) => meant.map((each) => once(each, `shift of ${each.facts.date}`)),
  perDay: ({ days }) => days.map((day) => ({ day, units: 1, why: `day ${dateOfDay(day)}` })),
  perWeek,
  overtimeOnDay: ({ days, trigger, overtimeOfDay }) =>
    days.map((day) => {
      const minutes = overtimeOfDay.get(day) ?? 0;
      const why = `${minutes} minutes of overtime on ${dateOfDay(day)}`;
      return { day, units: overtimeUnits(trigger, minutes), why };
    }),
  workPeriods: ({ days, meant, trigger }) =>
    days.map((day) => {
      const ofDay = meant.filter((each) => each.shift.day === day && isRostered(each));
      const periods = workPeriods(ofDay, trigger.ifGapFrom ?? 1);
      const units = periods.length < 2 ? 0 : periods.filter((each) => each >= (trigger.from ?? 0)).length;
      return { day, units, why: `${periods.length} periods of work on ${dateOfDay(day)}` };
    }),
  gapInDay: gapsInDay,
  startsBefore: ({ meant, trigger }) =>
    meant
      .filter(({ facts }) => !facts.clockless && facts.startClock < readClock(trigger.time ?? "00:00"))
      .map((each) => once(each, `starts early on ${each.facts.date}`)),
  endsAfter: ({ meant, trigger }) =>
    meant
      .filter(({ facts }) => !facts.clockless && facts.endClock > readClock(trigger.time ?? "24:00"))
      .map((each) => once(each, `ends late on ${each.facts.date}`)),
  sleepover: ({ meant }) => meant.map((each) => once(each, `night from ${each.facts.date}`)),
  recall: marked("recall"),
  onCall: marked("standby"),
};

/** Counted within a week's most, where the rule has one. */
function capped({ roster, trigger }: Looked, parts: readonly Part[]): Found {
  const had = new Map<number, number>();
  return parts.flatMap(({ day, units, why }) => {
    const week = weekOf(day, roster.rules);
    const given = Math.min(units, (trigger.maxPerWeek ?? Number.POSITIVE_INFINITY) - (had.get(week) ?? 0));
    if (given <= 0) return [];
    had.set(week, (had.get(week) ?? 0) + given);
    return [{ date: dateOfDay(day), units: whole(given), why }];
  });
}

const perHour = ({ shifts, entry, trigger }: Looked): Found =>
  shifts.flatMap((each) => {
    const minutes = minutesThat(each, entry.if, trigger.hours ?? "all");
    const units = Decimal.fraction(minutes, 60);
    return minutes === 0 ? [] : [{ date: each.facts.date, units, why: `${minutes} minutes` }];
  });

function holidaysWorked({ roster, meant, trigger }: Looked): Found {
  const found = new Set<IsoDate>();
  for (const each of meant)
    for (const { date, from = 0, to = minutesOfDay } of roster.holidays) {
      const [start, end] = [wallOf(date, from), wallOf(date, to)];
      const worked = each.pieces.some((piece) => !piece.topUp && piece.from < end && piece.to > start);
      if (worked && (!trigger.otherwiseWorkingDay || roster.person.otherwiseWorkingDays?.includes(date)))
        found.add(date);
    }
  return [...found].map((date) => ({ date, units: whole(1), why: "worked on a public holiday" }));
}

function allowance(
  roster: Roster,
  entry: AllowanceEntry,
  all: readonly WorkedShift[],
  overtimeOfDay: ReadonlyMap<number, number>,
): Found {
  const { trigger } = entry;
  // A night at the workplace, being on call and a contact from afar are no shifts of work: only their own allowances look at them.
  const apart = (mark: "sleepover" | "standby", own: boolean) => (each: WorkedShift) =>
    each.facts.marks.includes(mark) === own;
  const shifts = all
    .filter(apart("sleepover", trigger.kind === "sleepover"))
    .filter(apart("standby", trigger.kind === "onCall"))
    .filter((each) => !isContact(roster.rules, each.shift.marks));
  const meant = shifts.filter((each) => holds(entry.if, each.facts, each.shift.start));
  const days = [...new Set(meant.map((each) => each.shift.day))];
  const looked: Looked = { roster, entry, trigger, shifts, meant, days, overtimeOfDay };
  if (trigger.kind === "perHour") return perHour(looked);
  if (trigger.kind === "holidayWorked") return holidaysWorked(looked);
  return capped(looked, unitsBy[trigger.kind]?.(looked) ?? []);
}

/** Every addition or allowance due for the shifts given, summed over them; none with nothing in it. */
export function extrasOf(
  roster: Roster,
  shifts: readonly WorkedShift[],
  overtimeOfDay: ReadonlyMap<number, number>,
): Extra[] {
  const { additions, allowances } = roster.rules;
  return [
    ...additions.map((entry) => ({ code: entry.id, on: addition(entry, shifts) })),
    ...allowances.map((entry) => ({ code: entry.id, on: allowance(roster, entry, shifts, overtimeOfDay) })),
  ].flatMap(({ code, on }) => {
    const units = halfUpToHourE4(sum(on.map((each) => each.units)));
    return units.isZero() ? [] : [{ code, units, on }];
  });
}
