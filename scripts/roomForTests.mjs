/** Where unit tests keep what they throw away: in memory where there is room, and gone when they have ended. */
import { existsSync, mkdirSync, rmSync, statfsSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

const memory = "/dev/shm";
const free = existsSync(memory) ? statfsSync(memory) : { bavail: 0, bsize: 0 };
const room = join(free.bavail * free.bsize > 2e9 ? memory : tmpdir(), `zesty-tests-${process.pid}`);

/** the environment of the tests */
export const inRoom = { TMPDIR: room };

export default function setup() {
  mkdirSync(room, { recursive: true });
  return () => rmSync(room, { recursive: true, force: true });
}
