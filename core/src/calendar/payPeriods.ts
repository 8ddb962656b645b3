/** Pay periods of a cycle: the next follows from the last one. */
import { addDays, addMonths, type IsoDate, lastDayOfMonth } from "./dates.ts";

export const cycles = ["weekly", "fortnightly", "four-weekly", "half-monthly", "monthly", "quarterly"] as const;
export type Cycle = (typeof cycles)[number];

/** How many pays a year the withholding schedules count for a cycle (Schedules 1, 5 and 7: 52, 26, 12). */
export const paysPerYear: Record<Cycle, number> = {
  weekly: 52,
  fortnightly: 26,
  "four-weekly": 13,
  "half-monthly": 24,
  monthly: 12,
  quarterly: 4,
};

const weeks: Partial<Record<Cycle, number>> = { weekly: 1, fortnightly: 2, "four-weekly": 4 };

/** Not so many weeks, but days of the calendar's months. */
export const isByMonth = (cycle: Cycle): boolean => weeks[cycle] === undefined;

/** The last day of the period that starts on `start`. */
export function periodEnd(cycle: Cycle, start: IsoDate): IsoDate {
  const whole = weeks[cycle];
  if (whole !== undefined) return addDays(start, whole * 7 - 1);
  if (cycle === "half-monthly") {
    return start.slice(8) === "01" ? `${start.slice(0, 8)}15` : lastDayOfMonth(start);
  }
  return addDays(addMonths(start, cycle === "monthly" ? 1 : 3), -1);
}

export interface PayPeriod {
  start: IsoDate;
  end: IsoDate;
  payday: IsoDate;
}

/** The period from `start`, paid `paydayOffset` days after its last day. */
export function payPeriod(cycle: Cycle, start: IsoDate, paydayOffset: number): PayPeriod {
  const end = periodEnd(cycle, start);
  return { start, end, payday: addDays(end, paydayOffset) };
}

/** The period after one that ended on `end`. */
export const nextPeriod = (cycle: Cycle, end: IsoDate, paydayOffset: number): PayPeriod =>
  payPeriod(cycle, addDays(end, 1), paydayOffset);
