/**
 * Usual pay that was made from the agreed hours or the salary is as agreed: on each day it is what the terms of that day
 * make of it. A raise of a salary would else be agreed and never paid. What somebody typed otherwise stays.
 */
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import type { SheetLine } from "@zesty/core/pay/row";
import { usualOfPeriod } from "@zesty/core/pay/usualOfPeriod";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, fromE4 } from "@zesty/core/quantity/units";
import type { Db } from "./open.ts";
import type { employmentTerms } from "./schema.ts";
import { preparedOn } from "./statements.ts";

export type AgreedTerms = Pick<typeof employmentTerms.$inferSelect, "cycleId" | "salaryCents" | "weeklyHoursE4">;

export interface Agreed {
  cycleOf(cycleId: number): Cycle | undefined;
  isOrdinary(elementId: number): boolean;
}

/** Cycles and pay elements, looked up where they are asked for. */
export function agreedIn(db: Db): Agreed {
  const cycle = preparedOn<[number], { cycle: string }>(db.$client, "SELECT cycle FROM pay_cycle WHERE id = ?");
  const element = preparedOn<[number], { element: string; percent: string }>(
    db.$client,
    "SELECT element, percent FROM pay_element WHERE id = ?",
  );
  return {
    cycleOf: (id) => cycle.get(id)?.cycle as Cycle | undefined,
    isOrdinary: (id) => {
      const found = element.get(id);
      return found?.element === "ordinary" && Number(found.percent) === 100;
    },
  };
}

export type AgreedRow = AgreedTerms & { from: string };

/**
 * @param from the day from which this usual pay counts
 * @param terms up to the day that is asked for, in the order in which they count
 */
export function asAgreed(
  lines: readonly SheetLine[],
  from: string,
  terms: readonly AgreedRow[],
  agreed: Agreed,
): SheetLine[] {
  const first = terms.findLast((row) => row.from <= from) ?? terms[0];
  // Said and said again for one day: usual pay was made from the one or the other.
  const ofDay = terms.filter((row) => row.from === first?.from);
  const made = ofDay.findLast((row) => ordinaryOf(lines, usualOf(row, agreed), agreed) >= 0) ?? ofDay.at(-1);
  let held = [...lines];
  let said = made;
  for (const row of made ? terms.slice(terms.indexOf(made) + 1) : []) {
    const after = said && moved(held, said, row, agreed);
    if (!after) continue;
    held = after;
    said = row;
  }
  return held;
}

/** Place of the ordinary line that is just what the terms make of it. */
const ordinaryOf = (lines: readonly SheetLine[], usual: ReturnType<typeof usualOfPeriod>, agreed: Agreed): number =>
  usual ? lines.findIndex((line) => !line.explained && agreed.isOrdinary(line.elementId) && isAs(line, usual)) : -1;

/** @returns null where hours become a salary, or a salary hours: that is another element, and said by hand */
function moved(lines: SheetLine[], said: AgreedTerms, held: AgreedTerms, agreed: Agreed): SheetLine[] | null {
  const [before, after] = [usualOf(said, agreed), usualOf(held, agreed)];
  if (!before || !after || "amount" in before !== "amount" in after) return null;
  if (JSON.stringify(before) === JSON.stringify(after)) return lines;
  const at = ordinaryOf(lines, before, agreed);
  return lines.map((each, index) => (index === at ? { ...each, ...after } : each));
}

function usualOf(terms: AgreedTerms, { cycleOf }: Agreed): ReturnType<typeof usualOfPeriod> {
  const cycle = cycleOf(terms.cycleId);
  const salary = terms.salaryCents === null ? "" : centsText(terms.salaryCents);
  return cycle ? usualOfPeriod({ salary, weeklyHours: fromE4(terms.weeklyHoursE4).toString() }, cycle) : null;
}

const isAs = (line: SheetLine, usual: { amount: string } | { hours: string }): boolean =>
  "amount" in usual
    ? line.amount !== undefined && decimal(line.amount).eq(usual.amount)
    : line.hours !== undefined && line.amount === undefined && decimal(line.hours).eq(usual.hours);
