/** Whether a condition of an agreement's rules holds, for a shift and a minute of it. */
import {
  type Amount,
  type Condition,
  dayNames,
  type HolidayOf,
  type Percent,
  type RuleBasis,
  type SettingValue,
} from "../agreements/agreementRules.ts";
import { addMonths, completedYears, dateOfDay, type IsoDate } from "../calendar/dates.ts";
import { clockOfWall, minutesOfDay, readClock, type WallMinute } from "../calendar/wallClock.ts";
import { type Decimal, decimal } from "../quantity/decimal.ts";
import type { CountedShift } from "./normalise.ts";
import type { HolidayWindow, Roster } from "./roster.ts";

/** What is the same for every minute of a shift. */
export interface ShiftFacts {
  basis: RuleBasis;
  date: IsoDate;
  age: number;
  served: (months: number) => boolean;
  flags: Record<string, boolean>;
  classification: string | undefined;
  kind: string;
  settings: Record<string, SettingValue>;
  marks: readonly string[];
  leads: number;
  /** minutes from the midnight before the shift */
  startClock: number;
  endClock: number;
  endsInOvertime: boolean;
  clockless: boolean;
  /** worked for a day in lieu: the holidays that it is no holiday on */
  inLieuOf: readonly DayWindow[];
  /** windows that hold for the whole shift, where the agreement's rules decides so; null where each minute has its own */
  holidayOfShift: readonly HolidayWindow[] | null;
  windows: readonly DayWindow[];
}
export interface DayWindow {
  from: WallMinute;
  to: WallMinute;
  window: HolidayWindow;
}

export const percentFor = (percent: Percent, basis: RuleBasis): Decimal => {
  if (typeof percent === "number") return decimal(percent);
  if ("permanent" in percent) return decimal(basis === "casual" ? percent.casual : percent.permanent);
  return decimal(percent[basis]);
};

export const amountFor = (amount: Amount, settings: Record<string, SettingValue>): number =>
  typeof amount === "number"
    ? amount
    : decimal(Number(settings[amount.setting] ?? 0))
        .times(amount.times ?? 1)
        .toDecimalPlaces(0)
        .toNumber();

/** The windows of the clock and the weekdays of a condition: a window past midnight is of the date it opens on. */
function inWindow(condition: Condition, day: number, clock: number): boolean {
  const named = (each: number) => !condition.days || condition.days.includes(dayNames[(each + 2) % 7] as never);
  if (condition.from === undefined || condition.to === undefined) return named(day);
  const [from, to] = [readClock(condition.from), readClock(condition.to)];
  const inside = (minute: number) => minute >= from && minute < to;
  return (inside(clock) && named(day)) || (to > minutesOfDay && inside(clock + minutesOfDay) && named(day - 1));
}

const holidaysAt = (facts: ShiftFacts, wall: WallMinute): readonly HolidayWindow[] =>
  facts.holidayOfShift ??
  (facts.windows.length === 0
    ? []
    : facts.windows.flatMap((each) => (wall >= each.from && wall < each.to ? [each.window] : [])));

export const isSetting = (given: SettingValue | undefined, wanted: SettingValue | readonly SettingValue[]): boolean =>
  Array.isArray(wanted) ? wanted.includes(given) : given === wanted;

/** Whether a condition looks at the time of day; one window over the whole day does not. */
export const asksClock = (c: Condition): boolean =>
  (c.from !== undefined && !(c.from === "00:00" && c.to === "24:00")) ||
  [c.startsFrom, c.startsBy, c.endsFrom, c.endsBy].some((each) => each !== undefined);

/** Every key that is given holds. @param wall the minute that is asked of; of the shift, its first minute */
export function holds(condition: Condition | undefined, facts: ShiftFacts, wall: WallMinute): boolean {
  if (!condition) return true;
  const c = condition;
  if (facts.clockless && asksClock(c)) return false;
  if (c.days || c.from !== undefined)
    if (!inWindow(c, Math.floor(wall / minutesOfDay), clockOfWall(wall))) return false;
  if (c.holiday !== undefined || c.holidayKind || c.holidayName) {
    const windows = holidaysAt(facts, wall);
    if (c.holiday !== undefined && c.holiday !== windows.length > 0) return false;
    if (c.holidayKind && !windows.some((each) => c.holidayKind?.includes(each.kind ?? "declared"))) return false;
    if (c.holidayName && !windows.some((each) => c.holidayName?.includes(each.name ?? ""))) return false;
  }
  if (c.basis && !c.basis.includes(facts.basis)) return false;
  if (c.dayMark && !c.dayMark.some((mark) => facts.marks.includes(mark))) return false;
  if (c.startsFrom !== undefined && facts.startClock < readClock(c.startsFrom)) return false;
  if (c.startsBy !== undefined && facts.startClock > readClock(c.startsBy)) return false;
  if (c.endsFrom !== undefined && facts.endClock < readClock(c.endsFrom)) return false;
  if (c.endsBy !== undefined && facts.endClock > readClock(c.endsBy)) return false;
  if (c.ageBelow !== undefined && facts.age >= c.ageBelow) return false;
  if (c.ageFrom !== undefined && facts.age < c.ageFrom) return false;
  if (c.monthsOfServiceUpTo !== undefined && !facts.served(c.monthsOfServiceUpTo)) return false;
  if (c.classification && !(facts.classification !== undefined && c.classification.includes(facts.classification)))
    return false;
  if (c.shiftKind && !c.shiftKind.includes(facts.kind)) return false;
  if (c.endsInOvertime !== undefined && c.endsInOvertime !== facts.endsInOvertime) return false;
  if (c.settings && Object.entries(c.settings).some(([key, value]) => !isSetting(facts.settings[key], value)))
    return false;
  if (c.person && Object.entries(c.person).some(([key, value]) => (facts.flags[key] ?? false) !== value)) return false;
  if (c.leads && (facts.leads < c.leads.from || facts.leads > (c.leads.to ?? Number.POSITIVE_INFINITY))) return false;
  return true;
}

/** Minutes of a shift that lie in holiday windows. */
function minutesInWindows(shift: CountedShift, windows: readonly DayWindow[]): number {
  let minutes = 0;
  for (const { from, to, ahead } of shift.stretches)
    for (const worked of shift.worked) {
      const [start, end] = [Math.max(from, worked.from) + ahead, Math.min(to, worked.to) + ahead];
      // Windows of one date may overlap: a minute is counted once.
      let reached = start;
      for (const each of [...windows].sort((a, b) => a.from - b.from)) {
        const [first, last] = [Math.max(reached, each.from), Math.min(end, each.to)];
        if (last > first) {
          minutes += last - first;
          reached = last;
        }
      }
    }
  return minutes;
}

/** Facts of a shift: settings over the roster's over the defaults, age and service on the day it starts. */
export function shiftFacts(roster: Roster, shift: CountedShift, windows: readonly DayWindow[]): ShiftFacts {
  const { person, rules } = roster;
  const date = dateOfDay(shift.day);
  const settings: Record<string, SettingValue> = {};
  for (const each of rules.settings) settings[each.key] = each.default;
  Object.assign(settings, roster.settings, shift.settings);
  const near = windows.filter((each) => each.to > shift.start - minutesOfDay && each.from < shift.end + minutesOfDay);
  const { serviceStart, monthsOfService = 0 } = person;
  const facts: ShiftFacts = {
    basis: person.basis,
    date,
    age: person.birthDate ? completedYears(person.birthDate, date) : (person.age ?? Number.POSITIVE_INFINITY),
    served: (months) => (serviceStart ? date <= addMonths(serviceStart, months) : monthsOfService <= months),
    flags: person.flags ?? {},
    classification: person.classification,
    kind: "day",
    settings,
    marks: shift.marks,
    leads: person.leads ?? 0,
    startClock: shift.start - shift.day * minutesOfDay,
    endClock: shift.end - shift.day * minutesOfDay,
    endsInOvertime: false,
    clockless: shift.clockless !== undefined,
    holidayOfShift: null,
    inLieuOf: [],
    windows: near,
  };
  if (shift.marks.includes("dayInLieu") && rules.dayInLieu?.some((each) => holds(each.if, facts, shift.start))) {
    facts.inLieuOf = near;
    facts.windows = [];
    facts.kind = kindOf(roster, facts, shift, facts.endClock);
    return facts;
  }
  const { holidayOf } = rules.time;
  const rule: HolidayOf =
    typeof holidayOf === "string"
      ? holidayOf
      : (holidayOf.find((each) => holds(each.if, facts, shift.start))?.rule ?? "calendar");
  if (rule === "shiftStart") facts.holidayOfShift = holidaysAt(facts, shift.start);
  if (rule === "majorPortion") {
    const touched = near.filter((each) => each.to > shift.start && each.from < shift.end);
    const most = minutesInWindows(shift, touched) * 2 > shift.workedMinutes;
    facts.holidayOfShift = most ? touched.map((each) => each.window) : [];
  }
  facts.kind = kindOf(roster, facts, shift, facts.endClock);
  return facts;
}

/** Kind of a shift that ends at a minute from the midnight before it: what the agreement calls it, or a day shift. */
export const kindOf = ({ rules }: Roster, facts: ShiftFacts, shift: CountedShift, endClock: number): string =>
  rules.shiftKinds.find(
    (each) =>
      !facts.clockless &&
      holds(each.if, facts, shift.start) &&
      (each.startsFrom === undefined || facts.startClock >= readClock(each.startsFrom)) &&
      (each.startsBefore === undefined || facts.startClock < readClock(each.startsBefore)) &&
      (each.endsAfter === undefined || endClock > readClock(each.endsAfter)) &&
      (each.endsBy === undefined || endClock <= readClock(each.endsBy)),
  )?.key ?? "day";

/**
 * The minute, from the midnight before a shift, at which its ordinary time is done: awards name a shift by its ordinary
 * finish, and overtime is no part of it (awards' definitions of shifts; from memory).
 * @param room ordinary minutes that the day has left; a shift without any goes by its own end
 */
export function ordinaryEnd(shift: CountedShift, room: number): number {
  let left = room;
  for (const { from, to } of room > 0 ? shift.worked : []) {
    if (to - from >= left) {
      const at = from + left;
      const { ahead = 0 } = shift.stretches.find((each) => at > each.from && at <= each.to) ?? {};
      return at + ahead - shift.day * minutesOfDay;
    }
    left -= to - from;
  }
  return shift.end - shift.day * minutesOfDay;
}
