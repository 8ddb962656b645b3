/** `npm run --silent work-out`, `interpret`: makes sure that the command is built, without a word on standard output. */
import { execFileSync } from "node:child_process";
import { existsSync } from "node:fs";
import { join } from "node:path";

const root = join(import.meta.dirname, "..");
const built = join(root, `server/dist/${process.argv[2]}.js`);
const quiet = { cwd: root, stdio: ["ignore", process.stderr, process.stderr] };
if (!existsSync(join(root, "node_modules/joi"))) execFileSync("npm", ["ci"], quiet);
if (!existsSync(built)) execFileSync("npm", ["run", "build", "-w", "server"], quiet);
await import(built);
