/** Shifts whose time is not paid by the clock: a sleepover, a day and night of care, and a contact from afar. */
import { dateOfDay } from "../calendar/dates.ts";
import { dateOfWall } from "../calendar/wallClock.ts";
import { holds, percentFor } from "./conditions.ts";
import { lengthOf, partAt } from "./normalise.ts";
import { hoursWords, madeUp } from "./overtime.ts";
import { add, type Counters, type Most, pricedShift } from "./priceShift.ts";
import type { Roster, RosterFault } from "./roster.ts";
import { isContact } from "./shiftMarks.ts";
import type { Piece } from "./worked.ts";
import type { WorkedShift } from "./workedShift.ts";

type Price = (roster: Roster, worked: WorkedShift, most: Most, counters: Counters, ratePercent: number) => Piece[];

/** Each piece of work in a sleepover is overtime, and paid for the least minutes at least; the night itself is an allowance. */
const sleepoverPieces: Price = (roster, worked, most, counters, ratePercent) =>
  worked.shift.worked.flatMap((span) => {
    const one = { ...worked, shift: { ...worked.shift, worked: [span] } };
    const pieces = pricedShift(roster, one, most, counters, ratePercent);
    const short = (roster.rules.sleepover?.leastMinutes ?? 0) - lengthOf(span);
    const last = pieces.at(-1);
    if (!last || short <= 0) return pieces;
    const least = hoursWords(lengthOf(span) + short);
    return [...pieces, madeUp(last, short, "sleepover", `work in a sleepover is paid for ${least} at least`)];
  });

/** So many hours at the one per cent, whatever the clock, the weekday and the season; care beyond them at the other. */
const careDayPieces: Price = (roster, { shift, facts }, most, counters, ratePercent) => {
  const rule = roster.rules.careDay;
  if (!rule) return [];
  const flat = rule.hours * 60;
  const beyond = Math.max(0, Math.round((shift.careHours ?? rule.hours) * 60) - flat);
  const piece = (minutes: number, overtime: boolean): Piece => ({
    ...{ shift: shift.index, date: dateOfDay(shift.day), from: shift.start, to: shift.start + minutes, minutes },
    ...{ percent: percentFor(overtime ? rule.beyond : rule.percent, facts.basis), overtime, topUp: false },
    ...{ rule: "care-day", ratePercent, clockless: "care" },
    why: overtime ? "care beyond the hours of a day of care" : "a day and night of care",
  });
  add(counters.ordinaryDay, shift.day, flat);
  add(counters.ordinaryCycle, most.cycleNo, flat);
  if (beyond > 0) add(counters.overtimeOfShiftDay, shift.day, beyond);
  return [piece(flat, false), ...(beyond > 0 ? [piece(beyond, true)] : [])];
};

/** Each contact is paid for its least time, and beyond that in steps; nothing of it is a day's engagement. */
const remotePieces: Price = (roster, worked, most, counters, ratePercent) => {
  const { rules } = roster;
  const { shift, facts, withinOnCall } = worked;
  const overtimeOfDay = counters.overtimeOfShiftDay.get(shift.day) ?? 0;
  const pieces = pricedShift(roster, worked, most, counters, ratePercent);
  // Its overtime is none of the day's: no meal allowance, and no rest, hangs on it.
  counters.overtimeOfShiftDay.set(shift.day, overtimeOfDay);
  const last = pieces.at(-1);
  const least = rules.remote?.least.find(
    (each) => (each.onCall !== true || withinOnCall) && holds(each.if, facts, shift.start),
  );
  if (!rules.remote || !least || !last) return pieces;
  const { roundUpTo } = rules.remote;
  const had = shift.workedMinutes;
  const paid = Math.max(least.minutes, Math.ceil(had / roundUpTo) * roundUpTo);
  if (paid <= had) return pieces;
  return [...pieces, madeUp(last, paid - had, "remote", `a contact from afar is paid as ${hoursWords(paid)}`)];
};

/** Breaks that had to be spent on the premises, where the agreement pays them: they fill no limit, and no tier. */
export const stayedPieces = (roster: Roster, { shift, facts }: WorkedShift, ratePercent: number): Piece[] => {
  const entry = roster.rules.breakPay?.find((each) => holds(each.if, facts, shift.start));
  if (!entry) return [];
  return shift.stayed.map(({ from, to, wall }) => ({
    ...{ shift: partAt(shift, from), date: dateOfWall(wall), from: wall, to: wall + to - from, minutes: to - from },
    ...{ percent: percentFor(entry.percent, facts.basis), overtime: false, topUp: false, unworked: true as const },
    ...{ rule: entry.id, ratePercent, why: "break spent on the premises", ...(entry.ref ? { ref: entry.ref } : {}) },
  }));
};

/** How a shift is priced that is not priced by the clock; undefined for every other one. */
export const apartOf = ({ rules }: Roster, { shift }: WorkedShift): Price | undefined =>
  shift.marks.includes("sleepover")
    ? sleepoverPieces
    : shift.marks.includes("careDay")
      ? careDayPieces
      : isContact(rules, shift.marks)
        ? remotePieces
        : undefined;

/** Marks that an agreement has no rule for, and what of it is not held: said, never priced by the rest. */
export function notPriced(roster: Roster, { shift, facts }: Pick<WorkedShift, "shift" | "facts">): RosterFault[] {
  const { rules } = roster;
  const left = rules.notHeld?.find((each) => holds(each.if, facts, shift.start));
  if (left)
    return [{ path: Object.keys(left.if.settings ?? {}).length > 0 ? "settings" : "agreement", text: left.text }];
  const says = (text: string): RosterFault => ({ path: `shifts.${shift.index}.marks`, text });
  return [
    ...(shift.marks.includes("sleepover") && !rules.sleepover
      ? [says(`${rules.title} has no rule for sleepovers here. Enter what was worked as shifts.`)]
      : []),
    ...(shift.marks.includes("careDay") && !rules.careDay
      ? [says(`${rules.title} has no rule for a day and night of care here. Enter what was worked as shifts.`)]
      : []),
  ];
}
