/**
 * The hours of a pay that leave accrues on.
 * Set by: Fair Work Act 2009, ss 22, 87, 96: ordinary hours and paid leave of a time of service; unpaid leave and days
 * outside the employment are none. At most 38 hours a week, the ordinary week of the National Employment Standards.
 * Example: a salary of $1,500 for 38 hours, of which $600 is paid beside 22.8 hours of unpaid leave: 15.2 hours.
 */
import { type Cycle, paysPerYear } from "../../calendar/payPeriods.ts";
import { leaveKind } from "../../leave/kinds.ts";
import { atLeastZero, type Decimal, decimal, decimalOrZero, fixed, least, one, zero } from "../../quantity/decimal.ts";
import { employmentStandards } from "../../rulebook/au/employmentStandards.ts";
import { type RuleBook, sourceNote } from "../../rulebook/ruleBook.ts";
import { type Figure, figure } from "../../working/figure.ts";
import { accruesOn, groupOf } from "./elements.ts";
import type { PayInput, PayLine } from "./input.ts";

/** Weeks that a pay stands for, by the pays of a year. */
export function weeksIn(cycle: Cycle, periods: number): Decimal {
  if (cycle === "weekly") return periods === 1 ? one : decimal(periods);
  return decimal(52).div(paysPerYear[cycle]).times(periods);
}

const hoursOf = (lines: readonly PayLine[]): Decimal =>
  lines.reduce((total, line) => total.plus(decimalOrZero(line.hours)), zero);

/** Absences that leave does not accrue on, by their hours. */
const isAway = (line: PayLine): boolean => line.element === "leaveTaken" && !leaveKind(line.leave).accrues;

/** @returns hours, ten-thousandths kept; a correction adds what it changes in the hours of the pay that it corrects */
export function accruingHours(input: PayInput, rules: RuleBook): Figure {
  const row = rules.row(employmentStandards, input.payday);
  const weeks = weeksIn(input.cycle, input.periods ?? 1);
  const counting = input.lines.filter((line) => groupOf(line) === "earnings" && accruesOn(line));
  const own = counting.filter((line) => line.accrues === undefined);
  const typed = hoursOf(own);
  // A salary typed as an amount stands for hours; the correction of one says itself what it changes.
  const salary = own.filter(
    (line) =>
      line.element === "ordinary" &&
      line.hours === undefined &&
      line.corrects === undefined &&
      decimalOrZero(line.amount).gt(0),
  );
  const agreed = decimalOrZero(input.person.weeklyHours).times(weeks);
  const away = hoursOf(input.lines.filter(isAway));
  const stands = salary.every((line) => line.standsFor !== undefined)
    ? salary.reduce((total, line) => total.plus(decimalOrZero(line.standsFor)), zero)
    : agreed;
  const paid = least(atLeastZero(agreed.minus(away)), stands.plus(typed));
  const raw = salary.length > 0 && paid.gt(typed) ? paid : typed;
  const most = weeks.times(fixed(row.figures.ordinaryHoursAWeek));
  const corrected = counting.reduce((total, line) => total.plus(decimalOrZero(line.accrues)), zero);
  return figure("Ordinary hours that leave accrues on", least(raw, most).plus(corrected), "hours", () => ({
    rule: `Ordinary hours and paid leave, at most ${row.figures.ordinaryHoursAWeek} hours a week; none for unpaid leave and for days outside the employment`,
    formula: `${
      salary.length > 0
        ? `${raw.toDecimalPlaces(4).toString()} h that the salary stands for${away.isZero() ? "" : `: ${agreed.toDecimalPlaces(4).toString()} agreed, less ${away.toString()} away`}`
        : `${typed.toString()} h`
    }${corrected.isZero() ? "" : `, ${corrected.toString()} h by corrections`}`,
    source: sourceNote(employmentStandards, row),
  }));
}
