/** The least that an hour is paid: by the rate, and by the hours that were really worked. */
import { completedYears } from "../../calendar/dates.ts";
import { dollars, inRun, person } from "../../checks/check.ts";
import { type Decimal, decimal, decimalOrZero, zero } from "../../quantity/decimal.ts";
import { minimumWage } from "../../rulebook/au/minimumWage.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import type { ElementAu } from "../pay/input.ts";
import type { WorkedRow } from "../pay/row.ts";
import type { Check } from "./check.ts";

interface Floor {
  floor: Decimal;
  name: string;
}

/** What the award or agreement asks, and for adults the national minimum wage: the higher of them. */
function floorOf({ context, input }: WorkedRow, rules: RuleBook): Floor | undefined {
  // A wage decision starts with the first full pay period from its day: the period's first day decides.
  const national = (rules.find(minimumWage, context.periodStart) ?? rules.row(minimumWage, input.payday)).figures;
  const casual = input.person.basis === "casual" && !context.facts.loadedByLine;
  const adult = completedYears(input.person.birthDate, input.payday) >= Number(national.adultAge);
  const loaded = (floor: Decimal) =>
    casual ? floor.times(decimal(100).plus(national.casualLoadingPercent)).div(100).toDecimalPlaces(2) : floor;
  const floors = [
    ...(context.facts.minimumRate
      ? [{ floor: loaded(decimal(context.facts.minimumRate)), name: "award minimum" }]
      : []),
    ...(adult ? [{ floor: loaded(decimal(national.hourly)), name: "national minimum" }] : []),
  ];
  return floors.sort((a, b) => b.floor.comparedTo(a.floor))[0];
}

const belowMinimum: Check = (row, rules) => {
  const rate = row.context.facts.hourlyRate;
  if (rate === null || row.worked.gross.value.isZero()) return [];
  const highest = floorOf(row, rules);
  return highest && decimal(rate).lt(highest.floor)
    ? [
        {
          kind: "stop",
          code: "belowMinimum",
          facts: { rate: dollars(decimal(rate)), minimum: dollars(highest.floor), floor: highest.name },
          mend: person("rate"),
        },
      ]
    : [];
};

/** What is paid for work that was done: no days off, and no expense that is paid back. */
const forWork: readonly ElementAu[] = ["ordinary", "overtime", "commission"];

/**
 * Fair Work Act 2009, ss 284, 294: a minimum is asked of each hour. What is paid for the work of a period stands against
 * the hours on record: of a salary, and of hours typed below the record.
 */
const recordedBelowFloor: Check = (row, rules) => {
  const { context, worked } = row;
  const hours = decimalOrZero(context.facts.recordedHours);
  const paid = worked.lines
    .filter(({ line }) => forWork.includes(line.element) && line.corrects === undefined)
    .reduce((total, { amount }) => total.plus(amount.value), zero);
  if (hours.isZero() || paid.isZero() || context.paidBefore || row.input.person.basis === "contractor") return [];
  const highest = floorOf(row, rules);
  // A cent an hour is what rounding of lines can make.
  return highest && paid.lt(hours.times(highest.floor.minus("0.01")))
    ? [
        {
          kind: "query",
          code: "recordedBelowFloor",
          facts: {
            ...{ hours: hours.toString(), gross: dollars(paid), rate: dollars(paid.div(hours)) },
            ...{ minimum: dollars(highest.floor), floor: highest.name },
          },
          mend: inRun,
        },
      ]
    : [];
};

/** What a contractor is paid is no wage: it has no tax, super or leave, and no place in a pay event. */
const contractorPaid: Check = ({ input, worked }) =>
  input.person.tax.contractor && !worked.gross.value.isZero()
    ? [
        {
          kind: "query",
          code: "contractorPaid",
          facts: { gross: dollars(worked.gross.value), tax: dollars(worked.withheld.value) },
          mend: person("employment"),
        },
      ]
    : [];

export const wageChecks: readonly Check[] = [belowMinimum, recordedBelowFloor, contractorPaid];
