/** Going through the sheet by keyboard: to a person, to the next mark, and ticks on the way. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import type { RefObject } from "react";
import type { DataGridHandle } from "react-data-grid";
import { flushSync } from "react-dom";
import { useNavigate } from "react-router";
import { problemOf } from "../../state/api.ts";
import { runApi } from "../../state/runApi.ts";
import { said, saved, selected, ticked } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { store, useAppDispatch } from "../../state/store.ts";
import { mendOf } from "./mend.ts";
import type { sheetRows } from "./sheetRows.ts";

interface Sheet {
  view: RunView;
  rows: readonly RunRow[];
  /** as they stand in the grid: a person may have several */
  shown: ReturnType<typeof sheetRows>;
  row: RunRow | undefined;
  gridRef: RefObject<DataGridHandle | null>;
}

const needsLook = (each: RunRow) => each.marks.some((mark) => mark.kind !== "note" && !mark.ticked);
const isStopped = (each: RunRow) => each.marks.some((mark) => mark.kind === "stop");

export function useSheetMoves({ view, rows, shown, row, gridRef }: Sheet) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const goTo = (payId: number) => {
    const rowIdx = shown.findIndex((each) => each.payId === payId);
    if (rowIdx === -1) return;
    dispatch(selected(payId));
    // At once, not with the next drawing: a key pressed between the two would have its focus taken away again.
    flushSync(() => {
      gridRef.current?.scrollToCell({ rowIdx });
      gridRef.current?.setActivePosition({ idx: 1, rowIdx }, { shouldFocus: true });
    });
  };
  const personMove = (direction: 1 | -1) => {
    const at = rows.findIndex((each) => each.payId === row?.payId);
    const next = rows[(at + direction + rows.length) % rows.length];
    if (next) goTo(next.payId);
  };
  const moveTo = (isWanted: (each: RunRow) => boolean, none: string, direction: 1 | -1, from = row?.payId) => {
    const fresh = store.getState().run.view?.rows ?? rows;
    const at = fresh.findIndex((each) => each.payId === from);
    for (let away = 1; away <= fresh.length; away += 1) {
      const next = fresh[(at + direction * away + fresh.length * away) % fresh.length];
      if (next && isWanted(next)) return goTo(next.payId);
    }
    dispatch(said(none));
  };
  const markMove = (direction: 1 | -1, from?: number) =>
    moveTo(needsLook, "No marks left. Go to Sign off.", direction, from);
  const stopMove = () => moveTo(isStopped, "No stop is left.", 1);
  /** To where the first mark of the row in hand is mended: a stop before a query. */
  const mend = () => {
    const marks = (row?.marks ?? []).filter((mark) => !mark.ticked);
    const ordered = [...marks.filter((mark) => mark.kind === "stop"), ...marks.filter((mark) => mark.kind === "query")];
    const way = ordered.map((mark) => mendOf(mark, row?.personId ?? 0, view.periodStart)).find((each) => each !== null);
    if (way) void navigate(way.to);
    else dispatch(said("Nothing of this row is mended on another page."));
  };
  const tick = async (payId: number, key: string, on: boolean) => {
    await untilSaved();
    dispatch(ticked({ payId, key, on }));
    const answer = await dispatch(runApi.endpoints.setTick.initiate({ run: view.id, payId, key, on }));
    if (answer.data) dispatch(saved({ runId: view.id, saved: answer.data }));
    else {
      dispatch(ticked({ payId, key, on: !on }));
      dispatch(said(problemOf(answer.error).detail));
    }
  };
  const tickRow = (each: RunRow) => {
    const queries = each.marks.filter((mark) => mark.kind === "query" && !mark.ticked);
    const stop = each.marks.find((mark) => mark.kind === "stop");
    if (queries.length === 0 && stop) dispatch(said(`A stop cannot be ticked. ${each.name}: ${stop.text}`));
    void (async () => {
      for (const mark of queries) await tick(each.payId, mark.key, true);
    })();
    markMove(1, each.payId);
  };
  return { goTo, personMove, markMove, stopMove, mend, tick, tickRow };
}
