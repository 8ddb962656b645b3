/** What a person can change in a row of a run: taken out of it, put back, and compared. */
import type { RunRow } from "@zesty/contract/runs";
import type { Overrides } from "@zesty/core/pay/input";
import type { SheetLine } from "@zesty/core/pay/row";

/** What a person can change in a row. */
export interface RowContent {
  lines: SheetLine[];
  included: boolean;
  periods: number;
  overrides: Overrides | null;
}
export const contentOf = ({ lines, included, periods, overrides }: RowContent): RowContent => ({
  lines,
  included,
  periods,
  overrides,
});

export function setPeriods(row: RunRow, periods: number): void {
  row.periods = periods;
  if (row.context) row.context.periods = periods;
}

export function setOverrides(row: RunRow, overrides: Overrides | null): void {
  row.overrides = overrides;
  if (row.context) row.context.overrides = overrides;
}

export function putContent(row: RunRow | undefined, content: RowContent): void {
  if (!row) return;
  row.lines = content.lines;
  row.included = content.included;
  setPeriods(row, content.periods);
  setOverrides(row, content.overrides);
}

/** Lines without a quantity are not kept by the server; apart from them the order of lines says nothing. */
export function sameContent(a: RowContent, b: RowContent): boolean {
  const text = ({ lines, included, periods, overrides }: RowContent) =>
    JSON.stringify([
      included,
      periods,
      overrides,
      lines
        .filter(
          (line) =>
            line.terms !== undefined ||
            line.time !== undefined ||
            Number(line.hours ?? line.amount ?? line.units ?? 0) !== 0,
        )
        .map((line) => JSON.stringify(line))
        .sort(),
    ]);
  return text(a) === text(b);
}
