/** Ties typing to the worker and to saving: worked out at once, saved shortly after, never lost on leaving. */
import { useEffect, useLayoutEffect, useRef } from "react";
import { bringNear, workedNow, workRows } from "./core.ts";
import { worked } from "./runSlice.ts";
import { flush, typed } from "./saving.ts";
import { store, useAppDispatch, useAppSelector } from "./store.ts";
import type { WorkedRow } from "./workOut.ts";

export function useRunEditing(): void {
  const dispatch = useAppDispatch();
  const edit = useAppSelector((state) => state.run.edit);
  /** rows that were typed and have no figures for it yet */
  const waiting = useRef(new Set<number>());
  const seen = useRef(0);

  // Before the page is painted: figures and typed text are drawn together, or the worker is at it meanwhile.
  useLayoutEffect(() => {
    const { run } = store.getState();
    const { view } = run;
    if (!view || edit === 0 || (run.unsaved.length === 0 && run.fresh.length === 0)) return;
    typed();
    // Rows of this edit, and of earlier ones whose figures did not come in time: all that is unsaved only where the run
    // was read anew, or edits came faster than they were drawn.
    const isNext = edit === seen.current + 1 && run.fresh.length > 0;
    seen.current = edit;
    for (const payId of isNext ? run.fresh : run.unsaved) waiting.current.add(payId);
    const rows = view.rows.flatMap((row) =>
      waiting.current.has(row.payId) && row.context && row.included
        ? [{ payId: row.payId, context: row.context, lines: row.lines }]
        : [],
    );
    const request = {
      ...{ elements: view.elements, loadedRules: view.loadedRules, version: view.ruleBookVersion },
      rows,
    };
    const put = (answer: WorkedRow[]) => {
      if (store.getState().run.edit === edit) waiting.current.clear();
      dispatch(worked({ edit, rows: answer }));
    };
    const now = workedNow(request);
    if (now) put(now);
    else void workRows(request).then(put, () => undefined);
  }, [edit, dispatch]);

  useEffect(() => {
    bringNear();
    return () => void flush();
  }, []);
}
