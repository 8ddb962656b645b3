/** What a person can change in a row of a run: its cells, and three fields beside them. Taken out of it, put back, compared. */
import type { CellChange, RowChange, RunRow } from "@zesty/contract/runs";
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

const differs = (a: unknown, b: unknown): boolean => JSON.stringify(a) !== JSON.stringify(b);

/** What is sent of a row: only what was changed, each with what it was. */
export function changeOf(payId: number, base: RowContent, now: RowContent): RowChange {
  const cells = cellsBetween(base.typed, now.typed);
  const change: RowChange = { payId };
  if (cells.length > 0) change.cells = cells;
  const was: NonNullable<RowChange["was"]> = {};
  if (base.included !== now.included) [change.included, was.included] = [now.included, base.included];
  if (base.periods !== now.periods) [change.periods, was.periods] = [now.periods, base.periods];
  if (differs(base.overrides, now.overrides)) [change.overrides, was.overrides] = [now.overrides, base.overrides];
  if (Object.keys(was).length > 0) change.was = was;
  return change;
}

/** A change put onto what the server has by now: fields and cells that nobody else touched. @returns what was overtaken */
export function withChange(
  theirs: RowContent,
  change: RowChange,
): { content: RowContent; overtaken: RowChange | null } {
  const content = contentOf(theirs);
  const late: RowChange = { payId: change.payId };
  for (const cell of change.cells ?? []) {
    const now = cellIn(content.typed, cell);
    if (!isSameCell(now, cell.was) && !isSameCell(now, cell.is)) {
      late.cells = [...(late.cells ?? []), { ...cell, was: now }];
      continue;
    }
    const others = content.typed.filter((each) => !isIn(each, cell));
    content.typed = cell.is ? [...others, cell.is] : others;
  }
  const { was = {} } = change;
  if (change.included !== undefined && theirs.included === was.included) content.included = change.included;
  if (change.periods !== undefined && theirs.periods === was.periods) content.periods = change.periods;
  if (change.overrides !== undefined && !differs(theirs.overrides, was.overrides)) content.overrides = change.overrides;
  return { content, overtaken: late.cells ? late : null };
}
