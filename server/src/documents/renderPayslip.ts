/** Payslips as PDF, made in worker threads, two at a time. */
import { existsSync } from "node:fs";
import { extname, join } from "node:path";
import { Piscina } from "piscina";
import type { Slip } from "../runs/prepared.ts";

const ending = extname(import.meta.filename);
/** In the bundle this file lies one folder below the worker. */
const filename =
  [".", ".."].map((up) => join(import.meta.dirname, up, `payslipWorker${ending}`)).find((file) => existsSync(file)) ??
  "";

let pool: Piscina | undefined;

export async function renderPayslip(slip: Slip): Promise<Buffer> {
  pool ??= new Piscina({
    filename,
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 10_000,
    execArgv: ending === ".ts" ? ["--import", "tsx"] : [],
  });
  return Buffer.from((await pool.run(slip)) as Uint8Array);
}

export async function stopRendering(): Promise<void> {
  await pool?.destroy();
  pool = undefined;
}
