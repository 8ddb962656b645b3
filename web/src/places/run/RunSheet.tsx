/** The sheet: one grid for everybody in the run, with the margin left of the names. Keys are handled here. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { type RefObject, useCallback, useEffect, useMemo, useRef } from "react";
import { DataGrid, type DataGridHandle } from "react-data-grid";
import { cellsTyped, said, selected, undone } from "../../state/runSlice.ts";
import { useAppDispatch, useAppSelector } from "../../state/store.ts";
import { elementOf, elementsInSheet, figureOf, type Step, sheetColumns, typedText } from "./columns.tsx";
import { readPaste } from "./paste.ts";
import { commitAndMove, onSheetKey } from "./sheetKeys.ts";
import { rowKey, type SheetRow } from "./sheetRows.ts";
import type { useSheetMoves } from "./useSheetMoves.ts";

interface Props {
  view: RunView;
  rows: readonly SheetRow[];
  step: Step;
  extra: readonly number[];
  gridRef: RefObject<DataGridHandle | null>;
  onWhy: (row: RunRow, figure: string) => void;
  moves: ReturnType<typeof useSheetMoves>;
  onFind: () => void;
}

/** What a cell says, for a spreadsheet. */
function copiedText(view: RunView, row: SheetRow, column: string): string {
  const element = view.elements.find((each) => each.id === elementOf(column));
  if (element) return typedText(row, element);
  return column.startsWith("f:") && row.figures ? String(row.figures[column.slice(2) as "net"]) : row.name;
}

export function RunSheet(props: Props) {
  const { view, rows, step, extra, gridRef, moves, onWhy, onFind } = props;
  const dispatch = useAppDispatch();
  const bad = useAppSelector((state) => state.run.bad);
  const inHand = useAppSelector((state) => state.run.selected);
  const fresh = useAppSelector((state) => state.run.fresh);
  const position = useRef<{ rowIdx: number; key: string }>({ rowIdx: 0, key: "name" });

  const onType = useCallback(
    ({ payId, costCentre }: SheetRow, elementId: number, value: string) =>
      dispatch(cellsTyped([{ payId, elementId, value, costCentre }])),
    [dispatch],
  );
  const onMark = useCallback((row: RunRow) => dispatch(selected(row.payId)), [dispatch]);
  // Columns stay the same objects while figures change, so that a keystroke draws its own row anew and no other.
  const inSheet = elementsInSheet(view, extra);
  const inSheetKey = inSheet.map((element) => element.id).join(" ");
  // biome-ignore lint/correctness/useExhaustiveDependencies: the ids say whether the elements are others
  const shownElements = useMemo(() => inSheet, [inSheetKey]);
  const open = view.state === "open";
  const columns = useMemo(
    () => sheetColumns({ country: view.country, elements: shownElements, open, step, bad, onType, onMark }),
    [view.country, shownElements, open, step, bad, onType, onMark],
  );

  // A column that was just added comes into sight, wherever it stands.
  const newest = extra.at(-1);
  const broughtIn = useRef<number | undefined>(undefined);
  useEffect(() => {
    const idx = columns.findIndex((column) => elementOf(column.key) === newest);
    if (newest === undefined || idx === -1 || broughtIn.current === newest) return;
    broughtIn.current = newest;
    gridRef.current?.scrollToCell({ idx });
  }, [newest, columns, gridRef]);

  function paste(text: string): void {
    const elementId = elementOf(position.current.key);
    const column = shownElements.findIndex((element) => element.id === elementId);
    if (column === -1) {
      dispatch(said("Choose a cell of hours or dollars first, then paste."));
      return;
    }
    const read = readPaste(text, rows, shownElements, view.elements, { row: position.current.rowIdx, column });
    if ("fault" in read) dispatch(said(read.fault));
    else dispatch(cellsTyped(read.edits));
  }

  const acts = { isOpen: open, moves, onWhy, onFind, onUndo: () => void dispatch(undone()), onType };
  return (
    <DataGrid
      ref={gridRef}
      className="sheet"
      aria-label="Run sheet"
      columns={columns}
      rows={rows}
      rowKeyGetter={rowKey}
      rowHeight={33}
      headerRowHeight={42}
      rowClass={(row) =>
        `${row.payId === inHand ? "in-hand" : ""} ${row.included ? "" : "out"} ${fresh.includes(row.payId) ? "just" : ""}`
      }
      onRowsChange={() => undefined}
      onCellKeyDown={(args, event) => {
        if (args.mode === "EDIT")
          commitAndMove(args, event, gridRef.current, { columns: columns.length, rows: rows.length });
        else onSheetKey(args, event, acts);
      }}
      onCellCopy={({ row, column }, event) => {
        event.clipboardData.setData("text/plain", copiedText(view, row, column.key));
        event.preventDefault();
      }}
      onCellPaste={({ row }, event) => {
        event.preventDefault();
        if (view.state === "open") paste(event.clipboardData.getData("text/plain"));
        return row;
      }}
      onActivePositionChange={({ rowIdx, row, column }) => {
        if (row && column) {
          position.current = { rowIdx, key: column.key };
          if (row.payId !== inHand) dispatch(selected(row.payId));
        }
      }}
      onCellDoubleClick={({ row, column }) => {
        const figure = figureOf(column.key);
        if (figure && (elementOf(column.key) === null || view.state !== "open")) onWhy(row, figure);
      }}
    />
  );
}
