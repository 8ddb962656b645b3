/** `npm test`: installs what is missing (Chromium by apt-get too), then types, lint, unit and interface tests. */
import { execFileSync, spawnSync } from "node:child_process";
import { existsSync } from "node:fs";
import { build, install, run, say } from "./prepare.mjs";

const began = Date.now();
const step = (words) => say(`\n— ${words} (${Math.round((Date.now() - began) / 1000)} s)`);

install();
if (!existsSync("/usr/bin/chromium") || spawnSync("pdftotext", ["-v"]).error) {
  step("Installing Chromium and poppler");
  const sudo = process.getuid?.() === 0 ? [] : ["sudo"];
  const apt = (...args) =>
    execFileSync([...sudo, "apt-get"][0], [...[...sudo, "apt-get"].slice(1), ...args], {
      stdio: "inherit",
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  apt("update");
  apt("install", "-y", "--no-install-recommends", "chromium", "poppler-utils");
}
step("Types");
run("npm", ["run", "typecheck", "--silent"]);
step("Lint");
run("npm", ["run", "lint", "--silent"]);
step("Unit tests");
run("npx", ["vitest", "run"]);
step("Build");
build();
step("Interface and fault tests");
run("npx", ["playwright", "test", "-c", "e2e/playwright.config.ts"]);
step("All passed");
