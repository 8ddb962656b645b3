/** The grid of new people: typed and moved through as in a spreadsheet. */
import type { PlannedPerson } from "@zesty/contract/peopleSheet";
import type { PersonColumn } from "@zesty/core/hoursSheet/peopleSheet";
import { type RefObject, useMemo, useRef } from "react";
import {
  type CellKeyboardEvent,
  type CellKeyDownArgs,
  type Column,
  DataGrid,
  type DataGridHandle,
  type RenderEditCellProps,
} from "react-data-grid";
import { flushSync } from "react-dom";
import { moveAfterTyping } from "../../parts/gridMoves.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { isBlank, type NewRow } from "./severalRows.ts";

interface Props {
  columns: readonly PersonColumn[];
  rows: readonly NewRow[];
  /** what was found, by id of the row */
  marks: ReadonlyMap<number, PlannedPerson>;
  onChoose: (row: number) => void;
  onChange: (rows: NewRow[]) => void;
  onPaste: (text: string, at: { row: number; column: number }) => void;
  onUndo: () => void;
}

const worst = ({ marks }: PlannedPerson) =>
  marks.some((mark) => mark.kind === "stop") ? "stop" : marks.length > 0 ? "query" : null;

/** Pixels by what is typed; some hold more, some less. */
const kindWidths: Record<PersonColumn["kind"], number> = { text: 112, date: 100, number: 88, yes: 90, choice: 104 };
const widths: Record<string, number> = {
  ...{
    givenName: 120,
    familyName: 120,
    account: 150,
    email: 180,
    street: 150,
    fund: 150,
    classification: 130,
    accountTitle: 130,
  },
  ...{ state: 64, postcode: 78, bsb: 80, taxCode: 78, salary: 92 },
};

type Commit = (row: NewRow, column: string, text: string) => void;

/** The margin, and a column of each fact. @param begun the text that a cell opens with */
function newRowColumns(
  columns: readonly PersonColumn[],
  marks: Props["marks"],
  begun: RefObject<string | null>,
  commit: Commit,
): Column<NewRow>[] {
  return [
    {
      key: "margin",
      name: "",
      renderHeaderCell: () => <span className="sr-only">What was found</span>,
      width: 32,
      frozen: true,
      renderCell: ({ row }) => {
        const found = marks.get(row.id);
        const kind = found && worst(found);
        return (
          <span className="flex h-full items-center" title={found?.marks.map((mark) => mark.text).join("\n")}>
            {!isBlank(row) && found && <MarkShape kind={kind ?? "query"} ticked={kind === null} />}
            {found && <span className="sr-only">{kind ?? "can be added"}</span>}
          </span>
        );
      },
    },
    ...columns.map(
      (column, index): Column<NewRow> => ({
        key: column.name,
        name: column.title,
        width: widths[column.name] ?? kindWidths[column.kind],
        frozen: index < 2,
        headerCellClass: column.kind === "number" ? "num" : "",
        cellClass: (row) => {
          const bad = marks.get(row.id)?.marks.some((mark) => mark.column === column.name && mark.kind === "stop");
          return `${column.kind === "number" ? "num" : ""} ${bad && row.cells[column.name] ? "bad" : ""}`;
        },
        renderCell: ({ row }) => {
          const text = row.cells[column.name] ?? "";
          const missing = column.needed && text === "" && !isBlank(row);
          if (column.name === "payrollId" && text === "" && marks.has(row.id))
            return <span className="text-quiet">{marks.get(row.id)?.payrollId}</span>;
          return missing ? <span className="text-amber">needed</span> : text;
        },
        renderEditCell: (props) => (
          <CellEditor
            {...props}
            title={column.title}
            initial={begun.current ?? props.row.cells[column.name] ?? ""}
            onStart={() => {
              begun.current = null;
            }}
            onCommit={(text) => commit(props.row, column.name, text)}
          />
        ),
      }),
    ),
  ];
}

export function PeopleSheet({ columns, rows, marks, onChoose, onChange, onPaste, onUndo }: Props) {
  const grid = useRef<DataGridHandle>(null);
  const at = useRef({ row: 0, column: 0 });
  const begun = useRef<string | null>(null);
  const now = useRef({ rows, onChange });
  now.current = { rows, onChange };

  const commit = useMemo(
    () => (row: NewRow, column: string, text: string) => {
      const current = now.current.rows;
      if ((row.cells[column] ?? "") === text.trim()) return;
      now.current.onChange(
        current.map((each) =>
          each.id === row.id ? { ...each, cells: { ...each.cells, [column]: text.trim() } } : each,
        ),
      );
    },
    [],
  );
  const shown = useMemo(() => newRowColumns(columns, marks, begun, commit), [columns, marks, commit]);

  function move(dx: number, dy: number): void {
    const column = Math.max(0, Math.min(at.current.column + dx, columns.length - 1));
    const rowIdx = Math.max(0, at.current.row + dy);
    const go = () =>
      grid.current?.setActivePosition(
        { idx: column + 1, rowIdx: Math.min(rowIdx, now.current.rows.length - 1) },
        { shouldFocus: true },
      );
    // A row that comes only with what was just typed is there after the next drawing; elsewhere no key may be lost.
    if (rowIdx < now.current.rows.length) go();
    else setTimeout(() => flushSync(go));
  }
  function onKey(args: CellKeyDownArgs<NewRow>, event: CellKeyboardEvent): void {
    if (args.mode === "EDIT") {
      const step = moveAfterTyping(event);
      if (!step) return;
      event.preventGridDefault();
      event.preventDefault();
      const input = event.target as HTMLInputElement;
      commit(args.row, args.column.key, input.value);
      input.dataset.done = "1";
      args.onClose(false);
      move(...step);
      return;
    }
    const mod = event.ctrlKey || event.metaKey;
    const take = (work: () => void) => {
      event.preventGridDefault();
      event.preventDefault();
      work();
    };
    if (mod && event.key.toLowerCase() === "z") return take(onUndo);
    if (mod || event.altKey || !args.row || !args.column) return;
    const { row, column } = args;
    if (event.key === "Delete" || event.key === "Backspace") return take(() => commit(row, column.key, ""));
    if (event.key.length === 1) begun.current = "";
  }
  return (
    <DataGrid
      ref={grid}
      className="sheet min-h-0 flex-1"
      aria-label="New people"
      columns={shown}
      rows={rows as NewRow[]}
      rowKeyGetter={(row: NewRow) => row.id}
      rowHeight={32}
      headerRowHeight={42}
      onRowsChange={() => undefined}
      onCellKeyDown={onKey}
      onCellPaste={({ row }, event) => {
        event.preventDefault();
        onPaste(event.clipboardData.getData("text/plain"), at.current);
        return row;
      }}
      onActivePositionChange={({ rowIdx, column }) => {
        const index = columns.findIndex((each) => each.name === column?.key);
        at.current = { row: rowIdx, column: Math.max(0, index) };
        onChoose(rowIdx);
      }}
    />
  );
}

function CellEditor({
  title,
  initial,
  onStart,
  onCommit,
  onClose,
}: RenderEditCellProps<NewRow> & {
  title: string;
  initial: string;
  onStart: () => void;
  onCommit: (text: string) => void;
}) {
  const first = useRef(initial);
  return (
    <input
      className="h-full w-full border-0 bg-sheet px-2 text-[14px] outline-none"
      aria-label={title}
      // biome-ignore lint/a11y/noAutofocus: the cell is the place of typing
      autoFocus
      defaultValue={first.current}
      onFocus={(event) => {
        onStart();
        event.target.select();
      }}
      onBlur={(event) => {
        if (event.target.dataset.done) return;
        onCommit(event.target.value);
        onClose(false);
      }}
    />
  );
}
