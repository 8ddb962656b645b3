/**
 * Back pay that accrued more than twelve months before it is paid is lump sum E of the payroll year in which it accrued.
 * Set by: Income Tax Assessment Act 1936, s 159ZR (from memory).
 * Example: due 3 July 2025, paid 9 July 2026: of 2025-26. Due 9 July 2025, paid 9 July 2026: of no earlier year.
 */
import { addMonths, type IsoDate } from "../calendar/dates.ts";
import { payrollYearAu } from "../calendar/payrollYear.ts";

const monthsOwed = 12;

/** @returns the year as a pay line and the pay event write it, "2025-26"; null where it is paid in time */
export const longOwedYear = (due: IsoDate, paid: IsoDate): string | null =>
  due < addMonths(paid, -monthsOwed) ? payrollYearAu(due).name.replace("–", "-") : null;
