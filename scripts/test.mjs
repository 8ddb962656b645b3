/** `npm test`: installs what is missing (Chromium by apt-get too), then types, lint, unit and interface tests. */
import { execFileSync, spawnSync } from "node:child_process";
import { existsSync } from "node:fs";
import { build, install, run, runTogether, say } from "./prepare.mjs";

const began = Date.now();
const step = (words) => say(`\n— ${words} (${Math.round((Date.now() - began) / 1000)} s)`);

install();
const browsers = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"];
if (!browsers.some((each) => existsSync(each)) || spawnSync("pdftotext", ["-v"]).error) {
  step("Installing Chromium and poppler");
  const sudo = process.getuid?.() === 0 ? [] : ["sudo"];
  const apt = (...args) =>
    execFileSync([...sudo, "apt-get"][0], [...[...sudo, "apt-get"].slice(1), ...args], {
      stdio: "inherit",
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  apt("update");
  const add = (...names) => apt("install", "-y", "--no-install-recommends", ...names);
  add("poppler-utils");
  // The shell without a window starts sooner; not every mirror has it.
  try {
    add("chromium-headless-shell");
  } catch {
    add("chromium");
  }
}
// What needs one core each runs beside another.
step("Types and lint");
await runTogether([
  ["npm", "run", "typecheck", "--silent"],
  ["npm", "run", "lint", "--silent"],
]);
step("Build");
build();
step("Unit tests, and the world of the interface tests");
await runTogether([
  ["npx", "vitest", "run"],
  ["node", "--import", "tsx", "e2e/makeTemplate.ts"],
]);
step("Interface and fault tests");
run("npx", ["playwright", "test", "-c", "e2e/playwright.config.ts"]);
step("All passed");
