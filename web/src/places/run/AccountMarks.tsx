/** The marks of a pay, each with what to do about it. */
import type { RunMark, RunRow, RunView } from "@zesty/contract/runs";
import { Link } from "react-router";
import { kindWord, MarkShape } from "../../parts/MarkShape.tsx";
import { mendOf } from "./mend.ts";

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
              <MendLink mark={mark} personId={row.personId} from={from} />
              {mark.mend.section === "leave" && onLeave && (
                <button type="button" className="text-action underline" onClick={onLeave}>
                  Enter the days
                </button>
              )}
              {mark.kind === "query" && (
                <button type="button" className="text-action underline" onClick={() => onTick(mark.key, !mark.ticked)}>
                  {mark.ticked ? "Remove the tick" : "Tick: looked at"}
                </button>
              )}
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}

function MendLink({ mark, personId, from }: { mark: RunMark; personId: number; from: string }) {
  const mend = mendOf(mark, personId, from);
  return mend ? (
    <Link className="text-action underline" to={mend.to}>
      {mend.words}
    </Link>
  ) : null;
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
