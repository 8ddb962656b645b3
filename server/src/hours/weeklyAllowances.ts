/**
 * Weekly allowances of who is paid by usual pay alone: the agreement gives them for a fact of the person (first aid,
 * leading hand, tools), and no recorded shift brings them into the pay. What has no line of its own is asked about.
 */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { weeklyByFacts } from "@zesty/core/hours/allPurpose";
import { penaltiesOf } from "@zesty/core/hours/leaveLoading";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import { type Decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { type KnownPerson, plannedShifts } from "./personTimes.ts";

/** "leading hand" of "leading-hand-3", "tool" of "tools": steps and units of one allowance share its line, however named */
const wordsOf = (id: string): string =>
  id
    .replace(/-(\d+|week)$/, "")
    .replace(/s$/, "")
    .replaceAll("-", " ");

const isNamed = (id: string, named: readonly string[]): boolean =>
  named.some((name) => name.toLowerCase().includes(wordsOf(id)));

/**
 * What an ordinary week brings beside the rate where the agreement pays it: allowances that facts of the person give, and
 * penalties of the shifts that are planned for the week, or of the week's pattern. A salary has all of it within.
 * @param named allowances that the usual pay has of its own, by name
 * @param from the first day of a week without public holidays: those have rules of their own
 */
export function besideTheRate(
  { time, rates, salaried, known }: KnownPerson,
  named: readonly string[],
  from: IsoDate,
): { allowances: Decimal; unknown: string[]; penaltyHours: Decimal } {
  if (!time.rules || salaried) return { allowances: zero, unknown: [], penaltyHours: zero };
  const given = weeklyByFacts(time.rules, rates, time.person).filter(({ id }) => !isNamed(id, named));
  const dates = Array.from({ length: 7 }, (_, at) => addDays(from, at));
  const week = { ...time, holidays: [], employedTo: null };
  return {
    allowances: sum(given.map(({ weekly }) => weekly ?? zero)),
    unknown: given.flatMap(({ id, weekly }) => (weekly ? [] : [wordsOf(id)])),
    penaltyHours: time.person.basis === "casual" ? zero : penaltiesOf(week, plannedShifts(known), dates).hours,
  };
}

/** @returns sentences; none where a line of the pay stands for it, or where the pay has no ordinary hours */
export function weeklyAllowancesLeftOut(
  { time, terms, rates, salaried }: KnownPerson,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
): string[] {
  if (!time.rules || terms?.use !== "record" || salaried) return [];
  const { title } = time.rules;
  const paid = lines.flatMap((line) => elements.get(line.elementId) ?? []);
  if (!paid.some((each) => each.element === "ordinary")) return [];
  const named = paid.filter((each) => each.element === "allowance").map((each) => each.name);
  return weeklyByFacts(time.rules, rates, time.person).flatMap(({ id, weekly }) => {
    const words = wordsOf(id);
    if (weekly?.isZero() || isNamed(id, named)) return [];
    const much = weekly ? `$${weekly.toFixed(2)} a week` : "by the week; its amount is not known here";
    return [
      `${title} gives ${words}, ${much}, and no line of this pay says so. Put it into the usual pay, or record why it does not fall due.`,
    ];
  });
}
