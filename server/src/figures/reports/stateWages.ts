/** Wages by State as payroll tax counts them, as far as pays hold them: wages with what is paid on leaving, and super. */
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

/** Months that tax is worked out for: a payroll tax year, or the month of a return. */
const monthsOf = ({ from, to }: Question): 12 | 1 | null =>
  from === to ? 1 : from.endsWith("-07") && to === `${Number(from.slice(0, 4)) + 1}-06` ? 12 : null;

function table(context: Context, asked: Question): Table {
  const wages = tableOf(context, asked, measures.wages);
  const employer = tableOf(context, { ...asked, columns: "element" }, measures.employer);
  const at = employer.columns.findIndex((column) => column.key === "super");
  const superOf = (key: string): string => employer.rows.find((row) => row.key === key)?.cells[at] ?? "0.00";
  const sums = wages.rows.map((row) => {
    const [paid, fund] = [row.cells[0] ?? "0.00", superOf(row.key)];
    return { row, paid, fund, all: centsText(centsOf(paid) + centsOf(fund)) };
  });
  const months = asked.rows === "state" ? monthsOf(asked) : null;
  const rule = months && context.rules.find(payrollTaxRules, `${asked.to}-28`);
  const tax = rule
    ? payrollTax(rule.figures, Object.fromEntries(sums.map(({ row, all }) => [row.key, all])), {}, months)
    : null;
  const span = months === 1 ? "month" : "year";
  const whose = asked.businesses.length > 1 ? "together" : "alone";
  const total = (of: "paid" | "fund" | "all") => centsText(sums.reduce((sum, each) => sum + centsOf(each[of]), 0));
  return {
    head: wages.head,
    columns: [
      { key: "wages", title: "Wages", unit: "money" },
      { key: "super", title: "Super", unit: "money" },
      { key: "all", title: "Both", unit: "money" },
      ...(tax
        ? [
            { key: "deduction", title: "Deducted", unit: "money" as const },
            { key: "tax", title: `Tax of the ${span}, ${whose}`, unit: "money" as const },
          ]
        : []),
    ],
    rows: sums.map(
      ({ row, paid, fund, all }): AnswerRow => ({
        ...row,
        cells: [paid, fund, all, ...(tax ? cellsOf(tax[row.key as StateAu]) : [])],
      }),
    ),
    totals: sums.length > 1 ? [total("paid"), total("fund"), total("all"), ...(tax ? [null, sumOf(tax)] : [])] : null,
    notes: [
      ...wages.notes,
      "Fringe benefits, contractors under a relevant contract, exempt wages and other members of a group are not in it: add them in the return.",
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
