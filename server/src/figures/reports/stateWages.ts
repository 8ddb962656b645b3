/** Wages by State as payroll tax counts them: wages with what is paid on leaving, without what is exempt, super and fringe benefits. */
import type { AnswerRow, Question } from "@zesty/contract/figures";
import { payrollTax, type StateTax } from "@zesty/core/au/payrollTax";
import type { StateAu } from "@zesty/core/calendar/states";
import { sum } from "@zesty/core/quantity/decimal";
import { centsOf, centsText } from "@zesty/core/quantity/units";
import { payrollTaxRules } from "@zesty/core/rulebook/au/payrollTaxRules";
import type { Context } from "../../ground/context.ts";
import { measures } from "../measures.ts";
import type { Report, Table } from "../report.ts";
import { tableOf } from "../sums.ts";
import { namesOf } from "../titles.ts";
import { exemptWages, fringeByRow, toJudge } from "./payrollTaxWages.ts";

/** Months that tax is worked out for: a payroll tax year, or the month of a return. */
const monthsOf = ({ from, to }: Question): 12 | 1 | null =>
  from === to ? 1 : from.endsWith("-07") && to === `${Number(from.slice(0, 4)) + 1}-06` ? 12 : null;

const parts = ["wages", "exempt", "super", "fringe", "all"] as const;
type Sums = Record<(typeof parts)[number], number>;

/** What a row's wages are made of, in cents. */
function sumsOf(context: Context, asked: Question, wages: Table): { row: AnswerRow; sums: Sums }[] {
  const employer = tableOf(context, { ...asked, columns: "element" }, measures.employer);
  const at = employer.columns.findIndex((column) => column.key === "super");
  const fund = new Map(employer.rows.map((row) => [row.key, centsOf(row.cells[at] ?? "0.00")]));
  const exempt = exemptWages(context, asked);
  const fringe = fringeByRow(context, asked, monthsOf(asked) === 12);
  const title = namesOf(context, asked);
  // Who has benefits and no pay in these months has a row too.
  const alone = [...fringe.keys()].filter((key) => !wages.rows.some((row) => row.key === key)).sort();
  return [
    ...wages.rows,
    ...alone.map((key): AnswerRow => ({ key, title: title(asked.rows, key), cells: ["0.00"] })),
  ].map((row) => {
    const own = {
      ...{ wages: centsOf(row.cells[0] ?? "0.00"), exempt: exempt.get(row.key) ?? 0 },
      ...{ super: fund.get(row.key) ?? 0, fringe: fringe.get(row.key) ?? 0 },
    };
    return { row, sums: { ...own, all: own.wages - own.exempt + own.super + own.fringe } };
  });
}

function table(context: Context, asked: Question): Table {
  const wages = tableOf(context, asked, measures.wages);
  const rows = sumsOf(context, asked, wages);
  const months = asked.rows === "state" ? monthsOf(asked) : null;
  const rule = months && context.rules.find(payrollTaxRules, `${asked.to}-28`);
  const byState = Object.fromEntries(rows.map(({ row, sums }) => [row.key, centsText(sums.all)]));
  const tax = rule ? payrollTax(rule.figures, byState, {}, months) : null;
  const span = months === 1 ? "month" : "year";
  const whose = asked.businesses.length > 1 ? "together" : "alone";
  const total = (of: keyof Sums) => centsText(rows.reduce((sum, { sums }) => sum + sums[of], 0));
  return {
    head: wages.head,
    columns: [
      { key: "wages", title: "Wages", unit: "money" },
      { key: "exempt", title: "Exempt", unit: "money" },
      { key: "super", title: "Super", unit: "money" },
      { key: "fringe", title: "Fringe benefits", unit: "money" },
      { key: "all", title: "Taxable wages", unit: "money" },
      ...(tax
        ? [
            { key: "deduction", title: "Deducted", unit: "money" as const },
            { key: "tax", title: `Tax of the ${span}, ${whose}`, unit: "money" as const },
          ]
        : []),
    ],
    rows: rows.map(
      ({ row, sums }): AnswerRow => ({
        ...row,
        cells: [...parts.map((part) => centsText(sums[part])), ...(tax ? cellsOf(tax[row.key as StateAu]) : [])],
      }),
    ),
    totals: rows.length > 1 ? [...parts.map(total), ...(tax ? [null, sumOf(tax)] : [])] : null,
    notes: [
      ...wages.notes,
      ...toJudge(context, asked),
      "Fringe benefits are those on record by person, grossed up. Benefits that no person is on record for, and other members of a group, are not in it: add them in the return.",
      ...(rule
        ? [
            `Rates and thresholds: ${rule.source.title}, ${rule.standing}.`,
            ...(whose === "together" ? ["The businesses asked about are taken as one group."] : []),
            ...(months === 1
              ? ["A month is a twelfth of the year; a State that counts days comes to a little else."]
              : []),
          ]
        : []),
      ...(months && !rule
        ? [`The rule book has no rates of payroll tax for this ${span}. Load them under Set-up, Rules.`]
        : []),
      ...(asked.rows === "state" && !months ? ["For the tax ask for one month, or for July to June, by State."] : []),
    ],
    opens: false,
  };
}

const cellsOf = (of: StateTax | undefined): string[] => [
  of?.deduction.toFixed(2) ?? "0.00",
  of?.tax.toFixed(2) ?? "0.00",
];
const sumOf = (tax: Partial<Record<StateAu, StateTax>>): string =>
  sum(Object.values(tax).map((each) => each.tax)).toFixed(2);

export const stateWages: Report = {
  ...{ code: "stateWages", words: "Wages for payroll tax", group: "What is owed", country: "AU", drawing: null },
  ...{
    rows: ["state", "month", "place", "person", "business"],
    columns: [null],
    usual: { rows: "state", columns: null },
  },
  table: (context, _actor, asked) => table(context, { ...asked, columns: null }),
};
