/** What the days of a person become in a run sheet: lines by pay element, each with its reasons. */

import { minutesOfDay, wallOf } from "@zesty/core/calendar/wallClock";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { timeRulesIn } from "@zesty/core/countries/time";
import { allPurposeOf } from "@zesty/core/hours/allPurpose";
import { percentFor } from "@zesty/core/hours/conditions";
import { isOnCall } from "@zesty/core/hours/dayText";
import { higherPay } from "@zesty/core/hours/higherDuties";
import { reasonOf } from "@zesty/core/hours/interpret";
import { juniorPercent } from "@zesty/core/hours/juniorPercent";
import { leaveLoading } from "@zesty/core/hours/leaveLoading";
import { personHours, type TakenLeave } from "@zesty/core/hours/personHours";
import { baseRate, reportingCodeOf, unitAmount } from "@zesty/core/hours/pricing";
import type { Piece } from "@zesty/core/hours/worked";
import type { SheetLine } from "@zesty/core/pay/row";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { askedOfDays } from "./askedOfDays.ts";
import { dayWords } from "./dayWords.ts";
import { type KnownPerson, plannedShifts } from "./personTimes.ts";
import {
  alternativeDays,
  type Finder,
  fullShare,
  hoursOf,
  isHolidayOff,
  leaveByRate,
  lineOf,
  plainElement,
  startsAt,
  type Target,
  timeOffPercent,
  unitsOf,
  unknownTables,
} from "./timeLineParts.ts";

export interface TimeLines {
  lines: SheetLine[];
  faults: string[];
  queries: string[];
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
  const allPurpose = allPurposeOf(rules, rates, time.person);
  // Without an agreed rate the level's rate says it.
  if (agreedRate !== null)
    faults.push(
      ...allPurpose.unknown.map(
        (id) =>
          `${rules?.title} counts ${id.replaceAll("-", " ")} into the hourly rate; its amount is not known. Enter it in Set-up, Agreements.`,
      ),
    );
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
    const { rate, why } = baseRate(rules, terms?.classification ?? null, rates, agreedRate, percent, allPurpose);
    if (rate === null)
      faults.push(
        `No hourly rate is known: ${why}. Enter one under People, or the level's rate in Set-up, Agreements.`,
      );
    return rate;
  };
  const rateOn = (date: string) => rateAt(juniorPercent(time, date));
  // Being on call lies around the work: the call's own cost centre counts.
  const shifts = Object.values(time.days).flatMap((day) => day.shifts.filter((shift) => !isOnCall(shift)));
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
    const higher = higherPay(rules, rates, hours.higher, rateAt, allPurpose.hourly);
    faults.push(...higher.faults.map(({ date, text }) => `${dayWords(date)}: ${text}`));
    if (higher.parts.length > 0) {
      const to = target(find({ kind: "allowance", id: "higher-duties", name: "Higher duties", code: "KN" }));
      addTo(to, halfUpToCent(sum(higher.parts.map((each) => each.exact))));
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
    to.arose = earned;
    to.why.push(...earned.map((date) => `${dayWords(date)} worked, and otherwise a working day`));
  }
  const fullRateOn = (each: TakenLeave): Decimal | null =>
    law.fullRate.includes(each.kind)
      ? (rateOn(each.date)?.times(fullShare(time, each, plannedShifts(person.known)[each.date])) ?? null)
      : rateOn(each.date);
  for (const { kind, rate, taken } of leaveByRate(hours.leave, time.country, fullRateOn)) {
    const to = target(find({ kind: "leave", leave: kind }), undefined, rate);
    to.hours = sum(taken.map((each) => each.hours));
    if (leaveKindIn(time.country, kind).unit !== "hours") to.units = unitsOf(person, kind, taken);
    to.why.push(...taken.map((each) => `${dayWords(each.date)}: ${each.hours.toString()} h`));
  }
  const loading = leaveLoading(time, hours.leave, person.loadingPercent, plannedShifts(person.known));
  if (loading) {
    const rate = rateOn(hours.leave.find((each) => each.kind === "annual")?.date ?? dates[0] ?? "");
    const to = target(find({ kind: "loading" }));
    if (rate) addTo(to, halfUpToCent(loading.hours.times(rate)));
    to.why.push(rate ? `${loading.why}, at $${rate.toFixed(4).replace(/0{1,2}$/, "")} an hour` : loading.why);
  }
  for (const extra of hours.extras) {
    const entry = rules && [...rules.additions, ...rules.allowances].find((each) => each.id === extra.code);
    if (!rules || !entry || allPurpose.within.includes(entry.id)) continue;
    const why = extra.on.map((each) => `${dayWords(each.date)} ${each.why}`);
    if (law.holidaysByDay && "trigger" in entry && entry.trigger.kind === "holidayWorked") {
      const to = target(find({ kind: "holiday", element: "alternativeEarned" }));
      to.units = extra.units;
      to.arose = [...new Set(extra.on.map((each) => each.date))];
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
    addTo(to, halfUpToCent(each.times(extra.units)));
    to.units = extra.units.plus(to.units ?? 0);
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

/** Whatever comes under one element is paid: nothing takes another's place. */
const addTo = (to: Target, amount: Decimal): void => {
  to.amount = amount.plus(to.amount ?? 0);
};

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
  const arose = [...(before.time?.arose ?? []), ...(line.time?.arose ?? [])].sort();
  return { ...before, ...said, time: { ...said, why, ...(arose.length > 0 ? { arose } : {}) } };
}
