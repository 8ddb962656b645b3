/**
 * From what was entered to minutes that can be counted: read, checked, rounded, sorted. Under the policy `clock` minutes
 * count as the wall shows them; under `elapsed` as they pass, across a change of the clock, too.
 */

import type { SettingValue, ShiftMark } from "../agreements/agreementRules.ts";
import {
  clockText,
  dateOfWall,
  type EvenStretch,
  evenStretches,
  isSkipped,
  minutesOfDay,
  readWall,
  utcOf,
  type WallMinute,
} from "../calendar/wallClock.ts";
import { isOnCall } from "./dayText.ts";
import type { Clockless, Roster, RosterFault, Shift } from "./roster.ts";
import { roundingOf, type Times } from "./roundTimes.ts";
import { isOfWork } from "./shiftMarks.ts";

/** A place on the line on which minutes are counted: wall minutes, or minutes of UTC. */
export type Counted = number;
export interface CountedSpan {
  from: Counted;
  to: Counted;
}

export interface CountedShift {
  /** place in what was given */
  index: number;
  /** what was given as one after the other and is one shift: the place of each, and from when it is that one */
  parts: readonly { index: number; from: Counted }[];
  start: WallMinute;
  end: WallMinute;
  /** day on which it starts, as a number */
  day: number;
  span: CountedSpan;
  /** worked stretches: the shift less its unpaid breaks */
  worked: CountedSpan[];
  unpaid: CountedSpan[];
  /** unpaid breaks that were spent on the premises, with the clock at their start */
  stayed: (CountedSpan & { wall: WallMinute })[];
  workedMinutes: number;
  stretches: EvenStretch[];
  settings: Record<string, SettingValue>;
  marks: readonly ShiftMark[];
  agreedMinutes?: number;
  longDay: boolean;
  clockless?: Clockless | undefined;
  careHours?: number;
}

export const lengthOf = (span: CountedSpan): number => span.to - span.from;
const shown = (wall: WallMinute) =>
  `${clockText(wall - Math.floor(wall / minutesOfDay) * minutesOfDay)} on ${dateOfWall(wall)}`;

/** Wall times of a shift, or what is wrong with them. */
function timesOf(shift: Shift, at: number, zone: string): Times | RosterFault[] {
  const faults: RosterFault[] = [];
  const read = (text: string, path: string): WallMinute => {
    const wall = readWall(text);
    if (wall === null)
      faults.push({ path, text: `“${text}” is not a time of a day. Write date and time as 2026-03-07T18:00.` });
    else if (isSkipped(zone, wall))
      faults.push({ path, text: `${shown(wall)} never was: the clocks were put forward over it. Use the time after.` });
    return wall ?? Number.NaN;
  };
  const path = `shifts.${at}`;
  const [start, end] = [read(shift.start, `${path}.start`), read(shift.end, `${path}.end`)];
  if (end <= start)
    faults.push({
      path: `${path}.end`,
      text: "The shift ends when or before it starts. Past midnight its end has the next day's date.",
    });
  else if (end - start > minutesOfDay)
    faults.push({ path: `${path}.end`, text: "The shift is longer than 24 hours. Enter it as two shifts." });
  const breaks = (shift.breaks ?? []).map((each, no) => {
    const place = `${path}.breaks.${no}`;
    const found = {
      start: read(each.start, `${place}.start`),
      end: read(each.end, `${place}.end`),
      paid: each.paid === true,
      stayed: each.mark === "onPremises" && each.paid !== true,
    };
    if (found.end <= found.start)
      faults.push({
        path: `${place}.end`,
        text: "The break ends when or before it starts. Give it an end after its start.",
      });
    else if (found.start < start || found.end > end)
      faults.push({
        path: place,
        text: "The break lies outside its shift. Move it into the shift, or lengthen the shift.",
      });
    return found;
  });
  const slept = isOfWork(shift, "woken");
  const woken = slept
    ? (shift.worked ?? []).map((each, no) => {
        const place = `${path}.worked.${no}`;
        const found = { start: read(each.start, `${place}.start`), end: read(each.end, `${place}.end`) };
        if (found.end <= found.start || found.start < start || found.end > end)
          faults.push({
            path: place,
            text: "Work in a sleepover lies within it, and ends after it starts. Mend its times.",
          });
        return found;
      })
    : null;
  if (!slept && (shift.worked ?? []).length > 0)
    faults.push({
      path: `${path}.worked`,
      text: "Only a sleepover has work of its own in it. Mark the shift as a sleepover, or enter the work as a shift.",
    });
  if (slept && breaks.length > 0)
    faults.push({ path: `${path}.breaks`, text: "A sleepover has no breaks: take them out." });
  breaks.sort((a, b) => a.start - b.start);
  woken?.sort((a, b) => a.start - b.start);
  if (woken?.some((each, no) => no > 0 && each.start < (woken[no - 1]?.end ?? 0)))
    faults.push({ path: `${path}.worked`, text: "Two pieces of work in the sleepover overlap. Let one end first." });
  if (breaks.some((each, no) => no > 0 && each.start < (breaks[no - 1]?.end ?? 0)))
    faults.push({
      path: `${path}.breaks`,
      text: "Two breaks of the shift overlap. Let one end before the next starts.",
    });
  return faults.length > 0 ? faults : { start, end, breaks, woken };
}

/**
 * The shifts of a roster in order of time, ready to be counted.
 * @returns the shifts, or what is wrong, each with its place and the way to mend it
 */
export function countedShifts(roster: Roster): CountedShift[] | RosterFault[] {
  const elapsed = (roster.daylightSaving ?? roster.rules.time.daylightSaving) === "elapsed";
  const zone = roster.timeZone;
  const faults: RosterFault[] = [];
  const shifts: CountedShift[] = [];
  const reads = roster.shifts.map((given, index) => timesOf(given, index, zone));
  const round = roundingOf(
    roster.rules,
    reads.flatMap((read, at) => (Array.isArray(read) || isOnCall(roster.shifts[at] ?? {}) ? [] : [read])),
  );
  roster.shifts.forEach((given, index) => {
    const read = reads[index] ?? [];
    if (Array.isArray(read)) {
      faults.push(...read);
      return;
    }
    const { start, end, breaks, woken } = round(read);
    const starts = (wall: WallMinute) => (elapsed ? utcOf(zone, wall) : wall);
    const ends = (wall: WallMinute) => (elapsed ? utcOf(zone, wall, true) : wall);
    const span = { from: starts(start), to: ends(end) };
    const unpaid = breaks
      .filter((each) => !each.paid)
      .map((each) => ({ from: starts(each.start), to: ends(each.end) }));
    const worked: CountedSpan[] = [];
    let from = span.from;
    for (const pause of unpaid) {
      if (pause.from > from) worked.push({ from, to: pause.from });
      from = Math.max(from, pause.to);
    }
    if (span.to > from) worked.push({ from, to: span.to });
    if (woken)
      worked.splice(0, worked.length, ...woken.map((each) => ({ from: starts(each.start), to: ends(each.end) })));
    shifts.push({
      ...{ index, parts: [{ index, from: span.from }] },
      start,
      end,
      day: Math.floor(start / minutesOfDay),
      span,
      worked,
      unpaid: inOne(unpaid),
      stayed: breaks.flatMap((each) =>
        each.stayed ? [{ from: starts(each.start), to: ends(each.end), wall: each.start }] : [],
      ),
      workedMinutes: worked.reduce((sum, each) => sum + lengthOf(each), 0),
      stretches: elapsed ? evenStretches(zone, span.from, span.to) : [{ ...span, ahead: 0 }],
      settings: given.settings ?? {},
      marks: given.marks ?? [],
      ...(given.agreedMinutes === undefined ? {} : { agreedMinutes: given.agreedMinutes }),
      longDay: given.longDay === true,
      clockless: given.clockless,
      ...(given.careHours === undefined ? {} : { careHours: given.careHours }),
    });
  });
  shifts.sort((a, b) => a.span.from - b.span.from || a.index - b.index);
  const worked = shifts.filter((each) => !isOnCall(each));
  faults.push(...overlaps(worked.map(({ index, start, span }) => ({ index, start, ...span }))));
  return faults.length > 0
    ? faults
    : goingOn(shifts, (span) => (elapsed ? evenStretches(zone, span.from, span.to) : null));
}

/**
 * Work that goes on without a gap is one shift, whatever it was written down as: another cost centre or another level from
 * an hour on is no new engagement, no break, and no night's rest that was too short. What begins on another day, and not at
 * its midnight, is that day's shift: who went on into it had no rest before.
 */
function goingOn(
  shifts: readonly CountedShift[],
  stretchesOf: (span: CountedSpan) => EvenStretch[] | null,
): CountedShift[] {
  const found: CountedShift[] = [];
  for (const each of shifts) {
    const at = found.findLastIndex((before) => !isOnCall(before));
    const before = found[at];
    if (!before || !goesOn(before, each)) {
      found.push(each);
      continue;
    }
    const span = { from: before.span.from, to: each.span.to };
    const agreedMinutes = each.agreedMinutes ?? before.agreedMinutes;
    found[at] = {
      ...before,
      ...{ span, end: each.end, stretches: stretchesOf(span) ?? [{ ...span, ahead: 0 }] },
      parts: [...before.parts, ...each.parts],
      worked: [...before.worked, ...each.worked],
      unpaid: inOne([...before.unpaid, ...each.unpaid]),
      stayed: [...before.stayed, ...each.stayed],
      settings: { ...before.settings, ...each.settings },
      workedMinutes: before.workedMinutes + each.workedMinutes,
      ...(agreedMinutes === undefined ? {} : { agreedMinutes }),
      longDay: before.longDay || each.longDay,
    };
  }
  return found;
}

const goesOn = (before: CountedShift, each: CountedShift): boolean =>
  before.span.to === each.span.from &&
  (each.day === before.day || each.start % minutesOfDay === 0) &&
  before.clockless === undefined &&
  each.clockless === undefined &&
  [before, each].every(({ marks }) => marks.every((mark) => mark === "rosteredDayOff")) &&
  before.marks.length === each.marks.length &&
  !contradict(before.settings, each.settings);

type Settings = Readonly<Record<string, SettingValue>>;
/** What is said of one part holds of the whole shift, unless the other says otherwise. */
export const contradict = (one: Settings = {}, other: Settings = {}): boolean =>
  Object.entries(one).some(([key, value]) => key in other && other[key] !== value);

/** The place of what was given of a shift at an instant. */
export const partAt = ({ parts, index }: CountedShift, at: Counted): number =>
  parts.findLast((each) => each.from <= at)?.index ?? index;

/** A break that was written down as two is one. */
function inOne(breaks: readonly CountedSpan[]): CountedSpan[] {
  const found: CountedSpan[] = [];
  for (const each of breaks) {
    const before = found.at(-1);
    if (before?.to === each.from) found[found.length - 1] = { from: before.from, to: each.to };
    else found.push(each);
  }
  return found;
}

/** Being on call lies around the work that one is called to. */
function overlaps(inOrder: readonly (CountedSpan & { index: number; start: WallMinute })[]): RosterFault[] {
  return inOrder.flatMap((each, at) => {
    const earlier = inOrder[at - 1];
    return earlier && each.from < earlier.to
      ? [
          {
            path: `shifts.${each.index}.start`,
            text: `The shift from ${shown(each.start)} overlaps the one from ${shown(earlier.start)}. Trim or delete one of them.`,
          },
        ]
      : [];
  });
}

/** What is wrong with shifts as they were entered, whatever rules they are paid by. */
export function faultsOfShifts(shifts: readonly Shift[], zone: string): RosterFault[] {
  const faults: RosterFault[] = [];
  const read: (CountedSpan & { index: number; start: WallMinute })[] = [];
  shifts.forEach((shift, index) => {
    const times = timesOf(shift, index, zone);
    if (Array.isArray(times)) faults.push(...times);
    else if (!isOnCall(shift)) read.push({ index, start: times.start, from: times.start, to: times.end });
  });
  return [...faults, ...overlaps(read.sort((a, b) => a.from - b.from || a.index - b.index))];
}
