/** The run held in one hand: a line a person with net and mark; a tap opens hours and account from below. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { type ReactNode, useId, useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { counted, moneyOrDash } from "../../parts/format.ts";
import { kindWord, MarkShape } from "../../parts/MarkShape.tsx";
import { cellsTyped, selected } from "../../state/runSlice.ts";
import { useAppDispatch } from "../../state/store.ts";
import type { Beside } from "./BesideSheet.tsx";
import { elementsInSheet, type Step, typedText } from "./columns.tsx";
import type { SheetRow } from "./sheetRows.ts";
import { type TotalName, totalNames } from "./TotalsLine.tsx";
import { isEnding } from "./useRunSteps.ts";

interface Props {
  view: RunView;
  rows: readonly RunRow[];
  shown: readonly SheetRow[];
  row: RunRow | undefined;
  step: Step;
  setStep: (step: Step) => void;
  beside: Beside;
  setBeside: (beside: Beside) => void;
  onNext: () => void;
  /** what else stands beside the sheet */
  children: ReactNode;
}

export function OnPhone({ view, rows, shown, row, step, setStep, beside, setBeside, onNext, children }: Props) {
  const dispatch = useAppDispatch();
  const [below, setBelow] = useState(false);
  const ending = isEnding(step);
  const open = (each: RunRow) => {
    dispatch(selected(each.payId));
    setBeside({ kind: "account" });
    setBelow(true);
  };
  const close = () => {
    setBelow(false);
    if (ending) setStep("check");
  };
  return (
    <>
      <PeopleList rows={rows} onOpen={open} />
      {(below || ending) && (
        <FromBelow onClose={close} onNext={ending ? undefined : onNext}>
          {row && beside.kind === "account" && !ending && (
            <PhoneHours view={view} row={shown.find((each) => each.payId === row.payId) ?? row} />
          )}
          {children}
        </FromBelow>
      )}
    </>
  );
}

interface ListProps {
  rows: readonly RunRow[];
  onOpen: (row: RunRow) => void;
}

function PeopleList({ rows, onOpen }: ListProps) {
  return (
    <ul className="figures min-h-0 flex-1 overflow-auto" aria-label="People of the run">
      {rows.map((row) => {
        const mark =
          row.marks.find((each) => each.kind === "stop") ??
          row.marks.find((each) => each.kind === "query" && !each.ticked);
        return (
          <li key={row.payId} className="border-b border-rule">
            <button
              type="button"
              className={`flex min-h-12 w-full items-center gap-3 px-4 text-left ${row.included ? "" : "text-quiet"}`}
              onClick={() => onOpen(row)}
            >
              <span className="w-5 shrink-0">
                {mark && (
                  <>
                    <MarkShape kind={mark.kind} ticked={mark.ticked} />
                    <span className="sr-only">{kindWord[mark.kind]}</span>
                  </>
                )}
              </span>
              <span className="flex-1">{row.name}</span>
              <span className="font-semibold">
                {row.included ? moneyOrDash(row.figures?.net ?? "0.00") : "left out"}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

/** Hours and dollars of a person as large fields. */
function PhoneHours({ view, row }: { view: RunView; row: SheetRow }) {
  const dispatch = useAppDispatch();
  const id = useId();
  if (view.state !== "open" || !row.included) return null;
  const used = elementsInSheet(view, []).filter((each) => each.element === "ordinary" || typedText(row, each) !== "");
  return (
    <div className="my-3 grid grid-cols-[1fr_110px] items-center gap-x-3 gap-y-2">
      {used.map((element) => (
        <div key={element.id} className="contents">
          <label htmlFor={`${id}-${element.id}`}>{element.name}</label>
          <input
            key={`${row.payId} ${typedText(row, element)}`}
            id={`${id}-${element.id}`}
            inputMode="decimal"
            className="figures h-11 rounded-(--radius) border border-rule-strong bg-sheet px-2 text-right text-[18px]"
            defaultValue={typedText(row, element)}
            onBlur={(event) => {
              const value = event.target.value;
              if (value !== typedText(row, element))
                dispatch(cellsTyped([{ payId: row.payId, elementId: element.id, value, costCentre: row.costCentre }]));
            }}
          />
        </div>
      ))}
    </div>
  );
}

interface SheetProps {
  onClose: () => void;
  /** to the next mark; none: the panel is about the whole run */
  onNext?: (() => void) | undefined;
  children: ReactNode;
}

/** What stands beside the sheet comes from below. */
function FromBelow({ onClose, onNext, children }: SheetProps) {
  return (
    <aside
      aria-label="Beside the sheet"
      tabIndex={-1}
      className="fixed inset-x-0 bottom-0 z-30 flex max-h-[88vh] flex-col border-t-2 border-rule-strong bg-sheet shadow-xl print:hidden"
    >
      <div className="min-h-0 flex-1 overflow-auto px-4 pt-3 pb-2">{children}</div>
      <div className="flex shrink-0 gap-3 border-t border-rule px-4 py-2">
        <Button className="min-h-11 flex-1" onClick={onClose}>
          Close
        </Button>
        {onNext && (
          <Button look="main" className="min-h-11 flex-1" onClick={onNext}>
            Next mark
          </Button>
        )}
      </div>
    </aside>
  );
}

const onPhone: readonly TotalName[] = ["gross", "withheld", "net"];

export function PhoneTotals({
  view,
  totals,
  people,
}: {
  view: RunView;
  totals: Record<string, number>;
  people: number;
}) {
  return (
    <section
      aria-label="Totals of the run"
      className="figures grid shrink-0 grid-cols-4 gap-2 border-t-2 border-rule-strong bg-paper px-4 py-2 text-right print:hidden"
    >
      <p className="text-left text-[14px] text-quiet">{counted(people, "person", "people")}</p>
      {onPhone.map((name) => (
        <p key={name}>
          <span className="block text-[13px] text-quiet">{totalNames[view.country][name]}</span>
          {moneyOrDash(((totals[name] ?? 0) / 100).toFixed(2))}
        </p>
      ))}
    </section>
  );
}
