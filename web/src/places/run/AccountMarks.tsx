/** The marks of a pay, each with what to do about it. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { Link } from "react-router";
import { kindWord, MarkShape } from "../../parts/MarkShape.tsx";

export interface MarksProps {
  row: RunRow;
  onTick: Props["onTick"];
  open: boolean;
  /** the first day of the period: what is mended of work counts from it */
  from: string;
  /** to the days of leave, where the run has a period */
  onLeave: (() => void) | undefined;
}

export function Marks({ row, onTick, open, from, onLeave }: MarksProps) {
  if (!open || row.marks.length === 0) return null;
  return (
    <ul className="my-2 border-y border-rule-strong">
      {row.marks.map((mark) => (
        <li key={mark.key} className="flex gap-2 border-b border-rule py-1.5 text-[14.5px] last:border-0">
          <span className="mt-1 shrink-0">
            <MarkShape kind={mark.kind} ticked={mark.ticked} />
          </span>
          <span className="min-w-0">
            <span className="sr-only">{kindWord[mark.kind]}: </span>
            {mark.text}
            <span className="flex gap-3">
              {mark.mend.place === "person" && (
                <Link
                  className="text-action underline"
                  to={`/people/${row.personId}?from=${from}#${mark.mend.section}`}
                >
                  Mend it
                </Link>
              )}
              {mark.mend.section === "leave" && onLeave && (
                <button type="button" className="text-action underline" onClick={onLeave}>
                  Give the days
                </button>
              )}
              {mark.mend.place === "time" && (
                <Link className="text-action underline" to={`/time?day=${from}`}>
                  To the week
                </Link>
              )}
              {mark.mend.place === "business" && (
                <Link className="text-action underline" to={`/set-up#${mark.mend.section}`}>
                  Mend it in Set-up
                </Link>
              )}
              {mark.mend.place === "rule book" && (
                <Link className="text-action underline" to={`/set-up/rules#${mark.mend.section}`}>
                  See the table
                </Link>
              )}
              {mark.kind === "query" && (
                <button type="button" className="text-action underline" onClick={() => onTick(mark.key, !mark.ticked)}>
                  {mark.ticked ? "Take the tick away" : "Tick: looked at"}
                </button>
              )}
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}

export interface Props {
  view: RunView;
  row: RunRow;
  onWhy: (figure: string) => void;
  onTick: (key: string, on: boolean) => void;
  onInclude: (included: boolean) => void;
  onPayslip: () => void;
  onPeriods: (periods: number) => void;
  onOpen: (panel: "lines" | "leave" | "publicHolidays" | "byHand" | "correction") => void;
}
