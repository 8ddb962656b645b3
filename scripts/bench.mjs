/**
 * `npm run bench`: speed, printed, never asserted; both countries, within four minutes. With `--json` one JSON object and
 * nothing else (`npm run --silent bench -- --json`); milliseconds unless the name says otherwise.
 */
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { join } from "node:path";
import { build, install, root } from "./prepare.mjs";

const json = process.argv.includes("--json");

const keys = [
  ["paysPerSecondAu", "Australian pays a second, without workings"],
  ["paysPerSecondNz", "New Zealand pays a second, without workings"],
  ["ratioSheetAu", "times the spreadsheet engine, Australia"],
  ["ratioSheetNz", "times the spreadsheet engine, New Zealand"],
  ["save300Au", "ms to save a row of 300, two years of history, Australia"],
  ["save300Nz", "the same, New Zealand"],
  ["tick300", "ms to tick a mark, the slower country"],
  ["openRun300", "ms to read an open run of 300"],
  ["signOff300", "ms to sign off 300 whose plan was looked at"],
  ["signOff300OverInsert", "times the bare inserts of the same rows"],
  ["desk500", "ms for the desk of 500 businesses"],
  ["dues7y", "ms for the dues after seven years"],
  ["yearToDate7yOver1y", "year-to-date after seven years, divided by after one"],
  ["keystroke300P95", "ms from a key to the new totals on screen, 95th of 100"],
  ["firstLoadKb", "kB of JavaScript for the first page, compressed"],
  ["usableSheetMs", "ms from the address to a sheet of 300 that can be typed in"],
  ["payslips1000OverPdf", "payslips against the bare PDF library"],
  ["demoSeconds", "s to make the demo's history"],
];

/** Printed beside them; the JSON keeps the keys that it always had. */
const hoursKeys = [
  ["shifts5000", "ms to interpret 5,000 shifts"],
  ["sheet180", "ms to read and preview an hours sheet of 180 rows"],
  ["approve180", "ms to approve a week of 180 people into the open run"],
  ["weekKeystrokeP95", "ms from a key in the week of 120 people to the day's worth on screen, 95th of 100"],
];

/** Of the server, printed beside the keys. */
const serverKeys = [
  ["signOffUnseen300", "ms to sign off 300 whose plan nobody looked at, as a program does"],
  ["open300", "ms to open a run of 300, composing every row"],
  ["dues7yFirst", "ms for the dues after seven years, their seals looked at for the first time"],
  ["waiting400k", "ms for what waits to be sent, with 400,000 messages sent before"],
];

/** Lists and sheets of many, printed likewise. */
const listKeys = [
  ["people1000", "ms for the list of 1,000 people"],
  ["personOf1000", "ms for the page of one of them"],
  ["importOf1000", "ms to preview 1,000 new people"],
  ["year300", "ms for the year's sheet of 300 people and 53 paydays"],
  ["readinessFirst", "ms to work out what is missing in 500 businesses, in slices"],
  ["readiness500", "ms to say it again"],
];

/** What installing and building say goes beside the figures, not among them. */
function prepare() {
  if (!json) {
    install();
    return build();
  }
  const steps = "import('./scripts/prepare.mjs').then((m) => { m.install(); m.build(); })";
  const done = spawnSync(process.execPath, ["-e", steps], { cwd: root, stdio: ["ignore", "pipe", "pipe"] });
  if (done.status !== 0) {
    process.stderr.write(`${done.stdout}${done.stderr}`);
    process.exit(1);
  }
}

/** The last line that a part says is its figures. */
function part(args) {
  const done = spawnSync(process.execPath, args, { cwd: root, stdio: ["ignore", "pipe", "pipe"], encoding: "utf8" });
  if (done.status !== 0) {
    process.stderr.write(`${done.stdout}${done.stderr}`);
    process.exit(1);
  }
  return JSON.parse(done.stdout.trim().split("\n").at(-1));
}

/** What this machine takes just now for a fixed piece of work, ms: figures of two days can be laid beside each other by it. */
function machineUnit() {
  const times = Array.from({ length: 5 }, () => {
    const began = performance.now();
    const text = JSON.stringify(
      Array.from({ length: 20_000 }, (_, at) => ({ at, words: `line ${at}`, cents: at * 7 })),
    );
    const sum = createHash("sha256");
    for (let at = 0; at < 20; at += 1) sum.update(JSON.stringify(JSON.parse(text)));
    sum.digest("hex");
    return performance.now() - began;
  });
  return Math.min(...times);
}

const round = (value) => Number(value.toPrecision(value >= 1000 ? 6 : 4));

prepare();
const unit = machineUnit();
const found = {
  ...part([join("server", "dist", "bench.js")]),
  ...part(["--import", "tsx", join("e2e", "bench.ts")]),
};
if (json)
  process.stdout.write(`${JSON.stringify(Object.fromEntries(keys.map(([key]) => [key, round(found[key])])))}\n`);
else {
  process.stdout.write(
    `${String(round(unit)).padStart(9)}  ms for the fixed piece of work: one unit of this machine, just now\n`,
  );
  const isTime = (words) => words.startsWith("ms ") || words.startsWith("the same");
  for (const [key, words] of [...keys, ...serverKeys, ...hoursKeys, ...listKeys]) {
    const inUnits = isTime(words) ? `; ${round(found[key] / unit)} units` : "";
    process.stdout.write(`${String(round(found[key])).padStart(9)}  ${words} (${key}${inUnits})\n`);
  }
}
