/** Installs and builds what is missing. Shared by demo, start and test; needs nothing but Node and npm. */
import { execFileSync, spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";

export const root = join(import.meta.dirname, "..");
export const say = (words) => process.stdout.write(`${words}\n`);

/** Runs a program; when it fails, what it said is enough, and this one ends too. */
export function run(command, args, env = {}) {
  try {
    execFileSync(command, args, { cwd: root, stdio: "inherit", env: { ...process.env, ...env } });
  } catch (error) {
    say(`\nFailed: ${command} ${args.join(" ")}`);
    process.exit(error.status || 1);
  }
}

/** Runs programs beside each other, each a list of command and arguments; what one says is shown when it is done. */
export async function runTogether(programs) {
  const results = await Promise.all(
    programs.map(
      ([command, ...args]) =>
        new Promise((resolve) => {
          const child = spawn(command, args, { cwd: root, stdio: ["ignore", "pipe", "pipe"], env: process.env });
          const said = [];
          for (const stream of [child.stdout, child.stderr]) stream.on("data", (chunk) => said.push(chunk));
          child.on("error", (error) => resolve({ command, args, status: 1, said: [Buffer.from(String(error))] }));
          child.on("close", (status) => resolve({ command, args, status: status ?? 1, said }));
        }),
    ),
  );
  for (const { said } of results) process.stdout.write(Buffer.concat(said));
  const failed = results.find((each) => each.status !== 0);
  if (!failed) return;
  say(`\nFailed: ${failed.command} ${failed.args.join(" ")}`);
  process.exit(failed.status);
}

/** Keeps a stamp of what something was made from, so that it is made again only when that changed. */
function unlessDone(name, stamp, work) {
  const file = join(root, ".cache", name);
  if (existsSync(file) && readFileSync(file, "utf8") === stamp) return;
  work();
  mkdirSync(join(root, ".cache"), { recursive: true });
  writeFileSync(file, stamp);
}

const hashOf = (files) => {
  const hash = createHash("sha256");
  for (const file of files) hash.update(file).update(readFileSync(join(root, file)));
  return hash.digest("hex");
};

function filesBelow(folder) {
  return readdirSync(join(root, folder)).flatMap((name) => {
    const path = join(folder, name);
    if (name === "node_modules" || name === "dist") return [];
    return statSync(join(root, path)).isDirectory() ? filesBelow(path) : [path];
  });
}

export function install() {
  const usable = existsSync(join(root, "node_modules", "better-sqlite3", "build", "Release", "better_sqlite3.node"));
  const stamp = hashOf(["package-lock.json"]);
  if (!usable) rmSync(join(root, ".cache", "installed"), { force: true });
  unlessDone("installed", stamp, () => {
    say("Installing packages (some minutes the first time; the database is compiled)…");
    run("npm", ["ci", "--no-fund"]);
  });
}

export function build() {
  const sources = ["core/src", "contract/src", "server/src", "standins/src", "web/src", "server/drizzle"].flatMap(
    filesBelow,
  );
  const stamp = hashOf([
    ...sources.sort(),
    "package-lock.json",
    "web/index.html",
    "web/vite.config.ts",
    "server/vite.config.ts",
  ]);
  if (!existsSync(join(root, "server/dist/main.js")) || !existsSync(join(root, "web/dist/index.html")))
    rmSync(join(root, ".cache", "built"), { force: true });
  unlessDone("built", stamp, () => {
    say("Building…");
    run("npm", ["run", "build", "--silent"]);
  });
  return stamp;
}
