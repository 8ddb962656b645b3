/**
 * Weekly allowances of who is paid by usual pay alone: the agreement gives them for a fact of the person (first aid,
 * leading hand, tools), and no recorded shift brings them into the pay. What has no line of its own is asked about.
 */
import { weeklyByFacts } from "@zesty/core/hours/allPurpose";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import type { KnownPerson } from "./personTimes.ts";

/** "leading hand" of "leading-hand-3", "tool" of "tools": steps and units of one allowance share its line, however named */
const wordsOf = (id: string): string =>
  id
    .replace(/-(\d+|week)$/, "")
    .replace(/s$/, "")
    .replaceAll("-", " ");

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
  const named = paid.filter((each) => each.element === "allowance").map((each) => each.name.toLowerCase());
  return weeklyByFacts(time.rules, rates, time.person).flatMap(({ id, weekly }) => {
    const words = wordsOf(id);
    if (weekly?.isZero() || named.some((name) => name.includes(words))) return [];
    const much = weekly ? `$${weekly.toFixed(2)} a week` : "by the week; its amount is not known here";
    return [
      `${title} gives ${words}, ${much}, and no line of this pay says so. Put it into the usual pay, or record why it does not fall due.`,
    ];
  });
}
