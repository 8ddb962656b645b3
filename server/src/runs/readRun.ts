/** Reads runs for the list and the sheet. A signed-off run shows its kept figures, not new ones. */

import type { RunRow, RunSummary, RunView } from "@zesty/contract/runs";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import type { Working } from "@zesty/core/working/figure";
import { and, asc, desc, eq, sql } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { notFound } from "../ground/problem.ts";
import { rightIn } from "../ground/rights.ts";
import { cycleNames } from "../people/peopleOf.ts";
import { freshRun } from "../row/keepComposed.ts";
import { leftOut, runBefore } from "../row/missing.ts";
import type { LoadedRun } from "../row/runRows.ts";
import { faultyRuns, segmentsFrom } from "../row/segments.ts";
import { workRows } from "../row/workRun.ts";
import { costCentre, document, due, journal, payRun, signedPay, user } from "../store/schema.ts";
import { brokenAmong } from "../store/seals.ts";
import { workingIn } from "../store/workings.ts";
import { linesOfRun } from "./openRun.ts";

/** @param most so many, newest first: the list grows as it is asked for */
/** @param after the last run of the page before: newest first, a page goes on where that one ended */
export function listRuns(context: Context, businessId: number, most = 60, after?: number): RunSummary[] {
  const { db } = context.store;
  const last = after === undefined ? undefined : findRun(context, after);
  if (last && last.businessId !== businessId) throw notFound("run");
  const cycles = cycleNames(db, businessId);
  const runs = db
    .select()
    .from(payRun)
    .where(
      and(
        eq(payRun.businessId, businessId),
        last && sql`(${payRun.payday}, ${payRun.id}) < (${last.payday}, ${last.id})`,
      ),
    )
    .orderBy(desc(payRun.payday), desc(payRun.id))
    .limit(most)
    .all();
  const faulty = faultyRuns(
    context,
    runs.map((run) => run.id),
  );
  return runs.map((run) => summary(run, cycles.get(run.cycleId) ?? "", faulty.has(run.id)));
}

const summary = (run: Run, cycleName: string, faulty: boolean): RunSummary => ({
  id: run.id,
  number: run.number,
  businessId: run.businessId,
  cycleName,
  periodStart: run.periodStart,
  periodEnd: run.periodEnd,
  payday: run.payday,
  state: run.state,
  kind: run.kind,
  reason: run.reason,
  segments: segmentsFrom(run, faulty),
  totals: run.totals,
});

export function readRun(context: Context, actor: Actor, runId: number): RunView {
  const { db } = context.store;
  const loaded = freshRun(context, runId);
  const { run } = loaded;
  const open = run.state === "open";
  const before = runBefore(context, run);
  const signer =
    run.signedOffBy === null ? undefined : db.select().from(user).where(eq(user.id, run.signedOffBy)).get();
  const used = new Set(loaded.rows.flatMap((row) => row.lines.map((line) => line.elementId)));
  const usedLast = new Set(
    open && before ? [...linesOfRun(context, before.id).values()].flat().map((line) => line.elementId) : [],
  );
  return {
    ...summary(run, loaded.cycle.name, faultyRuns(context, [run.id]).has(run.id)),
    country: loaded.owner.country,
    version: run.version,
    accountingDate: run.accountingDate,
    elements: loaded.elementRows
      .filter((row) => loaded.elements.has(row.id) && (used.has(row.id) || (open && !row.retired)))
      .map((row) => ({
        ...(loaded.elements.get(row.id) as NonNullable<ReturnType<LoadedRun["elements"]["get"]>>),
        position: row.position,
        usedLast: usedLast.has(row.id),
      })),
    rows: open ? openRows(context, loaded) : keptRows(context, loaded),
    today: context.clock.today(loaded.owner.timeZone),
    bankDay: context.country(loaded.owner.country).pays.paymentFile.bankDay(context.clock.today(loaded.owner.timeZone)),
    costCentres: centresOf(context, run.businessId),
    leftOut: open && run.kind === "cycle" ? leftOut(context, run) : [],
    last: before && run.kind === "cycle" ? { payday: before.payday, totals: before.totals } : null,
    ruleBookVersion: context.rules.version,
    loadedRules: context.ruleShelf.loaded(),
    signedOffBy: signer?.name ?? null,
    broken: open ? [] : brokenOfRun(context, runId),
    canSign: rightIn(context, actor, run.businessId) === "authorise",
  };
}

const rowHead = (loaded: LoadedRun, row: LoadedRun["rows"][number]) => ({
  payId: row.payId,
  version: row.version,
  personId: row.person.id,
  payrollId: row.person.payrollId,
  name: `${row.person.givenName} ${row.person.familyName}`,
  basis: loaded.records.terms.get(row.person.id)?.basis ?? "",
  included: row.included,
  periods: row.periods,
  overrides: row.overrides,
  lines: row.lines,
  typed: row.typed,
  laid: loaded.run.state === "open" ? row.laid : null,
});

const openRows = (context: Context, loaded: LoadedRun): RunRow[] =>
  workRows(context, loaded).map(({ row, figures, marks }) =>
    Object.assign(rowHead(loaded, row), { context: row.context, figures, marks, last: row.context.lastPay }),
  );

function keptRows(context: Context, loaded: LoadedRun): RunRow[] {
  const kept = new Map(
    context.store.db
      .select({ payId: signedPay.payId, snapshot: signedPay.snapshot })
      .from(signedPay)
      .where(and(eq(signedPay.runId, loaded.run.id), eq(signedPay.kind, "pay")))
      .all()
      .map((row) => [row.payId, row.snapshot as PaySnapshot]),
  );
  return loaded.rows.map((row) => ({
    ...rowHead(loaded, row),
    context: null,
    figures: kept.get(row.payId)?.figures ?? null,
    marks: [],
    last: null,
  }));
}

const centresOf = (context: Context, businessId: number) =>
  context.store.db
    .select({ code: costCentre.code, name: costCentre.name })
    .from(costCentre)
    .where(eq(costCentre.businessId, businessId))
    .orderBy(asc(costCentre.code))
    .all();

/** People of the business who are not in the run, and why: nobody is missing in silence. */
/** What is kept of a signed-off run and is not as it was sealed. */
function brokenOfRun({ store }: Context, runId: number): string[] {
  const ids = (table: typeof signedPay | typeof journal | typeof document | typeof due) =>
    store.db
      .select({ id: table.id })
      .from(table)
      .where(eq(table.runId, runId))
      .all()
      .map((row) => row.id);
  return brokenAmong(store, {
    pay: ids(signedPay),
    journal: ids(journal),
    document: ids(document),
    due: ids(due),
  });
}

/** The working of one figure of a signed-off pay, as it was kept. */
export function keptWorking(context: Context, runId: number, payId: number, figure: string): Working {
  findRun(context, runId);
  const row = context.store.db
    .select({ snapshot: signedPay.snapshot, workings: signedPay.workings })
    .from(signedPay)
    .where(and(eq(signedPay.runId, runId), eq(signedPay.payId, payId), eq(signedPay.kind, "pay")))
    .get();
  const working = row && workingIn(row.workings, row.snapshot, figure);
  if (!working) throw notFound("figure");
  return working;
}
