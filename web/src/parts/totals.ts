/** Totals of the rows on screen, in whole cents: they follow the keystroke, before the server has answered. */
import type { RunRow } from "@zesty/contract/runs";

const names = [
  "gross",
  "beforeTax",
  "withheld",
  "studentLoan",
  "childSupport",
  "kiwiSaver",
  "afterTax",
  "net",
  "super",
  "cost",
] as const;

/** Cents of exact two-decimal text; no binary fraction comes near it. */
export const centsOfText = (text: string): number => Number(text.replace(".", ""));

export function totalsOfRows(rows: readonly RunRow[]): Record<string, number> {
  const totals: Record<string, number> = Object.fromEntries(names.map((name) => [name, 0]));
  for (const row of rows) {
    if (!row.included || !row.figures) continue;
    for (const name of names) totals[name] = (totals[name] ?? 0) + centsOfText(row.figures[name] ?? "0.00");
  }
  return totals;
}
