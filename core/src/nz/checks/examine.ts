/** The checks of a New Zealand pay and of its row: each a small named rule. */
import { completedYears } from "../../calendar/dates.ts";
import { dollars, inRun, person } from "../../checks/check.ts";
import type { Mark } from "../../checks/mark.ts";
import { type Decimal, decimal, decimalOrZero, hundred, zero } from "../../quantity/decimal.ts";
import { deductionRatesNz } from "../../rulebook/nz/deductionRatesNz.ts";
import { holidayRules } from "../../rulebook/nz/holidayRules.ts";
import { tablesNz } from "../../rulebook/nz/index.ts";
import { protectedEarnings } from "../../rulebook/nz/protectedEarnings.ts";
import { isDoubtful, type RuleBook } from "../../rulebook/ruleBook.ts";
import { earnedSince } from "../finalHolidayPay.ts";
import { isUnpaidNz } from "../pay/elements.ts";
import type { PayLineNz } from "../pay/input.ts";
import type { WorkedRowNz } from "../pay/row.ts";
import { belowMinimum, totalBelowMinimum } from "./minimumWage.ts";
import { codeOf, type PayCheckNz, type PayInHandNz } from "./payCheck.ts";
import { rowChecksNz } from "./rowChecks.ts";

/** Tables that a payday needs and the rule book lacks. */
export const missingTablesNz = (payday: string, rules: RuleBook): Mark[] =>
  tablesNz
    .filter((table) => !rules.find<unknown>(table, payday))
    .map((table) => ({
      kind: "stop",
      code: "missingTable",
      facts: { table: table.title, payday },
      mend: { place: "rule book", section: table.name },
    }));

const noHours: PayCheckNz = ({ input, worked }) =>
  worked.lines.every((line) => line.amount.value.isZero()) &&
  input.lines.every((line) => decimalOrZero(line.hours).isZero() && !isUnpaidNz(line))
    ? [{ kind: "stop", code: "noHours", facts: {}, mend: inRun }]
    : [];

const netBelowZero: PayCheckNz = ({ worked }) =>
  worked.net.value.isNegative()
    ? [{ kind: "stop", code: "netBelowZero", facts: { net: dollars(worked.net.value) }, mend: inRun }]
    : [];

const noNotification: PayCheckNz = (pay) =>
  codeOf(pay) === "ND" && pay.worked.gross.value.gt(0)
    ? [{ kind: "query", code: "taxCodeMissing", facts: {}, mend: person("taxCode") }]
    : [];

const noRate: PayCheckNz = (pay) =>
  codeOf(pay).startsWith("STC") && pay.input.person.specialRate === undefined
    ? [{ kind: "stop", code: "specialRateMissing", facts: {}, mend: person("taxCode") }]
    : [];

/** The lowest rate is the table's; a lower one needs what Inland Revenue granted. */
const kiwiSaverRate: PayCheckNz = ({ input }, rules) => {
  const row = rules.row(deductionRatesNz, input.payday);
  const { kiwiSaver: rates } = row.figures;
  const chosen = input.person.kiwiSaver;
  const rate = chosen?.employeeRate;
  if (chosen?.status !== "member" || rate === undefined) return [];
  if (rates.employeeRates.some((each) => decimal(each).eq(rate))) return [];
  const mend = person("kiwiSaver");
  if (rates.temporaryPercent === null || !decimal(rates.temporaryPercent).eq(rate))
    return [{ kind: "stop", code: "kiwiSaverRate", facts: { rate, rates: rates.employeeRates.join(", ") }, mend }];
  return chosen.temporaryRate
    ? []
    : [
        {
          kind: "query",
          code: "kiwiSaverNotRaised",
          facts: { rate, since: row.from, default: rates.defaultPercent },
          mend,
        },
      ];
};

const notEnrolled: PayCheckNz = (pay, rules) => {
  const { enrolFromAge, enrolUntilAge } = rules.row(deductionRatesNz, pay.input.payday).figures.kiwiSaver;
  const age = completedYears(pay.input.person.birthDate, pay.input.payday);
  const automatic = !["CAE", "EDW", "NSW", "WT"].includes(codeOf(pay));
  const ofAge = age >= Number(enrolFromAge) && age < Number(enrolUntilAge);
  return pay.input.person.kiwiSaver === undefined && automatic && ofAge && pay.worked.gross.value.gt(0)
    ? [{ kind: "query", code: "kiwiSaverUnknown", facts: {}, mend: person("kiwiSaver") }]
    : [];
};

/** KiwiSaver Act 2006, s 101D: the employer contributes the least rate, unless the person has a reduction and it is matched. */
const employerRate: PayCheckNz = ({ input, worked }, rules) => {
  const { kiwiSaver: rates } = rules.row(deductionRatesNz, input.payday).figures;
  const chosen = input.person.kiwiSaver;
  const rate = chosen?.employerRate;
  if (chosen?.status !== "member" || rate === undefined || worked.kiwiSaver.employerGross.value.isZero()) return [];
  const matched = chosen.temporaryRate === true && rates.temporaryPercent !== null;
  const least = decimal(matched && rates.temporaryPercent !== null ? rates.temporaryPercent : rates.employerPercent);
  return decimal(rate).lt(least)
    ? [
        {
          kind: "stop",
          code: "employerRateLow",
          facts: { rate, least: least.toString(), payday: input.payday },
          mend: person("kiwiSaver"),
        },
      ]
    : [];
};

/** Without the facts that it goes by, the tax on the employer's contribution is taken at the lowest rate. */
const esctAssumed: PayCheckNz = ({ input, worked }) => {
  const saver = input.person.kiwiSaver;
  return worked.kiwiSaver.employerGross.value.gt(0) && !saver?.esctRate && !saver?.esctBase
    ? [{ kind: "query", code: "esctAssumed", facts: {}, mend: person("kiwiSaver") }]
    : [];
};

/** Holidays Act 2003, s 28: only casuals and fixed terms under a year may have 8 % with each pay. */
const eightPercent: PayCheckNz = ({ input }) =>
  input.person.holidayPayWithPay === true && input.person.basis !== "casual"
    ? [{ kind: "query", code: "eightPercent", facts: {}, mend: person("holidays") }]
    : [];

const cuts: PayCheckNz = ({ input, worked }) => {
  const found: Mark[] = [];
  const asked = decimalOrZero(input.person.childSupport?.amount)
    .times(input.periods ?? 1)
    .minus(decimalOrZero(input.earlierInPeriod?.childSupport));
  if (worked.parts.childSupport.value.lt(asked))
    found.push({
      kind: "note",
      code: "childSupportCut",
      facts: { taken: dollars(worked.parts.childSupport.value), wanted: dollars(asked) },
      mend: person("orders"),
    });
  for (const { order, amount, cutFrom } of worked.orders)
    if (cutFrom)
      found.push({
        kind: "note",
        code: "orderCut",
        facts: { name: order.name, taken: dollars(amount.value), wanted: dollars(cutFrom) },
        mend: person("orders"),
      });
  for (const { line, amount, cutFrom } of worked.lines)
    if (cutFrom)
      found.push({
        kind: "note",
        code: "deductionCut",
        facts: { name: line.name ?? "Deduction", taken: dollars(amount.value), wanted: dollars(cutFrom) },
        mend: inRun,
      });
  return found;
};

/** Annual holidays paid in advance beyond the 8 % that is owed at the end: what is over is not taken back by itself. */
const advanceOver: PayCheckNz = ({ input, worked }, rules) => {
  if (!input.holidays || !input.lines.some((line) => line.element === "finalPercent")) return [];
  const { percent } = rules.row(holidayRules, input.payday).figures;
  const weeks = worked.lines
    .filter((each) => each.line.element === "unusedLeave" && each.line.leave === "annual")
    .reduce((total, each) => total.plus(each.amount.value), zero);
  const { base } = earnedSince(worked.holiday.gross.value, weeks, input.holidays);
  const owed = base.times(percent).div(hundred);
  const over = decimalOrZero(input.holidays.advancePaid).minus(owed);
  return over.gt("0.005")
    ? [
        {
          kind: "query",
          code: "advanceOver",
          facts: { over: dollars(over), owed: dollars(owed), paid: dollars(decimalOrZero(input.holidays.advancePaid)) },
          mend: person("departure"),
        },
      ]
    : [];
};

/** Annual holidays in advance from before this program, which nobody has said in dollars: nothing comes off for them. */
const advanceUnknown: PayCheckNz = ({ input }) => {
  const weeks = input.holidays?.advanceUnknown;
  const isAsked = input.lines.some((line) => line.element === "finalPercent" || line.element === "closedownPay");
  return weeks && isAsked ? [{ kind: "query", code: "advanceUnknown", facts: { weeks }, mend: person("earlier") }] : [];
};

const cashUp: PayCheckNz = ({ input }, rules) => {
  const most = rules.row(holidayRules, input.payday).figures.cashUpWeeks;
  const weeks = unitsOf(input.lines, (line) => line.element === "cashUp");
  if (weeks.isZero()) return [];
  return weeks.gt(most)
    ? [{ kind: "stop", code: "cashUpTooMuch", facts: { weeks: weeks.toString(), most }, mend: inRun }]
    : [{ kind: "query", code: "cashUpAsked", facts: { weeks: weeks.toString() }, mend: inRun }];
};

const unitsOf = (lines: readonly PayLineNz[], wanted: (line: PayLineNz) => boolean): Decimal =>
  lines.filter(wanted).reduce((total, line) => total.plus(decimalOrZero(line.units)), zero);

const taxTyped: PayCheckNz = ({ worked }) =>
  worked.overridden.map(({ typed, worked: found, reason }) => ({
    kind: "query",
    code: "taxTyped",
    facts: { typed: dollars(typed), worked: dollars(found), reason },
    mend: inRun,
  }));

const doubtful: PayCheckNz = ({ input, worked }, rules) =>
  worked.gross.value.isZero()
    ? []
    : tablesNz
        .filter((table) => table.name !== protectedEarnings.name || worked.orders.length > 0)
        .flatMap((table): Mark[] => {
          const row = rules.find<unknown>(table, input.payday);
          return !row || !isDoubtful(row.standing)
            ? []
            : [
                {
                  kind: "note",
                  code: "derivedTable",
                  facts: { table: table.title, standing: row.standing },
                  mend: { place: "rule book", section: table.name },
                },
              ];
        });

const payChecks: readonly PayCheckNz[] = [
  noHours,
  netBelowZero,
  noRate,
  kiwiSaverRate,
  employerRate,
  esctAssumed,
  belowMinimum,
  totalBelowMinimum,
  advanceOver,
  advanceUnknown,
  noNotification,
  notEnrolled,
  eightPercent,
  cashUp,
  taxTyped,
  cuts,
  doubtful,
];
const order = { stop: 0, query: 1, note: 2 } as const;
const stopsFirst = (marks: Mark[]): Mark[] => marks.sort((a, b) => order[a.kind] - order[b.kind]);

/** The marks that a pay alone can show: the command line has nothing else. */
export const examinePayNz = (pay: PayInHandNz, rules: RuleBook): Mark[] =>
  stopsFirst(payChecks.flatMap((check) => check(pay, rules)));

/** All marks of a worked row, stops first. */
export const examineNz = (row: WorkedRowNz, rules: RuleBook): Mark[] =>
  stopsFirst([
    ...rowChecksNz.flatMap((check) => check(row, rules)),
    ...payChecks.flatMap((check) => check(row, rules)),
  ]);
