/** The lines of a final pay: worked out from what the person has at the end, and added to the row of a run. */
import type { DeparturePlan, NewDeparture } from "@zesty/contract/departures";
import type { SheetLine } from "@zesty/core/pay/row";
import { and, eq, isNull } from "drizzle-orm";
import type { Context } from "../context.ts";
import { cannot } from "../http/problem.ts";
import type { FinalPay } from "../runs/paysOfCountry.ts";
import { findRun, loadRun } from "../runs/runRows.ts";
import { type WorkedOut, workRows } from "../runs/workRun.ts";
import { departure, pay, person } from "../store/schema.ts";

type Who = typeof person.$inferSelect;

/** Works out what is owed with this pay's own accrual in the balance, and adds it to the row. */
export function addFinalLines(
  context: Context,
  payId: number,
  runId: number,
  who: Who,
  wanted: FinalPay["wanted"],
): { lines: SheetLine[]; notes: string[]; words: DeparturePlan["lines"] } {
  const loaded = loadRun(context, runId, [payId]);
  const [worked] = workRows(context, loaded);
  demandTables(worked);
  return context.country(loaded.owner.country).pays.finalLines(context, { payId, runId, who, wanted, loaded, worked });
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

/** Departures that waited for their period's run: their final pay goes into it now. */
export function applyWaiting(context: Context, runId: number): string[] {
  const { db } = context.store;
  const run = findRun(context, runId);
  const waiting = db
    .select({ departure, pay })
    .from(departure)
    .innerJoin(pay, and(eq(pay.personId, departure.personId), eq(pay.runId, runId)))
    .where(and(isNull(departure.undoneAt), isNull(departure.runId)))
    .all();
  if (waiting.length === 0) return [];
  const applied: string[] = [];
  const missing = workRows(context, loadRun(context, runId)).some((row) =>
    row.marks.some((mark) => mark.code === "missingTable"),
  );
  // Their rows stand with a stop until the tables come; the lines are added then.
  if (missing) return applied;
  for (const each of waiting) {
    const who = db.select().from(person).where(eq(person.id, each.departure.personId)).get();
    if (!who || each.departure.lastDay > run.periodEnd) continue;
    const { lines } = addFinalLines(context, each.pay.id, runId, who, {
      lastDay: each.departure.lastDay,
      reason: each.departure.reason as NewDeparture["reason"],
      noticeWorked: each.departure.noticeWorked,
      misconduct: each.departure.misconduct,
      invalidity: each.departure.invalidity,
      smallEmployer: each.departure.smallEmployer,
    });
    db.update(departure).set({ runId, payId: each.pay.id, lines }).where(eq(departure.id, each.departure.id)).run();
    applied.push(`${who.givenName} ${who.familyName}`);
  }
  return applied;
}
