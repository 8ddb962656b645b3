/**
 * Shifts of one person to priced hours: what is ordinary, what is overtime, at which per cent, and why.
 *
 * Five layers, in this order (docs/rules/agreementRules.md): limits decide ordinary or overtime minute by minute in order of
 * time; the first matching penalty prices ordinary time; overtime takes the higher of its tier and that penalty; uplifts
 * for a missed meal, then for a short rest; made-up time to the least engagement. Money comes later (pricing.ts).
 * Minutes are whole; nothing is rounded before it is summed. Pure: the same input gives the same output.
 */
import type { PenaltyEntry } from "../agreements/agreementRules.ts";
import {
  clockText,
  dateOfWall,
  minutesOfDay,
  readWall,
  utcOf,
  type WallMinute,
  wallOf,
} from "../calendar/wallClock.ts";
import type { Decimal } from "../quantity/decimal.ts";
import { type DayWindow, holds, kindOf, ordinaryEnd, percentFor, type ShiftFacts, shiftFacts } from "./conditions.ts";
import { cut, type Stretch } from "./cut.ts";
import { extrasOf } from "./extras.ts";
import { agreedMost, cycles, dailyMost, longDays } from "./limits.ts";
import { marksOf } from "./marks.ts";
import { type CountedShift, countedShifts } from "./normalise.ts";
import { hoursWords, tierAt, topUpOf } from "./overtime.ts";
import type { Roster, RosterFault } from "./roster.ts";
import { overdueMeals, raised, type ShortRest, shortRest } from "./uplifts.ts";
import type { HoursLine, Piece, WorkedHours } from "./worked.ts";
import type { WorkedShift } from "./workedShift.ts";

const words = (id: string): string => id.replaceAll("-", " ");

/** Within the span of ordinary hours; no span list means any time. A span past midnight is of the day it opens on. */
function inSpan(facts: ShiftFacts, wall: WallMinute, { rules }: Roster): boolean {
  const { span } = rules.ordinary;
  if (span.length === 0 || facts.clockless) return true;
  const opens = (at: WallMinute, clock: number) => {
    const entry = span.find((each) => holds(each.if, facts, at));
    if (!entry) return false;
    const [from, to] = [entry.from, entry.to].map((each) => Number(each.slice(0, 2)) * 60 + Number(each.slice(3)));
    return clock >= (from ?? 0) && clock < (to ?? 0);
  };
  const clock = wall - Math.floor(wall / minutesOfDay) * minutesOfDay;
  return opens(wall, clock) || opens(wall - minutesOfDay, clock + minutesOfDay);
}

const penaltyAt = (rules: Roster["rules"], facts: ShiftFacts, wall: WallMinute): PenaltyEntry =>
  rules.penalties.find((each) => holds(each.if, facts, wall)) ?? { id: "ordinary", percent: 100 };

/** The running counters of a roster. */
class Counters {
  readonly ordinaryDay = new Map<number, number>();
  readonly ordinaryCycle = new Map<number, number>();
  readonly overtimeDay = new Map<number, number>();
  /** by the day on which the shift began, whatever the tiers follow */
  readonly overtimeOfShiftDay = new Map<number, number>();
}
const add = (to: Map<number, number>, key: number, minutes: number) => to.set(key, (to.get(key) ?? 0) + minutes);

function pricedShift(
  roster: Roster,
  worked: Omit<WorkedShift, "pieces">,
  most: { daily: number; agreed: number; cycle: number; cycleNo: number },
  counters: Counters,
  ratePercent: number,
): Piece[] {
  const { rules } = roster;
  const { shift, facts, overdue, rest } = worked;
  const { basis } = facts;
  const pieces: Piece[] = [];
  const rostered = !facts.marks.includes("rosteredDayOff");
  const emit = (
    stretch: Stretch,
    minutes: number,
    percent: Decimal,
    overtime: boolean,
    rule: PenaltyEntry,
    why: string,
  ) => {
    let final = percent;
    const reasons = [why];
    if (rules.missedMeal && overdue.some((each) => stretch.from >= each.from && stretch.from < each.to)) {
      final = raised(final, rules.missedMeal.effect, basis);
      reasons.push("meal break overdue");
    }
    if (rest) {
      final = raised(final, rest.effect, basis);
      reasons.push(`${hoursWords(rest.had)} off, ${hoursWords(rest.due)} due`);
    }
    pieces.push({
      shift: shift.index,
      date: dateOfWall(stretch.wall),
      from: stretch.wall,
      to: stretch.wall + minutes,
      minutes,
      percent: final,
      overtime,
      topUp: false,
      rule: rule.id,
      ...(rule.ref ? { ref: rule.ref } : {}),
      why: reasons.filter(Boolean).join(", "),
      ratePercent,
      ...(shift.clockless ? { clockless: shift.clockless } : {}),
    });
  };
  const due = overdue.map((each) => each.from);
  for (const stretch of cut(shift, rules, facts.windows, due)) {
    const spanned = inSpan(facts, stretch.wall, roster);
    const penalty = penaltyAt(rules, facts, stretch.wall);
    let { from, wall } = stretch;
    while (from < stretch.to) {
      const day = counters.ordinaryDay.get(shift.day) ?? 0;
      const cycle = counters.ordinaryCycle.get(most.cycleNo) ?? 0;
      const room = spanned && rostered ? Math.min(most.daily - day, most.agreed - day, most.cycle - cycle) : 0;
      const left = stretch.to - from;
      let took = left;
      if (room > 0 || rules.overtime.length === 0) {
        if (rules.overtime.length > 0) took = Math.min(left, room);
        emit(
          { from, to: from + took, wall },
          took,
          percentFor(penalty.percent, basis),
          false,
          penalty,
          words(penalty.id),
        );
        add(counters.ordinaryDay, shift.day, took);
        add(counters.ordinaryCycle, most.cycleNo, took);
      } else {
        const entry = rules.overtime.find((each) => holds(each.if, facts, wall)) ?? {
          id: "overtime",
          tiers: [{ percent: 100 }],
        };
        const counter = rules.time.overtimeDay === "calendar" ? Math.floor(wall / minutesOfDay) : shift.day;
        const tier = tierAt(entry, counters.overtimeDay.get(counter) ?? 0);
        took = Math.min(left, tier.left);
        const [ofTier, ofPenalty] = [percentFor(tier.percent, basis), percentFor(penalty.percent, basis)];
        const cause = !rostered
          ? "rostered day off"
          : !spanned
            ? "outside the span of ordinary hours"
            : most.agreed - day <= 0
              ? `beyond the agreed ${hoursWords(most.agreed)}`
              : most.daily - day <= 0
                ? `beyond ${hoursWords(most.daily)} of the day`
                : `beyond ${hoursWords(most.cycle)} of the week`;
        const byPenalty = ofPenalty.gt(ofTier);
        emit(
          { from, to: from + took, wall },
          took,
          byPenalty ? ofPenalty : ofTier,
          true,
          byPenalty ? penalty : { id: entry.id, percent: 0, ...(entry.ref ? { ref: entry.ref } : {}) },
          `overtime: ${cause}`,
        );
        add(counters.overtimeDay, counter, took);
        add(counters.overtimeOfShiftDay, shift.day, took);
      }
      from += took;
      wall += took;
    }
  }
  return pieces;
}

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
      ? `${hoursWords(piece.minutes)} ${clocklessWords[piece.clockless]}, `
      : `${clockText(piece.from % minutesOfDay)}–${clockText(piece.to % minutesOfDay)} `;
  return `${span}${piece.why}${piece.ref ? ` (${piece.ref})` : ""}: ${piece.percent.toString()} %`;
};
const clocklessWords = { typed: "without their times", usual: "as usual" } as const;

/**
 * @returns lines, pieces, extras and marks; or what is wrong with the roster, each with its place and the way to mend it
 */
export function interpret(roster: Roster): WorkedHours | { faults: RosterFault[] } {
  const { rules } = roster;
  const shifts = countedShifts(roster);
  if (!isShifts(shifts)) return { faults: shifts };
  const windows: DayWindow[] = roster.holidays.map((window) => ({
    window,
    from: wallOf(window.date, window.from ?? 0),
    to: wallOf(window.date, window.to ?? minutesOfDay),
  }));
  const withFacts = shifts.map((shift) => ({ shift, facts: shiftFacts(roster, shift, windows) }));
  const first = withFacts[0];
  if (!first) return { lines: [], pieces: [], ratePercent: 100, extras: [], marks: [] };

  const long = longDays(rules, withFacts);
  const cycle = cycles(roster, first.shift.day, first.facts.settings);
  const counters = new Counters();
  const carried = roster.carryIn ?? {};
  add(counters.ordinaryCycle, cycle.of(first.shift.day), carried.ordinaryMinutes ?? 0);
  const elapsed = (roster.daylightSaving ?? rules.time.daylightSaving) === "elapsed";
  const lastWall = carried.lastShiftEnd === undefined ? null : readWall(carried.lastShiftEnd);
  /** the end of the last shift of an earlier day, and that day's overtime */
  let earlier =
    lastWall === null
      ? null
      : {
          end: elapsed ? utcOf(roster.timeZone, lastWall, true) : lastWall,
          overtime: carried.lastDayOvertimeMinutes ?? 0,
        };
  let rest: ShortRest | null = null;
  let varied: number | undefined;
  const apprenticed = rules.classifications.some((each) => each.key === roster.person.classification && each.shareOf);
  const done: WorkedShift[] = [];
  let dayMinutes = 0;
  for (const { shift, facts } of withFacts) {
    const before = done.at(-1)?.shift;
    if (!before || before.day !== shift.day) {
      if (before)
        earlier = before.clockless
          ? null
          : { end: before.span.to, overtime: counters.overtimeOfShiftDay.get(before.day) ?? 0 };
      rest = earlier && !shift.clockless ? shortRest(rules, shift, facts, earlier.end, earlier.overtime) : null;
      varied = undefined;
      dayMinutes = 0;
    }
    varied = shift.agreedMinutes ?? varied;
    const overdue = shift.clockless ? [] : overdueMeals(rules, shift, facts);
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
    const ends = ordinaryEnd(shift, Math.min(most.daily, most.agreed) - dayMinutes);
    if (ends < facts.endClock) facts.kind = kindOf(roster, facts, shift, ends);
    dayMinutes += shift.workedMinutes;
    const worked: WorkedShift = { shift, facts, pieces: [], rest, overdue };
    worked.pieces = pricedShift(roster, worked, most, counters, ratePercent);
    if (shift.clockless) worked.pieces = together(worked.pieces);
    const topUp = topUpOf(roster, worked);
    if (topUp) worked.pieces.push(topUp);
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

const isShifts = (found: CountedShift[] | RosterFault[]): found is CountedShift[] =>
  found.length === 0 || !("text" in (found[0] as object));
