/**
 * Composes rows of an open run and keeps them: nobody else writes `pay.lines`. What hangs on the worked pay (a closedown,
 * a final pay) is found in a second pass by the country, and is never stored as anything but this row's lines.
 */

import { typedFrom } from "@zesty/core/pay/asTyped";
import { compose } from "@zesty/core/pay/compose";
import type { OpenTime, PayElement, SheetLine } from "@zesty/core/pay/row";
import type { Laid, Typed } from "@zesty/core/pay/strands";
import type { Context } from "../ground/context.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { elementsOf } from "../hours/elementsOfTime.ts";
import { pay } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { type AfterWork, rowsAfterWork } from "./afterWork.ts";
import { actsOfEarlier } from "./earlierRows.ts";
import { type LaidRow, layRows } from "./layRows.ts";
import { layOn, loadRun } from "./runRows.ts";
import { refreshRows, refreshRun, workRows } from "./workRun.ts";

type Row = typeof pay.$inferSelect;

interface Composed {
  row: Row;
  laid: Laid;
  typed: Typed[];
  lines: SheetLine[];
  open: OpenTime | null;
}

/** @param payIds only these rows; all of the run when left out @returns the rows whose lines or questions changed */
export function keepComposed(context: Context, runId: number, payIds?: readonly number[]): number[] {
  const run = findRun(context, runId);
  if (run.state !== "open") return [];
  const rows = rowsToCompose(context, runId, payIds);
  if (rows.length === 0) return [];
  actsOfEarlier(context, run, rows);
  const { laid, elements } = layRows(context, run, rows);
  const after = new Map(rowsAfterWork(context, run, rows).map((each) => [each.payId, each]));
  return rows.flatMap((row) => {
    const own = laid.get(row.id);
    if (!own) return [];
    const first = composeRow(row, own, elements);
    const wanted = after.get(row.id);
    const made = wanted ? composeAfter(context, run, first, own, wanted) : first;
    return write(context, made) ? [row.id] : [];
  });
}

function rowsToCompose({ store }: Context, runId: number, payIds?: readonly number[]): Row[] {
  const only = payIds ? "AND t.id IN (SELECT value FROM json_each(?))" : "";
  return rowsOf(
    store.sqlite,
    pay,
    `WHERE t.run_id = ? ${only} ORDER BY t.id`,
    ...[runId, ...(payIds ? [JSON.stringify(payIds)] : [])],
  );
}

/** A row that an earlier version wrote keeps its figures: where they differ from what lies beneath, they were typed. */
function composeRow(row: Row, own: LaidRow, elements: ReadonlyMap<number, PayElement>): Composed {
  const typed = row.typed ?? typedFrom(own.laid, row.lines, elements);
  const lines = compose(own.laid, typed, elements);
  return { row, laid: own.laid, typed, lines, open: withAsked(own, lines, row.note) };
}

function withAsked({ open, ask }: LaidRow, lines: readonly SheetLine[], note: string | null): OpenTime | null {
  const asked = [...ask(lines), ...(note === null ? [] : [note])];
  if (asked.length === 0) return open;
  return { unapproved: [], faults: [], ...open, queries: [...(open?.queries ?? []), ...asked] };
}

/** One thing after another: what a closedown puts into a row counts in the final pay. */
function composeAfter(context: Context, run: Run, made: Composed, own: LaidRow, wanted: AfterWork): Composed {
  let now = made;
  const faults: string[] = [];
  for (const step of wanted.steps) {
    const loaded = loadRun(context, run.id, [wanted.payId]);
    for (const row of loaded.rows) layOn(row, now.laid, now.lines);
    const [worked] = workRows(context, loaded);
    // Without the tables of its payday nothing can be worked out: the row stands with a stop until they come.
    if (!worked || worked.marks.some((mark) => mark.code === "missingTable")) return now;
    const { strands, fault } = step(loaded, worked, now.laid);
    if (fault) faults.push(fault);
    const laid = { ...now.laid, strands: [...now.laid.strands, ...strands] };
    const elements = elementsOf(context, run.businessId);
    const typed = now.row.typed ?? typedFrom(laid, now.row.lines, elements);
    const lines = compose(laid, typed, elements);
    now = { ...now, laid, typed, lines, open: withAsked(own, lines, made.row.note) };
  }
  if (faults.length > 0) {
    const open = now.open ?? { unapproved: [], faults: [], queries: [] };
    now.open = { ...open, faults: [...open.faults, ...faults] };
  }
  return now;
}

/** @returns whether anything of the row changed; what did not is not written, so that nobody finds the row changed */
function write({ store }: Context, { row, laid, typed, lines, open }: Composed): boolean {
  const [text, was] = [JSON.stringify(lines), JSON.stringify(row.lines)];
  if (text !== was) store.prepared<[string, number]>("UPDATE pay SET lines = ? WHERE id = ?").run(text, row.id);
  store
    .prepared<[string, string, string | null, number]>(
      "UPDATE pay SET typed = ?, laid = ?, open_time = ?, stale = false WHERE id = ?",
    )
    .run(JSON.stringify(typed), JSON.stringify(laid), open && JSON.stringify(open), row.id);
  return text !== was || JSON.stringify(open) !== JSON.stringify(row.openTime ?? null);
}

/** Composes the rows whose facts changed since, and counts them anew. Called before an open run is read or signed. */
export function freshen(context: Context, runId: number): void {
  const stale = context.store
    .prepared<[number], { id: number }>("SELECT id FROM pay WHERE run_id = ? AND stale")
    .all(runId)
    .map((row) => row.id);
  if (stale.length === 0) return;
  context.store.transaction(() => {
    if (findRun(context, runId).state !== "open") return;
    const changed = keepComposed(context, runId, stale);
    if (changed.length > 0)
      context.store.prepared<[number]>("UPDATE pay_run SET version = version + 1 WHERE id = ?").run(runId);
    refreshRows(context, runId, stale);
  });
}

/** A run with its rows as they are now. */
export function freshRun(context: Context, runId: number, payIds?: readonly number[]): ReturnType<typeof loadRun> {
  freshen(context, runId);
  return loadRun(context, runId, payIds);
}

/** Rows composed anew and counted: after something was put into them. */
export function composeAndCount(context: Context, runId: number, payIds?: readonly number[]): number[] {
  const changed = keepComposed(context, runId, payIds);
  if (payIds === undefined) refreshRun(context, runId);
  else refreshRows(context, runId, payIds);
  return changed;
}
