/** The minimum wage against what an hour was paid (Minimum Wage Act 1983; Order of the year). */
import { completedYears } from "../../calendar/dates.ts";
import { paysPerYear } from "../../calendar/payPeriods.ts";
import { person } from "../../checks/check.ts";
import { decimal, decimalOrZero, hundred, zero } from "../../quantity/decimal.ts";
import { dollars } from "../../quantity/units.ts";
import { minimumWageNz } from "../../rulebook/nz/minimumWageNz.ts";
import type { PayLineNz } from "../pay/input.ts";
import { codeOf, type PayCheckNz } from "./payCheck.ts";

/** Minimum Wage Order: by the rate, and for salaries by what the hours of the period come to. */
export const belowMinimum: PayCheckNz = ({ input, worked }, rules) => {
  // The Order in force when the work was done counts, not the one on the payday.
  const { from: firstDay, to: lastDay } = input.worked ?? { from: input.payday, to: input.payday };
  const before = rules.find(minimumWageNz, firstDay)?.figures;
  const since = rules.find(minimumWageNz, lastDay)?.figures ?? rules.row(minimumWageNz, input.payday).figures;
  const { adult, startingOut, adultAge } = before ?? since;
  const { birthDate, lowerMinimum } = input.person;
  // The Order binds employers: who is taxed as a contractor is none of theirs.
  if (completedYears(birthDate, lastDay) < Number(adultAge) || codeOf({ input, worked }) === "WT") return [];
  const minimum = decimal(lowerMinimum ? startingOut : adult);
  const later = decimal(lowerMinimum ? since.startingOut : since.adult);
  const floor = lowerMinimum ? "starting-out and training" : "adult";
  const rateOf = (line: PayLineNz) =>
    decimal(line.rate ?? "0")
      .times(line.percent ?? "100")
      .div(hundred);
  const low = input.lines.find(
    (line) => line.element === "ordinary" && line.rate !== undefined && !line.corrects && rateOf(line).lt(minimum),
  );
  if (low)
    return [
      {
        kind: "stop",
        code: "belowMinimumNz",
        facts: { rate: dollars(rateOf(low)), floor, minimum: dollars(minimum) },
        mend: person("rate"),
      },
    ];
  const lowSince = later.gt(minimum)
    ? input.lines.find(
        (line) => line.element === "ordinary" && line.rate !== undefined && !line.corrects && rateOf(line).lt(later),
      )
    : undefined;
  if (lowSince)
    return [
      {
        kind: "query",
        code: "minimumRises",
        facts: { rate: dollars(rateOf(lowSince)), minimum: dollars(later), to: lastDay },
        mend: person("rate"),
      },
    ];
  const salaried = input.lines.filter((line) => line.element === "ordinary" && line.amount !== undefined);
  const hours = decimalOrZero(input.holidays?.weeklyHours)
    .times(52)
    .div(paysPerYear[input.cycle])
    .times(input.periods ?? 1);
  const paid = salaried.reduce((total, line) => total.plus(decimalOrZero(line.amount)), zero);
  const away = input.lines.some((line) => line.units !== undefined || line.hours !== undefined || line.corrects);
  return hours.gt(0) && paid.gt(0) && !away && paid.lt(hours.times(minimum))
    ? [
        {
          kind: "query",
          code: "salaryBelowMinimum",
          facts: {
            gross: dollars(worked.gross.value),
            hours: hours.toDecimalPlaces(2).toString(),
            rate: dollars(paid.div(hours)),
            minimum: dollars(minimum),
          },
          mend: person("rate"),
        },
      ]
    : [];
};
/** Total remuneration may not bring the pay below the minimum wage (KiwiSaver Act 2006, s 101B with the Minimum Wage Act). */
export const totalBelowMinimum: PayCheckNz = ({ input, worked }, rules) => {
  if (input.person.kiwiSaver?.totalRemuneration !== true) return [];
  const hours = input.lines
    .filter((line) => line.element === "ordinary" && !line.corrects)
    .reduce((total, line) => total.plus(decimalOrZero(line.hours)), zero);
  if (!hours.gt(0)) return [];
  const day = input.worked?.from ?? input.payday;
  const figures = rules.find(minimumWageNz, day)?.figures ?? rules.row(minimumWageNz, input.payday).figures;
  const minimum = decimal(input.person.lowerMinimum ? figures.startingOut : figures.adult);
  const own = worked.lines
    .filter((each) => each.line.element === "ordinary" && !each.line.corrects)
    .reduce((total, each) => total.plus(each.amount.value), zero)
    .minus(worked.kiwiSaver.employerGross.value);
  return own.lt(minimum.times(hours))
    ? [
        {
          kind: "stop",
          code: "totalBelowMinimum",
          facts: { rate: dollars(own.div(hours)), minimum: dollars(minimum) },
          mend: person("kiwiSaver"),
        },
      ]
    : [];
};
