/** `npm run check`: types, lint, and the unit tests that what is not committed yet touches. */
import { execFileSync } from "node:child_process";
import { install, root, runTogether, say } from "./prepare.mjs";

install();
const began = Date.now();
const changed = execFileSync("git", ["status", "--porcelain", "--no-renames", "-z"], { cwd: root, encoding: "utf8" })
  .split("\0")
  .filter((line) => /^.[^D] /.test(line) || line.startsWith("??"))
  .map((line) => line.slice(3))
  .filter((file) => /\.(tsx?|mjs|cjs|json|css)$/.test(file) && !file.includes("drizzle/meta"));
await runTogether([
  ["npm", "run", "typecheck", "--silent"],
  ["npx", "depcruise", "--config", ".dependency-cruiser.cjs", "core", "contract", "server", "standins", "web", "e2e"],
  ...(changed.length > 0 ? [["npx", "biome", "check", "--no-errors-on-unmatched", ...changed]] : []),
  ...(changed.some((file) => /\.tsx?$/.test(file)) ? [["npx", "vitest", "run", "--changed", "--passWithNoTests"]] : []),
]);
say(`\nAll right (${Math.round((Date.now() - began) / 1000)} s). Before it lands: npm test.`);
