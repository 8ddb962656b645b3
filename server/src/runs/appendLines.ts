/** Lines put after those that stand in a row of a run. */
import type { SheetLine } from "@zesty/core/pay/row";
import { eq, sql } from "drizzle-orm";
import type { Context } from "../context.ts";
import { notFound } from "../http/problem.ts";
import { pay, payRun } from "../store/schema.ts";

export function appendLines({ store: { db } }: Context, payId: number, lines: readonly SheetLine[]): void {
  const row = db.select().from(pay).where(eq(pay.id, payId)).get();
  if (!row) throw notFound("pay");
  db.update(pay)
    .set({ lines: [...row.lines, ...lines] })
    .where(eq(pay.id, payId))
    .run();
  db.update(payRun)
    .set({ version: sql`${payRun.version} + 1` })
    .where(eq(payRun.id, row.runId))
    .run();
}
