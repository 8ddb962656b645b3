/** The sheet of a run as CSV, open or signed off: what was typed, one column a pay element, and what came out. */
import type { RunView } from "@zesty/contract/runs";
import { sheetWords } from "@zesty/core/countries/sheetWords";
import { stringify } from "csv-stringify/sync";
import { plainCell } from "../documents/journalCsv.ts";

const outcome = ["gross", "withheld", "super", "net"] as const;

export function sheetCsv(view: RunView): Buffer {
  const used = view.elements.filter((each) =>
    view.rows.some((row) => row.lines.some((line) => line.elementId === each.id)),
  );
  const unit = { hours: "hours", amount: "$", days: "days", weeks: "weeks", units: "units" } as const;
  const typed = (row: RunView["rows"][number], id: number) =>
    row.lines
      .filter((line) => line.elementId === id)
      .map((line) => line.units ?? line.hours ?? line.amount ?? "")
      .join(" + ");
  const head = [
    "payroll ID",
    "name",
    "in the run",
    ...used.map((each) => `${each.name}, ${unit[each.entry]}`),
    "gross",
    sheetWords[view.country].withheld,
    sheetWords[view.country].super,
    "net",
  ];
  const rows = view.rows.map((row) => [
    plainCell(row.payrollId),
    plainCell(row.name),
    row.included ? "yes" : "no",
    ...used.map((each) => typed(row, each.id)),
    ...outcome.map((name) => (row.included ? (row.figures?.[name] ?? "") : "")),
  ]);
  return Buffer.from(stringify([head.map(plainCell), ...rows], { record_delimiter: "windows" }), "utf8");
}
