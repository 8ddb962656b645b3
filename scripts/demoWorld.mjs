/** The demo's world: where it lies, how its history is made, how its programs are started and stopped. */
import { spawn, spawnSync } from "node:child_process";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { root, say } from "./prepare.mjs";

export const port = process.env.ZESTY_PORT ?? "4180";
export const standinsPort = process.env.STANDINS_PORT ?? "4280";
const smtpPort = process.env.STANDINS_SMTP_PORT ?? "4281";

export const envOf = (folder) => ({
  ...process.env,
  ZESTY_PORT: port,
  ZESTY_DATA: join(folder, "app"),
  ZESTY_DEMO_DAY: "2026-07-01",
  ZESTY_STANDINS: `http://127.0.0.1:${standinsPort}`,
  ZESTY_SMTP: `smtp://127.0.0.1:${smtpPort}`,
  // Programs to try things out with run on this machine.
  ZESTY_EVENTS_INSIDE: "true",
  STANDINS_PORT: standinsPort,
  STANDINS_SMTP_PORT: smtpPort,
  STANDINS_DATA: join(folder, "standins"),
});

const children = [];
/** Starts a program, and waits until it says that it is ready. */
export function start(args, env, ready) {
  const child = spawn(process.execPath, args, { cwd: root, env, stdio: ["ignore", "pipe", "inherit"] });
  children.push(child);
  return new Promise((resolve, reject) => {
    child.stdout.on("data", (data) => {
      if (String(data).includes(ready)) resolve(child);
    });
    child.on("exit", (code) =>
      reject(new Error(`${args.at(-1)} ended with ${code}. Is port ${port}, ${standinsPort} or ${smtpPort} in use?`)),
    );
  });
}
export const stop = () => {
  for (const child of children) child.kill("SIGTERM");
};
for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => {
    stop();
    process.exit(0);
  });

const madeIn = (folder) => join(folder, "made");
/** @param stamp of the build that made it; left out, any will do */
export const isMade = (folder, stamp) =>
  existsSync(madeIn(folder)) && (stamp === undefined || readFileSync(madeIn(folder), "utf8") === stamp);

/** Makes the history anew; the stand-ins are running. */
export function makeHistory(folder, stamp) {
  say(
    "Making the demo's history: a hundred and seven paydays of five businesses, worked out, signed off, sent and settled; two more wait for their first…",
  );
  const result = spawnSync(process.execPath, [join(root, "server/dist/makeDemo.js")], {
    cwd: root,
    env: envOf(folder),
    stdio: "inherit",
  });
  if (result.status !== 0) throw new Error("The demo's history could not be made.");
  writeFileSync(madeIn(folder), stamp);
}

export const clear = (folder) => rmSync(folder, { recursive: true, force: true });

export const signIns = `Sign in as     pip@pith.example         practice lead
               rowan@pith.example       prepares pay runs
               willa@saltbush.example   authorises pay runs
               jarrah.mokoena@example.org, hana.okaforth@example.org
                                        employees, on /staff
Password       lemon-and-pith`;
