/**
 * Leave that a pay accrues.
 * Set by: National Employment Standards: progressively on ordinary hours, none for casuals, none on overtime.
 * Example: 38 ordinary hours at 4 weeks a year: 38 × 4 ÷ 52 = 2.9231 hours.
 */
import { type Cycle, paysPerYear } from "../calendar/payPeriods.ts";
import { type Decimal, fixed, zero } from "../quantity/decimal.ts";
import { halfUpToHourE4 } from "../quantity/rounding.ts";
import { type Figure, figure } from "../working/figure.ts";
import { leaveWords } from "./kinds.ts";

export interface LeaveEntitlement {
  kind: string;
  weeksPerYear?: string | undefined;
  percentOfHours?: string | undefined;
  hoursPerYear?: string | undefined;
  /** rostered days off: hours saved of a full day at work, and the hours of that day */
  saved?: string | undefined;
  ofHours?: string | undefined;
}

export interface AccrualBasis {
  cycle: Cycle;
  /** pays of the cycle that it stands for; a part of one where terms changed within it */
  periods: Decimal | number;
  weeklyHours: Decimal;
}

/** "4 weeks a year", "0.4 h saved of each 8 h worked" */
export function entitlementWords({
  weeksPerYear,
  percentOfHours,
  hoursPerYear,
  saved,
  ofHours,
}: LeaveEntitlement): string {
  if (saved !== undefined) return Number(saved) === 0 ? "none saved" : `${saved} h saved of each ${ofHours} h worked`;
  if (weeksPerYear !== undefined) return `${weeksPerYear} weeks a year`;
  return percentOfHours === undefined ? `${hoursPerYear} h a year` : `${percentOfHours} % of hours`;
}

export const accrualLabel = (kind: string): string => `${leaveWords(kind)} accrued`;

/** @param ordinaryHours hours of the pay that leave accrues on */
export function leaveAccrual(entitled: LeaveEntitlement, ordinaryHours: Figure, basis: AccrualBasis): Figure {
  const hours = ordinaryHours.value;
  const label = accrualLabel(entitled.kind);
  // Words are made when somebody asks.
  const explain = (words: () => { rule: string; formula: string }) => () => ({
    ...words(),
    setting: { place: "person" as const, section: "leave" },
    parts: [ordinaryHours],
  });
  if (entitled.weeksPerYear !== undefined) {
    const weeks = fixed(entitled.weeksPerYear);
    return figure(
      label,
      halfUpToHourE4(hours.times(weeks).div(52)),
      "hours",
      explain(() => ({
        rule: `${weeks.toString()} weeks a year, on ordinary hours (National Employment Standards)`,
        formula: `${hours.toString()} × ${weeks.toString()} ÷ 52`,
      })),
    );
  }
  if (entitled.percentOfHours !== undefined) {
    const percent = fixed(entitled.percentOfHours);
    return figure(
      label,
      halfUpToHourE4(hours.times(percent).div(100)),
      "hours",
      explain(() => ({
        rule: `${percent.toString()} % of ordinary hours`,
        formula: `${hours.toString()} × ${percent.toString()} %`,
      })),
    );
  }
  if (entitled.saved !== undefined) {
    const [saved, whole] = [fixed(entitled.saved), fixed(entitled.ofHours ?? "0")];
    const paid = whole.minus(saved);
    return figure(
      label,
      halfUpToHourE4(paid.gt(0) ? hours.times(saved).div(paid) : zero),
      "hours",
      explain(() => ({
        rule: `${saved.toString()} h saved of each ${whole.toString()} h worked, and so on paid leave and public holidays; a day off saves nothing`,
        formula: `${hours.toString()} × ${saved.toString()} ÷ ${paid.toString()}`,
      })),
    );
  }
  const year = fixed(entitled.hoursPerYear ?? "0");
  const fullYear = basis.weeklyHours.times(52);
  // Without agreed weekly hours a full pay earns an equal share of the year, and a pay without hours earns nothing.
  const value = fullYear.gt(0)
    ? year.times(hours).div(fullYear)
    : hours.gt(0)
      ? year.times(basis.periods).div(paysPerYear[basis.cycle])
      : zero;
  return figure(
    label,
    halfUpToHourE4(value),
    "hours",
    explain(() => ({
      rule: `${year.toString()} hours a year, on ordinary hours`,
      formula: fullYear.gt(0)
        ? `${year.toString()} × ${hours.toString()} ÷ ${fullYear.toString()}`
        : `${year.toString()} ÷ ${paysPerYear[basis.cycle]}`,
    })),
  );
}
