/** Long service leave of who leaves: its balance, or that it may be owed and nobody knows. */
import type { Basis } from "../../pay/input.ts";
import type { LineDetail } from "../../pay/row.ts";
import { type Decimal, decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import { counted } from "../../quantity/units.ts";
import { type LongServiceReason, type LongServiceRule, longServiceRules } from "../../rulebook/au/longServiceRules.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { countedService, longServiceLeave } from "../longServiceLeave.ts";
import type { Departing, DepartureLine } from "./departing.ts";
import { spansOf } from "./serviceAbsence.ts";

/** Weeks of long service leave that may be owed to who has no balance of it; null where none can be. */
export const serviceLeaveUnknown = (
  { basis }: { basis: Basis },
  years: number,
  rule: LongServiceRule,
): string | null =>
  basis === "contractor" || years < rule.proRataYears
    ? null
    : decimal(rule.weeksPerYear).times(years).toDecimalPlaces(1).toString();

/** Why somebody leaves, in the words of the Acts; a contract that runs out is the employer's own reason. */
const reasonOf = ({ reason, misconduct }: Departing): LongServiceReason =>
  reason === "V"
    ? "resignation"
    : reason === "I"
      ? "necessity"
      : reason === "F"
        ? misconduct
          ? "misconduct"
          : "performance"
        : "redundancy";

/** What it comes to by the dates of service alone, where nobody kept a balance. */
function byItsDates(who: Departing, rate: Decimal, rule: LongServiceRule): string {
  const unpaid = spansOf(who.absences ?? []);
  const found = longServiceLeave(rule, {
    ...{ state: who.state, start: who.serviceFrom, lastDay: who.lastDay, reason: reasonOf(who) },
    ...{ unpaid, weeksTaken: "0", rate: rate.toString() },
    hours: who.averages ? { averages: who.averages } : { constant: who.weeklyHours },
  });
  if ("missing" in found) return found.missing;
  const head = "No balance of long service leave is kept.";
  if (!found.payable) return `${head} By its dates none is due: ${found.why.at(-1)} Look whether that is so.`;
  const out = countedService(rule, { start: who.serviceFrom, lastDay: who.lastDay, unpaid }).leftOut;
  const leftOut =
    out === 0
      ? ", and no absence is left out"
      : `, and ${out} ${out === 1 ? "day" : "days"} of unpaid absence left out`;
  const weeks = found.weeks.toDecimalPlaces(5).toString();
  const all = found.weeks.times(found.hoursAWeek);
  const worth = all.gt(0)
    ? `, ${all.toFixed(2)} hours and $${found.pay.toFixed(2)}, ${who.averages ? `at ${found.hoursAWeek.toDecimalPlaces(2).toString()} hours a week as on record here` : `if the week always had ${found.hoursAWeek.toString()} hours`}${leftOut}`
    : "";
  return `${head} By its dates ${who.state} comes to ${weeks} weeks${worth}: record the balance under Leave, or add the line in the run.`;
}

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
  const { years } = countedService(rule, {
    ...{ start: who.serviceFrom, lastDay: who.lastDay, unpaid: spansOf(who.absences ?? []) },
  });
  if (hours.lte(0)) {
    if (serviceLeaveUnknown(who, years, rule)) notes.push(byItsDates(who, rate, rule));
    return;
  }
  if (years < rule.proRataYears) {
    notes.push(
      `No long service leave is paid: ${years} completed years, and ${who.state} asks for ${rule.proRataYears} on leaving.`,
    );
    return;
  }
  if (years < rule.afterYears) {
    const reason = reasonOf(who);
    if (!rule.proRataFor.includes(reason)) {
      notes.push(
        reason === "misconduct"
          ? `No long service leave is paid: dismissed for serious misconduct before ${rule.afterYears} years in ${who.state}.`
          : `No long service leave is paid: before ${rule.afterYears} years ${who.state} pays it only for certain reasons, such as illness, domestic need or the employer's own reasons. Add it in the sheet if one applies.`,
      );
      return;
    }
    if (!rule.proRataFor.includes("resignation"))
      notes.push(
        `Long service leave before ${rule.afterYears} years: check that the reason is one that ${who.state} names.`,
      );
  }
  if (years >= rule.afterYears && rule.misconductLosesRest && who.misconduct)
    notes.push(
      `Dismissed for serious misconduct, ${who.state} pays the full blocks of long service leave alone: take the part since the last of them out of the line.`,
    );
  lines.push({
    element: "unusedLeave",
    leave: "long-service",
    hours: hours.toString(),
    amount: halfUpToCent(hours.times(rate)).toFixed(2),
    detail,
    why: `${hours.toFixed(2)} h of long service leave × $${rate.toString()}, ${counted(String(years), "completed years")} in ${who.state}`,
  });
}
