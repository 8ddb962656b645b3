/** The paydays that are ahead of a business: of its open runs, then of each cycle as it goes on. */
import { addDays } from "@zesty/core/calendar/dates";
import { type Cycle, nextPeriod, paysPerYear } from "@zesty/core/calendar/payPeriods";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { paydayByRule } from "@zesty/core/countries/workingDays";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { lastRunOf, nextPeriodOf } from "../setup/nextPeriod.ts";
import { payCycle, payRun } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

export interface PeriodAhead {
  /** null: not opened yet */
  runId: number | null;
  cycleId: number;
  cycle: Cycle;
  start: string;
  end: string;
  payday: string;
}

type CycleRow = typeof payCycle.$inferSelect;

export function periodsAhead(context: Context, businessId: number, from: string, to: string): PeriodAhead[] {
  const cycles = rowsOf(context.store.sqlite, payCycle, "WHERE t.business_id = ? ORDER BY t.id", businessId);
  const open = rowsOf(
    context.store.sqlite,
    payRun,
    "WHERE t.business_id = ? AND t.state = 'open' AND t.payday <= ? ORDER BY t.payday, t.id",
    ...[businessId, to],
  );
  const opened = open.map(
    (run): PeriodAhead => ({
      ...{ runId: run.id, cycleId: run.cycleId, start: run.periodStart, end: run.periodEnd, payday: run.payday },
      cycle: (cycles.find((each) => each.id === run.cycleId)?.cycle ?? "weekly") as Cycle,
    }),
  );
  return [...opened, ...cycles.flatMap((cycle) => goesOn(context, cycle, from, to))].sort(
    (a, b) => (a.payday < b.payday ? -1 : a.payday > b.payday ? 1 : 0) || a.cycleId - b.cycleId,
  );
}

/** Paydays that were to be and for which nothing was opened are still to be paid, where the cycle is in use. */
function goesOn(context: Context, row: CycleRow, from: string, to: string): PeriodAhead[] {
  const { country } = findBusiness(context, row.businessId);
  const cycle = row.cycle as Cycle;
  const isInUse = lastRunOf(context, row.id) !== undefined;
  const found: PeriodAhead[] = [];
  for (let period = nextPeriodOf(context, row); period.payday <= to; ) {
    if (isInUse || period.payday >= from)
      found.push({ runId: null, cycleId: row.id, cycle, start: period.start, end: period.end, payday: period.payday });
    const next = nextPeriod(cycle, period.end, row.paydayOffset);
    period = row.closedDays === "ask" ? next : { ...next, payday: paydayByRule(country, next.payday, row.closedDays) };
  }
  return found;
}

const weeksOf: Partial<Record<Cycle, number>> = { weekly: 1, fortnightly: 2, "four-weekly": 4 };

/** Payroll years into which one payday more than usual falls: each pay of a salary is then a share of more pays. */
export function longYears(
  code: Parameters<typeof payrollYearOf>[0],
  periods: readonly PeriodAhead[],
): { cycle: Cycle; year: string; paydays: number; usual: number }[] {
  const firsts = new Map(periods.filter((each) => each.runId === null).map((each) => [each.cycleId, each] as const));
  const lasts = new Map([...periods].reverse().map((each) => [each.cycleId, each] as const));
  return [...firsts.values()].flatMap(({ cycleId, cycle, payday }) => {
    const weeks = weeksOf[cycle];
    if (weeks === undefined) return [];
    const years = new Map(
      [lasts.get(cycleId)?.payday ?? payday, payday].map((day) => {
        const year = payrollYearOf(code, day);
        return [year.from, year] as const;
      }),
    );
    return [...years.values()].flatMap((year) => {
      let day = payday;
      while (day >= year.from) day = addDays(day, -7 * weeks);
      let paydays = 0;
      for (day = addDays(day, 7 * weeks); day <= year.to; day = addDays(day, 7 * weeks))
        if (day >= year.from) paydays += 1;
      const usual = paysPerYear[cycle];
      return paydays > usual ? [{ cycle, year: year.name, paydays, usual }] : [];
    });
  });
}
