/** Ties typing to the worker and to saving: worked out at once, saved shortly after, never lost on leaving. */
import { useEffect, useLayoutEffect } from "react";
import { bringNear, workedNow, workRows } from "./core.ts";
import { worked } from "./runSlice.ts";
import { flush, typed } from "./saving.ts";
import { store, useAppDispatch, useAppSelector } from "./store.ts";

export function useRunEditing(): void {
  const dispatch = useAppDispatch();
  const edit = useAppSelector((state) => state.run.edit);

  // Before the page is painted: figures and typed text are drawn together, or the worker is at it meanwhile.
  useLayoutEffect(() => {
    const { run } = store.getState();
    const { view } = run;
    if (!view || edit === 0 || run.unsaved.length === 0) return;
    typed();
    const rows = view.rows.flatMap((row) =>
      run.unsaved.includes(row.payId) && row.context && row.included
        ? [{ payId: row.payId, context: row.context, lines: row.lines }]
        : [],
    );
    const request = {
      ...{ elements: view.elements, loadedRules: view.loadedRules, version: view.ruleBookVersion },
      rows,
    };
    const now = workedNow(request);
    if (now) dispatch(worked({ edit, rows: now }));
    else
      void workRows(request).then(
        (answer) => dispatch(worked({ edit, rows: answer })),
        () => undefined,
      );
  }, [edit, dispatch]);

  useEffect(() => {
    bringNear();
    return () => void flush();
  }, []);
}
