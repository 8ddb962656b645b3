/** The rows that the sheet shows: one a person, and one more for each cost centre that a person is split over. */
import type { RunRow } from "@zesty/contract/runs";

export interface SheetRow extends RunRow {
  /** set in the further rows of a person: what is typed there belongs to this cost centre */
  costCentre?: string | undefined;
}

/** Rows stay the same objects while their run row does, so that a keystroke draws only what changed. */
const further = new WeakMap<RunRow, Map<string, SheetRow>>();

export function sheetRows(rows: readonly RunRow[], centreRows: Record<number, string[]>): SheetRow[] {
  return rows.flatMap((row): SheetRow[] => {
    const centres = new Set(row.lines.flatMap((line) => line.costCentre ?? []));
    for (const code of centreRows[row.payId] ?? []) centres.add(code);
    if (centres.size === 0) return [row];
    const made = further.get(row) ?? new Map<string, SheetRow>();
    further.set(row, made);
    return [
      row,
      ...[...centres].sort().map((costCentre) => {
        const known = made.get(costCentre) ?? { ...row, costCentre };
        made.set(costCentre, known);
        return known;
      }),
    ];
  });
}

export const rowKey = (row: SheetRow): string => `${row.payId}:${row.costCentre ?? ""}`;
