/**
 * `npm run endure`: the long form of what must endure. 200 kills while signing off and sending with an outside reader,
 * twenty restores of an earlier backup in the middle of it, twenty minutes of thirty people at work, then a year of every
 * demo business in fast forward. About an hour; prints its figures.
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
run("npx", ["playwright", "test", "-c", "e2e/playwright.config.ts", "faults/crash", "faults/soak"], {
  ZESTY_KILLS: kills,
  ZESTY_SOAK: process.env.ZESTY_SOAK ?? "1200",
});
// The interface tests leave the demo world that they made: the year is played on a copy of it.
run(process.execPath, [join(root, "server", "dist", "endure.js"), join(root, "data", "e2e", "template", "app")]);
