/** The checks of a worked row: each a small named rule that finds nothing or one or more marks. */

import { daysBetween } from "../../calendar/dates.ts";
import { payrollYearAu } from "../../calendar/payrollYear.ts";
import { dollars, inRun, person } from "../../checks/check.ts";
import type { Mark } from "../../checks/mark.ts";
import { periodChecks } from "../../checks/periodChecks.ts";
import { unlikeLast } from "../../checks/unlikeLast.ts";
import { type Decimal, decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { expenseAllowanceRules } from "../../rulebook/au/expenseAllowanceRules.ts";
import { fringeBenefitRules } from "../../rulebook/au/fringeBenefitRules.ts";
import { tablesAu } from "../../rulebook/au/index.ts";
import { studyLoanRates } from "../../rulebook/au/studyLoanRates.ts";
import { superGuaranteeRules } from "../../rulebook/au/superGuaranteeRules.ts";
import { terminationRules } from "../../rulebook/au/terminationRules.ts";
import { withholdingRates } from "../../rulebook/au/withholdingRates.ts";
import { withholdingScales } from "../../rulebook/au/withholdingScales.ts";
import { workingHolidayRates } from "../../rulebook/au/workingHolidayRates.ts";
import { isDoubtful, type RuleBook } from "../../rulebook/ruleBook.ts";
import { isMeasured } from "../expenseAllowance.ts";
import type { WorkedRow } from "../pay/row.ts";
import { hoursOf } from "../pay/snapshot.ts";
import type { WorkedLine } from "../pay/worked.ts";
import { numberPendingUntil, taxTreatment } from "../taxDeclaration.ts";
import type { Check, PayCheck, WorkedInput } from "./check.ts";
import { accrualOff, leaveChecks, noAccrual } from "./leaveChecks.ts";
import { linePayChecks, lineRowChecks } from "./lineChecks.ts";
import { wageChecks } from "./wageChecks.ts";

/**
 * Tables that a payday needs and the rule book lacks. Looked for before anything is worked out. Fringe benefits go by a
 * year of their own; expenses are asked for by the lines that need them.
 */
const ofFewPays: readonly string[] = [fringeBenefitRules.name, expenseAllowanceRules.name];
export function missingTables(payday: string, rules: RuleBook): Mark[] {
  return tablesAu
    .filter((table) => !ofFewPays.includes(table.name) && !rules.find<unknown>(table, payday))
    .map((table) => ({
      kind: "stop",
      code: "missingTable",
      facts: { table: table.title, payday },
      mend: { place: "rule book", section: table.name },
    }));
}

/** Every table that this pay's figures come from, when it is not sure: one note each. */
const derivedTable: PayCheck = ({ input, worked }, rules) => {
  if (worked.gross.value.isZero()) return [];
  const has = (wanted: (line: WorkedLine) => boolean) =>
    worked.lines.some((line) => wanted(line) && !line.amount.value.isZero());
  const used = [
    withholdingScales,
    ...(input.person.tax.studyLoan ? [studyLoanRates] : []),
    ...(input.person.tax.residency === "working-holiday" ? [workingHolidayRates] : []),
    ...(worked.super.guarantee.value.isZero() ? [] : [superGuaranteeRules]),
    ...(has(({ group }) => group === "termination" || group === "unusedLeave") ? [terminationRules] : []),
    ...(has(({ line }) => isMeasured(line)) ? [expenseAllowanceRules] : []),
  ];
  return used.flatMap((table): Mark[] => {
    const row = rules.find<unknown>(table, input.payday);
    if (!row || !isDoubtful(row.standing)) return [];
    return [
      {
        kind: "note",
        code: "derivedTable",
        facts: { table: table.title, standing: row.standing },
        mend: { place: "rule book", section: table.name },
      },
    ];
  });
};

const noHours: PayCheck = ({ worked }) =>
  worked.lines.every((line) => line.amount.value.isZero() && decimalOrZero(line.line.hours).isZero())
    ? [{ kind: "stop", code: "noHours", facts: {}, mend: inRun }]
    : [];

const absurdHours: Check = (row) => {
  const days = daysBetween(row.context.periodStart, row.context.periodEnd) + 1;
  const hours = hoursOf(row.worked.lines);
  const most = decimal(days).times(row.context.periods).times(24);
  return hours.gt(most)
    ? [{ kind: "stop", code: "absurdHours", facts: { hours: hours.toString(), days: String(days) }, mend: inRun }]
    : [];
};

const netBelowZero: PayCheck = ({ worked }) =>
  worked.net.value.isNegative()
    ? [{ kind: "stop", code: "netBelowZero", facts: { net: dollars(worked.net.value) }, mend: inRun }]
    : [];

const fund: Check = ({ context, worked }) => {
  const owed = worked.super.guarantee.value.plus(worked.super.reportable.value);
  if (owed.isZero()) return [];
  if (!context.facts.fund) return [{ kind: "stop", code: "noFund", facts: {}, mend: person("super") }];
  return context.facts.memberNumber
    ? []
    : [{ kind: "query", code: "noMemberNumber", facts: { fund: context.facts.fund }, mend: person("super") }];
};

const numberMissing: PayCheck = ({ input }) =>
  input.person.tax.fileNumber === "none" && !input.person.tax.contractor
    ? [{ kind: "query", code: "numberMissing", facts: {}, mend: person("tax") }]
    : [];

const numberPending: Check = ({ context, input }, rules) => {
  if (input.person.tax.fileNumber !== "pending" || input.person.tax.contractor) return [];
  const since = context.facts.numberPendingSince ?? context.facts.startDate;
  const until = numberPendingUntil(since, rules.row(withholdingRates, input.payday).figures);
  return input.payday > until
    ? [
        {
          kind: "stop",
          code: "numberOverdue",
          facts: { since, days: String(daysBetween(since, input.payday)) },
          mend: person("tax"),
        },
      ]
    : [{ kind: "note", code: "numberPending", facts: { since, until }, mend: person("tax") }];
};

const thresholdUnticked: PayCheck = ({ input, worked }) => {
  const treatment = taxTreatment(input.person.tax);
  return treatment.by === "scale" && treatment.scale === "1" && worked.gross.value.gt(0)
    ? [{ kind: "query", code: "thresholdUnticked", facts: {}, mend: person("tax") }]
    : [];
};

const unlikeLastTime: Check = ({ context, worked }) =>
  unlikeLast(context.lastPay, { gross: worked.gross.value, net: worked.net.value });

const details: Check = ({ context, worked }) => {
  const found: Mark[] = [];
  const { facts } = context;
  if (facts.bankAccounts === 0 && worked.net.value.gt(0))
    found.push({ kind: "stop", code: "noBankAccount", facts: {}, mend: person("bank") });
  if (!facts.hasAddress) found.push({ kind: "query", code: "noAddress", facts: {}, mend: person("details") });
  if (!facts.payslipTo) found.push({ kind: "query", code: "noEmail", facts: {}, mend: person("details") });
  // A final pay and a correction may come after the last day; wages for later days may not.
  const late = facts.endDate !== null && facts.endDate < context.periodStart && worked.lines.some(isForTheTime);
  if (facts.startDate > context.periodEnd || late)
    found.push({
      kind: "stop",
      code: "notEmployed",
      facts: { start: facts.startDate, end: facts.endDate ?? "" },
      mend: person("employment"),
    });
  return found;
};

/** Pay for the period itself, not for its end or for an earlier period. */
const isForTheTime = ({ group, line }: WorkedLine): boolean =>
  (group === "earnings" || group === "extra") && line.corrects === undefined;

const tooYoungForSuper: PayCheck = ({ input, worked }, rules) => {
  const { young } = rules.row(superGuaranteeRules, input.payday).figures;
  return worked.super.tooYoung && worked.gross.value.gt(0)
    ? [
        {
          kind: "note",
          code: "tooYoungForSuper",
          facts: { under: young.under, hours: young.hoursOver },
          mend: person("details"),
        },
      ]
    : [];
};

const forTime = (row: WorkedRow, elements: readonly string[]): Decimal =>
  row.worked.lines
    .filter(({ line }) => elements.includes(line.element) && line.corrects === undefined && line.cashOut !== true)
    .reduce((total, { line }) => total.plus(decimalOrZero(line.hours)), decimal(0));

const period: Check = (row) =>
  periodChecks({
    context: row.context,
    weeklyHours: decimalOrZero(row.input.person.weeklyHours),
    hours: forTime(row, ["ordinary"]),
    leave: forTime(row, ["leaveTaken"]),
    basis: row.input.person.basis,
    gross: row.worked.gross.value,
    lines: row.worked.lines,
    yearOf: payrollYearAu,
  });

/** Checks of the pay alone: the command line has nothing else. */
const payChecks: readonly PayCheck[] = [
  noHours,
  netBelowZero,
  numberMissing,
  thresholdUnticked,
  noAccrual,
  accrualOff,
  tooYoungForSuper,
  derivedTable,
  ...linePayChecks,
];

/** Checks that also want to know the person and the run. */
const rowChecks: readonly Check[] = [
  period,
  absurdHours,
  details,
  fund,
  numberPending,
  ...wageChecks,
  unlikeLastTime,
  ...leaveChecks,
  ...lineRowChecks,
];

const order = { stop: 0, query: 1, note: 2 } as const;

const stopsFirst = (marks: Mark[]): Mark[] => marks.sort((a, b) => order[a.kind] - order[b.kind]);

/** The marks that a pay alone can show. */
export const examinePay = (pay: WorkedInput, rules: RuleBook): Mark[] =>
  stopsFirst(payChecks.flatMap((check) => check(pay, rules)));

/** All marks of a worked row, stops first. */
export const examine = (row: WorkedRow, rules: RuleBook): Mark[] =>
  stopsFirst([...rowChecks.flatMap((check) => check(row, rules)), ...payChecks.flatMap((check) => check(row, rules))]);
