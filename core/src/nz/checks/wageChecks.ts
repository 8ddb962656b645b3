/** The minimum wage by the hours that were really worked, and by how long the lower one may be paid. */
import { addDays, addMonths, completedYears } from "../../calendar/dates.ts";
import { dollars, inRun, person } from "../../checks/check.ts";
import { decimal, decimalOrZero, zero } from "../../quantity/decimal.ts";
import { minimumWageNz } from "../../rulebook/nz/minimumWageNz.ts";
import { startingOutNz } from "../../rulebook/nz/startingOutNz.ts";
import type { ElementNz } from "../pay/input.ts";
import type { CheckNz } from "./rowCheck.ts";

/** What is paid for work that was done: not for days off, and no expense that is paid back. */
const forWork: readonly ElementNz[] = ["ordinary", "overtime", "allowance", "commission", "publicHolidayWorked"];

/**
 * Minimum Wage Act 1983, s 6: everything that is paid for the work of a pay period against every hour of it that is on
 * record, whoever it is paid to: a salary, a piece rate, hours typed below the record, a flat sum for a night. A week is
 * never made good by another pay period (80 %).
 */
const recordedBelowMinimum: CheckNz = ({ context, input, worked }, rules) => {
  const hours = decimalOrZero(context.facts.recordedHours);
  const paid = worked.lines
    .filter(({ line, side }) => side === "earnings" && forWork.includes(line.element) && !line.corrects)
    .reduce((total, { amount }) => total.plus(amount.value), zero);
  const figures = rules.find(minimumWageNz, context.periodStart)?.figures;
  if (!figures || hours.isZero() || paid.isZero() || context.paidBefore || input.person.taxCode === "WT") return [];
  if (completedYears(context.person.birthDate, context.periodEnd) < Number(figures.adultAge)) return [];
  const minimum = decimal(input.person.lowerMinimum ? figures.startingOut : figures.adult);
  // A cent an hour is what rounding of lines can make.
  return paid.lt(hours.times(minimum.minus("0.01")))
    ? [
        {
          kind: "query",
          code: "recordedBelowMinimum",
          facts: {
            hours: hours.toString(),
            gross: dollars(paid),
            rate: dollars(paid.div(hours)),
            minimum: dollars(minimum),
          },
          mend: inRun,
        },
      ]
    : [];
};

/**
 * Minimum Wage Act 1983, s 4A: at 16 and 17 the starting-out rate ends after six months with the employer, and at 20 for
 * everybody; training of 40 credits a year (from 20 on, 60) may hold longer, which nobody but the employer knows.
 */
const startingOutOver: CheckNz = ({ context, input, worked }, rules) => {
  const figures = rules.find(minimumWageNz, context.periodStart)?.figures;
  const limits = rules.find(startingOutNz, context.periodStart)?.figures;
  if (!figures || !limits || !input.person.lowerMinimum || worked.gross.value.isZero()) return [];
  const { birthDate } = context.person;
  const sixMonths = addDays(addMonths(context.facts.startDate, Number(limits.months)), -1);
  const birthday = addDays(addMonths(birthDate, 12 * Number(limits.under)), -1);
  const until = birthday < sixMonths ? birthday : sixMonths;
  // Who was twenty on the first day is paid the training rate, which has no such end.
  if (birthday < context.facts.startDate) return [];
  return until < context.periodEnd
    ? [
        {
          kind: "query",
          code: "startingOutOver",
          facts: { until, minimum: dollars(decimal(figures.adult)), byAge: until === birthday ? limits.under : "" },
          mend: person("taxCode"),
        },
      ]
    : [];
};

export const wageChecks: readonly CheckNz[] = [recordedBelowMinimum, startingOutOver];
