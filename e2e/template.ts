/** Makes the demo world once for all interface tests, by the same program as the demo; tests work on copies of it. */
import { rmSync } from "node:fs";
import { join } from "node:path";
import { endProgram, environment, freePorts, root, startProgram } from "./programs.ts";

export const templateFolder = join(root, "data", "e2e", "template");

export default async function makeTemplate(): Promise<void> {
  rmSync(join(root, "data", "e2e"), { recursive: true, force: true });
  const env = environment(templateFolder, await freePorts());
  const standins = await startProgram("standins/dist/main.js", env, "ready");
  const demo = await startProgram("server/dist/makeDemo.js", env, "history is made");
  await endProgram(demo);
  await endProgram(standins);
}
