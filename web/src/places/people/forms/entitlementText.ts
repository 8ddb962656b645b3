/**
 * What leave is agreed, as it is typed: weeks a year, hours a year ("152 h"), or a per cent of hours ("7.6923 %");
 * rostered days off as what is saved of a day at work ("0.4 of 8").
 */
import { type LeaveEntitlement, leaveAccrual } from "@zesty/core/leave/accrual";
import { decimal } from "@zesty/core/quantity/decimal";
import { figure } from "@zesty/core/working/figure";

export function entitlementText(entitled: Omit<LeaveEntitlement, "kind"> | undefined): string {
  if (entitled?.saved !== undefined) return `${entitled.saved} of ${entitled.ofHours}`;
  if (entitled?.hoursPerYear) return `${entitled.hoursPerYear} h`;
  return entitled?.weeksPerYear ?? (entitled?.percentOfHours ? `${entitled.percentOfHours} %` : "");
}

/** Empty: none of it is agreed. What is no number goes to the server as it is, which says so. */
export function entitledTo(kind: string, typed: string): LeaveEntitlement[] {
  const text = typed.trim();
  if (text === "") return [];
  if (kind === "dayOff") {
    const [, saved = text, ofHours = ""] = /^(\S+)\s+of\s+(\S+)$/i.exec(text) ?? [];
    return [{ kind, saved, ofHours }];
  }
  const [, figure = "", unit] = /^([\d.,]+)\s*(h|%)$/i.exec(text) ?? [];
  if (unit === "%") return [{ kind, percentOfHours: figure }];
  return unit ? [{ kind, hoursPerYear: figure }] : [{ kind, weeksPerYear: text }];
}

const isFigure = (text: string) => /^\d{1,4}(\.\d+)?$/.test(text);

/** Hours that an ordinary week adds; null while nothing can be made of it. */
export function weekOf(kind: string, typed: string, weeklyHours: string): string | null {
  const [entitled] = entitledTo(kind, typed);
  const figures = Object.entries(entitled ?? {}).flatMap(([key, value]) => (key === "kind" ? [] : value));
  if (!entitled || !figures.every(isFigure) || !isFigure(weeklyHours)) return null;
  const week = figure("An ordinary week", decimal(weeklyHours), "hours");
  const basis = { cycle: "weekly" as const, periods: 1, weeklyHours: decimal(weeklyHours) };
  return leaveAccrual(entitled, week, basis).value.toString();
}
