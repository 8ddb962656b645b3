/**
 * `npm run check`: types, lint, and the unit tests that are near what is not committed yet: beside it, or two imports
 * away at most. All of them: npm test.
 */
import { execFileSync } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";
import { dirname, join, normalize } from "node:path";
import { install, root, runTogether, say } from "./prepare.mjs";

const stepsAway = 2;

const git = (...args) => execFileSync("git", args, { cwd: root, encoding: "utf8" }).split("\0").filter(Boolean);
const isSource = (file) => /\.tsx?$/.test(file) && existsSync(join(root, file));

/** Who imports a file, in the file's own room or from another one's package. */
function importersOf(files) {
  const found = new Map();
  const known = new Set(files);
  for (const file of files) {
    for (const [, from] of readFileSync(join(root, file), "utf8").matchAll(/(?:from|import\()\s*"([^"]+)"/g)) {
      const target = from.startsWith(".")
        ? normalize(join(dirname(file), from))
        : from.replace(/^@zesty\/(core|contract)\/(.*)$/, "$1/src/$2.ts");
      if (known.has(target)) found.set(target, [...(found.get(target) ?? []), file]);
    }
  }
  return found;
}

/** Tests near changed files. */
function testsNear(changed) {
  const all = git(
    "ls-files",
    "-z",
    "-c",
    "-o",
    "--exclude-standard",
    "core",
    "contract",
    "server",
    "standins",
    "web",
  ).filter(isSource);
  const importers = importersOf(all);
  let reached = new Set(changed);
  const near = new Set(changed);
  for (let step = 0; step < stepsAway; step += 1) {
    reached = new Set([...reached].flatMap((file) => importers.get(file) ?? []));
    for (const file of reached) near.add(file);
  }
  const beside = new Set(changed.map(dirname));
  return all.filter((file) => /\.test\.tsx?$/.test(file) && (near.has(file) || beside.has(dirname(file))));
}

install();
const began = Date.now();
const changed = [
  ...git("diff", "HEAD", "--name-only", "-z"),
  ...git("ls-files", "-z", "-o", "--exclude-standard"),
].filter(
  (file) => existsSync(join(root, file)) && /\.(tsx?|mjs|cjs|json|css)$/.test(file) && !file.includes("drizzle/meta"),
);
const tests = testsNear(changed.filter(isSource));
await runTogether([
  ["npm", "run", "typecheck", "--silent"],
  [
    ...["npx", "depcruise", "--config", ".dependency-cruiser.cjs"],
    ...["core", "contract", "server", "standins", "web", "e2e"],
  ],
  ...(changed.length > 0 ? [["npx", "biome", "check", "--no-errors-on-unmatched", ...changed]] : []),
  ...(tests.length > 0 ? [["npx", "vitest", "run", ...tests]] : []),
]);
say(
  `\nAll right, with ${tests.length} files of tests (${Math.round((Date.now() - began) / 1000)} s). Before it lands: npm test.`,
);
