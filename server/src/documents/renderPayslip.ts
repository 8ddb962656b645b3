/** Payslips and year summaries as PDF, made in worker threads. */
import type { YearSummary } from "@zesty/core/payslips/yearSummary";
import type { Slip } from "../runs/prepared.ts";
import { workerPool } from "./workerPool.ts";

const pool = workerPool("payslipWorker");
const render = async (made: Slip | YearSummary): Promise<Buffer> => Buffer.from(await pool.run<Uint8Array>(made));

export const renderPayslip = (slip: Slip) => render(slip);
export const renderYearSummary = (summary: YearSummary) => render(summary);
export const stopRendering = pool.stop;
