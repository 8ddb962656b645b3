/** The period that comes next in a cycle: after the last one that a run was opened for. */
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import { nextPeriod, payPeriod } from "@zesty/core/calendar/payPeriods";
import { paydayByRule } from "@zesty/core/countries/workingDays";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { type payCycle, payRun } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

/** The period that the next run of a cycle covers. */
export function nextPeriodOf(context: Context, cycle: typeof payCycle.$inferSelect) {
  const last = lastRunOf(context, cycle.id);
  const period = last
    ? nextPeriod(cycle.cycle as Cycle, last.periodEnd, cycle.paydayOffset)
    : payPeriod(cycle.cycle as Cycle, cycle.firstPeriodStart, cycle.paydayOffset);
  if (cycle.closedDays === "ask") return period;
  const { country } = findBusiness(context, cycle.businessId);
  return { ...period, payday: paydayByRule(country, period.payday, cycle.closedDays) };
}

export const lastRunOf = (context: Context, cycleId: number) =>
  rowsOf(
    context.store.sqlite,
    payRun,
    `WHERE t.cycle_id = ? AND t.kind = 'cycle' AND t.state <> 'takenBack' ORDER BY t.period_end DESC, t.id DESC LIMIT 1`,
    cycleId,
  )[0];
