/** A pay run: the sheet with its margin, the account beside it, the totals below, the steps above. */

import type { RunRow, RunView } from "@zesty/contract/runs";
import { useEffect, useMemo, useRef, useState } from "react";
import type { DataGridHandle } from "react-data-grid";
import { useHotkeys } from "react-hotkeys-hook";
import { useParams, useSearchParams } from "react-router";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { longDate } from "../../parts/format.ts";
import { Loading } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { totalsOfRows } from "../../parts/totals.ts";
import { useCharacter } from "../../parts/useCharacter.ts";
import { useNarrow } from "../../parts/useNarrow.ts";
import { api } from "../../state/api.ts";
import { usePutInHand } from "../../state/business.ts";
import { keptTyping } from "../../state/keptTyping.ts";
import { loaded, recovered, selected } from "../../state/runSlice.ts";
import { flush } from "../../state/saving.ts";
import { sendApi } from "../../state/sendApi.ts";
import { useAppDispatch, useAppSelector } from "../../state/store.ts";
import { useRunEditing } from "../../state/useRunEditing.ts";
import { isAsUsual } from "./asUsual.ts";
import { type Beside, BesideSheet } from "./BesideSheet.tsx";
import type { Step } from "./columns.tsx";
import { OfferedTyping } from "./OfferedTyping.tsx";
import { FromBelow, PhoneHours, PhoneRun, PhoneTotals } from "./PhoneRun.tsx";
import { PrintedRun } from "./PrintedRun.tsx";
import { RunHead, waysOf } from "./RunHead.tsx";
import { RunNotes } from "./RunNotes.tsx";
import { RunSheet } from "./RunSheet.tsx";
import { RunTools } from "./RunTools.tsx";
import { sharedNotes, withoutShared } from "./runNotes.ts";
import { sheetRows } from "./sheetRows.ts";
import { TotalsLine } from "./TotalsLine.tsx";
import { useSheetMoves } from "./useSheetMoves.ts";

export function RunPage() {
  const runId = Number(useParams().run);
  const ready = useSavedBefore(runId);
  const { data, error } = api.useRunQuery(runId, { refetchOnMountOrArgChange: true, skip: !ready });
  const dispatch = useAppDispatch();
  const view = useAppSelector((state) => state.run.view);
  const wanted = Number(useSearchParams()[0].get("pay"));
  useEffect(() => {
    if (!data) return;
    dispatch(loaded(data));
    const kept = keptTyping(data.id);
    if (kept && data.state === "open") dispatch(recovered(kept));
    // From an entry of the books to the very pay it came from.
    if (wanted) dispatch(selected(wanted));
  }, [data, wanted, dispatch]);
  usePutInHand(data?.businessId);
  if (error)
    return (
      <div className="p-6">
        <ProblemNote error={error} />
      </div>
    );
  if (view?.id !== runId) return <Loading what="the run" />;
  return <OpenPage key={runId} view={view} onePay={wanted > 0} />;
}

/** What was typed in the run before is at the server before this run, or the same one anew, is read. */
function useSavedBefore(runId: number): boolean {
  const [ready, setReady] = useState(0);
  useEffect(() => {
    void flush().finally(() => setReady(runId));
  }, [runId]);
  return ready === runId;
}

const firstStep = (view: RunView, onePay: boolean): Step =>
  view.state === "open"
    ? view.segments[0] === "now"
      ? "hours"
      : isAsUsual(view) && !onePay
        ? "signOff"
        : "check"
    : onePay || view.state === "takenBack"
      ? "check"
      : "send";

/** Opened, the cursor stands where the first key is work; once, and not where somebody has put it elsewhere. */
function useFirstFocus(first: number | undefined, focus: (first: number) => void): void {
  const isEntered = useRef(false);
  useEffect(() => {
    if (isEntered.current || first === undefined) return;
    isEntered.current = true;
    requestAnimationFrame(() => {
      if (document.activeElement === document.body || document.activeElement === null) focus(first);
    });
  });
}

function OpenPage({ view, onePay }: { view: RunView; onePay: boolean }) {
  const dispatch = useAppDispatch();
  const inHand = useAppSelector((state) => state.run.selected);
  const message = useAppSelector((state) => state.run.message);
  const unsaved = useAppSelector((state) => state.run.unsaved.length);
  const { data: sent } = sendApi.useSendQuery(view.id, { skip: view.state === "open" });
  const [step, setStep] = useState<Step>(() => firstStep(view, onePay));
  const [beside, setBeside] = useState<Beside>({ kind: "account" });
  const [extra, setExtra] = useState<number[]>([]);
  const narrow = useNarrow();
  const [below, setBelow] = useState(false);
  const gridRef = useRef<DataGridHandle>(null);
  const findRef = useRef<HTMLInputElement>(null);
  const besideRef = useRef<HTMLElement>(null);
  useRunEditing();
  useHotkeys("slash", () => findRef.current?.focus(), { preventDefault: true });
  // Between the sheet and what stands beside it: Tab would walk through every cell first.
  useHotkeys(
    "f6",
    () => {
      const beside = besideRef.current;
      if (beside?.contains(document.activeElement)) goTo(row?.payId ?? 0);
      else beside?.focus();
    },
    { enableOnFormTags: true, preventDefault: true },
  );
  // Not from a field: what is typed there would be gone.
  useHotkeys("escape", () => setBeside({ kind: "account" }));
  useEffect(() => {
    document.title = `Payday ${longDate(view.payday)} · Zesty Ledger`;
  }, [view.payday]);

  const shared = useMemo(() => sharedNotes(view.rows), [view.rows]);
  const rows = useMemo(() => view.rows.map((each) => withoutShared(each, shared)), [view.rows, shared]);
  const centreRows = useAppSelector((state) => state.run.centreRows);
  const shown = useMemo(() => sheetRows(rows, centreRows), [rows, centreRows]);
  const row = rows.find((each) => each.payId === inHand) ?? rows[0];
  const totals = useMemo(() => totalsOfRows(rows), [rows]);
  const segments = sent?.segments ?? view.segments;
  const isEnding = step === "signOff" || step === "send";

  const { goTo, personMove, markMove, stopMove, mend, tick, tickRow } = useSheetMoves({
    view,
    rows,
    shown,
    row,
    gridRef,
  });
  useFirstFocus(shown[0]?.payId, (first) =>
    step === "signOff" ? besideRef.current?.focus() : goTo(row?.payId ?? first),
  );
  const stepMove = (direction: 1 | -1) => {
    const ways = waysOf(view);
    const next = ways[ways.indexOf(step) + direction];
    if (next) setStep(next);
  };
  // What will be done is read from its top; the first Tab goes to what does it, so that a key held down does nothing.
  const stepBefore = useRef(step);
  useEffect(() => {
    if (step !== stepBefore.current && (step === "send" || step === "signOff")) besideRef.current?.focus();
    stepBefore.current = step;
  }, [step]);
  useCharacter(">", () => stepMove(1));
  useCharacter("<", () => stepMove(-1));
  const lookBeside = (next: Beside) => {
    setBeside(next);
    if (isEnding) setStep("check");
  };
  const why = (each: RunRow, figure: string) => {
    dispatch(selected(each.payId));
    lookBeside({ kind: "why", figure });
  };
  const besides = (
    <BesideSheet
      {...{ view, rows, row, step, beside, totals, setBeside, setStep }}
      onWhy={why}
      onTick={tick}
      onNewElement={(elementId) => setExtra([...extra, elementId])}
    />
  );
  return (
    <main className="flex h-full flex-col print:block print:h-auto" id="main">
      <PrintedRun view={view} rows={rows} totals={totals} />
      <RunHead
        view={view}
        segments={segments}
        step={step}
        onStep={setStep}
        tools={
          <RunTools
            view={view}
            extra={extra}
            onExtra={(id) => setExtra([...extra, id])}
            findRef={findRef}
            onFind={goTo}
            onNewElement={() => lookBeside({ kind: "newElement" })}
            onClosedown={() => lookBeside({ kind: "closedown" })}
            onHoursSheet={() => lookBeside({ kind: "hoursSheet" })}
            unsaved={unsaved}
          />
        }
      />
      <OfferedTyping />
      {view.broken.length > 0 && (
        <div className="px-6">
          <BrokenNote broken={view.broken} />
        </div>
      )}
      {!narrow && <RunNotes view={view} shared={shared} />}
      {narrow ? (
        <PhoneRun
          rows={rows}
          onOpen={(each) => {
            dispatch(selected(each.payId));
            setBeside({ kind: "account" });
            setBelow(true);
          }}
        />
      ) : (
        <div className="flex min-h-0 flex-1 print:hidden">
          <section className="min-w-0 flex-1 pl-4" aria-label="Sheet">
            <RunSheet
              view={view}
              rows={shown}
              step={step}
              extra={extra}
              gridRef={gridRef}
              onWhy={why}
              onTick={tickRow}
              onMarkMove={markMove}
              onStopMove={stopMove}
              onMend={mend}
              onPersonMove={personMove}
              onFind={() => findRef.current?.focus()}
            />
          </section>
          <aside
            ref={besideRef}
            tabIndex={-1}
            className="w-[380px] shrink-0 overflow-auto border-l border-rule-strong bg-sheet px-5 py-4 max-[900px]:w-[310px] max-[900px]:px-3"
            aria-label="Beside the sheet"
          >
            {besides}
          </aside>
        </div>
      )}
      {narrow && (below || isEnding) && (
        <FromBelow
          onClose={() => {
            setBelow(false);
            if (isEnding) setStep("check");
          }}
          onNext={isEnding ? undefined : () => markMove(1)}
        >
          {row && beside.kind === "account" && !isEnding && (
            <PhoneHours view={view} row={shown.find((each) => each.payId === row.payId) ?? row} />
          )}
          {besides}
        </FromBelow>
      )}
      <p
        role="status"
        aria-live="polite"
        className={`shrink-0 px-6 text-[14.5px] print:hidden ${message ? "border-t border-rule py-1 bg-lime-soft" : ""}`}
      >
        {message}
      </p>
      {narrow ? (
        <PhoneTotals view={view} totals={totals} people={rows.filter((each) => each.included).length} />
      ) : (
        <TotalsLine
          country={view.country}
          totals={totals}
          last={view.last}
          people={rows.filter((each) => each.included).length}
          onWhy={(name) => lookBeside({ kind: "total", name })}
        />
      )}
    </main>
  );
}
