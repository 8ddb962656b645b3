/**
 * A person's days of a period to what is paid for them: priced pieces of shifts, hours at the plain rate, leave, and
 * public holidays not worked. Each week (or averaging cycle) is interpreted as a whole, with the days about the period
 * as its context; only days of the period and late days are given back.
 */
import { type AgreementRules, dayNames, type SettingValue } from "../agreements/agreementRules.ts";
import { addDays, dateOfDay, dateWords, dayOf, type IsoDate, weekday } from "../calendar/dates.ts";
import { isWholeDay } from "../calendar/holidayWindows.ts";
import { type PatternFrom, patternOn, type RosterWeeks } from "../calendar/rosterWeeks.ts";
import { clockText, minutesOfDay } from "../calendar/wallClock.ts";
import { atLeastZero, type Decimal, decimal, sum, zero } from "../quantity/decimal.ts";
import { halfUpToHourE4 } from "../quantity/rounding.ts";
import { asksClock } from "./conditions.ts";
import { goingOnFrom, lastBefore, shiftsBegunOn } from "./cycleShifts.ts";
import { type DayRecord, hasWork, isOnCall, isOnlyBeside, minutesOf, ownOfDay } from "./dayText.ts";
import { type HigherMinutes, higherMinutes } from "./higherDuties.ts";
import { interpret, linesOf } from "./interpret.ts";
import { cycleOf, weekOf } from "./limits.ts";
import { faultsOfShifts } from "./normalise.ts";
import { recallTime } from "./recall.ts";
import type { Clockless, HolidayWindow, RosterPerson } from "./roster.ts";
import { rosterMarks } from "./rosterChecks.ts";
import { minutesAtWork, savedMinutes } from "./saving.ts";
import { isOnTop, unpricedMarks } from "./shiftMarks.ts";
import type { DayShift } from "./shiftText.ts";
import { type UsualTimes, usualShiftsOn } from "./usualTimes.ts";
import type { Extra, HoursLine, HoursMark, Piece } from "./worked.ts";

/** `all`: every hour is recorded. `exceptions`: the pattern is worked where nothing is recorded. `record`: usual pay is paid. */
export type TimeUse = "all" | "exceptions" | "record";

export interface PersonTime {
  country: "AU" | "NZ";
  /** null without an agreement: every hour at the plain rate */
  rules: AgreementRules | null;
  person: RosterPerson;
  settings: Record<string, SettingValue>;
  /** a day on which an averaging cycle of this person begins; the agreement's own start where left out */
  averagingFrom?: IsoDate | null | undefined;
  timeZone: string;
  holidays: readonly HolidayWindow[];
  /** ordinary hours of each weekday, Monday first */
  pattern: readonly string[] | null;
  /** of who works a roster of several weeks: the pattern of each */
  roster?: RosterWeeks | null | undefined;
  patterns?: readonly PatternFrom[] | undefined;
  /** exceptions only: when the hours of the usual week are worked, where somebody has said */
  usualTimes?: UsualTimes | null | undefined;
  use: TimeUse;
  /** kinds of leave in which a public holiday is not paid: without pay, or paid by somebody else */
  holidayGoesWith?: readonly string[] | undefined;
  /** kinds of leave without pay */
  unpaidLeave?: readonly string[] | undefined;
  /** a public holiday that is worked is a matter of the day, not of the agreement's rates alone */
  holidaysByDay?: boolean | undefined;
  employedFrom: IsoDate;
  employedTo: IsoDate | null;
  /** what is recorded, by date; days about the period are its context */
  days: Readonly<Record<IsoDate, DayRecord>>;
}

export interface PlainHours {
  date: IsoDate;
  minutes: number;
  why: string;
  /** that they were worked, on whose word */
  clockless?: Clockless;
  /** recorded as worked: they save for a rostered day off */
  atWork?: true;
}
export interface TakenLeave {
  date: IsoDate;
  kind: string;
  hours: Decimal;
}
export interface PersonHours {
  pieces: Piece[];
  lines: HoursLine[];
  /** at the plain rate: the pattern, hours without times, public holidays not worked */
  plain: PlainHours[];
  leave: TakenLeave[];
  extras: Extra[];
  /** minutes of the pieces that were worked in a higher level */
  higher: HigherMinutes[];
  marks: HoursMark[];
  faults: { date: IsoDate; text: string }[];
}

const toMinutes = (hours: string | undefined): number =>
  decimal(hours ?? "0")
    .times(60)
    .toDecimalPlaces(0)
    .toNumber();
export const patternMinutes = (time: PersonTime, date: IsoDate): number =>
  toMinutes(patternOn(time, date)?.[weekday(date) - 1]);
export const holidayOn = (time: PersonTime, date: IsoDate): HolidayWindow | undefined =>
  time.holidays.find((each) => each.date === date && isWholeDay(each));

/** Early enough for the hours of a day to end on it; the time itself counts for nothing. */
const daybreak = 6 * 60;

/**
 * What no recorded shift says: the usual times of a day, or its hours without times, as a shift that asks for no clock.
 * Overtime of day and week, weekends and holidays are priced by an agreement all the same. Beside shifts of the same day, and
 * where they fill more than it, hours without times are not.
 */
function unrecordedShifts(time: PersonTime, date: IsoDate): DayShift[] {
  const beside = (time.days[date]?.shifts ?? []).filter((shift) => !isOnCall(shift));
  if (time.rules === null || !beside.every(isOnTop)) return [];
  if (time.holidaysByDay && holidayOn(time, date)) return [];
  const { minutes, clockless, atWork } = allPlain(time, date).plain.find((each) => each.clockless) ?? { minutes: 0 };
  if (clockless === "usual" && atWork) return usualShiftsOn(time.usualTimes, date);
  if (!clockless || minutes === 0 || minutes >= minutesOfDay - daybreak) return [];
  const clock = (at: number) => `${date}T${clockText(at)}`;
  const whole = { start: clock(daybreak), end: clock(daybreak + minutes), clockless };
  return beside.some((each) => each.start < whole.end && each.end > whole.start) ? [] : [whole];
}

/** What a day pays at the plain rate, and its leave; shifts are priced with their week. */
function plainDay(time: PersonTime, date: IsoDate): { plain: PlainHours[]; leave: TakenLeave[] } {
  const { plain, leave } = allPlain(time, date);
  return unrecordedShifts(time, date).length > 0
    ? { plain: plain.filter((each) => !each.clockless), leave }
    : { plain, leave };
}

function allPlain(time: PersonTime, date: IsoDate): { plain: PlainHours[]; leave: TakenLeave[] } {
  const plain: PlainHours[] = [];
  const leave: TakenLeave[] = [];
  const day = time.days[date];
  if (date < time.employedFrom || (time.employedTo !== null && date > time.employedTo)) return { plain, leave };
  const usual = patternMinutes(time, date);
  const holiday = holidayOn(time, date);
  if (day?.hours !== undefined)
    plain.push({
      date,
      minutes: toMinutes(day.hours),
      why: "hours without their times",
      clockless: "typed",
      atWork: true,
    });
  const minutes = day ? minutesOf({ shifts: day.shifts, leave: [] }) : 0;
  if (time.rules === null && minutes > 0) plain.push({ date, minutes, why: "worked", atWork: true });
  const worked = day !== undefined && hasWork(day);
  // Who was only on call, or called, had a day as ever.
  const own = day && ownOfDay(day);
  const asEver = day === undefined || isOnlyBeside(day);
  // A holiday inside leave is not leave, and one that is not worked is paid as the day would have been.
  // Whether it would have been worked is the pattern's to say, unless somebody answered it with a reason.
  const expected = day?.otherwise ? day.otherwise.works : usual > 0 && time.person.basis !== "casual";
  // Who is away without pay would not have worked: the holiday is none of theirs.
  const away = (day?.leave ?? []).some((each) => time.holidayGoesWith?.includes(each.kind));
  if (holiday && !worked && !away && (expected || day?.otherwise)) {
    const reason = day?.otherwise ? `${day.otherwise.why}; ` : "";
    if (expected) plain.push({ date, minutes: usual, why: `${reason}${holiday.name ?? "public holiday"}, not worked` });
    return { plain, leave };
  }
  // Leave without its hours is the agreed day, or what is left of it beside work and other leave.
  const told = sum((day?.leave ?? []).map((each) => decimal(each.hours ?? "0"))).times(60);
  const atWork = day ? minutesOf(ownOfDay(day)) : 0;
  const paid = decimal(atWork).minus(savedMinutes(time.person.saving, atWork));
  const rest = atLeastZero(decimal(usual).minus(paid)).minus(told);
  // Who works on a public holiday that is theirs is on no leave beside it: what is not worked of it is a holiday.
  const none = holiday !== undefined && expected && !away;
  for (const each of day?.leave ?? []) {
    const whole = halfUpToHourE4(rest.gt(0) ? rest.div(60) : zero);
    const hours = none ? zero : each.hours === undefined ? whole : decimal(each.hours);
    leave.push({ date, kind: each.kind, hours });
  }
  const timed = time.roster && usual === 0 ? [] : usualShiftsOn(time.usualTimes, date);
  // Where the usual week has times, it is worked on their days.
  if (time.use === "exceptions" && (time.usualTimes ? timed.length : usual) > 0 && !holiday) {
    const away = leave.reduce((sum, each) => sum + each.hours.times(60).toDecimalPlaces(0).toNumber(), 0);
    const atTimes = { minutes: minutesOf({ shifts: timed, leave: [] }), atWork: true as const };
    const worth = timed.length > 0 ? atTimes : { minutes: usual };
    if (asEver) plain.push({ date, ...worth, why: "as usual", clockless: "usual" });
    // Who says only what was an exception worked the rest of the day.
    else if (!(own && hasWork(own)) && away > 0 && away < usual)
      plain.push({ date, minutes: usual - away, why: "the rest as usual", clockless: "usual" });
  }
  return { plain, leave };
}

/** @param dates the days that are asked for: a period's, and late ones */
export function personHours(time: PersonTime, dates: readonly IsoDate[]): PersonHours {
  const wanted = new Set(dates);
  const found: PersonHours = {
    ...{ pieces: [], lines: [], plain: [], leave: [], extras: [], higher: [], marks: [], faults: [] },
  };
  for (const date of [...wanted].sort()) {
    const { plain, leave } = plainDay(time, date);
    found.plain.push(...plain);
    found.leave.push(...leave);
  }
  const { rules } = time;
  const wrong = wrongShifts(time);
  if (!rules) {
    // Nothing is paid for a day whose shifts contradict each other.
    found.faults.push(...wrong.filter((each) => wanted.has(each.date)));
    const dates = new Set(found.faults.map((each) => each.date));
    found.plain = found.plain.filter((each) => !dates.has(each.date));
    const marksOn = (date: IsoDate) => (time.days[date]?.shifts ?? []).flatMap((shift) => shift.marks ?? []);
    found.marks.push(...[...wanted].sort().flatMap((date) => unpricedMarks(null, date, marksOn(date))));
    return found;
  }
  const { weeks } = cycleOf(rules, time.person.basis, time.settings);
  const anchor = weekOf(dayOf(time.averagingFrom ?? rules.validFrom), rules);
  const startOf = (date: IsoDate) => anchor + Math.floor((dayOf(date) - anchor) / (7 * weeks)) * 7 * weeks;
  const extras = new Map<string, Extra>();
  const begun = [...wanted].map((date) => (goingOnFrom(time.days, date) ? addDays(date, -1) : date));
  for (const start of [...new Set([...wanted, ...begun].map(startOf))].sort((a, b) => a - b)) {
    const cycle = Array.from({ length: 7 * weeks }, (_, at) => dateOfDay(start + at));
    const usual = cycle.flatMap((date) => unrecordedShifts(time, date));
    const shifts = [...usual, ...shiftsBegunOn(time.days, cycle)].filter((each) => !each.pieces?.length);
    if (shifts.length === 0) continue;
    found.faults.push(...needTimes(time, rules, shifts).filter((each) => wanted.has(each.date)));
    const wrongHere = wrong.filter((each) => cycle.includes(each.date));
    if (wrongHere.length > 0) {
      found.faults.push(...wrongHere);
      continue;
    }
    const worked = cycleHours(time, rules, cycle, shifts);
    if ("faults" in worked) {
      for (const { path, text } of worked.faults) {
        const at = Number(path.split(".")[1] ?? 0);
        found.faults.push({ date: shifts[at]?.start.slice(0, 10) ?? cycle[0] ?? "", text });
      }
      continue;
    }
    const ofWanted = (at: number) => wanted.has(shifts[at]?.start.slice(0, 10) ?? "");
    const pieces = [...worked.pieces, ...recallTime(rules, time.person, shifts, worked.pieces)].filter((piece) =>
      ofWanted(piece.shift),
    );
    found.pieces.push(...pieces);
    found.higher.push(...higherMinutes(rules, shifts, pieces));
    found.marks.push(...worked.marks.filter((mark) => mark.date === undefined || wanted.has(mark.date)));
    for (const extra of worked.extras) {
      const on = extra.on.filter((each) => wanted.has(each.date));
      if (on.length === 0) continue;
      const known = extras.get(extra.code) ?? { code: extra.code, units: decimal(0), on: [] };
      known.on.push(...on);
      known.units = on.reduce((sum, each) => sum.plus(each.units), known.units);
      extras.set(extra.code, known);
    }
  }
  const unsure = found.pieces.filter((piece) => piece.clockless === "typed").map((piece) => piece.date);
  if (unsure.length > 0 && rules.penalties.some((each) => each.if && asksClock(each.if)))
    found.marks.push({ kind: "query", code: "noTimes", text: noTimes([...new Set(unsure)]) });
  found.marks.push(...rosterMarks({ ...time, rules }, time.days, [...wanted].sort()));
  found.extras = [...extras.values()];
  found.lines = linesOf(found.pieces);
  return found;
}

/** Shifts that contradict themselves or each other, across the edges of weeks, too: nobody is paid twice for an hour. */
function wrongShifts({ days, timeZone }: PersonTime): { date: IsoDate; text: string }[] {
  const shifts = Object.keys(days)
    .sort()
    .flatMap((date) => (days[date]?.shifts ?? []).map((shift) => ({ date, shift })));
  const all = shifts.map((each) => each.shift);
  return faultsOfShifts(all, timeZone).map(({ path, text }) => ({
    date: shifts[Number(path.split(".")[1])]?.date ?? "",
    text,
  }));
}

const noTimes = (dates: readonly IsoDate[]): string =>
  `The hours of ${dates.map(dateWords).join(", ")} are without their times: they are paid as worked by day, with the overtime and the rates of the day. Enter the times where they were worked early, in the evening or at night.`;

/** Rates of a shift worker hang on when a shift starts and ends: without that nothing can be priced. */
function needTimes({ person, settings }: PersonTime, rules: AgreementRules, shifts: readonly DayShift[]) {
  const isShiftWorker = person.flags?.shiftworker === true || settings.shiftworker === true;
  if (!isShiftWorker || rules.shiftKinds.length === 0) return [];
  return shifts
    .filter((each) => each.clockless === "typed")
    .map((each) => ({
      date: each.start.slice(0, 10),
      text: "the rate of a shift worker hangs on the start and end of the shift. Enter the times, as 22-6 b30.",
    }));
}

/** One week or averaging cycle, with what is brought into it. */
function cycleHours(time: PersonTime, rules: AgreementRules, cycle: readonly IsoDate[], shifts: readonly DayShift[]) {
  const [first = ""] = cycle;
  return interpret({
    rules,
    person: time.person,
    settings: time.settings,
    timeZone: time.timeZone,
    holidays: time.holidays,
    callsAreOvertime: true,
    periodStart: first,
    shifts,
    carryIn: { ordinaryMinutes: absenceIn(time, cycle), ...lastBefore(time, rules, cycle) },
  });
}

const unpaidEverywhere: readonly string[] = ["unpaid", "unpaidParental"];

/**
 * Paid absence and plain hours that count toward a cycle before its shifts, for who works full time (by default
 * it counts for full-timers only).
 */
function absenceIn(time: PersonTime, cycle: readonly IsoDate[]): number {
  if (time.person.basis !== "fullTime") return 0;
  let minutes = 0;
  for (const date of cycle) {
    const { plain, leave } = plainDay(time, date);
    // Where hours are saved, a day that is paid fills as much as it would have been at work.
    for (const each of plain) minutes += each.atWork ? each.minutes : minutesAtWork(time.person.saving, each.minutes);
    for (const each of leave)
      if (!(time.unpaidLeave ?? unpaidEverywhere).includes(each.kind))
        minutes += minutesAtWork(time.person.saving, each.hours.times(60).toDecimalPlaces(0).toNumber());
  }
  return minutes;
}

/** Weekday minutes of a pattern as the interpreter takes agreed hours. */
export const agreedOf = (pattern: readonly string[]): Partial<Record<(typeof dayNames)[number], number>> =>
  Object.fromEntries(dayNames.map((day, at) => [day, toMinutes(pattern[at])]));
