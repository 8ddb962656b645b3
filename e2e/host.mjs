/**
 * The built programs, started many times in one process: what is loaded and warm stays so from one world to the next.
 * What is to be killed, or measured, is started as a person would start it instead (programs.ts).
 */
import { join } from "node:path";
import { pathToFileURL } from "node:url";

/** What stops each program that was started, by the number of its order. */
const stops = new Map();

async function start(program, env) {
  const file = join(import.meta.dirname, "..", program, "dist", "serve.js");
  const { serve } = await import(pathToFileURL(file).href);
  return serve({ ...process.env, ...env }, (error) => {
    throw error;
  });
}

process.on("message", async ({ id, start: asked }) => {
  try {
    if (asked) stops.set(id, await start(asked.program, asked.env));
    else await stops.get(id)?.stop();
    process.send({ id, fault: null });
  } catch (error) {
    process.send({ id, fault: error.stack ?? String(error) });
  }
});
process.on("disconnect", () => process.exit(0));
