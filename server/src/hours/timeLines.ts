/** What the days of a person become in a run sheet: lines by pay element, each with its reasons. */

import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { dateWords } from "@zesty/core/calendar/dates";
import { calendarYears } from "@zesty/core/calendar/holidayWindows";
import { minutesOfDay, wallOf } from "@zesty/core/calendar/wallClock";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { timeRulesIn } from "@zesty/core/countries/time";
import { percentFor } from "@zesty/core/hours/conditions";
import type { DayShift } from "@zesty/core/hours/dayText";
import { higherPay } from "@zesty/core/hours/higherDuties";
import { reasonOf } from "@zesty/core/hours/interpret";
import { juniorPercent } from "@zesty/core/hours/juniorPercent";
import { leaveLoading } from "@zesty/core/hours/leaveLoading";
import {
  holidayOn,
  type PersonHours,
  type PlainHours,
  patternMinutes,
  personHours,
  type TakenLeave,
} from "@zesty/core/hours/personHours";
import { baseRate, reportingCodeOf, unitAmount } from "@zesty/core/hours/pricing";
import type { Piece } from "@zesty/core/hours/worked";
import { leaveAmount } from "@zesty/core/leave/leaveDays";
import type { SheetLine } from "@zesty/core/pay/row";
import { Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent, halfUpToHourE4 } from "@zesty/core/quantity/rounding";
import { askedOfDays } from "./askedOfDays.ts";
import { dayWords } from "./dayWords.ts";
import type { KnownPerson } from "./personTimes.ts";

export type Finder = (wanted: Wanted) => number;
export type Wanted =
  | { kind: "hours"; overtime: boolean; percent: string; rule: string }
  | { kind: "leave"; leave: string }
  /** overtime that becomes time off later, at a per cent of its hours */
  | { kind: "lieu"; percent: string }
  /** Australia: the loading on annual leave taken */
  | { kind: "loading" }
  | { kind: "allowance"; id: string; name: string; code: ReturnType<typeof reportingCodeOf> }
  /** where holidays are paid by the day; `percent`: what the agreement pays for the hours, where that may be more than time and a half */
  | {
      kind: "holiday";
      element: "publicHoliday" | "publicHolidayWorked" | "alternativeEarned" | "daysWorked";
      percent?: string;
    };

export interface TimeLines {
  lines: SheetLine[];
  faults: string[];
  queries: string[];
}

const hoursOf = (minutes: number): Decimal => halfUpToHourE4(Decimal.fraction(minutes, 60));

interface Target {
  elementId: number;
  costCentre: string | undefined;
  minutes: number;
  rate: Decimal | null;
  amount: Decimal | null;
  hours: Decimal | null;
  units: Decimal | null;
  why: string[];
}

/** The lines of the days that are asked for, in the order in which they first arise. */
export function timeLines(person: KnownPerson, dates: readonly string[], find: Finder): TimeLines {
  const { time, terms, rates, agreedRate } = person;
  const { rules } = time;
  const law = timeRulesIn(time.country);
  const hours = personHours(time, dates);
  const faults = hours.faults.map(({ date, text }) => `${dayWords(date)}: ${text}`);
  const queries = hours.marks.filter((mark) => mark.kind === "query").map((mark) => mark.text);
  faults.push(...unknownTables(person, dates));
  // A week that nobody wrote down is not taken for an even one: what is beyond it could not be told.
  if (rules?.ordinary.agreedHours.includes(time.person.basis) && !time.person.agreedMinutes && hours.pieces.length > 0)
    queries.push(
      "The ordinary hours of each weekday are not on record, so hours beyond those agreed cannot be told from others. Enter them with the employment.",
    );
  queries.push(...askedOfDays(person, dates, hours));
  const targets = new Map<string, Target>();
  // One line a cell and rate: a birthday within the period makes two.
  const target = (elementId: number, costCentre?: string, rate: Decimal | null = null): Target => {
    const key = `${elementId} ${costCentre ?? ""} ${rate?.toString() ?? ""}`;
    const found =
      targets.get(key) ??
      ({ elementId, costCentre, minutes: 0, rate, amount: null, hours: null, units: null, why: [] } as Target);
    targets.set(key, found);
    return found;
  };
  const rateAt = (percent: number) => {
    const { rate, why } = baseRate(rules, terms?.classification ?? null, rates, agreedRate, percent);
    if (rate === null)
      faults.push(
        `No hourly rate is known: ${why}. Enter one under People, or the level's rate in Set-up, Agreements.`,
      );
    return rate;
  };
  const rateOn = (date: string) => rateAt(juniorPercent(time, date));
  const shifts = Object.values(time.days).flatMap((day) => day.shifts);
  const centreOf = (piece: Piece) =>
    shifts.find(
      (each) =>
        each.start.slice(0, 10) <= piece.date && startsAt(each.start) <= piece.from && startsAt(each.end) >= piece.to,
    )?.costCentre;
  const isBanked = (piece: Piece) =>
    piece.overtime &&
    Object.entries(time.days).some(
      ([date, day]) =>
        day.bank &&
        ((piece.clockless !== undefined && piece.date === date) ||
          day.shifts.some((each) => startsAt(each.start) <= piece.from && startsAt(each.end) >= piece.to)),
    );
  let banked = 0;
  const inHoliday = (piece: Piece) =>
    time.holidays.some((each) => {
      const [from, to] = [wallOf(each.date, each.from ?? 0), wallOf(each.date, each.to ?? minutesOfDay)];
      return piece.from >= from && piece.from < to;
    });
  for (const piece of hours.pieces) {
    if (isBanked(piece)) {
      const percent = timeOffPercent(rules, piece);
      const to = target(find({ kind: "lieu", percent }), centreOf(piece));
      to.minutes += piece.minutes;
      banked += piece.minutes;
      to.why.push(`${dayWords(piece.date)} ${reasonOf(piece)}, taken as time off`);
      continue;
    }
    const id =
      law.holidaysByDay && inHoliday(piece)
        ? find({ kind: "holiday", element: "publicHolidayWorked", percent: piece.percent.toString() })
        : find({ kind: "hours", overtime: piece.overtime, percent: piece.percent.toString(), rule: piece.rule });
    const to = target(id, centreOf(piece), rateAt(piece.ratePercent));
    to.minutes += piece.minutes;
    to.why.push(`${dayWords(piece.date)} ${reasonOf(piece)}`);
  }
  if (rules && hours.higher.length > 0) {
    // One amount: the hours stay where they are.
    const higher = higherPay(rules, rates, hours.higher, rateAt);
    faults.push(...higher.faults.map(({ date, text }) => `${dayWords(date)}: ${text}`));
    if (higher.parts.length > 0) {
      const to = target(find({ kind: "allowance", id: "higher-duties", name: "Higher duties", code: "KN" }));
      to.amount = halfUpToCent(sum(higher.parts.map((each) => each.exact)));
      to.why.push(...higher.parts.map(({ date, why }) => `${dayWords(date)} ${why}`));
    }
  }
  if (banked > 0)
    queries.push(
      `${hoursOf(banked).toString()} h of overtime are banked as time off. Tick when the agreement in writing is on file${rules?.overtime.some((each) => each.timeOffInstead) ? "" : `; ${rules?.title ?? "the agreement"} does not say at which rate here, and an hour for an hour is taken`}.`,
    );
  const plainPercent = rules ? percentFor(rules.penalties.at(-1)?.percent ?? 100, time.person.basis).toString() : "100";
  for (const plain of hours.plain) {
    const to = target(plainElement(person, plain, plainPercent, find), undefined, rateOn(plain.date));
    to.minutes += plain.minutes;
    if (law.holidaysByDay && isHolidayOff(plain)) to.units = (to.units ?? decimal(0)).plus(1);
    to.why.push(`${dayWords(plain.date)} ${plain.why}: ${hoursOf(plain.minutes).toString()} h`);
  }
  const earned = alternativeDays(person, hours);
  if (earned.length > 0) {
    const to = target(find({ kind: "holiday", element: "alternativeEarned" }));
    to.units = decimal(earned.length);
    to.why.push(...earned.map((date) => `${dayWords(date)} worked, and otherwise a working day`));
  }
  const fullRateOn = (each: TakenLeave): Decimal | null =>
    law.fullRate.includes(each.kind)
      ? (rateOn(each.date)?.times(fullShare(time, each, plannedShifts(person)[each.date])) ?? null)
      : rateOn(each.date);
  for (const { kind, rate, taken } of leaveByRate(hours.leave, time.country, fullRateOn)) {
    const to = target(find({ kind: "leave", leave: kind }), undefined, rate);
    to.hours = sum(taken.map((each) => each.hours));
    if (leaveKindIn(time.country, kind).unit !== "hours") to.units = unitsOf(person, kind, taken);
    to.why.push(...taken.map((each) => `${dayWords(each.date)}: ${each.hours.toString()} h`));
  }
  const loading = leaveLoading(time, hours.leave, person.loadingPercent, plannedShifts(person));
  if (loading) {
    const rate = rateOn(hours.leave.find((each) => each.kind === "annual")?.date ?? dates[0] ?? "");
    const to = target(find({ kind: "loading" }));
    if (rate) to.amount = halfUpToCent(loading.hours.times(rate));
    to.why.push(rate ? `${loading.why}, at $${rate.toFixed(4).replace(/0{1,2}$/, "")} an hour` : loading.why);
  }
  for (const extra of hours.extras) {
    const entry = rules && [...rules.additions, ...rules.allowances].find((each) => each.id === extra.code);
    if (!rules || !entry) continue;
    const why = extra.on.map((each) => `${dayWords(each.date)} ${each.why}`);
    if (law.holidaysByDay && "trigger" in entry && entry.trigger.kind === "holidayWorked") {
      const to = target(find({ kind: "holiday", element: "alternativeEarned" }));
      to.units = extra.units;
      to.why.push(...why);
      continue;
    }
    const each = unitAmount(rules, entry, rates);
    const words = entry.id.replaceAll("-", " ");
    if (each === null)
      faults.push(
        `${rules.title} gives ${words} × ${extra.units.toString()} (${why.join("; ")}); its amount is not known. Enter it in Set-up, Agreements.`,
      );
    if (each === null || each.isZero()) continue;
    const code = reportingCodeOf({ id: entry.id, unit: entry.unit === "hourOrPart" ? "hour" : entry.unit });
    const name = words.charAt(0).toUpperCase() + words.slice(1);
    const to = target(find({ kind: "allowance", id: entry.id, name, code }));
    to.amount = halfUpToCent(each.times(extra.units));
    to.units = extra.units;
    to.why.push(...why, `${extra.units.toString()} × $${each.toFixed(2)}`);
  }
  if (law.daysWorked && time.use === "all") {
    const days = new Set([...hours.pieces, ...hours.plain, ...hours.leave].map((each) => each.date));
    if (days.size > 0) {
      const to = target(find({ kind: "holiday", element: "daysWorked" }));
      to.units = decimal(days.size);
      to.why.push([...days].sort().map(dayWords).join(", "));
    }
  }
  return {
    lines: [...targets.values()].map((each) => lineOf(each, agreedRate)),
    faults: [...new Set(faults)],
    queries,
  };
}

/** Shifts planned for days, by date: what leave was taken from. */
const plannedShifts = ({ known }: KnownPerson): Record<string, DayShift[]> =>
  Object.fromEntries(
    known.flatMap((day) =>
      day.kind === "planned" && day.record && day.record.shifts.length > 0
        ? [[day.date, day.record.shifts] as const]
        : [],
    ),
  );

/** A line without a rate is paid at the person's own: of another period it says which that was. */
export const atRateOf = ({ agreedRate: then }: KnownPerson, present: string | null, found: TimeLines): TimeLines =>
  then === null || present === then
    ? found
    : {
        ...found,
        lines: found.lines.map((line) =>
          line.rate === undefined && line.hours !== undefined && line.units === undefined
            ? { ...line, rate: then }
            : line,
        ),
      };

/** Lines of several spans and periods as one pay has them: one line a cell and rate. */
export function joined(all: readonly TimeLines[]): TimeLines {
  const [only] = all;
  if (only && all.length === 1) return only;
  const lines = new Map<string, SheetLine>();
  for (const line of all.flatMap((each) => each.lines)) {
    const key = JSON.stringify([line.elementId, line.costCentre, line.rate, line.asOf]);
    const before = lines.get(key);
    lines.set(key, before ? twoLines(before, line) : line);
  }
  return {
    lines: [...lines.values()],
    faults: [...new Set(all.flatMap((each) => each.faults))],
    queries: [...new Set(all.flatMap((each) => each.queries))],
  };
}

function twoLines(before: SheetLine, line: SheetLine): SheetLine {
  const said: Record<string, string> = {};
  for (const what of ["hours", "amount", "units"] as const)
    if (before[what] !== undefined || line[what] !== undefined)
      said[what] = decimal(before[what] ?? "0")
        .plus(line[what] ?? "0")
        .toString();
  const why = [...(line.time?.why ?? []), ...(before.time?.why ?? [])].slice(0, 100);
  return { ...before, ...said, time: { ...said, why } };
}

/** What an hour of the day would have been paid, as a share of the rate: by the shift that was planned, or the day alone. */
function fullShare(time: KnownPerson["time"], { date, hours }: TakenLeave, planned: DayShift[] | undefined): Decimal {
  const day = planned ? { shifts: planned, leave: [] } : { shifts: [], leave: [], hours: hours.toString() };
  const { pieces } = personHours({ ...time, use: "all", days: { [date]: day } }, [date]);
  const own = pieces.filter((piece) => !piece.overtime && !piece.topUp);
  const minutes = own.reduce((total, piece) => total + piece.minutes, 0);
  return minutes === 0 ? decimal(1) : sum(own.map((piece) => piece.percent.times(piece.minutes))).div(minutes * 100);
}

/** Leave of a kind, apart where its days have another rate. */
function leaveByRate(
  leave: PersonHours["leave"],
  country: "AU" | "NZ",
  rateOn: (each: TakenLeave) => Decimal | null,
): { kind: string; rate: Decimal | null; taken: PersonHours["leave"] }[] {
  const found = new Map<string, { kind: string; rate: Decimal | null; taken: PersonHours["leave"] }>();
  for (const each of leave) {
    const rate = leaveKindIn(country, each.kind).unit === "hours" ? rateOn(each) : null;
    const key = `${each.kind} ${rate?.toString() ?? ""}`;
    const group = found.get(key) ?? { kind: each.kind, rate, taken: [] };
    group.taken.push(each);
    found.set(key, group);
  }
  return [...found.values()];
}

/** An agreement's rules or a calendar that is missing is said; hours are never priced as if it held nothing. */
function unknownTables({ time, terms }: KnownPerson, dates: readonly string[]): string[] {
  const [first = "", last = ""] = [dates[0], dates.at(-1)];
  const [from, to] = calendarYears;
  const year = (date: string) => Number(date.slice(0, 4));
  return [
    ...(terms?.agreement && time.rules === null
      ? [
          `No version of ${terms.agreement} is known for ${dateWords(first)}. Load one in Set-up, Agreements, or choose another agreement.`,
        ]
      : []),
    ...(year(first) < from || year(last) > to
      ? [`Public holidays are known from ${from} to ${to} only: hours of ${year(last)} cannot be priced.`]
      : []),
  ];
}

/** An hour for an hour, or as much time as the overtime would have paid, as the rule of the piece says. */
function timeOffPercent(rules: AgreementRules | null, piece: Piece): string {
  const rule = rules?.overtime.find((each) => each.id === piece.rule)?.timeOffInstead;
  return rule?.ratio === "atOvertimeRate" ? piece.percent.toString() : "100";
}

const startsAt = (wall: string): number =>
  wallOf(wall.slice(0, 10), Number(wall.slice(11, 13)) * 60 + Number(wall.slice(14)));
/** Holidays worked by who has no agreement that gives the day: the Act gives it (s 56). */
const alternativeDays = ({ time }: KnownPerson, hours: PersonHours): string[] =>
  !timeRulesIn(time.country).holidaysByDay || time.rules
    ? []
    : [...new Set(hours.plain.filter((each) => !isHolidayOff(each)).map((each) => each.date))].filter(
        (date) => holidayOn(time, date) && time.person.otherwiseWorkingDays?.includes(date),
      );

const isHolidayOff = (plain: PlainHours) => plain.why.endsWith("not worked");

function plainElement({ time }: KnownPerson, plain: PlainHours, percent: string, find: Finder): number {
  const { holidaysByDay } = timeRulesIn(time.country);
  if (holidaysByDay && isHolidayOff(plain)) return find({ kind: "holiday", element: "publicHoliday" });
  // Hours without an agreement, or without their times: the Act's time and a half holds for them, too.
  if (holidaysByDay && holidayOn(time, plain.date)) return find({ kind: "holiday", element: "publicHolidayWorked" });
  return find({ kind: "hours", overtime: false, percent, rule: "ordinary" });
}

/** Leave in the unit of its kind: days by the hours of the day, weeks by the days of the person's week. */
export const unitsOf = ({ time }: KnownPerson, kind: string, taken: PersonHours["leave"]): Decimal =>
  halfUpToHourE4(
    leaveAmount(
      taken.map(({ date, hours }) => ({ hours, usual: hoursOf(patternMinutes(time, date)) })),
      leaveKindIn(time.country, kind).unit,
      time.pattern,
    ),
  );

function lineOf(each: Target, agreedRate: string | null): SheetLine {
  const hours = each.hours ?? (each.minutes > 0 ? hoursOf(each.minutes) : null);
  const said = {
    ...(each.amount ? { amount: each.amount.toFixed(2) } : {}),
    ...(hours && !each.amount ? { hours: hours.toString() } : {}),
    ...(each.units ? { units: each.units.toString() } : {}),
  };
  const own = each.rate && (agreedRate === null || !decimal(agreedRate).eq(each.rate));
  return {
    elementId: each.elementId,
    ...said,
    ...(own && each.rate ? { rate: each.rate.toString() } : {}),
    ...(each.costCentre ? { costCentre: each.costCentre } : {}),
    time: { ...said, why: each.why.slice(0, 100).map((text) => text.slice(0, 300)) },
  };
}
