/** What contractors were paid, by person or month, from the kept sums. */
import type { AnswerRow, Question } from "@zesty/contract/figures";
import { centsText } from "@zesty/core/quantity/units";
import type { Context } from "../../ground/context.ts";
import type { Report, Table } from "../report.ts";
import { monthTitle } from "../titles.ts";

interface Paid {
  key: string;
  name: string;
  work: number;
  back: number;
  withheld: number;
  super: number;
}

const parts = ["work", "back", "withheld", "super"] as const;

/** Who is paid as a contractor on the last day that is known of them. */
const paidTo = ({ store }: Context, { businesses, from, to, rows }: Question): Paid[] =>
  store
    .prepared<[string, string, string], Paid>(
      `SELECT ${rows === "month" ? "s.month" : "CAST(s.person_id AS TEXT)"} AS key,
         MIN(p.family_name || ', ' || p.given_name) AS name,
         SUM(CASE WHEN s.part = 'wages' THEN s.cents ELSE 0 END) AS work,
         SUM(CASE WHEN s.part = 'paidBack' THEN s.cents ELSE 0 END) AS back,
         SUM(CASE WHEN s.part = 'whole' AND s.code = 'withheld' THEN s.cents ELSE 0 END) AS withheld,
         SUM(CASE WHEN s.part = 'employer' AND s.code = 'super' THEN s.cents ELSE 0 END) AS super
       FROM figure_sum s JOIN person p ON p.id = s.person_id
       WHERE s.business_id IN (SELECT value FROM json_each(?)) AND s.month BETWEEN ? AND ?
         AND (SELECT t.basis FROM employment_terms t WHERE t.person_id = p.id ORDER BY t."from" DESC, t.id DESC LIMIT 1) = 'contractor'
       GROUP BY 1 ORDER BY ${rows === "month" ? "1" : "2, 1"}`,
    )
    .all(JSON.stringify(businesses), from, to);

function table(context: Context, asked: Question): Table {
  const paid = paidTo(context, asked);
  const isMonth = asked.rows === "month";
  const rows = paid.map(
    (each): AnswerRow => ({
      ...{ key: each.key, title: isMonth ? monthTitle(each.key) : each.name },
      ...(isMonth ? {} : { to: `/people/${each.key}` }),
      cells: parts.map((name) => centsText(each[name])),
    }),
  );
  return {
    head: isMonth ? "month" : "contractor",
    columns: [
      { key: "work", title: "For work", unit: "money" },
      { key: "back", title: "Costs paid back", unit: "money" },
      { key: "withheld", title: "Tax taken out", unit: "money" },
      { key: "super", title: "The employer's part", unit: "money" },
    ],
    rows,
    totals: rows.length > 1 ? parts.map((name) => centsText(paid.reduce((sum, each) => sum + each[name], 0))) : null,
    notes: rows.length === 0 ? ["No contractor was paid through payroll in these months."] : [],
    opens: false,
  };
}

export const contractors: Report = {
  ...{ code: "contractors", words: "Payments to contractors", group: "Pays", country: null, drawing: "any" },
  ...{ rows: ["person", "month"], columns: [null], usual: { rows: "person", columns: null } },
  table: (context, _actor, asked) => table(context, asked),
};
