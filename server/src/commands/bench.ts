/** The parts of `npm run bench` that need no browser; prints one JSON object for scripts/bench.mjs. */
import { coreBench } from "./bench/coreBench.ts";
import { payslipBench } from "./bench/payslipBench.ts";
import { serverBench } from "./bench/serverBench.ts";

process.stdout.write(`${JSON.stringify({ ...coreBench(), ...serverBench(), ...(await payslipBench()) })}\n`);
