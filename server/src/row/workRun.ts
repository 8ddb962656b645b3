/** Works out the rows of a run on the server: its figures are the ones that count. */
import type { RunMark } from "@zesty/contract/runs";
import { tickKey } from "@zesty/core/checks/mark";
import type { AnyInput, AnyPay } from "@zesty/core/countries/countries";
import { examineRow } from "@zesty/core/countries/countries";
import { sentenceOf } from "@zesty/core/countries/marks";
import type { RowFigures } from "@zesty/core/pay/snapshot";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsOf, toE4 } from "@zesty/core/quantity/units";
import { eq, inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { type KeptRow, pay, payRun } from "../store/schema.ts";
import { type LoadedRow, type LoadedRun, loadRun } from "./runRows.ts";

export interface WorkedOut {
  row: LoadedRow;
  input: AnyInput | null;
  worked: AnyPay | null;
  figures: RowFigures | null;
  marks: RunMark[];
}

export const workRows = (context: Context, loaded: LoadedRun): WorkedOut[] =>
  loaded.rows.map(rowWorker(context, loaded));

/** Works out one row after the other of a run that was loaded. */
export function rowWorker(context: Context, loaded: LoadedRun): (row: LoadedRow) => WorkedOut {
  const ticks = ticksOf(
    context,
    loaded.rows.map((row) => row.payId),
  );
  const standing = standingTicksOf(
    context,
    loaded.rows.map((row) => row.person.id),
  );
  return (row) => {
    if (!row.included) return { row, input: null, worked: null, figures: null, marks: [] };
    const result = examineRow(row.context, row.lines, loaded.elements, context.rules);
    const marks = result.marks.map((mark): RunMark => {
      const key = tickKey(mark);
      const ticked = ticks.has(`${row.payId} ${key}`) || standing.has(`${row.person.id} ${key}`);
      return Object.assign(mark, { key, text: sentenceOf(mark), ticked });
    });
    return {
      row,
      input: result.row?.input ?? null,
      worked: result.row?.worked ?? null,
      figures: result.figures,
      marks,
    };
  };
}

const ticksOf = (context: Context, payIds: readonly number[]): Set<string> =>
  new Set(
    context.store
      .prepared<[string], { payId: number; key: string }>(
        "SELECT pay_id AS payId, key FROM tick WHERE pay_id IN (SELECT value FROM json_each(?))",
      )
      .all(JSON.stringify(payIds))
      .map((row) => `${row.payId} ${row.key}`),
  );

/** Ticks on facts of the person: they hold in every run until the fact changes. */
const standingTicksOf = (context: Context, personIds: readonly number[]): Set<string> =>
  new Set(
    context.store
      .prepared<[string], { personId: number; key: string }>(
        "SELECT person_id AS personId, key FROM standing_tick WHERE person_id IN (SELECT value FROM json_each(?))",
      )
      .all(JSON.stringify(personIds))
      .map((row) => `${row.personId} ${row.key}`),
  );

const summed = [
  "gross",
  "beforeTax",
  "withheld",
  "studentLoan",
  "childSupport",
  "kiwiSaver",
  "afterTax",
  "reimbursements",
  "net",
  "super",
  "cost",
] as const;

/** Totals of a run in cents, hours in ten-thousandths. */
export function totalsOf(figures: readonly (RowFigures | null)[]): Record<string, number> {
  const totals: Record<string, number> = { hours: 0 };
  for (const name of summed) totals[name] = 0;
  for (const row of figures) {
    if (!row) continue;
    totals.hours = (totals.hours ?? 0) + toE4(decimal(row.hours));
    for (const name of summed) totals[name] = (totals[name] ?? 0) + centsOf(row[name] ?? "0.00");
  }
  return totals;
}

export function summaryOf(rows: readonly WorkedOut[]) {
  const included = rows.filter((each) => each.row.included);
  const count = (test: (mark: RunMark) => boolean) =>
    included.reduce((total, each) => total + each.marks.filter(test).length, 0);
  return {
    people: included.length,
    withoutHours: count((mark) => mark.code === "noHours"),
    stops: count((mark) => mark.kind === "stop"),
    openQueries: count((mark) => mark.kind === "query" && !mark.ticked),
  };
}

/** What the counts and totals of the run hold of one row. */
const keptOf = (row: WorkedOut): KeptRow => ({ counts: summaryOf([row]), totals: totalsOf([row.figures]) });

/** One record of numbers with another added to it, or taken off. */
function moved<T extends object>(from: T, by: object, sign: 1 | -1): T {
  const sums: Record<string, number> = { ...(from as Record<string, number>) };
  for (const [name, value] of Object.entries(by)) sums[name] = (sums[name] ?? 0) + sign * value;
  return sums as T;
}

function keep(context: Context, rows: readonly WorkedOut[]): void {
  const write = context.store.prepared<[string, number]>("UPDATE pay SET kept = ? WHERE id = ?");
  for (const row of rows) write.run(JSON.stringify(keptOf(row)), row.row.payId);
}

const keepRun = (context: Context, run: Run, { summary, totals }: Pick<Run, "summary" | "totals">): void => {
  context.store.db.update(payRun).set({ summary, totals }).where(eq(payRun.id, run.id)).run();
  run.summary = summary;
  run.totals = totals;
};

/**
 * Works single rows of an open run out again, and moves the run's counts and totals by what changed in them: a change
 * of one row takes as long in a run of three hundred as in a run of three.
 */
export function refreshRows(context: Context, runId: number, payIds: readonly number[]): Refreshed {
  const before = context.store.db
    .select({ id: pay.id, kept: pay.kept })
    .from(pay)
    .where(inArray(pay.id, [...payIds]))
    .all();
  // Rows of an older version hold nothing yet, and most of a run is quicker worked out as a whole.
  if (before.length > 100 || before.some((row) => row.kept === null)) return refreshRun(context, runId);
  const loaded = loadRun(context, runId, payIds);
  const rows = workRows(context, loaded);
  const { run } = loaded;
  let { summary, totals } = run;
  for (const { kept } of before)
    if (kept) [summary, totals] = [moved(summary, kept.counts, -1), moved(totals, kept.totals, -1)];
  for (const row of rows) {
    const now = keptOf(row);
    [summary, totals] = [moved(summary, now.counts, 1), moved(totals, now.totals, 1)];
  }
  keep(context, rows);
  keepRun(context, run, { summary, totals });
  return { loaded, rows, totals };
}

interface Refreshed {
  loaded: LoadedRun;
  rows: WorkedOut[];
  totals: Record<string, number>;
}

/** Works the whole run out again and keeps its counts and totals, for the desk and for the next comparison. */
export function refreshRun(context: Context, runId: number): Refreshed {
  const loaded = loadRun(context, runId);
  const rows = workRows(context, loaded);
  const totals = totalsOf(rows.map((each) => each.figures));
  if (loaded.run.state === "open") {
    keep(context, rows);
    keepRun(context, loaded.run, { summary: summaryOf(rows), totals });
  }
  return { loaded, rows, totals };
}
