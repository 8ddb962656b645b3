/** What leave is agreed, as it is typed: weeks a year, hours a year ("152 h"), or a per cent of hours ("7.6923 %"). */
import type { LeaveEntitlement } from "@zesty/core/leave/accrual";
import { decimal } from "@zesty/core/quantity/decimal";

export const entitlementText = (entitled: Omit<LeaveEntitlement, "kind"> | undefined): string =>
  entitled?.weeksPerYear ??
  (entitled?.hoursPerYear
    ? `${entitled.hoursPerYear} h`
    : entitled?.percentOfHours
      ? `${entitled.percentOfHours} %`
      : "");

/** Empty: none of it is agreed. What is no number goes to the server as weeks, which says so. */
export function entitledTo(kind: string, typed: string): LeaveEntitlement[] {
  const text = typed.trim();
  if (text === "") return [];
  const [, figure = "", unit] = /^([\d.,]+)\s*(h|%)$/i.exec(text) ?? [];
  if (unit === "%") return [{ kind, percentOfHours: figure }];
  return unit ? [{ kind, hoursPerYear: figure }] : [{ kind, weeksPerYear: text }];
}

/** Hours that an ordinary week adds; null while nothing can be made of it. */
export function weekOf(typed: string, weeklyHours: string): string | null {
  const [entitled] = entitledTo("", typed);
  const figure = entitled?.weeksPerYear ?? entitled?.hoursPerYear ?? entitled?.percentOfHours ?? "";
  if (!/^\d{1,4}(\.\d+)?$/.test(figure) || !/^\d/.test(weeklyHours)) return null;
  const share = entitled?.weeksPerYear
    ? decimal(weeklyHours).times(figure).div(52)
    : entitled?.hoursPerYear
      ? decimal(figure).div(52)
      : decimal(weeklyHours).times(figure).div(100);
  return share.toDecimalPlaces(4).toString();
}
