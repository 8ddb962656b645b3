/** Pictures and measurements are made by scripts: what they start must not keep them. */
import { execFileSync } from "node:child_process";
import { test } from "@playwright/test";
import { root } from "../programs.ts";

test("a script that starts a world ends when it has done", () => {
  const script = 'import { startWorld } from "./e2e/world.ts"; await (await startWorld()).end();';
  execFileSync(process.execPath, ["--import", "tsx", "--input-type=module", "-e", script], {
    ...{ cwd: root, timeout: 60_000, stdio: "inherit" },
  });
});
