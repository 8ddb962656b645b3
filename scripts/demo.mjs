/** `npm run demo`: installs and builds what is missing, makes the demo data, starts application and stand-ins. */
import { spawn, spawnSync } from "node:child_process";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join, relative } from "node:path";
import { build, install, root, say } from "./prepare.mjs";

const port = process.env.ZESTY_PORT ?? "4180";
const standinsPort = process.env.STANDINS_PORT ?? "4280";
const smtpPort = process.env.STANDINS_SMTP_PORT ?? "4281";
const folder = process.env.ZESTY_DATA ?? join(root, "data", "demo");
const env = {
  ...process.env,
  ZESTY_PORT: port,
  ZESTY_DATA: join(folder, "app"),
  ZESTY_DEMO_DAY: "2026-07-01",
  ZESTY_STANDINS: `http://127.0.0.1:${standinsPort}`,
  ZESTY_SMTP: `smtp://127.0.0.1:${smtpPort}`,
  STANDINS_PORT: standinsPort,
  STANDINS_SMTP_PORT: smtpPort,
  STANDINS_DATA: join(folder, "standins"),
};

install();
const stamp = build();
// The history is made once; `npm run demo -- --fresh` makes it anew, and so does a changed build.
const made = join(folder, "made");
const usable = existsSync(made) && readFileSync(made, "utf8") === stamp && !process.argv.includes("--fresh");
if (!usable) rmSync(folder, { recursive: true, force: true });

const children = [];
function start(script, ready) {
  const child = spawn(process.execPath, [join(root, script)], { cwd: root, env, stdio: ["ignore", "pipe", "inherit"] });
  children.push(child);
  return new Promise((resolve, reject) => {
    child.stdout.on("data", (data) => {
      if (String(data).includes(ready)) resolve(child);
    });
    child.on("exit", (code) =>
      reject(new Error(`${script} ended with ${code}. Is port ${port}, ${standinsPort} or ${smtpPort} in use?`)),
    );
  });
}
const stop = () => {
  for (const child of children) child.kill("SIGTERM");
};
for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => {
    stop();
    process.exit(0);
  });

try {
  await start("standins/dist/main.js", "ready");
  if (!usable) {
    say(
      "Making the demo's history: a hundred and seven paydays of five businesses, worked out, signed off, sent and settled; two more wait for their first…",
    );
    const result = spawnSync(process.execPath, [join(root, "server/dist/makeDemo.js")], {
      cwd: root,
      env,
      stdio: "inherit",
    });
    if (result.status !== 0) throw new Error("The demo's history could not be made.");
    writeFileSync(made, stamp);
  }
  await start("server/dist/main.js", "ready");
} catch (error) {
  stop();
  say(error.message);
  process.exit(1);
}
say(`
Zesty Ledger   http://127.0.0.1:${port}
Stand-ins      http://127.0.0.1:${standinsPort}   (tax agencies, bank; post box at /post-box)

Sign in as     pip@pith.example         practice lead
               rowan@pith.example       prepares pay runs
               willa@saltbush.example   authorises pay runs
               jarrah.mokoena@example.org, hana.okaforth@example.org
                                        employees, on http://127.0.0.1:${port}/staff
Password       lemon-and-pith

A sheet of hours that came back, to be brought into Brolga Growers' run:
               ${relative(root, join(folder, "brolga-growers-hours.xlsx"))}

Stop with Ctrl+C. Begin anew with: npm run demo -- --fresh
`);
