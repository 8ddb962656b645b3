/** Checks of single lines and of what was typed over: deductions cut, overrides, codes, lump sums, departures. */

import { addMonths, daysBetween } from "../../calendar/dates.ts";
import { districtDaysOf } from "../../calendar/districtsAu.ts";
import { paysPerYear } from "../../calendar/payPeriods.ts";
import { payrollYearAu } from "../../calendar/payrollYear.ts";
import { dollars, inRun, person } from "../../checks/check.ts";
import type { Mark } from "../../checks/mark.ts";
import { besideLevelIn, hoursWithoutMoney } from "../../checks/rateChecks.ts";
import { decimal, decimalOrZero, sum } from "../../quantity/decimal.ts";
import { expenseAllowanceRules } from "../../rulebook/au/expenseAllowanceRules.ts";
import { longServiceRules } from "../../rulebook/au/longServiceRules.ts";
import { superGuaranteeRules } from "../../rulebook/au/superGuaranteeRules.ts";
import { isMeasured, unitsOf } from "../expenseAllowance.ts";
import { serviceYears } from "../pay/departing.ts";
import { type Group, withoutPay } from "../pay/elements.ts";
import { takenHours } from "../pay/leaveDrawn.ts";
import { serviceLeaveUnknown } from "../pay/longService.ts";
import type { RowContext } from "../pay/row.ts";
import type { WorkedLine } from "../pay/worked.ts";
import type { Check, PayCheck } from "./check.ts";

const overridden: PayCheck = ({ worked }) =>
  worked.overridden.map((each) => ({
    kind: "query",
    code: each.what === "withheld" ? "taxTyped" : "superTyped",
    facts: { typed: dollars(each.typed), worked: dollars(each.worked), reason: each.reason },
    mend: inRun,
  }));

const deductionCut: PayCheck = ({ worked }) =>
  worked.lines.flatMap((line): Mark[] =>
    line.cutFrom === undefined
      ? []
      : [
          {
            kind: "note",
            code: "deductionCut",
            facts: {
              name: line.line.name ?? line.line.element,
              wanted: dollars(line.cutFrom),
              taken: dollars(line.amount.value),
            },
            mend: inRun,
          },
        ],
  );

/** An allowance must say where it is reported; the pay event has no place for one that does not. */
const noReportingCode: PayCheck = ({ worked }) =>
  worked.lines.flatMap(({ line, amount }): Mark[] =>
    line.element === "allowance" && line.allowance === undefined && !amount.value.isZero()
      ? [
          {
            kind: "query",
            code: "noReportingCode",
            facts: { name: line.name ?? "Allowance" },
            mend: { place: "business", section: "elements" },
          },
        ]
      : [],
  );

/** An allowance for an expense whose taxed part cannot be told: its units are missing, or the year's amounts are. */
const expenseUnknown: PayCheck = ({ input, worked }, rules) =>
  worked.lines.flatMap(({ line, amount }): Mark[] => {
    if (!isMeasured(line) || amount.value.isZero()) return [];
    const name = line.name ?? "Allowance";
    const row = rules.find(expenseAllowanceRules, input.payday);
    if (!row)
      return [
        {
          kind: "stop",
          code: "missingTable",
          facts: { table: expenseAllowanceRules.title, payday: input.payday },
          mend: { place: "rule book", section: expenseAllowanceRules.name },
        },
      ];
    return line.allowance === "LD" || unitsOf(line) !== undefined
      ? []
      : [
          {
            kind: "query",
            code: "expenseUnits",
            facts: {
              name,
              each: `$${line.allowance === "CD" ? row.figures.centsPerKilometre : row.figures.overtimeMeal}`,
              unit: line.allowance === "CD" ? "kilometre" : "meal",
            },
            mend: { place: "business", section: "elements" },
          },
        ];
  });

/** Back pay is lump sum E only for a payroll year before this one. */
const lumpSumYear: PayCheck = ({ input }) =>
  input.lines.flatMap((line): Mark[] =>
    line.earnedYear !== undefined && line.earnedYear.slice(0, 4) >= payrollYearAu(input.payday).from.slice(0, 4)
      ? [{ kind: "stop", code: "lumpSumYear", facts: { year: line.earnedYear }, mend: inRun }]
      : [],
  );

const grossGroups: readonly Group[] = ["earnings", "extra", "unusedLeave", "termination"];

/** What an earlier payroll year paid too much is taken out of that year, on its own payday, and not off a pay of this one. */
const earlierYearTakenBack: PayCheck = ({ input, worked }) => {
  const { from } = payrollYearAu(input.payday);
  const earlier = worked.lines.filter(
    ({ line, group }) => line.corrects !== undefined && line.corrects < from && grossGroups.includes(group),
  );
  return [...new Set(earlier.map(({ line }) => line.corrects ?? ""))].flatMap((payday): Mark[] => {
    const taken = sum(earlier.filter(({ line }) => line.corrects === payday).map(({ amount }) => amount.value));
    return taken.isNegative()
      ? [
          {
            kind: "stop",
            code: "earlierYearTakenBack",
            facts: { amount: dollars(taken.negated()), payday, year: payrollYearAu(payday).name },
            mend: inRun,
          },
        ]
      : [];
  });
};

/** The pay of the last day, or one after it that pays out leave. */
const isLast = ({ facts: { endDate }, periodStart, periodEnd }: RowContext, lines: readonly WorkedLine[]): boolean =>
  endDate !== null &&
  endDate <= periodEnd &&
  (endDate >= periodStart || lines.some((line) => line.group === "unusedLeave"));

/** On the last day nothing may stay of leave that is owed in money: all is paid out, what this pay adds with it. */
const departureOpen: Check = ({ context, worked }) => {
  const { endDate } = context.facts;
  if (!isLast(context, worked.lines) || endDate === null) return [];
  return ["annual", "timeInLieu", "dayOff"].flatMap((kind): Mark[] => {
    const left = decimalOrZero(context.balances[kind])
      .plus(worked.leave[kind]?.value ?? "0")
      .minus(takenHours(worked, kind));
    const facts = { end: endDate, hours: left.toFixed(2), kind };
    return left.abs().gte("0.005") ? [{ kind: "query", code: "departureOpen", facts, mend: person("departure") }] : [];
  });
};

/** Service that long service leave is owed for, and no balance that says how much (Acts of the States and Territories). */
const longServiceOpen: Check = ({ context, input, worked }, rules) => {
  const { endDate, startDate, serviceFrom = startDate, state } = context.facts;
  if (!isLast(context, worked.lines)) return [];
  if (endDate === null || worked.lines.some(({ line }) => line.leave === "long-service")) return [];
  if (decimalOrZero(context.balances["long-service"]).gt(0)) return [];
  const years = serviceYears({ serviceFrom, lastDay: endDate });
  const weeks = serviceLeaveUnknown(input.person, years, rules.row(longServiceRules, endDate).figures[state]);
  return weeks === null
    ? []
    : [
        {
          kind: "query",
          code: "longServiceOpen",
          facts: { years: String(years), state, weeks },
          mend: person("leave"),
        },
      ];
};

/** Overtime that was banked hour for hour falls due at its own rate, when it is not taken (model term of the awards). */
const bankedOvertime: Check = ({ context, worked }) =>
  worked.lines
    .filter(({ line, amount }) => line.leave === "timeInLieu" && line.cashOut === true && amount.value.gt(0))
    .filter(() => context.facts.loadedByLine === true)
    .map(({ line, amount }) => ({
      kind: "query",
      code: "bankedOvertime",
      facts: { hours: decimalOrZero(line.hours).toDecimalPlaces(2).toString(), paid: dollars(amount.value) },
      mend: inRun,
    }));

/** A termination payment more than twelve months after the last day is ordinary income, unless it was excepted (ITAA 1997, s 82-130). */
const lateTermination: Check = ({ context, worked }) => {
  const { endDate } = context.facts;
  const isPaid = worked.lines.some((line) => line.group === "termination" && line.amount.value.gt(0));
  return isPaid && endDate !== null && context.payday > addMonths(endDate, 12)
    ? [{ kind: "query", code: "lateTermination", facts: { end: endDate }, mend: inRun }]
    : [];
};

/** Above the concessional cap the person pays the tax on it; other employers' contributions count too. */
const aboveCap: Check = ({ context, worked }, rules) => {
  const { concessionalCap } = rules.row(superGuaranteeRules, context.payday).figures;
  const now = worked.super.guarantee.value.plus(worked.super.reportable.value);
  const all = now.plus(decimalOrZero(context.toDate.guarantee)).plus(decimalOrZero(context.toDate.reportable));
  return now.gt(0) && all.gt(concessionalCap)
    ? [
        {
          kind: "query",
          code: "aboveCap",
          facts: { all: dollars(all), cap: dollars(decimal(concessionalCap)) },
          mend: person("super"),
        },
      ]
    : [];
};

export const linePayChecks: readonly PayCheck[] = [
  overridden,
  deductionCut,
  noReportingCode,
  expenseUnknown,
  lumpSumYear,
  earlierYearTakenBack,
];
/** A year with one payday more than the tables are made for: what is withheld falls short unless more is asked for. */
const extraPayday: Check = ({ context }) => {
  const days = { weekly: 7, fortnightly: 14 }[context.cycle as string];
  if (days === undefined || decimalOrZero(context.person.tax.extraPerPay).gt(0)) return [];
  const { from, to, name } = payrollYearAu(context.payday);
  const paydays =
    Math.floor(daysBetween(from, context.payday) / days) + Math.floor(daysBetween(context.payday, to) / days) + 1;
  return paydays <= paysPerYear[context.cycle]
    ? []
    : [
        {
          kind: "note",
          code: "extraPayday",
          facts: { year: name, paydays: String(paydays), usual: String(paysPerYear[context.cycle]) },
          mend: person("tax"),
        },
      ];
};

/** Hours that are paid and come to nothing: no rate is known for them. */
const moneyMissing: Check = ({ worked }) =>
  worked.lines
    .filter(({ line, group, amount }) => group === "earnings" && amount.value.isZero() && !withoutPay(line))
    .filter(({ line }) => line.amount === undefined && !decimalOrZero(line.hours).isZero() && line.percent !== "0")
    .map(({ line }) => hoursWithoutMoney(line));

const besideLevel: Check = ({ context, worked }) => besideLevelIn(context.facts, worked.gross.value);

/** A holiday of one district: whether it is kept at the place of work only a person can say (Fair Work Act 2009, s 115). */
const regionalHoliday: Check = ({ context, worked }) =>
  worked.gross.value.isZero() || context.facts.districtSaid
    ? []
    : districtDaysOf(context.facts.state, context.periodStart, context.periodEnd).map(({ date, name, districts }) => ({
        kind: "query",
        code: "regionalHoliday",
        facts: {
          date,
          name,
          region: districts.length > 2 ? `parts of ${context.facts.state}` : districts.join(" and "),
        },
        mend: { place: "business", section: "places" },
      }));

export const lineRowChecks: readonly Check[] = [
  moneyMissing,
  besideLevel,
  extraPayday,
  regionalHoliday,
  departureOpen,
  longServiceOpen,
  bankedOvertime,
  lateTermination,
  aboveCap,
];
