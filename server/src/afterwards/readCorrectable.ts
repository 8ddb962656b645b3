/** The pay to correct, as it was signed off, and the corrections made of it so far. */
import type { CorrectablePay } from "@zesty/contract/corrections";
import { correctionLines } from "@zesty/core/pay/correction";
import type { SheetLine } from "@zesty/core/pay/row";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { stampOf } from "../http/seen.ts";
import { pay, payElement, payRun } from "../store/schema.ts";
import { daysOfPay } from "./linesByDays.ts";
import { findCorrectable } from "./paidSoFar.ts";

/** Lines of one element at one rate put together, as somebody would type them. */
const merged = (lines: readonly SheetLine[], rate: string | null, payday: string): SheetLine[] =>
  correctionLines([], lines, rate, payday).map(({ corrects: _corrects, ...line }) => {
    if (line.units === undefined) return line;
    // What weeks and days are paid is found anew from what was paid for them.
    const { amount: _amount, ...bare } = line;
    return bare;
  });

export function readCorrectable(context: Context, payId: number): CorrectablePay {
  const { db } = context.store;
  const { row, run, who, rate, was } = findCorrectable(context, payId);
  const isOfIt = (line: SheetLine) => line.corrects === run.payday;
  const elements = db.select().from(payElement).where(eq(payElement.businessId, run.businessId)).all();
  const corrections = db
    .select({ pay, run: payRun })
    .from(pay)
    .innerJoin(payRun, eq(pay.runId, payRun.id))
    .where(eq(pay.personId, row.personId))
    .all()
    .filter(
      (each) =>
        each.run.state !== "takenBack" &&
        (each.pay.included || each.run.state === "open") &&
        (each.pay.corrects?.payId === payId || each.pay.lines.some(isOfIt)),
    );
  const lines = merged(was, rate, run.payday);
  const days = daysOfPay(context, payId);
  const made = corrections.map((each) => ({ runId: each.run.id, payday: each.run.payday, state: each.run.state }));
  return {
    payId,
    runId: run.id,
    personId: who.id,
    name: `${who.givenName} ${who.familyName}`,
    payday: run.payday,
    hourlyRate: rate,
    lines,
    elements: elements.map(({ id, name, entry }) => ({ id, name, entry })),
    days,
    asNow: run.kind === "cycle" && row.laid !== null,
    corrections: made,
    // One that waits in an open run is not in the lines yet, and may be another one by now.
    stamp: stampOf([lines, days, corrections.map((each) => [each.run.id, each.pay.id, each.pay.lines.filter(isOfIt)])]),
  };
}
