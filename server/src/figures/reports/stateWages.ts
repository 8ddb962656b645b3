/** Wages by State as payroll tax counts them, as far as pays hold them: wages with what is paid on leaving, and super. */
import type { AnswerRow, Question } from "@zesty/contract/figures";
import { payrollTax } from "@zesty/core/au/payrollTax";
import type { StateAu } from "@zesty/core/calendar/states";
import { centsOf, centsText } from "@zesty/core/quantity/units";
import { payrollTaxRules } from "@zesty/core/rulebook/au/payrollTaxRules";
import type { Context } from "../../ground/context.ts";
import { measures } from "../measures.ts";
import type { Report, Table } from "../report.ts";
import { tableOf } from "../sums.ts";

/** A payroll tax year: the deduction of a whole year is not shared over months here. */
const isYear = ({ from, to }: Question): boolean => from.endsWith("-07") && to === `${Number(from.slice(0, 4)) + 1}-06`;

function table(context: Context, asked: Question): Table {
  const wages = tableOf(context, asked, measures.wages);
  const employer = tableOf(context, { ...asked, columns: "element" }, measures.employer);
  const at = employer.columns.findIndex((column) => column.key === "super");
  const superOf = (key: string): string => employer.rows.find((row) => row.key === key)?.cells[at] ?? "0.00";
  const sums = wages.rows.map((row) => {
    const [paid, fund] = [row.cells[0] ?? "0.00", superOf(row.key)];
    return { row, paid, fund, all: centsText(centsOf(paid) + centsOf(fund)) };
  });
  const rule =
    asked.rows === "state" && isYear(asked) ? context.rules.find(payrollTaxRules, `${asked.to}-30`) : undefined;
  const tax = rule
    ? payrollTax(rule.figures, Object.fromEntries(sums.map(({ row, all }) => [row.key, all])), {})
    : null;
  const total = (of: "paid" | "fund" | "all") => centsText(sums.reduce((sum, each) => sum + centsOf(each[of]), 0));
  return {
    head: wages.head,
    columns: [
      { key: "wages", title: "Wages", unit: "money" },
      { key: "super", title: "Super", unit: "money" },
      { key: "all", title: "Both", unit: "money" },
      ...(tax ? [{ key: "tax", title: "Tax of the year, alone", unit: "money" as const }] : []),
    ],
    rows: sums.map(
      ({ row, paid, fund, all }): AnswerRow => ({
        ...row,
        cells: [paid, fund, all, ...(tax ? [tax[row.key as StateAu]?.tax.toFixed(2) ?? "0.00"] : [])],
      }),
    ),
    totals: sums.length > 1 ? [total("paid"), total("fund"), total("all"), ...(tax ? [null] : [])] : null,
    notes: [
      ...wages.notes,
      "Fringe benefits, contractors under a relevant contract, exempt wages and other members of a group are not in it: add them in the return.",
      ...(rule ? [`Rates and thresholds: ${rule.source.title}, ${rule.standing}.`] : []),
      ...(asked.rows === "state" && !rule ? ["For the tax of a year ask for July to June, by State."] : []),
    ],
    opens: false,
  };
}

export const stateWages: Report = {
  ...{ code: "stateWages", words: "Wages for payroll tax", group: "What is owed", country: "AU", drawing: null },
  ...{
    rows: ["state", "month", "place", "person", "business"],
    columns: [null],
    usual: { rows: "state", columns: null },
  },
  table: (context, _actor, asked) => table(context, { ...asked, columns: null }),
};
