/** The sheet: one grid for everybody in the run, with the margin left of the names. Keys are handled here. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { type RefObject, useCallback, useEffect, useMemo, useRef } from "react";
import { type CellKeyboardEvent, type CellKeyDownArgs, DataGrid, type DataGridHandle } from "react-data-grid";
import { moveAfterTyping } from "../../parts/gridMoves.ts";
import { cellsTyped, said, selected, undone } from "../../state/runSlice.ts";
import { useAppDispatch, useAppSelector } from "../../state/store.ts";
import { elementOf, elementsInSheet, figureOf, type Step, sheetColumns, typedText } from "./columns.tsx";
import { readPaste } from "./paste.ts";
import { rowKey, type SheetRow } from "./sheetRows.ts";

interface Props {
  view: RunView;
  rows: readonly SheetRow[];
  step: Step;
  extra: readonly number[];
  gridRef: RefObject<DataGridHandle | null>;
  onWhy: (row: RunRow, figure: string) => void;
  onTick: (row: RunRow) => void;
  onMarkMove: (direction: 1 | -1) => void;
  onStopMove: () => void;
  onMend: () => void;
  onPersonMove: (direction: 1 | -1) => void;
  onFind: () => void;
}

export function RunSheet(props: Props) {
  const { view, rows, step, extra, gridRef, onWhy, onTick, onMarkMove, onPersonMove, onFind } = props;
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

  function onKey(args: CellKeyDownArgs<SheetRow>, event: CellKeyboardEvent): void {
    if (args.mode === "EDIT") {
      // Enter, Tab and the arrows up and down commit and move, as in a spreadsheet.
      const move = moveAfterTyping(event);
      if (move) {
        event.preventGridDefault();
        event.preventDefault();
        (event.target as HTMLElement).blur();
        const within = (value: number, length: number) => Math.max(0, Math.min(value, length - 1));
        gridRef.current?.setActivePosition(
          {
            idx: within(args.column.idx + move[0], columns.length),
            rowIdx: within(args.rowIdx + move[1], rows.length),
          },
          { shouldFocus: true },
        );
      }
      return;
    }
    const { row, column } = args;
    if (!row) return;
    const take = (work: () => void) => {
      event.preventGridDefault();
      event.preventDefault();
      work();
    };
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z") return take(() => dispatch(undone()));
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    switch (event.key) {
      case ".":
        // In a cell that is typed it begins a number (.5); anywhere else in the row it ticks.
        if (column && elementOf(column.key) !== null && view.state === "open" && row.included) return;
        return take(() => onTick(row));
      case ",":
        return take(() => onMarkMove(-1));
      case ";":
        return take(() => onMarkMove(1));
      case "!":
        return take(props.onStopMove);
      case "m":
        return take(props.onMend);
      case "[":
        return take(() => onPersonMove(-1));
      case "]":
        return take(() => onPersonMove(1));
      case "/":
        return take(onFind);
      case "?": {
        const figure = column ? figureOf(column.key) : null;
        return take(() => onWhy(row, figure ?? "net"));
      }
      case "Delete":
      case "Backspace": {
        const elementId = column ? elementOf(column.key) : null;
        if (elementId !== null && view.state === "open") return take(() => onType(row, elementId, ""));
        return;
      }
      // Of the whole page: to another place, and between the steps of the run.
      case "g":
      case "<":
      case ">":
        return event.preventGridDefault();
      default:
        // Only what a number begins with begins an entry: a stray letter would wipe a figure.
        if (event.key.length === 1 && !/[\d$.-]/.test(event.key)) event.preventGridDefault();
    }
  }

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
      onCellKeyDown={onKey}
      onCellCopy={({ row, column }, event) => {
        const element = view.elements.find((each) => each.id === elementOf(column.key));
        const text = element
          ? typedText(row, element)
          : column.key.startsWith("f:") && row.figures
            ? String(row.figures[column.key.slice(2) as "net"])
            : row.name;
        event.clipboardData.setData("text/plain", text);
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
