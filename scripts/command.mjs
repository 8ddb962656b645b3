/** Runs a command of the built server: `node scripts/command.mjs backup …`. Installs and builds what is missing. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { build, install, root } from "./prepare.mjs";

const [name, ...rest] = process.argv.slice(2);
install();
build();
const done = spawnSync(process.execPath, [join(root, "server", "dist", `${name}.js`), ...rest], { stdio: "inherit" });
process.exit(done.status ?? 1);
