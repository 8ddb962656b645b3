/** What was found in a row of a sheet, and the yes that a query asks for. */
import type { SheetMark } from "@zesty/core/hoursSheet/cells";
import { MarkShape } from "../MarkShape.tsx";

export const isStopped = ({ marks }: { marks: readonly SheetMark[] }) => marks.some((mark) => mark.kind === "stop");
export const asksForYes = (row: { marks: readonly SheetMark[] }) =>
  !isStopped(row) && row.marks.some((mark) => mark.kind === "query");

export function SheetMarks({
  marks,
  seen,
  onSeen,
}: {
  marks: readonly SheetMark[];
  seen: boolean;
  onSeen: (on: boolean) => void;
}) {
  return (
    <>
      {marks.map((mark) => (
        <span key={mark.text} className="flex items-start gap-1.5">
          <span className="mt-0.5">
            <MarkShape kind={mark.kind} ticked={mark.kind === "query" && seen} />
          </span>
          <span className={mark.kind === "stop" ? "text-plum" : ""}>{mark.text}</span>
        </span>
      ))}
      {asksForYes({ marks }) && (
        <label className="flex items-center gap-2 text-action">
          <input
            type="checkbox"
            className="size-4 accent-(--action)"
            checked={seen}
            onChange={(event) => onSeen(event.target.checked)}
          />
          Looked at: put it in
        </label>
      )}
    </>
  );
}
