/** Pay in lieu of notice (Fair Work Act 2009, s 117). */
import { addDays, completedYears } from "../../calendar/dates.ts";
import { type Decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import { counted } from "../../quantity/units.ts";
import { employmentStandards } from "../../rulebook/au/employmentStandards.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { type Departing, type DepartureLine, serviceYears, serviceYearsFor, weeksFor } from "./departing.ts";
import { daysOutOfService } from "./serviceAbsence.ts";

export function notice(who: Departing, rate: Decimal, rules: RuleBook, lines: DepartureLine[], notes: string[]): void {
  if (who.noticeWorked || !(who.reason === "R" || who.reason === "F")) return;
  if (who.misconduct) {
    notes.push("No notice is owed after serious misconduct.");
    return;
  }
  const standards = rules.row(employmentStandards, who.lastDay).figures;
  const years = serviceYearsFor(who, "notice");
  // The steps of notice say "more than": whole years to the day before the last one. Two years for who is older are enough.
  const more = completedYears(
    addDays(who.serviceFrom, daysOutOfService(who.absences ?? [], who, "notice")),
    who.lastDay,
  );
  const older = standards.noticeOlder;
  const extra = completedYears(who.birthDate, who.lastDay) > older.over && years >= older.minYears ? older.weeks : "0";
  const weeks = weeksFor(standards.notice, more).plus(extra);
  const hours = weeks.times(who.weeklyHours);
  const extras = decimalOrZero(who.weeklyExtras);
  lines.push({
    element: "etp",
    hours: hours.toString(),
    amount: halfUpToCent(hours.times(rate).plus(weeks.times(extras))).toFixed(2),
    // With a redundancy it is part of that payment, and shares its tax-free amount.
    detail: who.reason === "R" ? { etpCode: "R", completedYears: serviceYears(who) } : { etpCode: "O" },
    why: `${counted(weeks.toString(), "weeks")} of notice not worked (${more < years ? `not more than ${counted(String(years), "years")}` : `${counted(String(years), "completed years")}`}${extra === "0" ? "" : `, over ${older.over}`}) × ${who.weeklyHours} h × $${rate.toString()}${extras.gt(0) ? `, with $${extras.toString()} of allowances and penalties a week` : ""}`,
  });
}
