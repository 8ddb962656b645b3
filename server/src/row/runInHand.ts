/** What every change of an open run asks first, and how it answers: the rows that changed, with figures that count. */
import type { SavedRows } from "@zesty/contract/runs";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { conflict } from "../ground/problem.ts";
import { payRun } from "../store/schema.ts";
import { segmentsOf } from "./segments.ts";
import { refreshRows } from "./workRun.ts";

export function demandOpen(run: Run): Run {
  if (run.state !== "open")
    throw conflict(
      "run-closed",
      `Run ${run.number} is signed off and cannot be changed. Take it back, or correct it in the next run.`,
      `/run/${run.id}`,
    );
  return run;
}

export function demandVersion(run: Run, version: number): void {
  if (run.version !== version) changedMeanwhile();
}

export function changedMeanwhile(): never {
  throw conflict(
    "changed-meanwhile",
    "Somebody else changed this run a moment ago. Your last change was not saved; the sheet shows theirs now, so type yours again.",
  );
}

/** Whoever changes a run has prepared it: where two pairs of eyes are wanted, somebody else authorises it. */
export function notePreparer(context: Context, actor: Actor, run: Run): void {
  if (run.preparers.includes(actor.userId)) return;
  context.store.db
    .update(payRun)
    .set({ preparers: [...run.preparers, actor.userId] })
    .where(eq(payRun.id, run.id))
    .run();
}

/** Works the rows out again. @param raise whether they changed, so that a sign-off on an older view is noticed */
export function answerWith(context: Context, run: Run, payIds: ReadonlySet<number>, raise = true): SavedRows {
  const version = raise ? run.version + 1 : run.version;
  context.store.db.update(payRun).set({ version }).where(eq(payRun.id, run.id)).run();
  const { loaded, rows, totals } = refreshRows(context, run.id, [...payIds]);
  return {
    version,
    behind: false,
    segments: segmentsOf(context, loaded.run),
    totals,
    rows: rows
      .filter((each) => payIds.has(each.row.payId))
      .map((each) => ({
        payId: each.row.payId,
        version: each.row.version,
        included: each.row.included,
        periods: each.row.periods,
        overrides: each.row.overrides,
        typed: each.row.typed,
        refused: [],
        lines: each.row.lines,
        figures: each.figures,
        marks: each.marks,
      })),
  };
}
