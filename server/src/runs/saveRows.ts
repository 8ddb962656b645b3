/** Saves changed rows of an open run, works them out and answers with the figures that count. */
import type { SavedRows, SaveRows } from "@zesty/contract/runs";
import { and, desc, eq, inArray, lt, ne } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { cannot, conflict } from "../http/problem.ts";
import { record } from "../store/audit.ts";
import { pay, payElement, payRun, tick } from "../store/schema.ts";
import { findRun, type Run } from "./runRows.ts";
import { segmentsOf } from "./segments.ts";
import { refreshRun } from "./workRun.ts";

export function saveRows(context: Context, runId: number, wanted: SaveRows): SavedRows {
  return context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    demandVersion(run, wanted.version);
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
    for (const change of wanted.rows) {
      const row = own.get(change.payId);
      if (!row)
        throw cannot(
          "unknown-person",
          "One of the rows belongs to nobody in this run. Nothing was saved; load the run again.",
        );
      const known = (change.lines ?? []).filter(
        (line) =>
          line.terms !== undefined ||
          Number(line.hours ?? line.amount ?? line.units ?? 0) !== 0 ||
          workedOutAlone.has(line.elementId),
      );
      db.update(pay)
        .set({
          ...(change.included === undefined ? {} : { included: change.included }),
          ...(change.periods === undefined ? {} : { periods: change.periods }),
          ...(change.overrides === undefined ? {} : { overrides: change.overrides }),
          ...(change.lines ? { lines: known } : {}),
        })
        .where(eq(pay.id, change.payId))
        .run();
    }
    return bumped(context, run, new Set(wanted.rows.map((each) => each.payId)));
  });
}

/** A tick is bound to a finding and its facts; it is set or taken away. */
export function setTick(
  context: Context,
  actor: Actor,
  runId: number,
  wanted: { payId: number; key: string; on: boolean },
): SavedRows {
  return context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    const { db } = context.store;
    const row = db.select({ runId: pay.runId }).from(pay).where(eq(pay.id, wanted.payId)).get();
    if (row?.runId !== runId) throw cannot("unknown-person", "This row belongs to nobody in this run.");
    db.delete(tick)
      .where(and(eq(tick.payId, wanted.payId), eq(tick.key, wanted.key)))
      .run();
    if (wanted.on)
      db.insert(tick)
        .values({ payId: wanted.payId, key: wanted.key, userId: actor.userId, at: context.clock.now() })
        .run();
    return bumped(context, run, new Set([wanted.payId]), false);
  });
}

/** Moves the payday of an open run; the whole run is worked out again by the rates of the new day. */
export function movePayday(
  context: Context,
  actor: Actor,
  runId: number,
  wanted: { payday: string; version: number },
): void {
  context.store.transaction(() => {
    const run = demandOpen(findRun(context, runId));
    demandVersion(run, wanted.version);
    const { db } = context.store;
    const last = db
      .select({ payday: payRun.payday })
      .from(payRun)
      .where(and(eq(payRun.cycleId, run.cycleId), ne(payRun.state, "takenBack"), lt(payRun.periodEnd, run.periodStart)))
      .orderBy(desc(payRun.payday))
      .limit(1)
      .get();
    if (last && wanted.payday < last.payday) {
      const text = `Payday ${wanted.payday} is before the last one, ${last.payday}. Choose ${last.payday} or later.`;
      throw cannot("payday-before-last", text, { errors: [{ path: "payday", text }] });
    }
    db.update(payRun)
      .set({ payday: wanted.payday, accountingDate: wanted.payday, version: run.version + 1 })
      .where(eq(payRun.id, runId))
      .run();
    refreshRun(context, runId);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: `moved the payday from ${run.payday}`,
      about: `${run.number}, payday ${wanted.payday}`,
    });
  });
  context.announce(runId);
}

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
  if (run.version !== version)
    throw conflict(
      "changed-meanwhile",
      "Somebody else changed this run a moment ago. Your last change was not saved; the sheet shows theirs now, so type yours again.",
    );
}

function bumped(context: Context, run: Run, payIds: ReadonlySet<number>, raise = true): SavedRows {
  const version = raise ? run.version + 1 : run.version;
  context.store.db.update(payRun).set({ version }).where(eq(payRun.id, run.id)).run();
  const { loaded, rows, totals } = refreshRun(context, run.id);
  return {
    version,
    segments: segmentsOf(context, loaded.run),
    totals,
    rows: rows
      .filter((each) => payIds.has(each.row.payId))
      .map((each) => ({
        payId: each.row.payId,
        included: each.row.included,
        figures: each.figures,
        marks: each.marks,
      })),
  };
}
