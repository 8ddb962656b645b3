/** What is owed to receivers, by the payday that it comes of: super by fund, and everything by its kind. */
import type { Dimension } from "@zesty/contract/figureDimensions";
import { dimensionWords } from "@zesty/contract/figureDimensions";
import type { AnswerRow, Question } from "@zesty/contract/figures";
import { centsText } from "@zesty/core/quantity/units";
import { dueWords } from "../../dues/readDues.ts";
import type { Context } from "../../ground/context.ts";
import { monthsBetween, type Report, type Table } from "../report.ts";
import { namesOf } from "../titles.ts";

const keyOf: Partial<Record<Dimension, string>> = {
  month: "substr(d.payday, 1, 7)",
  fund: "coalesce(d.fund_id, 0)",
  kind: "d.kind || CASE d.payee WHEN '' THEN '' ELSE ': ' || d.payee END",
  person: "coalesce(d.person_id, 0)",
  business: "d.business_id",
};

interface Cell {
  row: string;
  column: string;
  cents: number;
}

function table(context: Context, asked: Question, kinds: readonly string[] | null): Table {
  const { rows: by, columns: across, from, to } = asked;
  const only = kinds === null ? "" : `AND d.kind IN (${kinds.map((kind) => `'${kind}'`).join(", ")})`;
  const cells = context.store
    .prepared<[string, string, string], Cell>(
      `SELECT CAST(${keyOf[by] ?? "''"} AS TEXT) AS row, CAST(${(across && keyOf[across]) || "''"} AS TEXT) AS column,
         SUM(d.amount_cents) AS cents
       FROM due d WHERE d.business_id IN (SELECT value FROM json_each(?)) AND substr(d.payday, 1, 7) BETWEEN ? AND ? ${only}
       GROUP BY 1, 2 HAVING cents <> 0`,
    )
    .all(JSON.stringify(asked.businesses), from, to);
  const names = namesOf(context, asked);
  const title = (dimension: Dimension, key: string): string => {
    if (dimension === "kind") {
      const [kind = "", payee] = key.split(": ");
      return payee ?? dueWords[kind as keyof typeof dueWords] ?? kind;
    }
    return key === "0" ? (dimension === "fund" ? "No fund" : "Of everybody") : names(dimension, key);
  };
  const keys = (dimension: Dimension, seen: readonly string[]): string[] =>
    dimension === "month" && seen.length > 0
      ? monthsBetween([...seen].sort()[0] ?? from, [...seen].sort().at(-1) ?? to)
      : [...new Set(seen)].sort((a, b) => title(dimension, a).localeCompare(title(dimension, b), "en"));
  const columnKeys =
    across === null
      ? []
      : keys(
          across,
          cells.map((each) => each.column),
        );
  const sum = (own: readonly Cell[]) => centsText(own.reduce((all, each) => all + each.cents, 0));
  const line = (own: readonly Cell[]) => [
    ...columnKeys.map((key) => {
      const within = own.filter((each) => each.column === key);
      return within.length === 0 ? null : sum(within);
    }),
    sum(own),
  ];
  const rowKeys = keys(
    by,
    cells.map((each) => each.row),
  );
  return {
    head: dimensionWords[by],
    columns: [
      ...columnKeys.map((key) => ({ key, title: across === null ? "" : title(across, key), unit: "money" as const })),
      { key: "", title: across === null ? "Owed" : "All", unit: "money" },
    ],
    rows: rowKeys.map(
      (key): AnswerRow => ({ key, title: title(by, key), cells: line(cells.filter((each) => each.row === key)) }),
    ),
    totals: rowKeys.length > 1 ? line(cells) : null,
    notes: cells.length === 0 ? ["Nothing is owed for a payday in these months."] : [],
    opens: false,
  };
}

const dimensions = ["fund", "person", "month", "business"] as const;
export const funds: Report = {
  ...{ code: "funds", words: "Super", group: "What is owed", country: "AU", drawing: "any" },
  ...{ rows: dimensions, columns: [null, ...dimensions], usual: { rows: "fund", columns: "month" } },
  table: (context, _actor, asked) => table(context, asked, ["super"]),
};
const kindsOfDues = ["kind", "month", "business"] as const;
export const dues: Report = {
  ...{ code: "dues", words: "What is owed to receivers", group: "What is owed", country: null, drawing: "any" },
  ...{ rows: kindsOfDues, columns: [null, ...kindsOfDues], usual: { rows: "month", columns: "kind" } },
  table: (context, _actor, asked) => table(context, asked, null),
};
