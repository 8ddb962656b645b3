/**
 * Leave as it was announced in place of the Holidays Act 2003, for foresight: annual and sick leave arise hour by hour of the
 * agreed hours, worked or on paid leave; a casual's hours, and those beyond the agreed, are paid a per cent instead. No law.
 * Source: announcement of September 2025, from memory (rulebook/nz/announcedLeaveRules.ts).
 * Example: a year of 52 weeks of 40 h: 2,080 × 4 ÷ 52 = 160 h of annual and 2,080 × 10 ÷ 260 = 80 h of sick leave.
 */
import { type Decimal, decimal, hundred, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import type { AnnouncedLeaveRules } from "../rulebook/nz/announcedLeaveRules.ts";

export interface HoursOfMonth {
  /** hours of ordinary time and of paid leave */
  hours: Decimal;
  /** agreed for the periods that were paid; null: none are, as of a casual */
  agreed: Decimal | null;
  /** hours of overtime */
  overtime: Decimal;
  /** dollars for the ordinary hours that were worked, and for overtime */
  pay: Decimal;
}

export interface AnnouncedLeave {
  /** hours, exactly */
  annual: Decimal;
  sick: Decimal;
  /** dollars, half up to the cent each month */
  instead: Decimal;
}

export function announcedLeave(months: readonly HoursOfMonth[], rules: AnnouncedLeaveRules): AnnouncedLeave {
  let [within, instead] = [zero, zero];
  for (const { hours, agreed, overtime, pay } of months) {
    const own = agreed === null ? zero : hours.lt(agreed) ? hours : agreed;
    const all = hours.plus(overtime);
    within = within.plus(own);
    if (all.gt(zero))
      instead = instead.plus(halfUpToCent(pay.times(rules.insteadPercent).times(all.minus(own)).div(all).div(hundred)));
  }
  return {
    annual: within.times(rules.annual.weeks).div(rules.annual.of),
    sick: within.times(rules.sick.days).div(rules.sick.of),
    instead,
  };
}

/** Weeks or days of leave in hours of an agreed week of so many days. */
export const inHours = (units: string, unit: "weeks" | "days", weekly: string, daysAWeek: number): Decimal =>
  decimal(units)
    .times(weekly)
    .div(unit === "weeks" ? 1 : daysAWeek);
