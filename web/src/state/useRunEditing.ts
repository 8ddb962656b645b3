/** Ties typing to the worker and to the server: worked out at once, saved shortly after, conflicts said plainly. */
import type { RunView } from "@zesty/contract/runs";
import { useLayoutEffect, useRef } from "react";
import { api, problemOf } from "./api.ts";
import { workRows } from "./core.ts";
import { loaded, said, saved, worked } from "./runSlice.ts";
import { store, useAppDispatch, useAppSelector } from "./store.ts";

const saveAfterMs = 350;

export function useRunEditing(): void {
  const dispatch = useAppDispatch();
  const edit = useAppSelector((state) => state.run.edit);
  const saving = useRef(false);

  // Before the page is painted, so that the worker is at it while the typed text is drawn.
  useLayoutEffect(() => {
    const { run } = store.getState();
    const { view } = run;
    if (!view || edit === 0 || run.unsaved.length === 0) return;
    const rows = view.rows.flatMap((row) =>
      run.unsaved.includes(row.payId) && row.context && row.included
        ? [{ payId: row.payId, context: row.context, lines: row.lines }]
        : [],
    );
    void workRows({ elements: view.elements, loadedRules: view.loadedRules, version: view.ruleBookVersion, rows }).then(
      (answer) => dispatch(worked({ edit, rows: answer })),
    );
    const timer = setTimeout(() => void save(view), saveAfterMs);
    return () => clearTimeout(timer);

    async function save(about: RunView): Promise<void> {
      if (saving.current) {
        setTimeout(() => void save(about), saveAfterMs);
        return;
      }
      const now = store.getState().run;
      if (now.view?.id !== about.id || now.unsaved.length === 0) return;
      saving.current = true;
      const changes = now.view.rows
        .filter((row) => now.unsaved.includes(row.payId))
        .map(({ payId, included, periods, overrides, lines }) => ({ payId, included, periods, overrides, lines }));
      const answer = await dispatch(
        api.endpoints.saveRows.initiate({ run: about.id, version: now.view.version, rows: changes }),
      );
      saving.current = false;
      if (answer.data) {
        compare(now.edit, answer.data.rows);
        dispatch(saved({ edit: now.edit, saved: answer.data }));
        return;
      }
      const problem = problemOf(answer.error);
      dispatch(said(problem.detail));
      if (problem.status === 409) {
        const fresh = await dispatch(api.endpoints.run.initiate(about.id, { forceRefetch: true }));
        if (fresh.data) dispatch(loaded(fresh.data));
        dispatch(said(problem.detail));
      } else if (problem.status === 0 || problem.status >= 500) setTimeout(() => void save(about), 3000);
    }
  }, [edit, dispatch]);
}

/** Worker and server must agree to the cent; where they do not, that is a fault of ours and is said. */
function compare(edit: number, rows: { payId: number; figures: unknown }[]): void {
  const { run } = store.getState();
  if (run.edit !== edit) return;
  for (const each of rows) {
    const here = run.view?.rows.find((row) => row.payId === each.payId);
    if (here?.figures && JSON.stringify(here.figures) !== JSON.stringify(each.figures))
      store.dispatch(
        said(
          `${here.name}: this page and the server came to different figures. The server's count; please report this.`,
        ),
      );
  }
}

/** Waits until everything typed is saved; true when it is. */
export async function untilSaved(): Promise<boolean> {
  for (let tries = 0; tries < 60; tries += 1) {
    const { run } = store.getState();
    if (run.unsaved.length === 0) return true;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return false;
}
