/** A run of a period that is ahead, with its people: made within a dry run, as opening it would make it. */
import type { SheetLine } from "@zesty/core/pay/row";
import type { Typed } from "@zesty/core/pay/strands";
import { type Decimal, decimalOrZero, zero } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import { peopleOfCycle } from "../hours/cycleDays.ts";
import { elementsOf } from "../hours/elementsOfTime.ts";
import { applyWaiting } from "../row/finalLines.ts";
import { departuresPaid } from "../row/missing.ts";
import { insertRun } from "../runs/openRun.ts";
import { datedRecords } from "../store/dated.ts";
import { pay, person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import type { PeriodAhead } from "./periods.ts";

/** Who has no usual pay is taken to work as in so many days before. */
export const lookBackDays = 91;

/** @returns the run's id */
export function insertAhead(
  context: Context,
  businessId: number,
  { cycleId, start, end, payday }: PeriodAhead,
  personIds: readonly number[],
  averages: ReadonlyMap<number, readonly SheetLine[]>,
): number {
  const { db, sqlite } = context.store;
  const run = insertRun(context, { businessId, cycleId, start, end, payday });
  const people = rowsOf(
    sqlite,
    person,
    "WHERE t.id IN (SELECT value FROM json_each(?)) ORDER BY t.id",
    JSON.stringify(personIds),
  ).filter((each) => each.startDate <= end && (each.endDate === null || each.endDate >= start));
  const ids = people.map((each) => each.id);
  const { usual } = datedRecords(db, ids, payday);
  const { inCycle } = peopleOfCycle(context, { businessId, cycleId, periodStart: start, periodEnd: end }, people);
  const paidOut = departuresPaid(context, ids);
  for (const { id } of inCycle) {
    if (paidOut.has(id)) continue;
    const isUsual = (usual.get(id)?.lines.length ?? 0) > 0;
    const typed = isUsual ? [] : (averages.get(id) ?? []).map((line): Typed => ({ source: "typed", line }));
    db.insert(pay).values({ runId: run.id, personId: id, included: true, periods: 1, lines: [], typed }).run();
  }
  applyWaiting(context, run.id);
  return run.id;
}

/** Hours and units a pay, by person, as the pays of the weeks before came to on average. */
export function averagesOf(context: Context, businessId: number, since: string): Map<number, SheetLine[]> {
  const elements = elementsOf(context, businessId);
  const isForTime = ({ elementId, terms, corrects }: SheetLine): boolean =>
    !terms &&
    corrects === undefined &&
    ["ordinary", "overtime", "allowance"].includes(elements.get(elementId)?.element ?? "");
  const found = new Map<number, { pays: number; cells: Map<string, { line: SheetLine; sum: Decimal }> }>();
  for (const row of context.store
    .prepared<[number, string], { personId: number; lines: string }>(
      `SELECT p.person_id AS personId, p.lines AS lines FROM pay p JOIN pay_run r ON r.id = p.run_id
       WHERE r.business_id = ? AND r.payday >= ? AND r.kind = 'cycle' AND p.included
         AND r.state NOT IN ('open', 'takenBack')`,
    )
    .all(businessId, since)) {
    const own = found.get(row.personId) ?? { pays: 0, cells: new Map() };
    found.set(row.personId, own);
    own.pays += 1;
    for (const line of (JSON.parse(row.lines) as SheetLine[]).filter(isForTime)) {
      const quantity = quantityOf(line);
      if (!quantity) continue;
      const key = `${line.elementId} ${line.costCentre ?? ""} ${quantity}`;
      const cell = own.cells.get(key) ?? { line, sum: zero };
      own.cells.set(key, { line, sum: cell.sum.plus(decimalOrZero(line[quantity])) });
    }
  }
  return new Map(
    [...found].map(([id, { pays, cells }]) => [
      id,
      [...cells.values()].flatMap(({ line: { elementId, costCentre, ...line }, sum }): SheetLine[] => {
        const quantity = quantityOf(line as SheetLine);
        const average = sum.div(pays).toDecimalPlaces(2);
        if (!quantity || average.isZero()) return [];
        const shown = quantity === "amount" ? average.toFixed(2) : average.toString();
        return [{ elementId, [quantity]: shown, ...(costCentre ? { costCentre } : {}) }];
      }),
    ]),
  );
}

/** The same hours in proportion, so that they come to so many a week. */
export function scaledTo(lines: readonly SheetLine[], weekly: string, weeks: Decimal): SheetLine[] {
  const all = lines.reduce((sum, line) => sum.plus(decimalOrZero(line.hours)), zero);
  if (all.isZero()) return [...lines];
  const hours = (line: SheetLine) =>
    decimalOrZero(line.hours).times(weekly).times(weeks).div(all).toDecimalPlaces(2).toString();
  return lines.map((line) => (line.hours === undefined ? line : { ...line, hours: hours(line) }));
}

const quantityOf = (line: SheetLine): "hours" | "units" | "amount" | undefined =>
  (["hours", "units", "amount"] as const).find((each) => line[each] !== undefined);
