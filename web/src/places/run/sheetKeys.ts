/** Keys of the run sheet, beside those that move in any grid. */
import type { RunRow } from "@zesty/contract/runs";
import type { CellKeyboardEvent, CellKeyDownArgs, DataGridHandle } from "react-data-grid";
import { moveAfterTyping } from "../../parts/gridMoves.ts";
import { elementOf, figureOf } from "./columns.tsx";
import type { SheetRow } from "./sheetRows.ts";
import type { useSheetMoves } from "./useSheetMoves.ts";

export interface SheetActs {
  /** of an open run */
  isOpen: boolean;
  moves: ReturnType<typeof useSheetMoves>;
  onWhy: (row: RunRow, figure: string) => void;
  onFind: () => void;
  onUndo: () => void;
  onType: (row: SheetRow, elementId: number, value: string) => void;
}

/** What a key of a cell does; null: nothing of ours. */
function workOf({ row, column }: CellKeyDownArgs<SheetRow>, key: string, acts: SheetActs): (() => void) | null {
  if (!row) return null;
  const { moves } = acts;
  const elementId = column ? elementOf(column.key) : null;
  switch (key) {
    case ".":
      // In a cell that is typed it begins a number (.5); anywhere else in the row it ticks.
      return elementId !== null && acts.isOpen && row.included ? null : () => moves.tickRow(row);
    case ",":
      return () => moves.markMove(-1);
    case ";":
      return () => moves.markMove(1);
    case "!":
      return moves.stopMove;
    case "m":
      return moves.mend;
    case "[":
      return () => moves.personMove(-1);
    case "]":
      return () => moves.personMove(1);
    case "/":
      return acts.onFind;
    case "?":
      return () => acts.onWhy(row, (column ? figureOf(column.key) : null) ?? "net");
    case "Delete":
    case "Backspace":
      return elementId !== null && acts.isOpen ? () => acts.onType(row, elementId, "") : null;
    default:
      return null;
  }
}

/** Only what a number begins with begins an entry: a stray letter would wipe a figure. */
const beginsEntry = (key: string): boolean => key.length > 1 || /[\d$.-]/.test(key);

export function onSheetKey(args: CellKeyDownArgs<SheetRow>, event: CellKeyboardEvent, acts: SheetActs): void {
  if (args.mode === "EDIT" || !args.row) return;
  const isChord = event.ctrlKey || event.metaKey;
  const isUndo = isChord && event.key.toLowerCase() === "z";
  if (!isUndo && (isChord || event.altKey)) return;
  const work = isUndo ? acts.onUndo : workOf(args, event.key, acts);
  if (work) {
    event.preventGridDefault();
    event.preventDefault();
    work();
  } else if (!beginsEntry(event.key)) event.preventGridDefault();
}

/** Enter, Tab and the arrows up and down commit and move, as in a spreadsheet. */
export function commitAndMove(
  args: CellKeyDownArgs<SheetRow>,
  event: CellKeyboardEvent,
  grid: DataGridHandle | null,
  size: { columns: number; rows: number },
): void {
  const move = moveAfterTyping(event);
  if (args.mode !== "EDIT" || !move) return;
  event.preventGridDefault();
  event.preventDefault();
  (event.target as HTMLElement).blur();
  const within = (value: number, length: number) => Math.max(0, Math.min(value, length - 1));
  grid?.setActivePosition(
    { idx: within(args.column.idx + move[0], size.columns), rowIdx: within(args.rowIdx + move[1], size.rows) },
    { shouldFocus: true },
  );
}
