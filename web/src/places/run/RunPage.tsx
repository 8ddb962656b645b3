/** A pay run: the sheet with its margin, the account beside it, the totals below, the steps above. */

import type { RunRow, RunView } from "@zesty/contract/runs";
import { type ComponentProps, useEffect, useMemo, useRef, useState } from "react";
import type { DataGridHandle } from "react-data-grid";
import { useHotkeys } from "react-hotkeys-hook";
import { useParams, useSearchParams } from "react-router";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { useSlash } from "../../parts/FindPerson.tsx";
import { longDate } from "../../parts/format.ts";
import { Loading, PageProblem, usePageTitle } from "../../parts/Page.tsx";
import { totalsOfRows } from "../../parts/totals.ts";
import { useAcross } from "../../parts/useAcross.ts";
import { useNarrow } from "../../parts/useNarrow.ts";
import { usePutInHand } from "../../state/business.ts";
import { keptTyping } from "../../state/keptTyping.ts";
import { runApi } from "../../state/runApi.ts";
import { loaded, recovered, selected } from "../../state/runSlice.ts";
import { flush } from "../../state/saving.ts";
import { sendApi } from "../../state/sendApi.ts";
import { useAppDispatch, useAppSelector } from "../../state/store.ts";
import { useRunEditing } from "../../state/useRunEditing.ts";
import { type Beside, BesideSheet } from "./BesideSheet.tsx";
import { OfferedTyping } from "./OfferedTyping.tsx";
import { OnPhone, PhoneTotals } from "./PhoneRun.tsx";
import { PrintedRun } from "./PrintedRun.tsx";
import { RunHead } from "./RunHead.tsx";
import { RunNotes } from "./RunNotes.tsx";
import { RunSheet } from "./RunSheet.tsx";
import { RunTools } from "./RunTools.tsx";
import { sharedNotes, withoutShared } from "./runNotes.ts";
import { sheetRows } from "./sheetRows.ts";
import { TotalsLine } from "./TotalsLine.tsx";
import { isEnding, useFirstFocus, useRunSteps } from "./useRunSteps.ts";
import { useSheetMoves } from "./useSheetMoves.ts";

export function RunPage() {
  const runId = Number(useParams().run);
  const ready = useSavedBefore(runId);
  const { data, error } = runApi.useRunQuery(runId, { refetchOnMountOrArgChange: true, skip: !ready });
  const dispatch = useAppDispatch();
  const view = useAppSelector((state) => state.run.view);
  const [query] = useSearchParams();
  const wanted = Number(query.get("pay"));
  useEffect(() => {
    if (!data) return;
    dispatch(loaded(data));
    const kept = keptTyping(data.id);
    if (kept && data.state === "open") dispatch(recovered(kept));
    // From an entry of the books to the very pay it came from.
    if (wanted) dispatch(selected(wanted));
  }, [data, wanted, dispatch]);
  usePutInHand(data?.businessId);
  if (error) return <PageProblem error={error} />;
  if (view?.id !== runId) return <Loading what="the run" />;
  return <OpenPage key={runId} view={view} onePay={wanted > 0} isToCorrect={query.has("told")} />;
}

/** What was typed in the run before is at the server before this run, or the same one anew, is read. */
function useSavedBefore(runId: number): boolean {
  const [ready, setReady] = useState(0);
  useEffect(() => {
    void flush().finally(() => setReady(runId));
  }, [runId]);
  return ready === runId;
}

/** The rows as they are shown, without the notes that are true of each, and the one in hand. */
function useRowsInHand(view: RunView) {
  const inHand = useAppSelector((state) => state.run.selected);
  const centreRows = useAppSelector((state) => state.run.centreRows);
  const shared = useMemo(() => sharedNotes(view.rows), [view.rows]);
  const rows = useMemo(() => view.rows.map((each) => withoutShared(each, shared)), [view.rows, shared]);
  const shown = useMemo(() => sheetRows(rows, centreRows), [rows, centreRows]);
  const totals = useMemo(() => totalsOfRows(rows), [rows]);
  return { shared, rows, shown, totals, row: rows.find((each) => each.payId === inHand) ?? rows[0] };
}

function OpenPage({ view, onePay, isToCorrect }: { view: RunView; onePay: boolean; isToCorrect: boolean }) {
  const dispatch = useAppDispatch();
  const unsaved = useAppSelector((state) => state.run.unsaved.length);
  const { data: sent } = sendApi.useSendQuery(view.id, { skip: view.state === "open" });
  const [beside, setBeside] = useState<Beside>({
    kind: isToCorrect && view.state !== "open" ? "correction" : "account",
  });
  const [extra, setExtra] = useState<number[]>([]);
  const narrow = useNarrow();
  const gridRef = useRef<DataGridHandle>(null);
  const findRef = useRef<HTMLInputElement>(null);
  const besideRef = useRef<HTMLElement>(null);
  const { step, setStep } = useRunSteps(view, onePay, besideRef);
  const { shared, rows, shown, totals, row } = useRowsInHand(view);
  const moves = useSheetMoves({ view, rows, shown, row, gridRef });
  usePageTitle(`Payday ${longDate(view.payday)}`);
  useRunEditing();
  useSlash(findRef);
  useAcross(besideRef, () => moves.goTo(row?.payId ?? 0));
  // Not from a field: what is typed there would be gone.
  useHotkeys("escape", () => setBeside({ kind: "account" }));
  useFirstFocus(shown[0]?.payId, (first) =>
    step === "signOff" ? besideRef.current?.focus() : moves.goTo(row?.payId ?? first),
  );
  const lookBeside = (next: Beside) => {
    setBeside(next);
    if (isEnding(step)) setStep("check");
  };
  const why = (each: RunRow, figure: string) => {
    dispatch(selected(each.payId));
    lookBeside({ kind: "why", figure });
  };
  const addColumn = (elementId: number) => setExtra([...extra, elementId]);
  const besides = (
    <BesideSheet
      {...{ view, rows, row, step, beside, totals, setBeside, setStep }}
      onWhy={why}
      onTick={moves.tick}
      onNewElement={addColumn}
    />
  );
  return (
    <main className="flex h-full flex-col print:block print:h-auto" id="main">
      <PrintedRun view={view} rows={rows} totals={totals} />
      <RunHead
        view={view}
        segments={sent?.segments ?? view.segments}
        step={step}
        onStep={setStep}
        tools={
          <RunTools
            view={view}
            extra={extra}
            onExtra={addColumn}
            findRef={findRef}
            onFind={moves.goTo}
            onNewElement={() => lookBeside({ kind: "newElement" })}
            onClosedown={() => lookBeside({ kind: "closedown" })}
            onHoursSheet={() => lookBeside({ kind: "hoursSheet" })}
            unsaved={unsaved}
          />
        }
      />
      <OfferedTyping />
      <BrokenRun broken={view.broken} />
      {narrow ? (
        <OnPhone {...{ view, rows, shown, row, step, setStep, beside, setBeside }} onNext={() => moves.markMove(1)}>
          {besides}
        </OnPhone>
      ) : (
        <>
          <RunNotes view={view} shared={shared} />
          <div className="flex min-h-0 flex-1 print:hidden">
            <section className="min-w-0 flex-1 pl-4" aria-label="Sheet">
              <RunSheet
                view={view}
                rows={shown}
                step={step}
                extra={extra}
                gridRef={gridRef}
                moves={moves}
                onWhy={why}
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
        </>
      )}
      <RunFoot view={view} totals={totals} onWhy={(name) => lookBeside({ kind: "total", name })} />
    </main>
  );
}

const BrokenRun = ({ broken }: Pick<RunView, "broken">) =>
  broken.length > 0 && (
    <div className="px-6">
      <BrokenNote broken={broken} />
    </div>
  );

/** What was said last, and the totals. */
function RunFoot(props: Pick<ComponentProps<typeof TotalsLine>, "totals" | "onWhy"> & { view: RunView }) {
  const { view, totals, onWhy } = props;
  const message = useAppSelector((state) => state.run.message);
  const narrow = useNarrow();
  const people = view.rows.filter((each) => each.included).length;
  return (
    <>
      <p
        role="status"
        aria-live="polite"
        className={`shrink-0 px-6 text-[14.5px] print:hidden ${message ? "border-t border-rule py-1 bg-lime-soft" : ""}`}
      >
        {message}
      </p>
      {narrow ? (
        <PhoneTotals view={view} totals={totals} people={people} />
      ) : (
        <TotalsLine country={view.country} totals={totals} last={view.last} people={people} onWhy={onWhy} />
      )}
    </>
  );
}
