/**
 * Usual pay that was made from the agreed hours or the salary is as agreed: on each day it is what the terms of that day
 * make of it. A raise of a salary would else be agreed and never paid. What somebody typed otherwise stays.
 */
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import type { SheetLine } from "@zesty/core/pay/row";
import { usualOfPeriod } from "@zesty/core/pay/usualOfPeriod";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent, halfUpToHourE4 } from "@zesty/core/quantity/rounding";
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
  const made = ofDay.findLast((row) => ordinaryOf(lines, usualOf(row, agreed), agreed).length > 0) ?? ofDay.at(-1);
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

type Usual = NonNullable<ReturnType<typeof usualOfPeriod>>;
const measureOf = (usual: Usual) => ("amount" in usual ? "amount" : "hours");
const quantityOf = (line: SheetLine, usual: Usual): string | undefined =>
  "amount" in usual ? line.amount : line.amount === undefined ? line.hours : undefined;
const wholeOf = (usual: Usual): Decimal => decimal("amount" in usual ? usual.amount : usual.hours);

/** Places of the ordinary line that is just what the terms make of it, or of all of them where their sum is. */
function ordinaryOf(lines: readonly SheetLine[], usual: Usual | null, agreed: Agreed): number[] {
  if (!usual) return [];
  const own = lines.flatMap((line, at) => {
    const quantity = !line.explained && agreed.isOrdinary(line.elementId) ? quantityOf(line, usual) : undefined;
    return quantity === undefined ? [] : [{ at, quantity: decimal(quantity) }];
  });
  const whole = wholeOf(usual);
  const one = own.find((each) => each.quantity.eq(whole));
  if (one) return [one.at];
  const isAll = !whole.isZero() && sum(own.map((each) => each.quantity)).eq(whole);
  return isAll ? own.map((each) => each.at) : [];
}

/** Places of the lines that follow the terms: what was made from the agreed hours or the salary. */
export const asTermsSay = (lines: readonly SheetLine[], terms: AgreedTerms, agreed: Agreed): number[] =>
  ordinaryOf(lines, usualOf(terms, agreed), agreed);

/** The lines in the same proportions, with another whole between them; the last one takes what rounding leaves. */
function shared(lines: readonly SheetLine[], places: readonly number[], before: Usual, after: Usual): SheetLine[] {
  const round = "amount" in after ? halfUpToCent : halfUpToHourE4;
  let left = wholeOf(after);
  return lines.map((line, at) => {
    const place = places.indexOf(at);
    if (place === -1) return line;
    const part =
      place === places.length - 1
        ? left
        : round(
            wholeOf(after)
              .times(quantityOf(line, before) ?? "0")
              .div(wholeOf(before)),
          );
    left = left.minus(part);
    return { ...line, [measureOf(after)]: "amount" in after ? part.toFixed(2) : part.toString() };
  });
}

/** @returns null where hours become a salary, or a salary hours: that is another element, and said by hand */
function moved(lines: SheetLine[], said: AgreedTerms, held: AgreedTerms, agreed: Agreed): SheetLine[] | null {
  const [before, after] = [usualOf(said, agreed), usualOf(held, agreed)];
  if (!before || !after || "amount" in before !== "amount" in after) return null;
  if (JSON.stringify(before) === JSON.stringify(after)) return lines;
  const places = ordinaryOf(lines, before, agreed);
  return places.length === 0 ? lines : shared(lines, places, before, after);
}

function usualOf(terms: AgreedTerms, { cycleOf }: Agreed): ReturnType<typeof usualOfPeriod> {
  const cycle = cycleOf(terms.cycleId);
  const salary = terms.salaryCents === null ? "" : centsText(terms.salaryCents);
  return cycle ? usualOfPeriod({ salary, weeklyHours: fromE4(terms.weeklyHoursE4).toString() }, cycle) : null;
}
