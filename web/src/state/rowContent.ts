/** What a person can change in a row of a run: its cells, and three fields beside them. Taken out of it, put back, compared. */
import type { CellChange, RunRow } from "@zesty/contract/runs";
import { typedIn } from "@zesty/core/pay/asTyped";
import { compose } from "@zesty/core/pay/compose";
import type { Overrides } from "@zesty/core/pay/input";
import type { PayElement } from "@zesty/core/pay/row";
import { cellOf, type Typed } from "@zesty/core/pay/strands";

export interface RowContent {
  typed: Typed[];
  included: boolean;
  periods: number;
  overrides: Overrides | null;
}
export const contentOf = ({ typed, included, periods, overrides }: RowContent): RowContent => ({
  typed,
  included,
  periods,
  overrides,
});

export type Cell = Pick<CellChange, "elementId" | "costCentre">;
export type Elements = ReadonlyMap<number, PayElement>;

export const isIn = (typed: Typed, cell: Cell): boolean => cellOf(typed.line) === cellOf(cell);
export const cellIn = (typed: readonly Typed[], cell: Cell): Typed | null =>
  typed.find((each) => isIn(each, cell)) ?? null;
/** The same figure in a cell; what it was typed over is no part of it. */
export const isSameCell = (a: Typed | null, b: Typed | null): boolean =>
  JSON.stringify(a?.line ?? null) === JSON.stringify(b?.line ?? null);

export function setPeriods(row: RunRow, periods: number): void {
  row.periods = periods;
  if (row.context) row.context.periods = periods;
}

export function setOverrides(row: RunRow, overrides: Overrides | null): void {
  row.overrides = overrides;
  if (row.context) row.context.overrides = overrides;
}

/**
 * Puts a figure into its cell, or takes it out; what lies beneath stands there then. A figure that equals what lies
 * beneath is not kept, here as on the server.
 */
export function setCells(row: RunRow, cells: readonly { cell: Cell; is: Typed | null }[], elements: Elements): void {
  let typed = row.typed;
  for (const { cell, is } of cells) {
    const others = typed.filter((each) => !isIn(each, cell));
    const kept = is && row.laid ? typedIn(row.laid, others, is, elements) : is;
    typed = kept ? [...others, kept] : others;
  }
  row.typed = typed;
  if (row.laid) row.lines = compose(row.laid, typed, elements);
}

/** Cells in which two contents differ. */
export function cellsBetween(was: readonly Typed[], is: readonly Typed[]): CellChange[] {
  const cells = new Map<string, Cell>();
  for (const { line } of [...was, ...is])
    cells.set(cellOf(line), {
      elementId: line.elementId,
      ...(line.costCentre === undefined ? {} : { costCentre: line.costCentre }),
    });
  return [...cells.values()].flatMap((cell) => {
    const [before, now] = [cellIn(was, cell), cellIn(is, cell)];
    return isSameCell(before, now) ? [] : [{ ...cell, was: before, is: now }];
  });
}
