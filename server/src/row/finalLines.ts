/** Final pays: what is owed at the end, in words for the plan, and departures that waited for their period's run. */
import type { DeparturePlan } from "@zesty/contract/departures";
import { compose } from "@zesty/core/pay/compose";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { isWaiting } from "../people/readDeparture.ts";
import { departure, pay } from "../store/schema.ts";
import { finalLinesOf } from "./afterWork.ts";
import { layOn, loadRun } from "./runRows.ts";
import { type WorkedOut, workRows } from "./workRun.ts";

type Left = typeof departure.$inferSelect;

/** What the final pay of a row comes to, and what is worth a note. */
export function finalPayInWords(
  context: Context,
  left: Left,
  runId: number,
  payId: number,
): { notes: string[]; words: DeparturePlan["lines"] } {
  const after = workRows(context, loadRun(context, runId, [payId]))[0];
  demandTables(after);
  const loaded = loadRun(context, runId, [payId]);
  const row = context.store.db.select().from(pay).where(eq(pay.id, payId)).get();
  if (row?.laid) {
    const laid = { ...row.laid, strands: row.laid.strands.filter((strand) => strand.source !== "final") };
    for (const each of loaded.rows) layOn(each, laid, compose(laid, row.typed ?? [], loaded.elements));
  }
  const [before] = workRows(context, loaded);
  if (!before) return { notes: [], words: [] };
  const { notes, say, fault } = finalLinesOf(context, left, loaded, before);
  if (fault) throw cannot("no-rate", `${fault} Nothing was changed.`);
  return { notes, words: say(after) };
}

/** Without the tables of its payday a final pay would come out empty: it is not worked out at all. */
export function demandTables(worked: WorkedOut | undefined): void {
  const missing = worked?.marks.filter((mark) => mark.code === "missingTable") ?? [];
  if (missing.length > 0)
    throw cannot(
      "missing-table",
      `${missing.map((mark) => mark.text).join(" ")} Load its rows first; nothing was changed.`,
      {
        mend: "/set-up/rules",
      },
    );
}

/** Departures that waited for their period's run: their final pay stands in it from now on. @returns their names */
export function applyWaiting(context: Context, runId: number): string[] {
  const { store } = context;
  const run = findRun(context, runId);
  if (run.kind !== "cycle") return [];
  const waiting = store.prepared<[number, string], { id: number; payId: number; name: string }>(
    `SELECT d.id, y.id AS payId, p.given_name || ' ' || p.family_name AS name
       FROM departure d JOIN pay y ON y.person_id = d.person_id AND y.run_id = ? JOIN person p ON p.id = d.person_id
       WHERE d.undone_at IS NULL AND ${isWaiting("d")} AND d.last_day <= ? ORDER BY d.id`,
  );
  return waiting.all(runId, run.periodEnd).map(({ id, payId, name }) => {
    store.db.update(departure).set({ runId, payId }).where(eq(departure.id, id)).run();
    return name;
  });
}
