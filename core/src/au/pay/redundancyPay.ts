/** Redundancy pay by years of service (Fair Work Act 2009, s 119; service taken over ss 22(5), 122). */
import { dateWords } from "../../calendar/dates.ts";
import type { Decimal } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import { counted } from "../../quantity/units.ts";
import { employmentStandards } from "../../rulebook/au/employmentStandards.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { type Departing, type DepartureLine, serviceYears, serviceYearsFor, weeksFor } from "./departing.ts";
import { daysOutOfService } from "./serviceAbsence.ts";

export function redundancy(
  who: Departing,
  rate: Decimal,
  rules: RuleBook,
  lines: DepartureLine[],
  notes: string[],
): void {
  if (who.reason !== "R") return;
  const standards = rules.row(employmentStandards, who.lastDay).figures;
  const years = serviceYearsFor(who, "redundancy");
  const out = daysOutOfService(who.absences ?? [], who, "redundancy");
  const without = out === 0 ? "" : `, ${out} ${out === 1 ? "day" : "days"} without pay left out`;
  const small = who.smallEmployer ?? who.employees < standards.smallEmployerUnder;
  if (who.smallEmployer == null)
    notes.push(
      `Counted here: ${who.employees} people without contractors and casuals. Regular casuals and people of associated businesses count too: say whether they come to ${standards.smallEmployerUnder}.`,
    );
  if (small) {
    notes.push(
      `No redundancy pay by law: an employer of fewer than ${standards.smallEmployerUnder} people owes none, unless the award says otherwise.`,
    );
    return;
  }
  const weeks = weeksFor(standards.redundancy, years);
  if (weeks.isZero()) {
    notes.push(`No redundancy pay: service counts from ${dateWords(who.serviceFrom)}${without}, less than a year.`);
    return;
  }
  if (who.serviceFrom < who.startDate)
    notes.push(
      `Service with the earlier employer, since ${dateWords(who.serviceFrom)}, is in the redundancy pay. A new employer that is no associate may have chosen in writing not to recognise it for redundancy: then change the line.`,
    );
  const hours = weeks.times(who.weeklyHours);
  lines.push({
    element: "redundancy",
    hours: hours.toString(),
    amount: halfUpToCent(hours.times(rate)).toFixed(2),
    // The tax-free part goes by every year of the employment.
    detail: { completedYears: serviceYears(who) },
    why: `${counted(weeks.toString(), "weeks")} of redundancy pay (${counted(String(years), "completed years")}${without}) × ${who.weeklyHours} h × $${rate.toString()}`,
  });
}
