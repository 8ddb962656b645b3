/** Checks of a New Zealand row that also want to know the person, the ledger and the run. */
import { addMonths, daysBetween } from "../../calendar/dates.ts";
import { payrollYearNz } from "../../calendar/payrollYear.ts";
import { dollars, inRun, person } from "../../checks/check.ts";
import type { Mark } from "../../checks/mark.ts";
import { periodChecks } from "../../checks/periodChecks.ts";
import { besideLevelIn, hoursWithoutMoney } from "../../checks/rateChecks.ts";
import { unlikeLast } from "../../checks/unlikeLast.ts";
import { type Decimal, decimal, decimalOrZero, zero } from "../../quantity/decimal.ts";
import { holidayRules } from "../../rulebook/nz/holidayRules.ts";
import { isUnpaidNz, leaveMovedNz, leaveUnitNz } from "../pay/elements.ts";
import type { WorkedRowNz } from "../pay/row.ts";
import { hoursADay } from "../relevantDailyPay.ts";
import { holidayChecks } from "./holidayChecks.ts";
import { dated, exchanged, leave, units } from "./leaveChecks.ts";
import type { CheckNz } from "./rowCheck.ts";
import { wageChecks } from "./wageChecks.ts";

const details: CheckNz = ({ context, worked }) => {
  const { facts } = context;
  const found: Mark[] = [];
  if (facts.bankAccounts === 0 && worked.net.value.gt(0))
    found.push({ kind: "stop", code: "noBankAccount", facts: {}, mend: person("bank") });
  if (!facts.payslipTo) found.push({ kind: "query", code: "noEmail", facts: {}, mend: person("details") });
  if (!facts.hasIrdNumber && !context.person.taxCode.startsWith("ND") && worked.gross.value.gt(0))
    found.push({ kind: "stop", code: "irdMissing", facts: {}, mend: person("taxCode") });
  const forTheTime = worked.lines.some(
    (each) => each.side === "earnings" && each.line.corrects === undefined && each.amount.value.gt(0),
  );
  const late = facts.endDate !== null && facts.endDate < context.periodStart && forTheTime;
  if (facts.startDate > context.periodEnd || late)
    found.push({
      kind: "stop",
      code: "notEmployed",
      facts: { start: facts.startDate, end: facts.endDate ?? "" },
      mend: person("employment"),
    });
  return found;
};

const absurdHours: CheckNz = ({ context, worked }) => {
  const days = daysBetween(context.periodStart, context.periodEnd) + 1;
  const { value } = worked.hours;
  return value.gt(decimal(days).times(context.periods).times(24))
    ? [{ kind: "stop", code: "absurdHours", facts: { hours: value.toString(), days: String(days) }, mend: inRun }]
    : [];
};

/** Averages are right only when the earnings behind them are on record. */
const history: CheckNz = ({ context, input }) => {
  const uses = input.lines.some((line) => line.units !== undefined && line.element !== "daysWorked");
  if (!uses || !context.holidays.history.incomplete) return [];
  const from = context.holidays.history.year?.from ?? context.periodStart;
  return [{ kind: "query", code: "historyShort", facts: { from }, mend: person("earlier") }];
};

const daysUnknown: CheckNz = ({ context, worked }) =>
  context.holidays.varies && worked.hours.value.gt(0) && worked.holiday.days.value.isZero()
    ? [{ kind: "query", code: "daysUnknown", facts: {}, mend: inRun }]
    : [];

const publicHolidays: CheckNz = ({ context, input, worked }) => {
  if (worked.gross.value.isZero()) return [];
  const put = units(input.lines, (line) => line.element === "publicHoliday").toNumber();
  const workedOn = input.lines.filter((line) => line.element === "publicHolidayWorked");
  const expected = context.publicHolidays.filter((each) => each.works || each.unknown);
  const open = expected.slice(Math.min(put + workedOn.length, expected.length));
  const found = open.map(
    ({ date, name, reason }): Mark => ({
      kind: "query",
      code: "publicHolidayOpen",
      facts: { date, name, reason },
      mend: inRun,
    }),
  );
  const earned = units(input.lines, (line) => line.element === "alternativeEarned");
  const hours = workedOn.reduce((total, line) => total.plus(decimalOrZero(line.hours)), zero);
  if (hours.gt(0) && earned.isZero())
    found.push({ kind: "query", code: "alternativeMissing", facts: { hours: hours.toString() }, mend: inRun });
  return found;
};

const eightPercentTooLong: CheckNz = ({ context }) =>
  context.person.holidayPayWithPay === true && addMonths(context.facts.startDate, 12) <= context.payday
    ? [
        {
          kind: "note",
          code: "eightPercentTooLong",
          facts: { since: context.facts.startDate },
          mend: person("holidays"),
        },
      ]
    : [];

/** What is owed at the end stands in the last pay: annual holidays and alternative days (Holidays Act 2003, ss 24 and 60). */
const departureOpen: CheckNz = ({ context, input }) => {
  const end = context.facts.endDate;
  if (end === null || end > context.periodEnd) return [];
  return (["annual", "alternative"] as const).flatMap((kind): Mark[] => {
    const moved = input.lines.reduce((total, line) => {
      const move = leaveMovedNz(line);
      return move?.kind === kind ? total.plus(decimal(move.units).times(move.sign)) : total;
    }, decimalOrZero(context.balances[kind]));
    const paidOut = input.lines.some((line) => line.element === "unusedLeave" && (line.leave ?? "annual") === kind);
    if (paidOut || moved.lt("0.005")) return [];
    const facts = { end, left: moved.toDecimalPlaces(2).toString(), kind };
    return [{ kind: "query", code: "departureOpenNz", facts, mend: person("departure") }];
  });
};

const unlikeLastTime: CheckNz = ({ context, worked }) =>
  unlikeLast(context.lastPay, { gross: worked.gross.value, net: worked.net.value });

/** The agreement's own minimum, beside the law's. */
const belowAgreed: CheckNz = ({ context, worked }) => {
  const { hourlyRate, minimumRate } = context.facts;
  return hourlyRate !== null && minimumRate !== null && worked.gross.value.gt(0) && decimal(hourlyRate).lt(minimumRate)
    ? [
        {
          kind: "stop",
          code: "belowMinimumNz",
          facts: { rate: dollars(decimal(hourlyRate)), floor: "agreed", minimum: dollars(decimal(minimumRate)) },
          mend: person("rate"),
        },
      ]
    : [];
};

/** Holidays Act 2003, s 28A: at most one week of each entitlement year is cashed up, of what is entitled. */
const cashUp: CheckNz = ({ context, input }, rules) => {
  const most = rules.row(holidayRules, context.payday).figures.cashUpWeeks;
  const weeks = units(input.lines, (line) => line.element === "cashUp");
  if (!weeks.gt(0)) return [];
  const before = decimalOrZero(context.cashedUp);
  const all = weeks.plus(before);
  const balance = decimalOrZero(context.balances.annual);
  if (before.gt(0) && all.gt(most))
    return [{ kind: "stop", code: "cashUpTooMuch", facts: { weeks: all.toString(), most }, mend: inRun }];
  return weeks.gt(balance)
    ? [
        {
          kind: "stop",
          code: "cashUpBeyond",
          facts: { weeks: weeks.toString(), balance: balance.toDecimalPlaces(2).toString() },
          mend: inRun,
        },
      ]
    : [];
};

/** Days of different length: which of them was it? */
const unevenDay: CheckNz = ({ context, input }) => {
  const { pattern, varies } = context.holidays;
  const lengths = new Set((pattern ?? []).filter((hours) => Number(hours) > 0).map(Number));
  const days = ["leaveTaken", "publicHoliday", "alternativeHoliday"];
  const asked = input.lines.some(
    (line) => days.includes(line.element) && leaveUnitNz(line.leave ?? "") === "days" && line.byUnits === true,
  );
  return lengths.size > 1 && !varies && asked
    ? [{ kind: "query", code: "unevenDay", facts: { hours: [...lengths].join(", ") }, mend: inRun }]
    : [];
};

const openingMissing: CheckNz = ({ context, worked }) =>
  context.facts.openingMissing && worked.gross.value.gt(0)
    ? [{ kind: "query", code: "openingMissing", facts: { start: context.facts.startDate }, mend: person("holidays") }]
    : [];

const sickUnknown: CheckNz = ({ context, worked }) =>
  context.facts.sickUnknown && worked.gross.value.gt(0)
    ? [{ kind: "query", code: "sickUnknown", facts: { start: context.facts.startDate }, mend: person("holidays") }]
    : [];

const period: CheckNz = (row) => {
  const { context, worked } = row;
  return periodChecks({
    context,
    weeklyHours: decimalOrZero(context.holidays.weeklyHours),
    hours: worked.lines
      .filter(({ line }) => line.element === "ordinary" && line.corrects === undefined)
      .reduce((total, { line }) => total.plus(decimalOrZero(line.hours)), zero),
    leave: hoursOfLeave(row),
    basis: context.person.basis,
    gross: worked.gross.value,
    lines: worked.lines,
    yearOf: payrollYearNz,
  });
};

/** Leave is typed in days or weeks of the person's own week. */
const hoursOfLeave = ({ context: { holidays }, worked }: WorkedRowNz): Decimal =>
  worked.lines
    .filter(({ line }) => line.element === "leaveTaken" && line.corrects === undefined)
    .reduce((total, { line }) => {
      const inWeeks = leaveUnitNz(line.leave ?? "") === "weeks";
      const each = inWeeks ? decimalOrZero(holidays.weeklyHours) : hoursADay(holidays);
      return total.plus(line.hours === undefined ? decimalOrZero(line.units).times(each) : line.hours);
    }, zero);

/** Hours that are paid and come to nothing: no rate is known for them. */
const moneyMissing: CheckNz = ({ worked }) =>
  worked.lines
    .filter(({ line, side, amount }) => side === "earnings" && amount.value.isZero() && !isUnpaidNz(line))
    .filter(({ line }) => line.amount === undefined && !decimalOrZero(line.hours).isZero() && line.percent !== "0")
    .map(({ line }) => hoursWithoutMoney(line));

const besideLevel: CheckNz = ({ context, worked }) => besideLevelIn(context.facts, worked.gross.value);

/** What an extra pay's rate goes by (Income Tax Act 2007, s RD 17). */
const fourWeeksShort: CheckNz = ({ context, worked }) =>
  context.facts.fourWeeksShort && worked.parts.extraPay.value.gt(0)
    ? [{ kind: "query", code: "fourWeeksShort", facts: {}, mend: person("earlier") }]
    : [];

export const rowChecksNz: readonly CheckNz[] = [
  ...holidayChecks,
  fourWeeksShort,
  ...wageChecks,
  moneyMissing,
  besideLevel,
  period,
  cashUp,
  exchanged,
  unevenDay,
  openingMissing,
  sickUnknown,
  absurdHours,
  details,
  dated,
  belowAgreed,
  unlikeLastTime,
  leave,
  history,
  daysUnknown,
  publicHolidays,
  eightPercentTooLong,
  departureOpen,
];
