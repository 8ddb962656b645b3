/** The field in which a day is typed; what was understood is spelled out meanwhile. */
import type { WeekPerson } from "@zesty/contract/time";
import { useRef } from "react";
import type { RenderEditCellProps } from "react-data-grid";
import { heading } from "./dayCells.ts";

export function DayEditor({
  initial,
  date,
  row,
  onStart,
  onRead,
  onCommit,
  onClose,
}: RenderEditCellProps<WeekPerson, null> & {
  initial: string;
  date: string;
  onStart: () => void;
  onRead: (text: string) => void;
  onCommit: (text: string) => boolean;
}) {
  const first = useRef(initial);
  return (
    <input
      className="h-full w-full border-0 bg-sheet px-2 text-[14px] outline-none"
      aria-label={`${row.name}, ${heading(date)}`}
      // biome-ignore lint/a11y/noAutofocus: the cell is the place of typing
      autoFocus
      defaultValue={first.current}
      onFocus={(event) => {
        onStart();
        event.target.select();
      }}
      onChange={(event) => onRead(event.target.value)}
      onBlur={(event) => {
        if (event.target.dataset.done) return;
        onCommit(event.target.value);
        onClose(false);
      }}
    />
  );
}
