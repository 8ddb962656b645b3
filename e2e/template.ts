/** Makes the demo world once for all interface tests, by the same program as the demo; tests work on copies of it. */
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { endProgram, environment, freePorts, root, startProgram } from "./programs.ts";

const folder = join(root, "data", "e2e");
export const templateFolder = join(folder, "template");
/** says from which programs the template was made; beside it, so that copies do not hold it */
const markFile = join(folder, "template.made");

/** A hash over the built programs, seeds and migrations among them: what they were not changed for is not made again. */
function hashOfPrograms(): string {
  const hash = createHash("sha256");
  for (const place of ["server/dist", "standins/dist", "server/drizzle"])
    for (const entry of readdirSync(join(root, place), { recursive: true, withFileTypes: true }))
      if (entry.isFile()) {
        const file = join(entry.parentPath, entry.name);
        hash.update(file).update(readFileSync(file));
      }
  return hash.digest("hex");
}

export default async function makeTemplate(): Promise<void> {
  const hash = hashOfPrograms();
  const isMade = existsSync(markFile) && readFileSync(markFile, "utf8") === hash;
  for (const name of existsSync(folder) ? readdirSync(folder) : [])
    if (!isMade || name.startsWith("world-")) rmSync(join(folder, name), { recursive: true, force: true });
  if (isMade) return;
  const env = environment(templateFolder, await freePorts());
  const standins = await startProgram("standins/dist/main.js", env, "ready");
  const demo = await startProgram("server/dist/makeDemo.js", env, "history is made");
  await endProgram(demo);
  // A first start walks the whole audit trail; every copy goes on from there.
  await endProgram(await startProgram("server/dist/main.js", env, "ready"));
  await endProgram(standins);
  writeFileSync(markFile, hash);
}
