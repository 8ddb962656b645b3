/** Saves what changed in rows of an open run, cell by cell, works them out and answers with the figures that count. */
import type { CellChange, RowChange, SavedRows, SaveRows } from "@zesty/contract/runs";
import { typedFrom, typedIn } from "@zesty/core/pay/asTyped";
import type { PayElement } from "@zesty/core/pay/row";
import { cellOf, nothingLaid, type Typed } from "@zesty/core/pay/strands";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { elementsOf } from "../hours/elementsOfTime.ts";
import { freshen, keepComposed } from "../row/keepComposed.ts";
import { answerWith, changedMeanwhile, demandOpen, demandVersion, notePreparer } from "../row/runInHand.ts";
import { pay } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { record } from "../store/trail.ts";

type Row = typeof pay.$inferSelect;
type Elements = ReadonlyMap<number, PayElement>;

export function saveRows(context: Context, actor: Actor, runId: number, wanted: SaveRows): SavedRows {
  freshen(context, runId);
  return context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    const own = new Map(
      rowsOf(
        context.store.sqlite,
        pay,
        "WHERE t.run_id = ? AND t.id IN (SELECT value FROM json_each(?))",
        ...[runId, JSON.stringify(wanted.rows.map((each) => each.payId))],
      ).map((each) => [each.id, each]),
    );
    const elements = elementsOf(context, run.businessId);
    demandKnown(wanted, own, elements);
    demandUnchanged(run, wanted, own);
    const refused = new Map<number, CellChange[]>();
    // A row may come twice: what was sent and not answered, and what was typed over it since.
    const now = new Map(own);
    for (const change of wanted.rows) {
      const row = now.get(change.payId);
      if (!row) continue;
      const said = saveRow(context, row, change, elements);
      now.set(row.id, { ...row, ...said.is });
      refused.set(row.id, [...(refused.get(row.id) ?? []), ...said.refused]);
    }
    const ids = wanted.rows.map((each) => each.payId);
    keepComposed(context, runId, ids);
    notePreparer(context, actor, run);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: "changed rows of a run",
      about: `${run.number}, payday ${run.payday}`,
      change: {
        before: wanted.rows.flatMap((each) => shown(own.get(each.payId))),
        after: wanted.rows.map(({ was: _was, ...each }) => ({ ...each, pay: each.payId })),
      },
    });
    const answer = answerWith(context, run, new Set(ids));
    for (const row of answer.rows) row.refused = refused.get(row.payId) ?? [];
    return { ...answer, behind: wanted.version !== run.version };
  });
}

/** @returns what the row holds now, and the cells that somebody else had changed: theirs stand */
function saveRow(context: Context, row: Row, change: RowChange, elements: Elements) {
  const laid = row.laid ?? nothingLaid;
  const refused: CellChange[] = [];
  let typed = row.typed ?? [];
  if (change.lines) typed = typedFrom(laid, change.lines, elements);
  for (const cell of change.cells ?? []) {
    const key = cellOf(cell);
    const now = typed.find((each) => cellOf(each.line) === key) ?? null;
    if (!isSame(now, cell.was) && !isSame(now, cell.is)) {
      refused.push(cell);
      continue;
    }
    const others = typed.filter((each) => each !== now);
    const said = cell.is && typedIn(laid, others, cell.is, elements);
    typed = said ? [...others, said] : others;
  }
  const { was = {} } = change;
  const meant = <T>(now: T, before: T | undefined, is: T | undefined): T =>
    is === undefined || (before !== undefined && JSON.stringify(now) !== JSON.stringify(before)) ? now : is;
  const is = {
    typed,
    included: meant(row.included, was.included, change.included),
    periods: meant(row.periods, was.periods, change.periods),
    overrides: meant(row.overrides, was.overrides, change.overrides),
  };
  context.store.db.update(pay).set(is).where(eq(pay.id, row.id)).run();
  return { is, refused };
}

const isSame = (a: Typed | null, b: Typed | null): boolean => JSON.stringify(a?.line) === JSON.stringify(b?.line);

function demandKnown(wanted: SaveRows, own: ReadonlyMap<number, Row>, elements: Elements): void {
  const named = wanted.rows.flatMap((each) => [...(each.lines ?? []), ...(each.cells ?? [])]);
  if (named.some(({ elementId }) => !elements.has(elementId)))
    throw cannot(
      "unknown-element",
      "A line uses a pay element that this business does not have. Nothing was saved; load the run again.",
    );
  if (wanted.rows.some(({ payId }) => !own.has(payId)))
    throw cannot(
      "unknown-person",
      "One of the rows belongs to nobody in this run. Nothing was saved; load the run again.",
    );
}

/** Whoever sends whole rows says of which version; cells say themselves what stood there. */
function demandUnchanged(run: Run, wanted: SaveRows, own: ReadonlyMap<number, Row>): void {
  for (const { payId, version, lines, was, included, periods, overrides } of wanted.rows) {
    const isWhole = lines !== undefined || (was === undefined && (included ?? periods ?? overrides) !== undefined);
    if (!isWhole) continue;
    if (version === undefined) demandVersion(run, wanted.version);
    else if (own.get(payId)?.version !== version) changedMeanwhile();
  }
}

/** A row as the audit trail keeps it. */
const shown = (row: Row | undefined): object[] =>
  row
    ? [
        {
          ...{ pay: row.id, included: row.included, periods: row.periods, overrides: row.overrides ?? null },
          ...{ typed: row.typed, lines: row.lines },
        },
      ]
    : [];
