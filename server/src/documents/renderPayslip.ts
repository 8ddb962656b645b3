/** Payslips, year summaries, records of time and answers as PDF, made in worker threads. */
import type { OwnerPage } from "@zesty/contract/ownerPage";
import type { YearSummary } from "@zesty/core/documents/yearSummary";
import type { PrintedAnswer } from "./answerPdf.ts";
import type { Printed } from "./payslipWorker.ts";
import type { Slip } from "./slip.ts";
import type { TimeRecordSheet } from "./timeRecordSheet.ts";
import { workerPool } from "./workerPool.ts";

const pool = workerPool("payslipWorker");
const render = async (made: Printed): Promise<Buffer> => Buffer.from(await pool.run<Uint8Array>(made));

export const renderPayslip = (slip: Slip) => render(slip);
export const renderPayslips = (slips: Slip[]) => render(slips);
export const renderYearSummary = (summary: YearSummary) => render(summary);
export const renderTimeRecord = (sheet: TimeRecordSheet) => render(sheet);
export const renderAnswer = (answer: PrintedAnswer) => render(answer);
export const renderOwnerPage = (own: OwnerPage) => render(own);
export const stopRendering = pool.stop;
