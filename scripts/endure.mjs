/**
 * `npm run endure`: the long form of what must endure. A year of every demo business in fast forward, then 200 kills
 * while signing off and sending, with an outside reader. Some tens of minutes; prints its figures.
 */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { build, install, root } from "./prepare.mjs";

install();
build();
const kills = process.env.ZESTY_KILLS ?? "100";
const run = (command, args, env = {}) => {
  const done = spawnSync(command, args, { cwd: root, stdio: "inherit", env: { ...process.env, ...env } });
  if (done.status !== 0) process.exit(done.status ?? 1);
};
run("npx", ["playwright", "test", "-c", "e2e/playwright.config.ts", "faults/crash"], { ZESTY_KILLS: kills });
// The interface tests leave the demo world that they made: the year is played on a copy of it.
run(process.execPath, [join(root, "server", "dist", "endure.js"), join(root, "data", "e2e", "template", "app")]);
