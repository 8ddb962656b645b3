/** What of a run was typed and is not at the server yet. */
import type { RowChange } from "@zesty/contract/runs";
import { changeOf, contentOf } from "./rowContent.ts";
import type { RunState } from "./runRows.ts";

export interface Pending {
  runId: number;
  version: number;
  edit: number;
  rows: RowChange[];
}

export function pendingOf(run: RunState): Pending | null {
  const { view } = run;
  if (view?.state !== "open" || run.unsaved.length === 0) return null;
  const rows = view.rows
    .filter((row) => run.unsaved.includes(row.payId))
    .map((row) => changeOf(row.payId, run.base[row.payId] ?? contentOf(row), contentOf(row)));
  return { runId: view.id, version: view.version, edit: run.edit, rows };
}
