/** What a payslip of any country shows. */
import type { Payslip } from "../au/documents/payslip.ts";
import { layoutAu } from "../au/documents/slipLayout.ts";
import type { SlipLayout } from "../documents/slip.ts";
import type { PayslipNz } from "../nz/documents/payslip.ts";
import { layoutNz } from "../nz/documents/slipLayout.ts";

const isSlipNz = (slip: Payslip | PayslipNz): slip is PayslipNz => "country" in slip && slip.country === "NZ";

export const slipLayout = (slip: Payslip | PayslipNz): SlipLayout => (isSlipNz(slip) ? layoutNz(slip) : layoutAu(slip));
