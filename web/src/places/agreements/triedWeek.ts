/** A week tried on an agreement's rules: what somebody of such facts is paid for it, line by line. Nothing is kept. */
import type { AgreementView } from "@zesty/contract/time";
import { addDays } from "@zesty/core/calendar/dates";
import { allPurposeOf } from "@zesty/core/hours/allPurpose";
import { readDay } from "@zesty/core/hours/dayText";
import { interpret } from "@zesty/core/hours/interpret";
import { baseRate, unitAmount, worthOf } from "@zesty/core/hours/pricing";
import type { RosterPerson } from "@zesty/core/hours/roster";
import type { DayShift } from "@zesty/core/hours/shiftText";
import type { WorkedHours } from "@zesty/core/hours/worked";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { onPage } from "../../countries/onPage.ts";

/** A Monday without public holidays or changes of the clock about it. */
export const monday = "2026-09-07";
export const dayNames = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

export interface TriedWeek {
  /** as they are typed under Time & leave, Monday first */
  days: readonly string[];
  person: RosterPerson;
  level: string;
  /** which of the days is a public holiday */
  holiday: number | null;
}

export function tryWeek({ rules, rates, settings }: AgreementView, { days, person, level, holiday }: TriedWeek) {
  const faults: string[] = [];
  const shifts: DayShift[] = [];
  days.forEach((text, at) => {
    const day = readDay(text, addDays(monday, at), rules.country);
    if (day && "fault" in day) faults.push(`${dayNames[at]}: ${day.fault}`);
    else if (day) shifts.push(...day.shifts);
  });
  const found = interpret({
    ...{ rules, person, settings, shifts, timeZone: onPage[rules.country].timeZone, callsAreOvertime: true },
    holidays: holiday === null ? [] : [{ date: addDays(monday, holiday) }],
  });
  const worked: WorkedHours | null = "faults" in found ? null : found;
  if ("faults" in found) faults.push(...found.faults.map((each) => each.text));
  // What is part of the hourly rate is not paid beside it once more.
  const allPurpose = allPurposeOf(rules, rates, person);
  const { rate, why } = baseRate(rules, level || null, rates, null, worked?.ratePercent ?? 100, allPurpose);
  const lines = (worked?.lines ?? []).map((line) => ({
    ...line,
    amount: rate && halfUpToCent(worthOf(line.minutes, rate, line.percent)),
  }));
  const extras = (worked?.extras ?? []).flatMap((each) => {
    if (allPurpose.within.includes(each.code)) return [];
    const entry = [...rules.additions, ...rules.allowances].find((rule) => rule.id === each.code);
    const unit = entry ? unitAmount(rules, entry, rates) : null;
    return [{ ...each, amount: unit && halfUpToCent(unit.times(each.units)) }];
  });
  // As a run pays it: minutes of one per cent are one line, rounded once.
  const minutes = new Map<string, number>();
  for (const line of lines) {
    const key = `${line.overtime} ${line.percent.toString()}`;
    minutes.set(key, (minutes.get(key) ?? 0) + line.minutes);
  }
  const paid = [...minutes].flatMap(([key, each]) =>
    rate ? [halfUpToCent(worthOf(each, rate, decimal(key.split(" ")[1] ?? "0")))] : [],
  );
  const total = sum([...paid, ...extras.flatMap((each) => (each.amount ? [each.amount] : []))]);
  const spoke = [
    ...(worked?.pieces ?? []).map((each) => each.rule),
    ...(worked?.extras ?? []).map((each) => each.code),
    ...allPurpose.within,
  ];
  return { faults, lines, extras, total, spoke, why };
}
