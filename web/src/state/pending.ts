/** What of a run was typed and is not at the server yet. */
import type { RowChange } from "@zesty/contract/runs";
import type { RunState } from "./runRows.ts";
import { changesOf, lastChangesOf } from "./runTyping.ts";
import { valuesSent } from "./typingKeeper.ts";

export interface Pending {
  runId: number;
  version: number;
  edit: number;
  rows: RowChange[];
}

const pending = (run: RunState, rowsOf: (run: RunState) => RowChange[]): Pending | null => {
  const { view } = run;
  if (view?.state !== "open" || run.unsaved.length === 0) return null;
  return { runId: view.id, version: view.version, edit: run.edit, rows: rowsOf(run) };
};

/** All that the server does not have. */
export const pendingOf = (run: RunState) =>
  pending(run, ({ keeper }) => changesOf({ ...keeper.sent, ...keeper.values }));
/** As it is kept in this browser: with what was overtaken and waits to be put in. */
export const keptOf = (run: RunState): Pick<Pending, "version" | "rows"> => ({
  version: run.view?.version ?? 0,
  rows: [...(pendingOf(run)?.rows ?? []), ...run.offered.map(({ change }) => change)],
});
/** What goes next: what was not answered first, as it was. */
export function nextOf(run: RunState): Pending | null {
  const next = pending(run, ({ keeper }) => changesOf(valuesSent(keeper).sent ?? {}));
  return next && next.rows.length > 0 ? next : null;
}
/** With the last breath of a page, whatever of it is on its way. */
export const lastOf = (run: RunState) => pending(run, ({ keeper }) => lastChangesOf(keeper));
