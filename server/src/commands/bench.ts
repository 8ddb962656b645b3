/** The parts of `npm run bench` that need no browser; prints one JSON object for scripts/bench.mjs. */
import { coreBench } from "./bench/coreBench.ts";
import { hoursBench } from "./bench/hoursBench.ts";
import { listsBench } from "./bench/listsBench.ts";
import { payslipBench } from "./bench/payslipBench.ts";
import { serverBench } from "./bench/serverBench.ts";

const found = { ...coreBench(), ...serverBench(), ...(await payslipBench()), ...(await hoursBench()), ...listsBench() };
process.stdout.write(`${JSON.stringify(found)}\n`);
