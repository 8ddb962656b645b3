/**
 * What tables that take effect on a day change for whom: each person's pay as it stands, worked out by the tables of the
 * day before and by those of the day. Nothing is kept of it.
 */
import type { TablesChange } from "@zesty/contract/books";
import { addDays, isDate } from "@zesty/core/calendar/dates";
import { type Cycle, paysPerYear } from "@zesty/core/calendar/payPeriods";
import { type CountryCode, countries, figuresOf, workOutAnyRow } from "@zesty/core/countries/countries";
import { centsOf } from "@zesty/core/quantity/units";
import { allTables } from "@zesty/core/rulebook/tables";
import { and, desc, eq, ne } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { loadRun } from "../row/runRows.ts";
import { loadedRows } from "../setup/ruleTables.ts";
import { payRun } from "../store/schema.ts";

/** Days from a year back on which tables of a country take effect, with their titles. */
function changesOf(context: Context, country: CountryCode, today: string): { date: string; titles: string[] }[] {
  const loaded = loadedRows(context);
  const since = addDays(today, -366);
  const found = new Map<string, Set<string>>();
  for (const table of allTables.filter((each) => each.country === country)) {
    const rows = [...table.rows, ...loaded.filter((each) => each.tableName === table.name).map((each) => each.row)];
    const starts = rows.map((row) => (row as { from: string }).from);
    // The first row of all is no change: before it nothing is known.
    for (const from of starts.filter((each) => each >= since && starts.some((other) => other < each)))
      found.set(from, (found.get(from) ?? new Set()).add(table.title));
  }
  return [...found]
    .map(([date, titles]) => ({ date, titles: [...titles].sort() }))
    .sort((a, b) => b.date.localeCompare(a.date));
}

export function tablesChange(context: Context, businessId: number, wanted: string | undefined): TablesChange {
  const { country } = findBusiness(context, businessId);
  const today = todayAt(context, businessId);
  const dates = changesOf(context, country, today);
  // The next day that changes something, else the last one that did.
  const on = wanted ?? dates.findLast((each) => each.date >= today)?.date ?? dates[0]?.date ?? today;
  if (!isDate(on)) throw cannot("not-a-day", "Choose the day from which the tables count, as 2026-07-01.");
  const before = addDays(on, -1);
  const missing = [before, on].flatMap((day) =>
    countries[country].missingTables(day, context.rules).map((mark) => String(mark.facts.table)),
  );
  const rows: TablesChange["rows"] = [];
  for (const runId of missing.length > 0 ? [] : newestRuns(context, businessId)) {
    const { rows: loaded, elements, cycle, run } = loadRun(context, runId);
    for (const row of loaded.filter((each) => each.included && each.lines.length > 0)) {
      const as = (payday: string) =>
        figuresOf(
          workOutAnyRow({ ...row.context, payday, overrides: null }, row.lines, elements, context.rules).worked,
        );
      const [then, now] = [as(before), as(on)];
      const part = (name: "gross" | "withheld" | "super" | "net" | "cost") => ({
        before: centsOf(then[name]),
        after: centsOf(now[name]),
      });
      rows.push({
        ...{ personId: row.person.id, name: row.context.facts.name, paysPerYear: paysPerYear[cycle.cycle as Cycle] },
        ...{ payday: run.payday, gross: part("gross"), withheld: part("withheld"), super: part("super") },
        ...{ net: part("net"), cost: part("cost") },
      });
    }
  }
  return { on, dates, rows, missing: [...new Set(missing)] };
}

/** The newest run of each cycle: what people are paid now. */
function newestRuns({ store: { db } }: Context, businessId: number): number[] {
  const runs = db
    .select({ id: payRun.id, cycleId: payRun.cycleId })
    .from(payRun)
    .where(and(eq(payRun.businessId, businessId), eq(payRun.kind, "cycle"), ne(payRun.state, "takenBack")))
    .orderBy(desc(payRun.periodEnd), desc(payRun.id))
    .all();
  return [...new Map(runs.toReversed().map((run) => [run.cycleId, run.id])).values()];
}
