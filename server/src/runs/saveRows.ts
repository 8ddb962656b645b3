/** Saves changed rows of an open run, works them out and answers with the figures that count. */
import type { SavedRows, SaveRows } from "@zesty/contract/runs";
import { and, eq, inArray } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { cannot } from "../http/problem.ts";
import { record } from "../store/audit.ts";
import { pay, payElement } from "../store/schema.ts";
import { elementsOf } from "./openRun.ts";
import { answerWith, changedMeanwhile, demandOpen, demandVersion, notePreparer } from "./runInHand.ts";
import { findRun, type Run } from "./runRows.ts";

export function saveRows(context: Context, actor: Actor, runId: number, wanted: SaveRows): SavedRows {
  return context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    const { db } = context.store;
    const own = new Map(
      db
        .select()
        .from(pay)
        .where(eq(pay.runId, runId))
        .all()
        .map((each) => [each.id, each]),
    );
    // Lines that hang on the other lines carry no quantity of their own.
    const workedOutAlone = new Set(
      db
        .select({ id: payElement.id })
        .from(payElement)
        .where(
          and(eq(payElement.businessId, run.businessId), inArray(payElement.element, ["finalPercent", "closedownPay"])),
        )
        .all()
        .map((each) => each.id),
    );
    const known = new Set(elementsOf(context, run.businessId).keys());
    if (wanted.rows.some((each) => each.lines?.some((line) => !known.has(line.elementId))))
      throw cannot(
        "unknown-element",
        "A line uses a pay element that this business does not have. Nothing was saved; load the run again.",
      );
    demandUnchanged(run, wanted, own);
    const before = wanted.rows.flatMap((each) => own.get(each.payId) ?? []);
    for (const change of wanted.rows) {
      const row = own.get(change.payId);
      if (!row)
        throw cannot(
          "unknown-person",
          "One of the rows belongs to nobody in this run. Nothing was saved; load the run again.",
        );
      const kept = (change.lines ?? []).filter(
        (line) =>
          line.terms !== undefined ||
          line.time !== undefined ||
          Number(line.hours ?? line.amount ?? line.units ?? 0) !== 0 ||
          workedOutAlone.has(line.elementId),
      );
      db.update(pay)
        .set({
          ...(change.included === undefined ? {} : { included: change.included }),
          ...(change.periods === undefined ? {} : { periods: change.periods }),
          ...(change.overrides === undefined ? {} : { overrides: change.overrides }),
          ...(change.lines ? { lines: kept } : {}),
        })
        .where(eq(pay.id, change.payId))
        .run();
    }
    notePreparer(context, actor, run);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: "changed rows of a run",
      about: `${run.number}, payday ${run.payday}`,
      change: {
        before: before.map(shown),
        after: wanted.rows.map((each) => shown({ ...own.get(each.payId), ...each })),
      },
    });
    const answer = answerWith(context, run, new Set(wanted.rows.map((each) => each.payId)));
    return { ...answer, behind: wanted.version !== run.version };
  });
}

/** Nobody changed these rows meanwhile; of a change without row versions, nobody the run. */
function demandUnchanged(run: Run, wanted: SaveRows, own: ReadonlyMap<number, typeof pay.$inferSelect>): void {
  for (const { payId, version } of wanted.rows)
    if (version === undefined) demandVersion(run, wanted.version);
    else if (own.get(payId) && own.get(payId)?.version !== version) changedMeanwhile();
}

/** A row as the audit trail keeps it. */
const shown = (row: Partial<typeof pay.$inferSelect> & { payId?: number }) => ({
  pay: row.payId ?? row.id,
  included: row.included,
  periods: row.periods,
  overrides: row.overrides ?? null,
  lines: row.lines,
});
