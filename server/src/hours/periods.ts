/** Periods of a cycle by a day in them. */
import { addDays } from "@zesty/core/calendar/dates";
import { type Cycle, nextPeriod, payPeriod } from "@zesty/core/calendar/payPeriods";
import type { payCycle } from "../store/schema.ts";

/** The period of a cycle that holds a day; periods follow each other from the first one on. */
export function periodHolding(cycle: typeof payCycle.$inferSelect, day: string): { start: string; end: string } {
  let period = payPeriod(cycle.cycle as Cycle, cycle.firstPeriodStart, cycle.paydayOffset);
  for (let steps = 0; period.end < day && steps < 1200; steps += 1)
    period = nextPeriod(cycle.cycle as Cycle, period.end, cycle.paydayOffset);
  return period;
}

/** Dates of a period, both ends included. */
export function datesOf(start: string, end: string): string[] {
  const dates: string[] = [];
  for (let date = start; date <= end; date = addDays(date, 1)) dates.push(date);
  return dates;
}
