/** Payslips, year summaries and records of time as PDF, made in worker threads. */
import type { YearSummary } from "@zesty/core/documents/yearSummary";
import type { Slip } from "./slip.ts";
import type { TimeRecordSheet } from "./timeRecordSheet.ts";
import { workerPool } from "./workerPool.ts";

const pool = workerPool("payslipWorker");
const render = async (made: Slip | Slip[] | YearSummary | TimeRecordSheet): Promise<Buffer> =>
  Buffer.from(await pool.run<Uint8Array>(made));

export const renderPayslip = (slip: Slip) => render(slip);
export const renderPayslips = (slips: Slip[]) => render(slips);
export const renderYearSummary = (summary: YearSummary) => render(summary);
export const renderTimeRecord = (sheet: TimeRecordSheet) => render(sheet);
export const stopRendering = pool.stop;
