/**
 * Rows of open runs that an earlier version wrote: what acts had put into them becomes the acts' own, so that it can be
 * undone. Their figures stay as they are.
 */
import type { SheetLine } from "@zesty/core/pay/row";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { act, type pay } from "../store/schema.ts";

export function actsOfEarlier(context: Context, run: Run, rows: readonly (typeof pay.$inferSelect)[]): void {
  const { db } = context.store;
  for (const row of rows) {
    if (row.typed !== null) continue;
    const put = (values: Partial<typeof act.$inferInsert> & { kind: "correction" | "backPay"; lines: SheetLine[] }) =>
      db
        .insert(act)
        .values({
          ...{ businessId: run.businessId, personId: row.personId, runId: run.id, at: context.clock.now() },
          ...values,
        })
        .run();
    const byPayday = new Map<string, SheetLine[]>();
    for (const line of row.lines)
      if (line.corrects) byPayday.set(line.corrects, [...(byPayday.get(line.corrects) ?? []), line]);
    for (const [payday, lines] of byPayday)
      put({
        kind: "correction",
        lines,
        correctsPayId: row.corrects?.payId ?? correctedPay(context, row.personId, payday),
      });
    const owed = context.store
      .prepared<[number], { signedPayId: number; cents: number }>(
        "SELECT signed_pay_id AS signedPayId, cents FROM back_pay WHERE pay_id = ?",
      )
      .all(row.id);
    const backPaid = row.lines.filter((line) => line.explained?.startsWith("Raise from "));
    if (owed.length > 0 && backPaid.length > 0) {
      put({ kind: "backPay", lines: backPaid, owed });
      context.store.prepared<[number]>("DELETE FROM back_pay WHERE pay_id = ?").run(row.id);
    }
  }
}

const correctedPay = ({ store }: Context, personId: number, payday: string): number | null =>
  store
    .prepared<[number, string], { payId: number }>(
      "SELECT pay_id AS payId FROM signed_pay WHERE person_id = ? AND payday = ? AND kind = 'pay' ORDER BY id DESC LIMIT 1",
    )
    .get(personId, payday)?.payId ?? null;
