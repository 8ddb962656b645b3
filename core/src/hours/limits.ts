/** The limits of ordinary time: day, agreed hours, week or cycle, and which days of a week may be longer. */
import { type AgreementRules, type Condition, dayNames, type RuleBasis } from "../agreements/agreementRules.ts";
import { dateOfDay, dayOf } from "../calendar/dates.ts";
import { weekOfRoster } from "../calendar/rosterWeeks.ts";
import { windowsAbout } from "./availability.ts";
import { amountFor, holds, isSetting, type ShiftFacts } from "./conditions.ts";
import type { CountedShift } from "./normalise.ts";
import type { Roster } from "./roster.ts";
import { minutesAtWork } from "./saving.ts";

const without = Number.POSITIVE_INFINITY;
/** First day of the week that holds a day, by the agreement's rules's own start. */
export const weekOf = (day: number, rules: AgreementRules): number =>
  day - ((((day + 2) % 7) - dayNames.indexOf(rules.time.weekStart) + 7) % 7);

/** What is answered, and what counts where nobody answered. */
const answersTo = (rules: AgreementRules, settings: ShiftFacts["settings"]): ShiftFacts["settings"] => ({
  ...Object.fromEntries(rules.settings.map((each) => [each.key, each.default])),
  ...settings,
});

/** A condition of the person alone: basis and settings. */
const fits = (condition: Condition | undefined, basis: RuleBasis, known: ShiftFacts["settings"]): boolean =>
  (!condition?.basis || condition.basis.includes(basis)) &&
  Object.entries(condition?.settings ?? {}).every(([key, value]) => isSetting(known?.[key], value));

/** Whether a condition of the person alone holds. */
export const fitsPerson = (
  condition: Condition | undefined,
  basis: RuleBasis,
  rules: AgreementRules,
  settings: ShiftFacts["settings"],
): boolean => fits(condition, basis, answersTo(rules, settings));

/** Per cent of the hourly rate that paid leave comes to. */
export const absencePercent = (
  rules: AgreementRules | null,
  basis: RuleBasis,
  settings: ShiftFacts["settings"],
): number => rules?.absencePercent?.find((each) => fitsPerson(each.if, basis, rules, settings))?.percent ?? 100;

/** Weeks of a person's cycle, and ordinary minutes of a week of it; null: no limit. By basis and settings alone. */
export function cycleOf(
  rules: AgreementRules,
  basis: RuleBasis,
  settings: ShiftFacts["settings"],
): { weeks: number; minutes: number | null } {
  const { weeklyMax } = rules.ordinary;
  const known = answersTo(rules, settings);
  const entry = Array.isArray(weeklyMax) ? weeklyMax.find((each) => fits(each.if, basis, known)) : undefined;
  return {
    weeks: Math.max(1, entry?.weeks ?? amountFor(rules.time.averageWeeks, known)),
    minutes: Array.isArray(weeklyMax) ? (entry?.minutes ?? null) : weeklyMax,
  };
}

/** Number of the week or averaging cycle that holds a day, and how many ordinary minutes fit into one. */
export function cycles(roster: Roster, first: { shift: CountedShift; facts: ShiftFacts }) {
  const { rules } = roster;
  const firstDay = first.shift.day;
  const { weeks: own, minutes: most } = cycleOf(rules, first.facts.basis, first.facts.settings);
  const weeks = Math.max(1, roster.averagingWeeks ?? own);
  const anchor = roster.periodStart ? dayOf(roster.periodStart) : weekOf(firstDay, rules);
  return {
    weeks,
    most: most === null ? without : minutesAtWork(roster.person.saving, most * weeks),
    of: (day: number) => Math.floor((day - anchor) / (7 * weeks)),
  };
}

const limitOf = (rules: AgreementRules, facts: ShiftFacts, shift: CountedShift, longer: boolean) =>
  rules.ordinary.dailyMax.find(
    (each) => (each.timesPerWeek !== undefined) === longer && holds(each.if, facts, shift.start),
  );

/**
 * Days that take the longer limit: those that the roster marks, then the first days of each week whose worked minutes
 * (paid breaks and overtime too) exceed the basic limit, as often as the agreement's rules allows.
 */
export function longDays(
  rules: AgreementRules,
  shifts: readonly { shift: CountedShift; facts: ShiftFacts }[],
): Set<number> {
  const days = new Map<number, { minutes: number; marked: boolean; first: (typeof shifts)[number] }>();
  for (const each of shifts) {
    const day = days.get(each.shift.day) ?? { minutes: 0, marked: false, first: each };
    day.minutes += each.shift.workedMinutes;
    day.marked ||= each.shift.longDay;
    days.set(each.shift.day, day);
  }
  const found = new Set<number>();
  const taken = new Map<number, number>();
  const take = (wanted: (day: { minutes: number; marked: boolean; first: (typeof shifts)[number] }) => boolean) => {
    for (const [at, day] of days) {
      const { shift, facts } = day.first;
      const times = limitOf(rules, facts, shift, true)?.timesPerWeek ?? 0;
      const week = weekOf(at, rules);
      if (found.has(at) || (taken.get(week) ?? 0) >= times || !wanted(day)) continue;
      found.add(at);
      taken.set(week, (taken.get(week) ?? 0) + 1);
    }
  };
  take((day) => day.marked);
  take(({ minutes, first: { shift, facts } }) => {
    const basic = limitOf(rules, facts, shift, false);
    return basic !== undefined && minutes > amountFor(basic.minutes, facts.settings);
  });
  return found;
}

/** Ordinary minutes that fit into the day of a shift. */
export function dailyMost(rules: AgreementRules, shift: CountedShift, facts: ShiftFacts, long: boolean): number {
  const entry = (long ? limitOf(rules, facts, shift, true) : undefined) ?? limitOf(rules, facts, shift, false);
  return entry ? amountFor(entry.minutes, facts.settings) : without;
}

/** When a part-timer's hours beyond those agreed are ordinary; null where they never are, or nobody knows when they were. */
export const availableFor = (
  { person, rules }: Roster,
  { shift, facts }: { shift: CountedShift; facts: ShiftFacts },
): ReturnType<typeof windowsAbout> | null =>
  person.availability &&
  !shift.clockless &&
  rules.ordinary.availability?.some((each) => holds(each.if, facts, shift.start))
    ? windowsAbout(person.availability, shift.day)
    : null;

/** Agreed minutes of the day on which a shift starts; without a limit for a basis that the agreement's rules does not list. */
export function agreedMost(roster: Roster, day: number, varied: number | undefined): number {
  const { person, rules } = roster;
  if (!rules.ordinary.agreedHours.includes(person.basis)) return without;
  if (varied !== undefined) return varied;
  if (!person.agreedMinutes) return without;
  const hours = person.rosterWeeks && weekOfRoster(person.rosterWeeks, dateOfDay(day))[(day + 2) % 7];
  const agreed = hours === undefined ? person.agreedMinutes[dayNames[(day + 2) % 7] ?? "mon"] : Number(hours) * 60;
  return minutesAtWork(person.saving, Math.round(agreed ?? 0));
}
