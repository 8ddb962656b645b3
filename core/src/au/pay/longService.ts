/** Long service leave of who leaves: its balance, or that it may be owed and nobody knows. */
import { completedYears } from "../../calendar/dates.ts";
import type { Basis } from "../../pay/input.ts";
import type { LineDetail } from "../../pay/row.ts";
import { type Decimal, decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import { type LongServiceRule, longServiceRules } from "../../rulebook/au/longServiceRules.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import type { Departing, DepartureLine } from "./departing.ts";

/** Weeks of long service leave that may be owed to who has no balance of it; null where none can be. */
export const serviceLeaveUnknown = (
  { basis }: { basis: Basis },
  years: number,
  rule: LongServiceRule,
): string | null =>
  basis === "contractor" || years < rule.proRataYears
    ? null
    : decimal(rule.weeksPerYear).times(years).toDecimalPlaces(1).toString();
export function longService(
  who: Departing,
  rate: Decimal,
  detail: LineDetail,
  rules: RuleBook,
  lines: DepartureLine[],
  notes: string[],
): void {
  const hours = decimalOrZero(who.balances["long-service"]);
  const rule = rules.row(longServiceRules, who.lastDay).figures[who.state];
  const years = completedYears(who.startDate, who.lastDay);
  if (hours.lte(0)) {
    const weeks = serviceLeaveUnknown(who, years, rule);
    if (weeks)
      notes.push(
        `No balance of long service leave is kept. ${years} completed years in ${who.state} come to about ${weeks} weeks: record the balance under Leave, or add the line in the run.`,
      );
    return;
  }
  if (years < rule.proRataYears) {
    notes.push(
      `No long service leave is paid: ${years} completed years, and ${who.state} asks for ${rule.proRataYears} on leaving.`,
    );
    return;
  }
  if (years < rule.afterYears && rule.proRata === "notMisconduct" && who.misconduct) {
    notes.push(`No long service leave is paid: dismissed for misconduct before ${rule.afterYears} years.`);
    return;
  }
  if (years < rule.afterYears && rule.proRata === "certain") {
    if (who.reason === "V") {
      notes.push(
        `No long service leave is paid: before ${rule.afterYears} years ${who.state} pays it only for certain reasons, such as illness, domestic need or the employer's own reasons. Add it in the sheet if one applies.`,
      );
      return;
    }
    if (who.misconduct) {
      notes.push(
        `No long service leave is paid: dismissed for serious misconduct before ${rule.afterYears} years in ${who.state}.`,
      );
      return;
    }
    notes.push(
      `Long service leave before ${rule.afterYears} years: check that the reason is one that ${who.state} names.`,
    );
  }
  lines.push({
    element: "unusedLeave",
    leave: "long-service",
    hours: hours.toString(),
    amount: halfUpToCent(hours.times(rate)).toFixed(2),
    detail,
    why: `${hours.toFixed(2)} h of long service leave × $${rate.toString()}, ${years} completed years in ${who.state}`,
  });
}
