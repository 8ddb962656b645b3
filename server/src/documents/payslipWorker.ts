/** Runs in a worker thread: embedding fonts takes a tenth of a second a payslip, which must not stop the server. */
import type { Slip } from "../runs/prepared.ts";
import { payslipPdf } from "./payslipPdf.ts";

export default async (slip: Slip): Promise<Uint8Array> => new Uint8Array(await payslipPdf(slip));
