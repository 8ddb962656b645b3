/** A payslip as it is kept and printed, in either country. */
import type { Payslip } from "@zesty/core/au/documents/payslip";
import type { PayslipNz } from "@zesty/core/nz/documents/payslip";
import { and, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { signedPay } from "../store/schema.ts";

export type Slip = Payslip | PayslipNz;

/** The payslip of a signed-off pay. */
export function slipOf(context: Context, row: { runId: number | null; payId: number | null }): Slip {
  const kept = context.store.db
    .select({ payslip: signedPay.payslip })
    .from(signedPay)
    .where(and(eq(signedPay.runId, row.runId ?? 0), eq(signedPay.payId, row.payId ?? 0), eq(signedPay.kind, "pay")))
    .get();
  if (!kept) throw new Error(`Pay ${row.payId} of run ${row.runId} has no payslip.`);
  return kept.payslip as Slip;
}
