/** Starts the built programs as a person would, on ports of their own, and stops or kills them. */
import { type ChildProcess, fork, spawn } from "node:child_process";
import { createServer } from "node:net";
import { join } from "node:path";

export const root = join(import.meta.dirname, "..");

/**
 * Ports of this worker's own, below those that the system hands out for outgoing connections: between looking and
 * listening nobody else takes one.
 */
const span = 800;
const mine = 20_000 + (Number(process.env.TEST_PARALLEL_INDEX ?? 9) % 10) * span;
let next = 0;

export async function freePort(): Promise<number> {
  for (let tries = 0; tries < span; tries += 1) {
    const port = mine + (next % span);
    next += 1;
    if (await isFree(port)) return port;
  }
  throw new Error(`No port is free from ${mine} to ${mine + span - 1}.`);
}

const isFree = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.on("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });

/** Starts a program and waits for the word it prints when it is ready. */
export function startProgram(script: string, env: Record<string, string>, ready: string): Promise<ChildProcess> {
  const child = spawn(process.execPath, [join(root, script)], {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: ["ignore", "pipe", "pipe"],
  });
  let said = "";
  return new Promise((resolve, reject) => {
    child.stdout?.on("data", (data) => {
      said += String(data);
      if (said.includes(ready)) resolve(child);
    });
    child.stderr?.on("data", (data) => {
      said += String(data);
    });
    child.on("exit", (code) => reject(new Error(`${script} ended with ${code}:\n${said}`)));
  });
}

export function endProgram(child: ChildProcess, signal: NodeJS.Signals = "SIGTERM"): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.on("exit", () => resolve());
    child.kill(signal);
  });
}

/** What this worker's warm process is asked for: to start a program, or to stop what an order before started. */
interface Order {
  id: number;
  start?: { program: string; env: Record<string, string> };
}
let host: ChildProcess | undefined;
let orders = 0;
/** orders that are not answered yet */
let asking = 0;

function order(asked: Order): Promise<void> {
  host ??= fork(join(import.meta.dirname, "host.mjs"), {
    cwd: root,
    execArgv: [],
    stdio: ["ignore", "ignore", "inherit", "ipc"],
  });
  const to = host;
  // Only what is asked for is waited for: a script that has done ends, and its worlds' process with it.
  asking += 1;
  to.ref();
  to.channel?.ref();
  const heard = () => {
    asking -= 1;
    if (asking > 0) return;
    to.unref();
    to.channel?.unref();
  };
  return new Promise<void>((resolve, reject) => {
    const ended = () => reject(new Error("The process of the worlds has ended."));
    const hear = ({ id, fault }: { id: number; fault: string | null }) => {
      if (id !== asked.id) return;
      to.off("message", hear);
      to.off("exit", ended);
      if (fault === null) resolve();
      else reject(new Error(fault));
    };
    to.on("message", hear);
    to.on("exit", ended);
    to.send(asked);
  }).finally(heard);
}

/** Starts a program beside others, in a process that is warm. @returns when it listens: what stops it */
export async function startBeside(program: string, env: Record<string, string>): Promise<() => Promise<void>> {
  orders += 1;
  const id = orders;
  await order({ id, start: { program, env } });
  return () => order({ id });
}

export interface Ports {
  app: number;
  standins: number;
  smtp: number;
}

export const freePorts = async (): Promise<Ports> => ({
  app: await freePort(),
  standins: await freePort(),
  smtp: await freePort(),
});

export const environment = (folder: string, ports: Ports): Record<string, string> => ({
  ZESTY_PORT: String(ports.app),
  ZESTY_DATA: join(folder, "app"),
  ZESTY_DEMO_DAY: "2026-07-01",
  ZESTY_STANDINS: `http://127.0.0.1:${ports.standins}`,
  ZESTY_EVENTS_INSIDE: "true",
  ZESTY_SMTP: `smtp://127.0.0.1:${ports.smtp}`,
  STANDINS_PORT: String(ports.standins),
  STANDINS_SMTP_PORT: String(ports.smtp),
  STANDINS_DATA: join(folder, "standins"),
});
