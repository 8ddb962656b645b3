/**
 * Usual pay that was made from the agreed hours or the salary follows them: a raise of a salary would else be agreed and
 * never paid. What somebody typed otherwise stays.
 */
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import type { SheetLine } from "@zesty/core/pay/row";
import { usualOfPeriod } from "@zesty/core/pay/usualOfPeriod";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, fromE4 } from "@zesty/core/quantity/units";
import { and, eq, gte, inArray } from "drizzle-orm";
import type { Context } from "../context.ts";
import { datedRecords } from "../store/dated.ts";
import { type employmentTerms, pay, payCycle, payElement, payRun, usualPay } from "../store/schema.ts";

type Terms = Omit<typeof employmentTerms.$inferSelect, "id">;

export function usualFollows(context: Context, personId: number, was: Terms | undefined, is: Terms): void {
  if (!was) return;
  const { db } = context.store;
  const [before, after] = [usualOf(context, was), usualOf(context, is)];
  if (!before || !after || JSON.stringify(before) === JSON.stringify(after)) return;
  const moved = (lines: readonly SheetLine[]): SheetLine[] | null => {
    const ordinary = new Map(
      db
        .select()
        .from(payElement)
        .where(inArray(payElement.id, [0, ...lines.map((line) => line.elementId)]))
        .all()
        .map((each) => [each.id, each.element === "ordinary" && Number(each.percent) === 100]),
    );
    const at = lines.findIndex((line) => ordinary.get(line.elementId) && !line.explained && sameAs(line, before));
    const line = lines[at];
    // Hours that become a salary, or a salary that becomes hours, are another element: that is said by hand.
    if (!line || "amount" in before !== "amount" in after) return null;
    return lines.map((each, index) => (index === at ? { ...each, ...after } : each));
  };
  const held = datedRecords(db, [personId], is.from).usual.get(personId);
  const lines = held && moved(held.lines);
  if (lines) db.insert(usualPay).values({ personId, from: is.from, lines }).run();
  for (const row of db
    .select({ id: pay.id, lines: pay.lines })
    .from(pay)
    .innerJoin(payRun, eq(pay.runId, payRun.id))
    .where(and(eq(pay.personId, personId), eq(payRun.state, "open"), gte(payRun.periodEnd, is.from)))
    .all()) {
    const inRun = moved(row.lines);
    if (inRun) db.update(pay).set({ lines: inRun }).where(eq(pay.id, row.id)).run();
  }
}

function usualOf({ store: { db } }: Context, terms: Terms): ReturnType<typeof usualOfPeriod> {
  const cycle = db.select().from(payCycle).where(eq(payCycle.id, terms.cycleId)).get();
  const salary = terms.salaryCents === null ? "" : centsText(terms.salaryCents);
  return cycle
    ? usualOfPeriod({ salary, weeklyHours: fromE4(terms.weeklyHoursE4).toString() }, cycle.cycle as Cycle)
    : null;
}

const sameAs = (line: SheetLine, usual: { amount: string } | { hours: string }): boolean =>
  "amount" in usual
    ? line.amount !== undefined && decimal(line.amount).eq(usual.amount)
    : line.hours !== undefined && line.amount === undefined && decimal(line.hours).eq(usual.hours);
