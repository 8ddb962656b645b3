/** Balances of leave: what stood, what came, what was taken and what stands, person by person and kind by kind. */
import type { AnswerRow, Question } from "@zesty/contract/figures";
import { addDays, addMonths } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../../ground/context.ts";
import { findBusiness } from "../../ground/findBusiness.ts";
import type { Report, Table } from "../report.ts";

interface Sums {
  businessId: number;
  personId: number;
  name: string;
  kind: string;
  before: number;
  came: number;
  taken: number;
  other: number;
}

function table(context: Context, asked: Question): Table {
  const first = `${asked.from}-01`;
  const last = addDays(addMonths(`${asked.to}-01`, 1), -1);
  const rows = context.store
    .prepared<[string, string, string, string, string, string, string], Sums>(
      `SELECT p.business_id AS businessId, p.id AS personId, p.family_name || ', ' || p.given_name AS name, e.kind AS kind,
         SUM(CASE WHEN e.date < ? THEN e.hours_e4 ELSE 0 END) AS before,
         SUM(CASE WHEN e.date >= ? AND e.why IN ('accrued', 'granted') THEN e.hours_e4 ELSE 0 END) AS came,
         SUM(CASE WHEN e.date >= ? AND e.why = 'taken' THEN e.hours_e4 ELSE 0 END) AS taken,
         SUM(CASE WHEN e.date >= ? AND e.why NOT IN ('accrued', 'granted', 'taken') THEN e.hours_e4 ELSE 0 END) AS other
       FROM leave_entry e JOIN person p ON p.id = e.person_id
       WHERE p.business_id IN (SELECT value FROM json_each(?)) AND e.date <= ?
         AND (p.end_date IS NULL OR p.end_date >= ?)
       GROUP BY p.id, e.kind HAVING before <> 0 OR came <> 0 OR taken <> 0 OR other <> 0
       ORDER BY p.family_name, p.given_name, p.id, e.kind`,
    )
    .all(first, first, first, first, JSON.stringify(asked.businesses), last, first);
  const countries = new Map(asked.businesses.map((id) => [id, findBusiness(context, id).country]));
  return {
    head: "person",
    columns: [
      { key: "kind", title: "Leave", unit: "text" },
      { key: "unit", title: "In", unit: "text" },
      { key: "before", title: "Stood", unit: "amount" },
      { key: "came", title: "Came", unit: "amount" },
      { key: "taken", title: "Taken", unit: "amount" },
      { key: "other", title: "Put right, paid out", unit: "amount" },
      { key: "after", title: "Stands", unit: "amount" },
    ],
    // Family violence leave is nobody's to read in a list, and leave without pay has no balance.
    rows: rows.flatMap((row): AnswerRow[] => {
      const kind = leaveKindIn(countries.get(row.businessId) ?? "AU", row.kind);
      if (kind.confidential || !kind.kept) return [];
      const shown = (e4: number) => fromE4(e4).toFixed(2);
      const after = row.before + row.came + row.taken + row.other;
      return [
        {
          ...{ key: `${row.personId} ${row.kind}`, title: row.name, to: `/people/${row.personId}` },
          cells: [kind.words, kind.unit, ...[row.before, row.came, row.taken, row.other, after].map(shown)],
        },
      ];
    }),
    totals: null,
    notes: rows.length === 0 ? ["No balance of leave stands in these months."] : [],
    opens: false,
  };
}

export const leave: Report = {
  ...{ code: "leave", words: "Leave balances", group: "Leave and people", country: null, drawing: null },
  ...{ rows: ["person"], columns: [null], usual: { rows: "person", columns: null } },
  table: (context, _actor, asked) => table(context, asked),
};
