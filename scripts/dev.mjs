/**
 * `npm run dev`: the application from its source, over a copy of the demo. A page reloads with what changed, the server
 * starts again; what is done there is the copy's. `npm run dev -- --fresh` takes a new copy.
 */
import { cpSync } from "node:fs";
import { join } from "node:path";
import { clear, envOf, isMade, makeHistory, port, signIns, standinsPort, start, stop } from "./demoWorld.mjs";
import { build, install, root, say } from "./prepare.mjs";

const demo = join(root, "data", "demo");
const folder = join(root, "data", "dev");
install();
try {
  if (!isMade(demo)) {
    const stamp = build();
    clear(demo);
    const standins = await start(["standins/dist/main.js"], envOf(demo), "ready");
    makeHistory(demo, stamp);
    standins.removeAllListeners("exit");
    await new Promise((ended) => {
      standins.on("exit", ended);
      standins.kill("SIGTERM");
    });
  }
  if (!isMade(folder) || process.argv.includes("--fresh")) {
    clear(folder);
    // The mark that a program is running belongs to that program.
    cpSync(demo, folder, { recursive: true, filter: (file) => !/running\.lock/.test(file) });
  }
  await start(["--import", "tsx", "standins/src/main.ts"], envOf(folder), "ready");
  await start(["--watch", "--import", "tsx", "server/src/main.ts"], envOf(folder), "ready");
  await start(["node_modules/vite/bin/vite.js", "web", "--port", "5180", "--strictPort"], envOf(folder), "Local");
} catch (error) {
  stop();
  say(error.message);
  process.exit(1);
}
say(`
Page           http://127.0.0.1:5180   (reloads with what changes)
Server         http://127.0.0.1:${port}   (starts again with what changes)
Stand-ins      http://127.0.0.1:${standinsPort}

${signIns}
`);
