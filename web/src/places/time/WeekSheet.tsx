/** The week as a sheet: people by days. Typing, moving, copying and approving are handled here. */
import type { DayChange, WeekPerson, WeekView } from "@zesty/contract/time";
import { dayText } from "@zesty/core/hours/dayText";
import { type RefObject, useMemo, useRef } from "react";
import { type CellKeyboardEvent, type CellKeyDownArgs, DataGrid, type DataGridHandle } from "react-data-grid";
import { moveAfterTyping } from "../../parts/gridMoves.ts";
import { beginsDay, heading, readCell, withUnseen } from "./dayCells.ts";
import { type Chosen, type WeekActions, waiting, weekColumns } from "./weekColumns.tsx";
import { type DayKind, recordOf } from "./weekWorth.ts";

interface Props {
  view: WeekView;
  /** the days shown, and all days of the period */
  dates: readonly string[];
  period: readonly string[];
  people: readonly WeekPerson[];
  kind: DayKind;
  gridRef: RefObject<DataGridHandle | null>;
  onChoose: (chosen: Chosen) => void;
  onChange: (changes: DayChange[]) => void;
  onApprove: (days: Chosen[], approved: boolean) => void;
  onUndo: () => void;
  onSay: (text: string | null) => void;
  onFind: () => void;
}

type Entry = [person: WeekPerson, date: string, text: string];

const holidayNames = (people: readonly WeekPerson[], dates: readonly string[]): ReadonlyMap<string, string> =>
  new Map(
    (people[0]?.time.holidays ?? []).flatMap((each) =>
      dates.includes(each.date) ? [[each.date, each.name ?? ""]] : [],
    ),
  );

/** @returns false where the text is not understood: the cell stays open */
function commitDay([person, date, text]: Entry, { view, kind, onSay, onChange }: Props): boolean {
  const record = readCell(text, person, date, view);
  if (record && "fault" in record) {
    onSay(`${person.name}, ${heading(date)}: ${record.fault}`);
    return false;
  }
  const before = recordOf(person, date, kind);
  onSay(null);
  // What reads the same was not changed: the day keeps what else is known of it.
  if (dayText(before, view.country) !== dayText(record, view.country))
    onChange([{ personId: person.personId, date, kind, record: record && withUnseen(before, record) }]);
  return true;
}

export function WeekSheet(props: Props) {
  const { view, dates, period, people, kind, gridRef, onChoose, onSay } = props;
  const at = useRef<{ row: number; date: string | null }>({ row: 0, date: null });
  const typed = useRef<string | null>(null);
  const holidays = useMemo(() => holidayNames(people, dates), [people, dates]);
  const commit = (...of: Entry) => commitDay(of, props);
  // What the columns call is the newest of the page, while they stay the same objects.
  const now = useRef({ commit, onSay });
  now.current = { commit, onSay };
  const actions = useMemo(
    (): WeekActions => ({
      begun: () => typed.current,
      started: () => {
        typed.current = null;
      },
      say: (text) => now.current.onSay(text),
      commit: (person, date, text) => now.current.commit(person, date, text),
    }),
    [],
  );
  const columns = useMemo(
    () => weekColumns({ view, period, people, kind, holidays, actions }, dates),
    [view, dates, period, people, kind, holidays, actions],
  );

  function move(dx: number, dy: number): void {
    const idx = columns.findIndex((column) => column.key === at.current.date);
    gridRef.current?.setActivePosition(
      {
        idx: Math.max(2, Math.min(idx + dx, dates.length + 1)),
        rowIdx: Math.max(0, Math.min(at.current.row + dy, people.length - 1)),
      },
      { shouldFocus: true },
    );
  }

  function onKey(args: CellKeyDownArgs<WeekPerson, null>, event: CellKeyboardEvent): void {
    if (args.mode === "EDIT") {
      const step = moveAfterTyping(event);
      if (!step) return;
      event.preventGridDefault();
      event.preventDefault();
      const input = event.target as HTMLInputElement;
      if (!commit(args.row, args.column.key, input.value)) return;
      input.dataset.done = "1";
      args.onClose(false);
      move(...step);
      return;
    }
    onWeekKey(args, event, {
      ...props,
      move,
      begin: () => {
        typed.current = "";
      },
    });
  }

  return (
    <DataGrid
      ref={gridRef}
      className="sheet week"
      aria-label="Week"
      columns={columns}
      rows={people as WeekPerson[]}
      rowKeyGetter={(row: WeekPerson) => row.personId}
      rowHeight={46}
      headerRowHeight={42}
      summaryRowHeight={44}
      bottomSummaryRows={[null]}
      onRowsChange={() => undefined}
      onCellKeyDown={onKey}
      onCellCopy={({ row, column }, event) => {
        const text = dates.includes(column.key) ? dayText(recordOf(row, column.key, kind), view.country) : row.name;
        event.clipboardData.setData("text/plain", text);
        event.preventDefault();
      }}
      onCellPaste={({ row }, event) => {
        event.preventDefault();
        if (people.some((each) => each.canEdit))
          pasteDays(event.clipboardData.getData("text/plain"), at.current, props);
        return row;
      }}
      onActivePositionChange={({ rowIdx, row, column }) => {
        if (!row || !column) return;
        const date = dates.includes(column.key) ? column.key : at.current.date;
        at.current = { row: rowIdx, date };
        onChoose({ personId: row.personId, date: date ?? dates[0] ?? "" });
      }}
    />
  );
}

interface KeyActs extends Props {
  move: (dx: number, dy: number) => void;
  /** a letter begins an entry */
  begin: () => void;
}

/** A key of a day or a person, beside those that move in any grid. */
function onWeekKey(args: CellKeyDownArgs<WeekPerson, null>, event: CellKeyboardEvent, acts: KeyActs): void {
  const { view, people, dates, period, kind, move, onUndo, onChange, onApprove, onSay, onFind } = acts;
  const { row, column } = args;
  if (!row) return;
  const date = column && dates.includes(column.key) ? column.key : undefined;
  const take = (work: () => void) => {
    event.preventGridDefault();
    event.preventDefault();
    work();
  };
  const mod = event.ctrlKey || event.metaKey;
  if (mod && event.key.toLowerCase() === "z") return take(onUndo);
  if (mod && event.key.toLowerCase() === "d" && date) {
    const above = people[args.rowIdx - 1];
    return take(() => {
      const record = above ? recordOf(above, date, kind) : null;
      if (record) onChange([{ personId: row.personId, date, kind, record }]);
      else onSay("The day above holds nothing to fill down.");
    });
  }
  if (mod || event.altKey) return;
  switch (event.key) {
    case ".":
      return take(() => {
        const days = waiting(row, date === undefined ? period : [date]);
        if (days.length > 0) onApprove(days, true);
        else if (date && row.days[date]?.state === "approved") onApprove([{ personId: row.personId, date }], false);
        else onSay("No days need approval.");
      });
    case "[":
      return take(() => move(0, -1));
    case "]":
      return take(() => move(0, 1));
    case "/":
      return take(onFind);
    case "Delete":
    case "Backspace":
      if (date && recordOf(row, date, kind) && row.canEdit)
        return take(() => onChange([{ personId: row.personId, date, kind, record: null }]));
      return;
    case "g":
      return event.preventGridDefault();
    default:
      if (event.key.length !== 1) return;
      if (!beginsDay(event.key.toLowerCase(), view.country)) return event.preventGridDefault();
      // The editor opens blank, and the key that began it is typed into it.
      acts.begin();
  }
}

/** A block of a spreadsheet from the day in hand on: pasted whole, or not at all. */
function pasteDays(
  text: string,
  { row, date }: { row: number; date: string | null },
  { view, dates, people, kind, onSay, onChange }: Props,
): void {
  const first = date === null ? -1 : dates.indexOf(date);
  if (first === -1) return onSay("Choose the day where the block begins, then paste.");
  const changes: DayChange[] = [];
  for (const [dy, line] of text.replace(/\r/g, "").replace(/\n$/, "").split("\n").entries())
    for (const [dx, cell] of line.split("\t").entries()) {
      const [person, on] = [people[row + dy], dates[first + dx]];
      if (!person || !on) return onSay("The block is larger than what is left of the week. Nothing was pasted.");
      const record = readCell(cell, person, on, view);
      if (record && "fault" in record)
        return onSay(`Nothing was pasted. ${person.name}, ${heading(on)}: ${record.fault}`);
      changes.push({ personId: person.personId, date: on, kind, record });
    }
  onChange(changes);
}
