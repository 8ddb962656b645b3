/**
 * What was typed in the last pay, put over the usual pay of the new one. What exceptions took is there again by itself;
 * what happened once stays where it was, and is named.
 */

import { typedFrom } from "@zesty/core/pay/asTyped";
import { beneathCell, compose, quantityIn, quantityOfCell } from "@zesty/core/pay/compose";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import { cellOf, isBeside, type Laid, type Typed } from "@zesty/core/pay/strands";
import { type Decimal, decimal, decimalOrZero } from "@zesty/core/quantity/decimal";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { pay } from "../store/schema.ts";
import { layRows } from "./layRows.ts";

/** Kinds of pay that belong to one pay: a bonus, back pay, leave, the end of an employment. */
const once: ReadonlySet<string> = new Set([
  ...["leaveTaken", "leaveLoading", "publicHoliday", "publicHolidayWorked", "alternativeHoliday", "alternativeEarned"],
  "alternativeExchanged",
  ...["cashUp", "bonus", "backPay", "commission", "unusedLeave", "etp", "redundancy", "finalPercent", "closedownPay"],
  ...["timeInLieuEarned", "daysWorked", "lumpSum"],
]);

/** Days that took hours are restored where the earlier version kept no strands: leave is put back into ordinary time. */
function typedOfEarlier(lines: readonly SheetLine[], laid: Laid, elements: ReadonlyMap<number, PayElement>): Typed[] {
  const isOnce = (line: SheetLine) => once.has(elements.get(line.elementId)?.element ?? "");
  const away = lines
    .filter((line) => isOnce(line) && !isBeside(line) && line.hours !== undefined && line.detail?.cashOut !== true)
    .filter((line) =>
      ["leaveTaken", "publicHoliday", "alternativeHoliday"].includes(elements.get(line.elementId)?.element ?? ""),
    )
    .reduce<Decimal>((sum, line) => sum.plus(decimalOrZero(line.hours)), decimal(0));
  const usual = compose(laid, [], elements);
  const salary = usual.find(
    (line) => elements.get(line.elementId)?.element === "ordinary" && line.amount !== undefined,
  );
  let back = away;
  const restored = lines
    .filter((line) => !isOnce(line) && !isBeside(line) && line.time === undefined)
    .map((line) => {
      const element = elements.get(line.elementId);
      if (back.isZero() || element?.element !== "ordinary" || element.percent !== "100") return line;
      if (salary && line.amount !== undefined && salary.elementId === line.elementId) {
        back = decimal(0);
        return { ...line, amount: salary.amount };
      }
      if (line.hours === undefined) return line;
      const hours = decimal(line.hours).plus(back).toString();
      back = decimal(0);
      return { ...line, hours };
    });
  const cells = new Set(restored.map(cellOf));
  return typedFrom(laid, restored, elements).filter((each) => cells.has(cellOf(each.line)));
}

/** Copies what was typed into the rows of a fresh run. Other rows stand as usual. */
export function copyLast(context: Context, runId: number, lastId: number): void {
  const { db } = context.store;
  const run = findRun(context, runId);
  const rows = db.select().from(pay).where(eq(pay.runId, runId)).all();
  const before = new Map(
    db
      .select()
      .from(pay)
      .where(eq(pay.runId, lastId))
      .all()
      .map((row) => [row.personId, row]),
  );
  const { laid, elements } = layRows(context, run, rows);
  for (const row of rows) {
    const own = laid.get(row.id)?.laid;
    const last = before.get(row.personId);
    if (!own || !last?.included) continue;
    const typed = last.typed === null ? typedOfEarlier(last.lines, own, elements) : again(last.typed, own, elements);
    const note = onceInLast(last.lines, elements);
    if (typed.length > 0 || note !== null) db.update(pay).set({ typed, note }).where(eq(pay.id, row.id)).run();
  }
}

function again(typed: readonly Typed[], laid: Laid, elements: ReadonlyMap<number, PayElement>): Typed[] {
  const found: Typed[] = [];
  for (const each of typed) {
    const element = elements.get(each.line.elementId);
    if (!element || once.has(element.element)) continue;
    const what = element.entry === "hours" ? "hours" : element.entry === "amount" ? "amount" : "units";
    const under = quantityOfCell(beneathCell(laid, found, each.line, elements), element.entry);
    const moved = decimal(quantityIn(each.line, element.entry)).minus(each.over ?? "0");
    const is = under.plus(moved);
    const saysMore = each.line.rate !== undefined || each.line.terms !== undefined || each.line.detail !== undefined;
    if (is.isNegative() || (moved.isZero() && !saysMore)) continue;
    found.push({
      source: "again",
      line: { ...each.line, [what]: what === "amount" ? is.toFixed(2) : is.toString() },
      ...(under.isZero() && each.over === undefined ? {} : { over: under.toString() }),
    });
  }
  return found;
}

/** What the last pay had once and this one has not, in words; null where there is nothing. */
function onceInLast(lines: readonly SheetLine[], elements: ReadonlyMap<number, PayElement>): string | null {
  const asked = new Set(["bonus", "commission", "backPay"]);
  const names = lines
    .filter(
      (line) => asked.has(elements.get(line.elementId)?.element ?? "") && !isBeside(line) && line.act === undefined,
    )
    .map((line) => {
      const element = elements.get(line.elementId);
      return `${element?.name} ${line.amount === undefined ? `${line.hours ?? line.units} h` : `$${line.amount}`}`;
    });
  return names.length === 0
    ? null
    : `The last pay had ${names.join(", ")}. That belonged to it and was not copied: type it if it is paid again.`;
}
