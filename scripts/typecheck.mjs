/** Type checks every room. */
import { run } from "./prepare.mjs";

for (const room of ["core", "contract", "server", "standins", "web", "e2e"])
  run(process.execPath, ["node_modules/typescript/bin/tsc", "-p", room]);
