/** `npm run list-of-parts`: every package of the lock file with version and licence, as CSV; what runs is told from what builds. */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "./prepare.mjs";

const lock = JSON.parse(readFileSync(join(root, "package-lock.json"), "utf8"));
const lines = Object.entries(lock.packages)
  .filter(([path, each]) => path.includes("node_modules/") && !each.link)
  .map(([path, { version, license, dev }]) => {
    const name = path.slice(path.lastIndexOf("node_modules/") + "node_modules/".length);
    return [name, version, license ?? "see the package", dev ? "builds and tests" : "runs"];
  })
  .sort(([a], [b]) => a.localeCompare(b));
const known = new Set();
process.stdout.write("package,version,licence,for\n");
for (const line of lines) {
  const text = line.map((cell) => (/[",]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell)).join(",");
  if (!known.has(text)) process.stdout.write(`${text}\n`);
  known.add(text);
}
