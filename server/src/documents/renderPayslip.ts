/** Payslips as PDF, made in worker threads. */
import type { Slip } from "../runs/prepared.ts";
import { workerPool } from "./workerPool.ts";

const pool = workerPool("payslipWorker");

export const renderPayslip = async (slip: Slip): Promise<Buffer> => Buffer.from(await pool.run<Uint8Array>(slip));
export const stopRendering = pool.stop;
