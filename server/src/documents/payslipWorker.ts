/** Runs in a worker thread: embedding fonts takes a tenth of a second a payslip, which must not stop the server. */
import type { Payslip } from "@zesty/core/payslips/payslip";
import { payslipPdf } from "./payslipPdf.ts";

export default async (slip: Payslip): Promise<Uint8Array> => new Uint8Array(await payslipPdf(slip));
